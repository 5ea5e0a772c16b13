/**
 * Starts one server process; with `prepare`, only brings the database up to date and ends. Settings come from the
 * environment; scripts/lib/serve.mjs gives them.
 */
import { statfs } from 'node:fs/promises';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { makeSetupLink } from './accounts/setup';
import { createApp, type App } from './app';
import { RemoteAssembler } from './assembly/assembler';
import { RemoteFinder } from './banks/finding/remote';
import { RemoteRoster } from './classes/roster-service';
import { connect, createDatabase, type Database } from './database/connect';
import { migrator } from './database/migrate';
import { ThreadedSizer } from './files/sizer';
import { ThreadedScanReader } from './paper/scan-reader';
import { RemoteMailbox } from './letters/mailbox';
import { SmtpPost } from './letters/post';
import { logInto, logTo } from './log';
import { onOccasion, slowStatements } from './log/slow-statements';
import { readSettings, WrongSetting } from './settings';
import { Reader } from './reading/reader';
import { DeskThread } from './threads/desk';

/** Connections for saves and signs alone, for all else of sittings, and for everything else. */
const connections = { saving: 6, seat: 10, desk: 12 };
/** What is on its way when the server is to end gets so long. */
const longestDrain = 1_500;

function stopWith(message: string, code: number): never {
  process.stderr.write(`${message}\n`);
  process.exit(code);
}

const settings = (() => {
  try {
    return readSettings(process.env);
  } catch (error) {
    if (error instanceof WrongSetting) return stopWith(error.message, 2);
    throw error;
  }
})();
const { address, port, folder } = settings;

/**
 * A real school must never be opened as the demonstration, whose passwords everybody knows, nor the
 * other way round.
 */
async function insistOnKind(database: Database): Promise<void> {
  const school = await database.models.School.findOne({ order: ['id'] });
  if (!school || school.demonstration === (settings.kind === 'demonstration')) return;
  stopWith(
    school.demonstration
      ? 'This data folder holds the demonstration. Give the school another one with OAKEN_DATA.'
      : 'This data folder holds a school. Open it with “npm run school”, or give the demonstration another one with OAKEN_DATA.',
    14,
  );
}

function stopForPort(error: NodeJS.ErrnoException): never {
  if (error.code === 'EADDRINUSE')
    return stopWith(
      `Port ${port} is already in use. Set OAKEN_PORT to another one, or stop the program that has it.`,
      3,
    );
  if (error.code === 'EACCES')
    return stopWith(
      `Port ${port} may not be opened by this user. Set OAKEN_PORT to one above 1023.`,
      3,
    );
  return stopWith(`The server could not start: ${error.message}`, 1);
}

async function prepare(): Promise<void> {
  const database = connect(address);
  try {
    await createDatabase(address);
    await migrator(database).up();
    await insistOnKind(database);
  } catch (error) {
    stopWith(`The database could not be prepared: ${(error as Error).message}`, 4);
  } finally {
    await database.close();
  }
}

/** For the terminal of a school that has not begun: where its first administrator begins it. Nothing where it has. */
async function printSetupLink(): Promise<void> {
  const database = connect(address);
  const token = await makeSetupLink(database, Date.now());
  if (token !== null)
    process.stdout.write(`${settings.origin ?? settings.localAddress}/setup#${token}\n`);
  await database.close();
}

async function main(): Promise<void> {
  await prepare();
  if (process.argv[2] === 'prepare') return;
  if (process.argv[2] === 'setup-link') return printSetupLink();

  const log = folder === null ? logTo(process.stdout) : logInto(join(folder, 'logs'));
  const heard = slowStatements(log);
  const database = connect(address, connections.desk, heard);
  const seatDatabase = connect(address, connections.seat, heard);
  const savingDatabase = connect(address, connections.saving, heard);
  const desk = new DeskThread(new URL('./desk.mjs', import.meta.url), address, log);
  const app = createApp({
    ...settings,
    database,
    seatDatabase,
    savingDatabase,
    desk,
    scanReader: new ThreadedScanReader(new URL('./scans.mjs', import.meta.url)),
    sizer: new ThreadedSizer(new URL('./sizes.mjs', import.meta.url)),
    reader: new Reader(new URL('./reader.mjs', import.meta.url)),
    freeDisk: folder === null ? undefined : () => freeBytes(folder),
    now: Date.now,
    log,
    finder: new RemoteFinder(new URL('./finder.mjs', import.meta.url), address, log),
    assembler: new RemoteAssembler(new URL('./assembler.mjs', import.meta.url)),
    rosterService: settings.rosterService && new RemoteRoster(settings.rosterService),
    post: settings.mail && new SmtpPost(settings.mail.url, settings.mail.from),
    mailbox: settings.mailbox === null ? null : new RemoteMailbox(settings.mailbox),
    checkAnswers: false,
  });
  const server = createServer(app.http);
  // Longer than browsers and proxies keep an idle connection, so that it is not closed under a request on its way.
  // A large file over a slow line takes a while.
  server.requestTimeout = 20 * 60_000;
  server.keepAliveTimeout = 75_000;
  server.headersTimeout = 80_000;
  server.on('error', stopForPort);
  const timers = await startJobs(app);
  server.listen(port, '127.0.0.1', () => {
    log.info({ port }, 'listening');
    process.send?.('ready');
  });

  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    timers.forEach(clearInterval);
    server.close();
    server.closeIdleConnections();
    const { saving, finder } = app.context;
    const ended = Promise.all([saving.drain(), finder.close(), desk.close()]).then(() =>
      Promise.all([database, seatDatabase, savingDatabase].map((pool) => pool.close())),
    );
    // A database that does not answer is no reason to stay: what was not acknowledged is still on the devices.
    await Promise.race([ended, wait(longestDrain)]);
    process.exit(0);
  };
  process.on('SIGTERM', () => void stop());
  process.on('SIGINT', () => void stop());
  process.on('disconnect', () => void stop());
}

/** Free bytes on the disk of a folder, for ordinary users of the machine. */
async function freeBytes(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/** What should have happened while no server ran happens before the first visitor comes in; then each at its time. */
async function startJobs({ jobs, context: { log } }: App): Promise<NodeJS.Timeout[]> {
  const failing = new Set<string>();
  // A job that fails is tried again at its next turn; the database may be away for a while. It is said once.
  const attempt = async ({ name, run }: App['jobs'][number]) => {
    try {
      await onOccasion(name, run);
      failing.delete(name);
    } catch (error) {
      if (!failing.has(name))
        log.warn({ job: name, err: error }, 'a job fails until further notice');
      failing.add(name);
    }
  };
  for (const job of jobs) if (!job.isIdle) await attempt(job);
  return jobs.map((job) => {
    let busy = false;
    return setInterval(() => {
      if (busy) return;
      busy = true;
      void attempt(job).finally(() => (busy = false));
    }, job.every);
  });
}

void main();
