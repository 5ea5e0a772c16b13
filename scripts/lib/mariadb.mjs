import { execFile, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  accessSync,
  chmodSync,
  constants,
  existsSync,
  lstatSync,
  mkdirSync,
  readFileSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir, userInfo } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { installDebian, settledWithin, which } from './run.mjs';
import { Stop, say } from './say.mjs';

/** A new database needs so much room to begin with. */
const leastFreeForNew = 300 * 1024 * 1024;
/** One that exists goes on with less: answers are small, and what is large is refused by the server long before. */
const leastFree = 40 * 1024 * 1024;
/** An orderly end takes about a second; a database that is killed loses nothing and recovers at its next start. */
const patience = 6_000;

export const installMariaDb = () =>
  installDebian(['mariadbd', 'mariadb-install-db', 'mariadb-admin'], ['mariadb-server']);

/**
 * Makes the folder, or makes one that exists private: nobody else on this machine may read answers
 * or reach the socket.
 */
function prepareFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    accessSync(folder, constants.W_OK);
    chmodSync(folder, 0o700);
  } catch (error) {
    const remedy =
      error.code === 'EPERM'
        ? 'It belongs to another user; run this as that user'
        : 'Give this user the right to, or set OAKEN_DATA to another folder';
    throw new Stop(`The data folder ${folder} cannot be written (${error.code}). ${remedy}.`, 9);
  }
  const { bavail, bsize } = statfsSync(folder);
  const free = bavail * bsize;
  const needed = existsSync(join(folder, 'data', 'mysql')) ? leastFree : leastFreeForNew;
  if (free < needed) {
    const megabytes = (bytes) => `${Math.round(bytes / 1024 / 1024)} MB`;
    throw new Stop(
      `The disk with ${folder} is nearly full: ${megabytes(free)} free, at least ${megabytes(needed)} are needed.`,
      10,
    );
  }
}

/** A socket's path may have 107 characters; a deep data folder gets a short one of its own. */
function socketPath(folder) {
  const near = join(folder, 'db.sock');
  if (near.length <= 100) return near;
  const short = join(
    tmpdir(),
    `oaken-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}`,
  );
  mkdirSync(short, { recursive: true, mode: 0o700 });
  const { uid } = lstatSync(short);
  if (process.getuid && uid !== process.getuid())
    throw new Stop(
      `${short} belongs to another user of this machine. Set OAKEN_DATA to a shorter path.`,
      9,
    );
  chmodSync(short, 0o700);
  return join(short, 'db.sock');
}

const asRoot = process.getuid?.() === 0 ? ['--user=root'] : [];

/** Runs a program of MariaDB's. @returns its exit code and what it printed; it never throws */
const runTool = (name, args, timeout) =>
  new Promise((done) => {
    execFile(which(name), args, { timeout, encoding: 'utf8' }, (error, stdout, stderr) =>
      done({ code: error ? (error.code ?? 1) : 0, output: stderr || stdout }),
    );
  });

const answers = async (socket) =>
  existsSync(socket) &&
  (await runTool('mariadb-admin', ['--no-defaults', '-uroot', '-S', socket, 'ping'], 5_000))
    .code === 0;

const lastWords = (log) => {
  try {
    const lines = readFileSync(log, 'utf8')
      .trim()
      .split('\n')
      .filter((line) => /ERROR/.test(line));
    return lines.at(-1)?.replace(/^.*\[ERROR\]\s*/, '') ?? 'it gave no reason';
  } catch {
    return 'it gave no reason';
  }
};

const isRunning = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

/** Resolves when a process that is not our child has ended. */
async function endOf(pid) {
  while (isRunning(pid)) await wait(100, undefined, { ref: false });
  return 'it is gone';
}

async function createData(folder) {
  const data = join(folder, 'data');
  const { code, output } = await runTool(
    'mariadb-install-db',
    [
      '--no-defaults',
      ...asRoot,
      `--datadir=${data}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      '--skip-name-resolve',
    ],
    120_000,
  );
  if (code !== 0)
    throw new Stop(
      `The database could not be created in ${data}: ${output.trim().split('\n').at(-1)}`,
      11,
    );
}

/**
 * What the database runs before it lets anybody in: its root is this user of the machine and nobody else, by the
 * kernel's word (unix_socket), so that there is no password to keep.
 */
function writePrivacy(folder) {
  const path = join(folder, 'private.sql');
  const user = userInfo().username.replaceAll(/['\\]/g, '');
  const statements = [
    "DELETE FROM mysql.global_priv WHERE User = 'root' AND Host <> 'localhost';",
    'FLUSH PRIVILEGES;',
    `ALTER USER root@localhost IDENTIFIED VIA unix_socket USING '${user}';`,
  ];
  writeFileSync(path, `${statements.join('\n')}\n`, { mode: 0o600 });
  return path;
}

/**
 * Starts MariaDB on a data folder of its own, reachable through a socket in that folder only. One
 * that still runs there, because whoever started it was killed, is taken over.
 *
 * @param options.memory size of the buffer pool
 * @param options.test a small, quick one for tests; still durable
 * @param options.create whether a database may be made where there is none; one that was there is not replaced
 * @param options.signal gives up waiting for it
 * @returns `socket`, `pid`, `ended` (resolves with the reason) and `stop`
 */
export async function startMariaDb(
  folder,
  { memory = '512M', test = false, create = true, signal } = {},
) {
  prepareFolder(folder);
  const socket = socketPath(folder);
  const log = join(folder, 'mariadb.log');
  const pidFile = join(folder, 'db.pid');
  const running = (pid, ended) => ({
    socket,
    pid,
    ended,
    async stop() {
      if (isRunning(pid)) process.kill(pid, 'SIGTERM');
      if (!(await settledWithin(ended, patience)) && isRunning(pid)) process.kill(pid, 'SIGKILL');
      await ended;
    },
  });
  if (await answers(socket)) {
    chmodSync(socket, 0o700);
    const pid = Number(readFileSync(pidFile, 'utf8'));
    return running(pid, endOf(pid));
  }
  if (!existsSync(join(folder, 'data', 'mysql'))) {
    if (!create) throw new Stop(`The data in ${folder} is gone.`, 12);
    if (!test) say('Preparing the database …');
    await createData(folder);
  }
  const small = ['--innodb-log-file-size=8M', '--performance-schema=OFF'];
  const child = spawn(
    which('mariadbd'),
    [
      '--no-defaults',
      ...asRoot,
      `--datadir=${join(folder, 'data')}`,
      '--skip-networking',
      `--socket=${socket}`,
      `--pid-file=${pidFile}`,
      `--log-error=${log}`,
      `--init-file=${writePrivacy(folder)}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      `--innodb-buffer-pool-size=${memory}`,
      '--innodb-flush-log-at-trx-commit=1',
      '--max-connections=200',
      ...(test ? small : []),
    ],
    { stdio: 'ignore', detached: true },
  );
  let end = null;
  const ended = new Promise((done) => {
    child.on('error', (error) => done(error.message));
    child.on('exit', (code, killedBy) => done(killedBy ?? `code ${code}`));
  });
  void ended.then((reason) => (end = reason));
  child.unref();
  for (let i = 0; i < 600 && end === null && !signal?.aborted; i++) {
    if (await answers(socket)) {
      chmodSync(socket, 0o700);
      return running(child.pid, ended);
    }
    await wait(100);
  }
  if (signal?.aborted) {
    await running(child.pid, ended).stop();
    throw new Stop('The database was stopped while it started.', 12);
  }
  throw new Stop(
    `The database in ${folder} does not start: ${lastWords(log)}\nThe whole story is in ${log}. A backup can be restored into another folder with OAKEN_DATA.`,
    12,
  );
}
