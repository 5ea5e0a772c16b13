/** What `npm start` says when it cannot: one sentence and an exit code, never a stack trace. */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'oaken-start-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function run(
  script: string,
  args: string[],
  env: Record<string, string>,
): Promise<{ code: number | null; said: string }> {
  const child = spawn(process.execPath, [script, ...args], { env: { ...process.env, ...env } });
  let text = '';
  child.stdout.on('data', (chunk) => (text += chunk));
  child.stderr.on('data', (chunk) => (text += chunk));
  return new Promise((done) => child.on('close', (code) => done({ code, said: text })));
}
const plain = (text: string) => expect(text).not.toMatch(/\n\s+at |node:internal|Error:/);

test('a port that is taken, and one that is none', async () => {
  const taken = createServer();
  await new Promise<void>((ready) => taken.listen(0, '127.0.0.1', ready));
  const port = String((taken.address() as AddressInfo).port);
  const first = await run('scripts/start.mjs', [], { OAKEN_PORT: port, OAKEN_DATA: folder });
  expect(first).toEqual({
    code: 3,
    said: `Port ${port} is already in use. Set OAKEN_PORT to another one, or stop the program that has it.\n`,
  });
  const second = await run('scripts/start.mjs', [], { OAKEN_PORT: 'many', OAKEN_DATA: folder });
  expect(second).toEqual({
    code: 2,
    said: 'OAKEN_PORT is “many”; it must be a number from 1 to 65535.\n',
  });
  taken.close();
});

test('a data folder that cannot be written', async () => {
  writeFileSync(join(folder, 'file'), '');
  const { code, said } = await run(
    'scripts/database.mjs',
    ['start', join(folder, 'file', 'data')],
    {},
  );
  expect(code).toBe(9);
  expect(said).toMatch(
    /^The data folder .* cannot be written \(ENOTDIR\)\. Give this user the right to, or set OAKEN_DATA to another folder\.\n$/,
  );
});

test('a broken database says why, and where the whole story is', async () => {
  const broken = join(folder, 'broken');
  mkdirSync(join(broken, 'data', 'mysql'), { recursive: true });
  writeFileSync(join(broken, 'data', 'ibdata1'), 'not a table space');
  const { code, said } = await run('scripts/database.mjs', ['start', broken], {});
  expect(code).toBe(12);
  expect(said).toContain(`The database in ${broken} does not start: `);
  expect(said).toContain('mariadb.log');
  plain(said);
}, 90_000);

describe('what is started is kept running', () => {
  const data = join(folder, 'kept');
  let port = 0;
  let starter: ChildProcess;
  let text = '';

  /** Processes that the starter has begun, by what stands in their command line. */
  const childOf = (pattern: RegExp): number | undefined =>
    readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .map(Number)
      .find((pid) => {
        try {
          const [, parent] = /\) \S (\d+) /.exec(readFileSync(`/proc/${pid}/stat`, 'utf8'))!;
          return (
            Number(parent) === starter.pid &&
            pattern.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8'))
          );
        } catch {
          return false;
        }
      });
  const server = () => childOf(/server.dist.main/);
  const database = () => childOf(/mariadbd/);
  const isWell = () =>
    fetch(`http://127.0.0.1:${port}/api/health`).then(
      ({ status }) => status === 200,
      () => false,
    );
  /** Asks until it is so, as long as the starter runs: what it said when it ended is the reason. */
  async function until(holds: () => Promise<boolean> | boolean) {
    while (!(await holds())) {
      if (starter.exitCode !== null) throw new Error(`The starter has ended: ${text}`);
      await new Promise((done) => setTimeout(done, 50));
    }
  }
  async function begin() {
    starter = spawn(process.execPath, ['scripts/start.mjs'], {
      env: { ...process.env, OAKEN_PORT: String(port), OAKEN_DATA: data },
    });
    text = '';
    for (const stream of [starter.stdout!, starter.stderr!])
      stream.on('data', (chunk) => (text += chunk));
    await until(() => isWell());
    await until(() => text.includes('is open'));
  }
  const ended = () =>
    new Promise<number | null>((done) => starter.once('exit', (code) => done(code)));

  beforeAll(async () => {
    const probe = createServer();
    await new Promise<void>((ready) => probe.listen(0, '127.0.0.1', ready));
    port = (probe.address() as AddressInfo).port;
    await new Promise((done) => probe.close(done));
    await begin();
  }, 600_000);
  afterAll(async () => {
    if (starter.exitCode !== null) return;
    starter.kill('SIGTERM');
    await ended();
  });

  test.each(['SIGKILL', 'SIGTERM', 'SIGABRT'] as const)(
    'a server that ends by %s is begun again',
    async (signal) => {
      const before = server()!;
      process.kill(before, signal);
      await until(() => server() !== undefined && server() !== before);
      await until(isWell);
      expect(text).toContain('The server ended (');
    },
  );

  test('a database that is killed is begun again, and the server goes on', async () => {
    const [before, serving] = [database()!, server()];
    process.kill(before, 'SIGKILL');
    await until(() => database() !== undefined && database() !== before);
    await until(isWell);
    expect(server()).toBe(serving);
  });

  test('the data folder, the socket and the database’s root are this user’s alone', async () => {
    const mode = (path: string) => (statSync(path).mode & 0o777).toString(8);
    await until(() => mode(join(data, 'db.sock')) === '700');
    expect(mode(data)).toBe('700');
    const as = (user: string[]) =>
      spawnSync(
        user[0]!,
        [
          ...user.slice(1),
          'mariadb',
          '--no-defaults',
          '-uroot',
          '-S',
          join(data, 'db.sock'),
          '-e',
          'SELECT 1',
        ],
        { encoding: 'utf8' },
      );
    expect(as(['env']).status).toBe(0);
    // Even somebody whom the folder would let in: the kernel says who they are.
    chmodSync(data, 0o755);
    chmodSync(join(data, 'db.sock'), 0o777);
    for (let path = dirname(data); path !== '/tmp' && path !== '/'; path = dirname(path))
      chmodSync(path, 0o755);
    expect(as(['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups']).stderr).toContain(
      'Access denied',
    );
    chmodSync(join(data, 'db.sock'), 0o700);
    chmodSync(data, 0o700);
  });

  test('a server that does not answer any more does not keep the end from coming', async () => {
    process.kill(server()!, 'SIGSTOP');
    const pid = database()!;
    starter.kill('SIGTERM');
    expect(await ended()).toBe(0);
    expect(existsSync(`/proc/${pid}`)).toBe(false);
  });

  test('a folder that others could read is made private, and one that runs away is given up with a code', async () => {
    chmodSync(data, 0o755);
    await begin();
    expect((statSync(data).mode & 0o777).toString(8)).toBe('700');
    rmSync(join(data, 'data'), { recursive: true });
    process.kill(database()!, 'SIGKILL');
    expect(await ended()).toBe(12);
    expect(text).toContain('The database keeps ending');
    // Nothing was made anew in place of what is lost.
    expect(existsSync(join(data, 'data', 'mysql'))).toBe(false);
    plain(text);
  }, 120_000);
});
