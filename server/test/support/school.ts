/** The demonstration school on a database and a server of its own, with a clock that a test can set. */
import { hash } from '@node-rs/argon2';
import { createApp, type App } from '../../src/app';
import { connect, createDatabase } from '../../src/database/connect';
import { row } from './sql';
import { migrator } from '../../src/database/migrate';
import { logTo } from '../../src/log';
import { Reader } from '../../src/reading/reader';
import type { AnswerAt, Told } from './typed';
import { demonstrationSchool, passcodesOf, signIns, type Tables } from '@oaken/demo';

export { signIns as signInsOf };
import { randomBytes } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Database } from '../../src/database/connect';
import { usualRules } from '@oaken/core/assignments';
import { closedAtTheEnd } from './left-open';

/** The thread as it is served; start-database.cjs builds it. */
export const reader = new Reader(pathToFileURL(join(process.cwd(), 'server/dist/reader.mjs')));

const seed = 'test';
/** A Tuesday in term, 10:00 in New York. */
export const schoolMorning = Date.UTC(2026, 2, 3, 15);
/** What is drawn for whoever looks at the demonstration; here nobody does. */
const blankSheet = async () => Buffer.from('no picture');
/** Quick to check; what real passwords cost is measured in the bench. */
const cheap = (secret: string) => hash(secret, { memoryCost: 8, timeCost: 1, parallelism: 1 });

export interface Reply<Body = unknown> {
  status: number;
  body: Body;
  headers: Headers;
}

/** One browser: a cookie, a CSRF token and an address of its own. */
export class Visitor {
  csrf = '';
  /** Cookies by name, each as it is sent. */
  private readonly jar = new Map<string, string>();

  get cookie(): string {
    return [...this.jar.values()].join('; ');
  }

  set cookie(cookies: string) {
    this.jar.clear();
    for (const pair of cookies.split('; ').filter(Boolean))
      this.jar.set(pair.slice(0, pair.indexOf('=')), pair);
  }

  constructor(private readonly base: string) {}

  async send<M extends string, Path extends string, Body = Told<AnswerAt<M, Path>>>(
    method: M,
    path: Path,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Reply<Body>> {
    const response = await fetch(this.base + path, {
      method,
      headers: {
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...(this.jar.size > 0 && { cookie: this.cookie }),
        ...(this.csrf && { 'x-csrf-token': this.csrf }),
        ...headers,
      },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
    });
    for (const set of response.headers.getSetCookie()) {
      const [pair = ''] = set.split(';');
      this.jar.set(pair.slice(0, pair.indexOf('=')), pair);
    }
    const text = await response.text();
    const json = /\bjson/.test(response.headers.get('content-type') ?? '');
    return {
      status: response.status,
      body: json ? JSON.parse(text) : text,
      headers: response.headers,
    };
  }

  get = <Path extends string>(path: Path) => this.send('GET', path);
  post = <Path extends string>(path: Path, body: unknown = {}) => this.send('POST', path, body);

  /** Like `send`, but anything other than success fails the test with the server's words. */
  async ok<M extends string, Path extends string>(
    method: M,
    path: Path,
    body?: unknown,
  ): Promise<AnswerAt<M, Path>> {
    const reply = await this.send(method, path, body);
    if (reply.status !== 200)
      throw new Error(`${method} ${path}: ${reply.status} ${JSON.stringify(reply.body)}`);
    return reply.body;
  }

  async signIn(reply: Promise<Reply<{ csrf?: string | null }>>): Promise<this> {
    const { status, body } = await reply;
    if (status !== 200) throw new Error(`sign-in: ${status} ${JSON.stringify(body)}`);
    this.csrf = body.csrf ?? '';
    return this;
  }
}

export interface School {
  database: Database;
  app: App;
  base: string;
  /** Moves the server's clock. */
  clock: { now: number };
  log: string[];
  visitor(): Visitor;
  staff(name: string): Promise<Visitor>;
  /** The student with a place in a class's list, from 0. */
  student(className: string, index: number): Promise<Visitor>;
  /** Everything that has to happen by itself, once. */
  jobs(): Promise<void>;
  close(): Promise<void>;
}

export async function fillSchool(database: Database, now: number): Promise<Tables> {
  const tables = await demonstrationSchool({ seed, now, hash: cheap, draw: blankSheet });
  // In one transaction and so on one connection, where the switch of the foreign keys holds.
  await database.transaction(async (transaction) => {
    await database.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const [table, rows] of tables)
      await database.getQueryInterface().bulkInsert(table, rows, { transaction });
    await database.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
  return tables;
}

export async function openSchool({
  socket = process.env.OAKEN_TEST_SOCKET!,
  fill = true,
} = {}): Promise<School> {
  const place = { socket, name: `t_${randomBytes(6).toString('hex')}` };
  await createDatabase(place);
  const database = connect(place);
  await migrator(database).up();
  if (fill) await fillSchool(database, schoolMorning);

  const seatDatabase = connect(place, 6);
  const clock = { now: schoolMorning };
  const log: string[] = [];
  const app = createApp({
    database,
    seatDatabase,
    now: () => clock.now,
    log: logTo({ write: (line) => void log.push(line) }),
    reader,
    // The source documents will do: what is tested is how they are sent.
    pages: join(process.cwd(), 'web'),
    checkAnswers: true,
  });
  const server: Server = createServer(app.http);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const visitor = () => new Visitor(base);

  return {
    database,
    app,
    base,
    clock,
    log,
    visitor,
    staff(name) {
      const client = visitor();
      return client.signIn(
        client.post('/api/session/staff', { name, password: signIns.teacher.password }),
      );
    },
    async student(className, index) {
      const client = visitor();
      const { code } = (await row<{ code: string }>(
        database,
        'SELECT code FROM classes WHERE name = :className',
        {
          className,
        },
      ))!;
      const { name, passcode } = passcodesOf(seed, className)[index]!;
      const list = await client.ok('POST', '/api/session/class', { code });
      const { id } = list.students.find((student) => student.name === name)!;
      return client.signIn(client.post('/api/session/student', { code, studentId: id, passcode }));
    },
    async jobs() {
      for (const { run } of app.jobs) await run();
    },
    close: closedAtTheEnd(async () => {
      await new Promise((done) => {
        server.close(done);
        server.closeAllConnections();
      });
      await app.context.saving.drain();
      await database.query(`DROP DATABASE \`${place.name}\``).catch(() => {});
      await Promise.all([database.close(), seatDatabase.close()]);
    }),
  };
}

export { usualRules };

/** Everything that a teacher wishes for, as the assigning page sends it; open now. */
export const wishes = (classIds: number[], closesAt: number | null) => ({
  who: { classIds, groupIds: [] as number[], studentIds: [] as number[], link: false },
  opensAt: null as number | null,
  closesAt,
  lateRule: { late: 'no' } as object,
  visibleFrom: null as number | null,
  answersFrom: null as number | null,
  word: '',
  instructions: '',
  note: '',
  rules: usualRules,
});

let keys = 0;
export const clientKey = () => `00000000-0000-4000-9000-${String(++keys).padStart(12, '0')}`;

/** A teacher makes a test of items on a standard and gives it to a class, open now for a week. */
export async function giveTest(
  school: School,
  teacher: Visitor,
  {
    words = 'RAT',
    className = '6B',
    search = `words=${words}&grades=6&kind=single-choice`,
    change = {},
  }: { words?: string; className?: string; search?: string; change?: Record<string, unknown> } = {},
) {
  const page = await teacher.ok('GET', `/api/items?${search}`);
  const itemIds = page.items.slice(0, 6).map(({ id }) => id);
  const { id: testId } = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Given',
    kind: 'quiz',
    itemIds,
  });
  const test = await teacher.ok('GET', `/api/tests/${testId}`);
  const { classes } = await teacher.ok('GET', '/api/classes');
  const classId = classes.find(({ name }) => name === className)!.id;
  const given = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: test.version,
    ...wishes([classId], school.clock.now + 7 * 86_400_000),
    ...change,
  });
  return {
    testId,
    test,
    classId,
    assignmentId: given.id as number,
    students: given.students as number,
  };
}

export const answer = (
  entry: string,
  number: number,
  responses: Record<string, unknown>,
  device = 'device000001',
  flagged = false,
) => ({
  entry,
  number,
  device,
  responses,
  flagged,
});
