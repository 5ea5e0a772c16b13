/** From a fresh clone to the demonstration school: installs, builds, starts the database and the server. */
import { fork } from 'node:child_process';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { installMariaDb, startMariaDb } from './lib/mariadb.mjs';
import { ensureBuilt, ensurePackages } from './lib/packages.mjs';
import { root, run } from './lib/run.mjs';
import { runMain, say, Stop } from './lib/say.mjs';

const port = Number(process.env.OAKEN_PORT ?? 4600);
const folder = resolve(process.env.OAKEN_DATA ?? join(root, '.data'));

function checkPort() {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`OAKEN_PORT is “${process.env.OAKEN_PORT}”; it must be a number from 1 to 65535.`, 2);
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', ({ code }) =>
      fail(
        code === 'EACCES'
          ? new Stop(`Port ${port} may not be opened by this user. Set OAKEN_PORT to one above 1023.`, 3)
          : new Stop(
              `Port ${port} is already in use. Set OAKEN_PORT to another one, or stop the program that has it.`,
              3,
            ),
      ),
    );
    probe.listen(port, '127.0.0.1', () => probe.close(done));
  });
}

runMain(async () => {
  const [major] = process.versions.node.split('.');
  if (Number(major) < 20) throw new Stop(`Node 20 or newer is needed; this is ${process.version}.`, 2);
  await checkPort();
  installMariaDb();
  await ensurePackages();
  await ensureBuilt();
  let stopping = false;
  const revivals = [];
  /** A database that was killed is started again; one that keeps ending is a matter for people. */
  const revive = async () => {
    if (stopping) return;
    const now = Date.now();
    revivals.push(now);
    if (revivals.filter((at) => now - at < 60_000).length > 3) {
      process.stderr.write(
        `The database ended four times within a minute. Its own story is in ${folder}/mariadb.log.\n`,
      );
      return stop(12);
    }
    say('The database ended and is started again.');
    database = await startMariaDb(folder, { onExit: revive }).catch((error) => {
      process.stderr.write(`${error.message}\n`);
      return stop(error.code ?? 1);
    });
  };
  let database = await startMariaDb(folder, { onExit: revive });

  const env = {
    ...process.env,
    OAKEN_SOCKET: database.socket,
    OAKEN_PORT: String(port),
    OAKEN_PAGES: join(root, 'web/dist'),
  };
  // The school stands before the first visitor can come in.
  for (const [file, ...args] of [['server/dist/main.mjs', 'prepare'], ['demo/dist/fill.mjs']]) {
    const { code, output } = await run(process.execPath, [join(root, file), ...args], { quiet: true, env });
    if (code === 0) continue;
    stopping = true;
    await database.stop();
    throw new Stop(output.trim(), code);
  }

  // A school with services of its own names them in the environment; otherwise stand-ins play their part.
  const standIns = fork(join(root, 'stand-ins/dist/main.mjs'), { stdio: 'inherit' });
  const played = await new Promise((ready) => standIns.once('message', ready));
  const real = { ROSTER: env.OAKEN_ROSTER_URL, SMTP: env.OAKEN_SMTP_URL, MAILBOX: env.OAKEN_SMTP_URL };
  for (const [name, value] of Object.entries(played)) if (!real[name.split('_')[1]]) env[name] = value;

  const server = fork(join(root, 'server/dist/main.mjs'), { env, stdio: 'inherit' });
  async function stop(code) {
    if (stopping) return;
    stopping = true;
    if (server.exitCode === null) {
      server.kill('SIGTERM');
      await new Promise((done) => (server.exitCode === null ? server.once('exit', done) : done()));
    }
    await database.stop();
    process.exit(code);
  }
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  server.once('exit', (code) => void stop(code ?? 1));
  await new Promise((ready) => server.once('message', ready));

  say(`
  Oaken Ledger is open: http://127.0.0.1:${port}

  Teacher        holloway  (also lindqvist, nwosu, castellano)
  Administrator  office
  Password       oak-and-ink

  Students       http://127.0.0.1:${port}/seat  with class code BRN6B2 or BRN6D4;
                 passcodes: docs/demonstration.md

  Ctrl+C stops it.
`);
});
