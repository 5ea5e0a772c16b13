import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, readFileSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { installDebian, which } from './run.mjs';
import { Stop, say } from './say.mjs';

const leastFree = 300 * 1024 * 1024;

export const installMariaDb = () =>
  installDebian(['mariadbd', 'mariadb-install-db', 'mariadb-admin'], ['mariadb-server']);

function prepareFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    accessSync(folder, constants.W_OK);
  } catch (error) {
    throw new Stop(
      `The data folder ${folder} cannot be written (${error.code}). Give this user the right to, or set OAKEN_DATA to another folder.`,
      9,
    );
  }
  const { bavail, bsize } = statfsSync(folder);
  if (bavail * bsize < leastFree)
    throw new Stop(
      `The disk with ${folder} is nearly full: ${Math.round((bavail * bsize) / 1024 / 1024)} MB free, at least 300 MB are needed.`,
      10,
    );
}

/** A socket's path may have 107 characters; a deep data folder gets a short one of its own. */
function socketPath(folder) {
  const near = join(folder, 'db.sock');
  if (near.length <= 100) return near;
  const short = join(tmpdir(), `oaken-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}`);
  mkdirSync(short, { recursive: true, mode: 0o700 });
  return join(short, 'db.sock');
}

const asRoot = process.getuid?.() === 0 ? ['--user=root'] : [];

const answers = (socket) =>
  existsSync(socket) &&
  spawnSync(which('mariadb-admin'), ['--no-defaults', '-uroot', '-S', socket, 'ping'], { timeout: 5000 }).status === 0;

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

/** A process that is not our child is asked every second whether it is still there. */
function watchStranger(pid, onExit) {
  const timer = setInterval(() => {
    try {
      process.kill(pid, 0);
    } catch {
      clearInterval(timer);
      onExit();
    }
  }, 1000);
  timer.unref();
}

/**
 * Starts MariaDB on a data folder of its own, reachable through a socket in that folder only. One that still runs there,
 * because whoever started it was killed, is taken over.
 *
 * @param options.memory size of the buffer pool
 * @param options.test a small, quick one for tests; still durable
 * @param options.onExit called when it ends after it had started
 */
export async function startMariaDb(folder, { memory = '512M', test = false, onExit = () => {} } = {}) {
  prepareFolder(folder);
  const data = join(folder, 'data');
  const socket = socketPath(folder);
  const log = join(folder, 'mariadb.log');
  const shutdown = async () => {
    spawnSync(which('mariadb-admin'), ['--no-defaults', '-uroot', '-S', socket, 'shutdown'], {
      timeout: 60_000,
    });
    for (let i = 0; i < 100 && existsSync(socket); i++) await wait(50);
  };
  if (answers(socket)) {
    const pid = Number(readFileSync(join(folder, 'db.pid'), 'utf8'));
    watchStranger(pid, onExit);
    return { socket, stop: shutdown, pid };
  }

  if (!existsSync(join(data, 'mysql'))) {
    if (!test) say('Preparing the database …');
    const made = spawnSync(
      which('mariadb-install-db'),
      [
        '--no-defaults',
        ...asRoot,
        `--datadir=${data}`,
        '--auth-root-authentication-method=normal',
        '--skip-test-db',
        '--skip-name-resolve',
      ],
      { encoding: 'utf8' },
    );
    if (made.status !== 0)
      throw new Stop(
        `The database could not be created in ${data}: ${(made.stderr || made.stdout).trim().split('\n').at(-1)}`,
        11,
      );
  }
  const small = ['--innodb-log-file-size=8M', '--performance-schema=OFF'];
  const child = spawn(
    which('mariadbd'),
    [
      '--no-defaults', ...asRoot, `--datadir=${data}`, '--skip-networking', `--socket=${socket}`, `--pid-file=${join(folder, 'db.pid')}`,
      `--log-error=${log}`, '--skip-name-resolve', '--character-set-server=utf8mb4', '--collation-server=utf8mb4_unicode_ci',
      `--innodb-buffer-pool-size=${memory}`, '--innodb-flush-log-at-trx-commit=1', '--max-connections=200', ...(test ? small : []),
    ],
    { stdio: 'ignore', detached: true },
  ); // prettier-ignore
  let ended = false;
  child.on('exit', () => (ended = true));
  child.on('error', () => (ended = true));
  let ready = false;
  child.on('exit', () => ready && onExit());
  child.unref();
  for (let i = 0; i < 600 && !ended; i++) {
    if (answers(socket)) {
      ready = true;
      return { socket, stop: shutdown, pid: child.pid };
    }
    await wait(100);
  }
  throw new Stop(
    `The database in ${folder} does not start: ${lastWords(log)}\nThe whole story is in ${log}. A backup can be restored into another folder with OAKEN_DATA.`,
    12,
  );
}
