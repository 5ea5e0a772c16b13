/** A school of many students on a server process of its own, each signed in, for the benches that put load on it. */
import { createConnection, createPool } from 'mariadb';
import { fork, type ChildProcess } from 'node:child_process';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fill } from '../../demo/src/write';

const socketPath = process.env.OAKEN_SOCKET!;
export const name = 'bench';
export const firstStudent = 10_000;
const csrf = 'c'.repeat(32);
export const token = (n: number) => `bench-token-${n}`;

export const pool = createPool({
  socketPath,
  user: 'root',
  database: name,
  connectionLimit: 12,
  timezone: 'Z',
});

export function start(
  file: string,
  args: string[],
  env: Record<string, string>,
  execArgv: string[] = [],
): Promise<ChildProcess> {
  const child = fork(join(process.cwd(), file), args, {
    execArgv,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((ready, fail) => {
    child.once('message', () => ready(child));
    child.once('exit', (code) =>
      code === 0 ? ready(child) : fail(new Error(`${file} ended with ${code}.`)),
    );
  });
}

/** A server that says how long its event loop was held at most since it was last asked, in ms. */
export async function startProbed(port: number) {
  const probe = join(process.cwd(), 'server/test/support/hold-probe.mjs');
  const env = { OAKEN_DATABASE: name, OAKEN_PORT: String(port) };
  const server = await start('server/dist/main.mjs', [], env, ['--import', probe]);
  const longestHold = () =>
    new Promise<number>((done) => {
      server.once('message', (message: { hold: number }) => done(message.hold));
      server.send('hold');
    });
  return { server, longestHold };
}

/** A server whose pages a browser can open. */
export const startWithPages = (port: number) =>
  start('server/dist/main.mjs', [], {
    OAKEN_DATABASE: name,
    OAKEN_PORT: String(port),
    OAKEN_PAGES: join(process.cwd(), 'web/dist'),
  });

export const studentIds = (students: number) =>
  Array.from({ length: students }, (_, n) => firstStudent + n);

/** Each bench begins with a database of its own: what an earlier one wrote would count as well. */
async function dropSchool(): Promise<void> {
  const connection = await createConnection({ socketPath, user: 'root' });
  await connection.query(`DROP DATABASE IF EXISTS ${name}`);
  await connection.end();
}

/** The demonstration school and so many students more, with a session each. */
export async function prepareSchool(students: number): Promise<void> {
  await dropSchool();
  await start('server/dist/main.mjs', ['prepare'], { OAKEN_DATABASE: name });
  await fill(socketPath, name, Date.now());
  const now = new Date();
  const later = new Date(now.getTime() + 3_600_000);
  const ids = studentIds(students);
  await pool.batch(
    "INSERT INTO accounts (id, school_id, role, given_name, family_name, secret_hash, created_at) VALUES (?, 1, 'student', 'Load', ?, '', ?)",
    ids.map((id) => [id, String(id), now]),
  );
  await pool.batch(
    'INSERT INTO sessions (token_hash, account_id, csrf, created_at, expires_at) VALUES (?, ?, ?, ?, ?)',
    ids.map((id, n) => [createHash('sha256').update(token(n)).digest(), id, csrf, now, later]),
  );
}

export async function entriesOf(assignment: number): Promise<string[]> {
  const entries = await pool.query(
    'SELECT entry_id AS entry FROM edition_revisions WHERE edition_id = (SELECT edition_id FROM assignments WHERE id = ?)',
    [assignment],
  );
  return entries.map((row: { entry: string }) => row.entry);
}

export const bodyOf = (entry: string, number: number) =>
  JSON.stringify({
    answers: [
      { entry, number, device: 'benchdevice0', responses: { a: String(number) }, flagged: false },
    ],
  });

export const headersOf = (n: number) => ({
  'content-type': 'application/json',
  cookie: `oaken=${token(n)}`,
  'x-csrf-token': csrf,
});

/** A session for somebody of the staff. @returns its token, and their id */
export async function signInStaff(signInName: string): Promise<{ token: string; id: number }> {
  const text = `bench-${signInName}`;
  const [{ id }] = await pool.query('SELECT id FROM accounts WHERE sign_in_name = ?', [signInName]);
  await pool.query(
    'INSERT INTO sessions (token_hash, account_id, csrf, created_at, expires_at) VALUES (?, ?, ?, ?, ?)',
    [
      createHash('sha256').update(text).digest(),
      id,
      csrf,
      new Date(),
      new Date(Date.now() + 3_600_000),
    ],
  );
  return { token: text, id };
}

export const staffHeaders = (text: string) => ({
  'content-type': 'application/json',
  cookie: `oaken=${text}`,
  'x-csrf-token': csrf,
});

/** So many items of the demonstration with one question of choices. @returns their ids */
export async function singleChoiceItems(count: number): Promise<number[]> {
  const items = await pool.query(
    `SELECT i.id FROM items i JOIN revisions r ON r.id = i.revision_id JOIN banks b ON b.id = i.bank_id
      WHERE r.kind = 'single-choice' AND b.reach <> 'mine' AND i.retired_at IS NULL ORDER BY i.id LIMIT ?`,
    [count],
  );
  return items.map(({ id }: { id: number }) => id);
}

/** A class of the demonstration's teacher. */
export async function makeClass(classId: number, students: number[]): Promise<void> {
  const [{ owner }] = await pool.query(
    "SELECT id AS owner FROM accounts WHERE sign_in_name = 'holloway'",
  );
  await pool.query(
    `INSERT INTO classes (id, school_id, name, period, grade, subject, term, code, created_at)
      VALUES (?, 1, ?, '', 6, 'Mathematics', '', ?, NOW())`,
    [classId, `B${classId}`, `Z${String(classId).padStart(5, '0')}`],
  );
  await pool.query('INSERT INTO class_teachers (class_id, teacher_id) VALUES (?, ?)', [
    classId,
    owner,
  ]);
  await pool.batch(
    'INSERT INTO enrollments (class_id, student_id, roster_number) VALUES (?, ?, ?)',
    students.map((id, n) => [classId, id, n + 1]),
  );
}
