import { fork } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Keeper } from './keeper.mjs';
import { installMariaDb, startMariaDb } from './mariadb.mjs';
import { ensureBuilt, ensurePackages } from './packages.mjs';
import { installDebian, root, run, settledWithin } from './run.mjs';
import { say, Stop } from './say.mjs';

/** An orderly end of the server: what is being saved is written first. */
const serverPatience = 2_500;
/** Whatever happens, the whole has ended so long after it was asked to. */
const longestEnd = 9_500;

export const exitCodes = { serverGivenUp: 13, databaseGivenUp: 12 };

function checkPort(port) {
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(
      `OAKEN_PORT is “${process.env.OAKEN_PORT}”; it must be a number from 1 to 65535.`,
      2,
    );
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', ({ code }) =>
      fail(
        code === 'EACCES'
          ? new Stop(
              `Port ${port} may not be opened by this user. Set OAKEN_PORT to one above 1023.`,
              3,
            )
          : new Stop(
              `Port ${port} is already in use. Set OAKEN_PORT to another one, or stop the program that has it.`,
              3,
            ),
      ),
    );
    probe.listen(port, '127.0.0.1', () => probe.close(done));
  });
}

/** One server process, ready when it says so. */
function startServer(env, signal) {
  const child = fork(join(root, 'server/dist/main.mjs'), { env, stdio: 'inherit' });
  const ended = new Promise((done) => {
    child.once('error', (error) => done(error.message));
    child.once('exit', (code, killedBy) => done(killedBy ?? `code ${code}`));
  });
  const stop = async () => {
    child.kill('SIGTERM');
    if (!(await settledWithin(ended, serverPatience))) child.kill('SIGKILL');
    await ended;
  };
  return new Promise((ready, fail) => {
    child.once('message', () => ready({ ended, stop }));
    void ended.then((reason) =>
      fail(new Stop(`The server did not start: ${reason}.`, child.exitCode || 1)),
    );
    signal.addEventListener('abort', () => void stop());
  });
}

/** Stand-ins play the services that a demonstration has no real ones of. @returns the settings that lead to them */
async function startStandIns(env) {
  const child = fork(join(root, 'stand-ins/dist/main.mjs'), { stdio: 'inherit' });
  const played = await new Promise((ready, fail) => {
    child.once('message', ready);
    child.once('exit', () =>
      fail(new Stop('The stand-ins of the demonstration did not start.', 1)),
    );
  });
  const real = {
    ROSTER: env.OAKEN_ROSTER_URL,
    SMTP: env.OAKEN_SMTP_URL,
    MAILBOX: env.OAKEN_SMTP_URL,
  };
  return Object.fromEntries(Object.entries(played).filter(([name]) => !real[name.split('_')[1]]));
}

/** Runs one of our programs to its end; a failure becomes a sentence and its exit code. @returns what it printed */
async function prepare(file, args, env, signal) {
  const { code, output } = await run(process.execPath, [join(root, file), ...args], {
    quiet: true,
    env,
    signal,
  });
  if (code !== 0) throw new Stop(output.trim(), code);
  return output.trim();
}

/**
 * Brings everything up and keeps it up until it is told to end.
 *
 * @param options.kind 'demonstration' or 'school'
 * @param options.folder where the data lies
 * @param options.welcome what to print when it is open; given its address, the port, and for a
 * school that has not begun the
 *   link that begins it
 */
export async function serve({ kind, folder, welcome }) {
  const [major] = process.versions.node.split('.');
  if (Number(major) < 20)
    throw new Stop(`Node 20 or newer is needed; this is ${process.version}.`, 2);
  const port = Number(process.env.OAKEN_PORT ?? 4600);
  const ending = new AbortController();
  const keepers = [];
  let stopping = null;
  /** Ends what runs, the newest first. */
  const stop = (code) => {
    stopping ??= (async () => {
      ending.abort();
      setTimeout(() => process.exit(code || 1), longestEnd).unref();
      for (const keeper of [...keepers].reverse()) await keeper.stop();
      process.exit(code);
    })();
    return stopping;
  };
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  const keep = async (options) => {
    const keeper = new Keeper(options);
    keepers.push(keeper);
    await keeper.start();
    return keeper;
  };
  const giveUp = (name, code, hint) => (reason) => {
    process.stderr.write(`${name} keeps ending (${reason}), so everything was stopped. ${hint}\n`);
    void stop(code);
  };

  try {
    await checkPort(port);
    installMariaDb();
    // Scans of answer sheets come as PDF, and are read with a limit of memory.
    installDebian(['pdfinfo', 'pdftoppm', 'prlimit'], ['poppler-utils', 'util-linux']);
    await ensurePackages();
    await ensureBuilt();
    let create = true;
    const database = await keep({
      name: 'The database',
      async begin(signal) {
        const begun = await startMariaDb(folder, { signal, create });
        create = false;
        return begun;
      },
      giveUp: giveUp(
        'The database',
        exitCodes.databaseGivenUp,
        `Its own story is in ${folder}/mariadb.log.`,
      ),
    });
    const env = {
      ...process.env,
      OAKEN_SOCKET: database.process.socket,
      OAKEN_PORT: String(port),
      OAKEN_PAGES: join(root, 'web/dist'),
      OAKEN_FOLDER: folder,
      OAKEN_KIND: kind,
    };
    // The school stands before the first visitor can come in.
    await prepare('server/dist/main.mjs', ['prepare'], env, ending.signal);
    let setupLink = '';
    if (kind === 'school')
      setupLink = await prepare('server/dist/main.mjs', ['setup-link'], env, ending.signal);
    else {
      await prepare('demo/dist/fill.mjs', [], env, ending.signal);
      Object.assign(env, await startStandIns(env));
    }
    await keep({
      name: 'The server',
      async begin(signal) {
        while (database.process === null && !signal.aborted) await wait(100);
        return startServer(env, signal);
      },
      giveUp: giveUp(
        'The server',
        exitCodes.serverGivenUp,
        `What it met with is in ${folder}/logs.`,
      ),
    });
    say(welcome({ address: env.OAKEN_ORIGIN ?? `http://127.0.0.1:${port}`, port, setupLink }));
  } catch (error) {
    // Whoever asked it to end does not want to hear what that interrupted.
    if (!stopping) process.stderr.write(`${error.message}\n`);
    await stop(error instanceof Stop ? error.code : 1);
  }
}
