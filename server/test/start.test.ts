/** What `npm start` says when it cannot: one sentence and an exit code, never a stack trace. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'oaken-start-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function run(
  script: string,
  args: string[],
  env: Record<string, string>,
): Promise<{ code: number | null; said: string }> {
  const child = spawn(process.execPath, [script, ...args], { env: { ...process.env, ...env } });
  let said = '';
  child.stdout.on('data', (chunk) => (said += chunk));
  child.stderr.on('data', (chunk) => (said += chunk));
  return new Promise((done) => child.on('close', (code) => done({ code, said })));
}
const plain = (said: string) => expect(said).not.toMatch(/\n\s+at |node:internal|Error:/);

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
  expect(second).toEqual({ code: 2, said: 'OAKEN_PORT is “many”; it must be a number from 1 to 65535.\n' });
  taken.close();
});

test('a data folder that cannot be written', async () => {
  writeFileSync(join(folder, 'file'), '');
  const { code, said } = await run('scripts/database.mjs', ['start', join(folder, 'file', 'data')], {});
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
