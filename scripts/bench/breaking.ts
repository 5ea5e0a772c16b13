/** A school whose server and database can be killed (SIGKILL) and come again, for the benches that do so. */
import { execFileSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import type { Asker } from './asking';

export type Breakable = 'server' | 'database';

export interface BreakingSchool {
  /** Everything else for such a bench; it has to be read after the database has started. */
  load: typeof import('./load');
  startServer(): Promise<void>;
  /** Kills it, and starts it again at once, as whatever watches over it would. */
  kill(what: Breakable): Promise<void>;
  stop(): Promise<void>;
}

function startDatabase(folder: string) {
  const command = ['scripts/database.mjs', 'start', folder];
  const printed = execFileSync(process.execPath, command, { encoding: 'utf8' });
  return JSON.parse(printed.trim().split('\n').at(-1)!) as { socket: string; pid: number };
}

export async function breakingSchool(students: number, port: number): Promise<BreakingSchool> {
  const folder = mkdtempSync(join(tmpdir(), 'oaken-killing-'));
  let database = startDatabase(folder);
  // The load asks for its database when it is read in.
  process.env.OAKEN_SOCKET = database.socket;
  const load = await import('./load');
  await load.prepareSchool(students);
  let server: ChildProcess | undefined;
  const startServer = async () => {
    const env = { OAKEN_DATABASE: load.name, OAKEN_PORT: String(port) };
    server = await load.start('server/dist/main.mjs', [], env);
  };
  return {
    load,
    startServer,
    async kill(what) {
      if (what === 'server') {
        server?.kill('SIGKILL');
        await wait(200);
        await startServer();
      } else {
        process.kill(database.pid, 'SIGKILL');
        await wait(500);
        database = startDatabase(folder);
      }
    },
    async stop() {
      server?.kill('SIGTERM');
      await load.pool.end();
      process.kill(database.pid, 'SIGTERM');
      await wait(3_000);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Says it again until it is heard, as the page does. @throws what the server refuses for good */
export async function insist(
  { ask }: Asker,
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string,
  /** Of a second, how long to wait before it is said again. */
  share: () => number,
): Promise<string> {
  for (;;) {
    const reply = await ask(method, path, headers, body);
    if (reply.status === 200) return reply.body;
    if (reply.status > 0 && reply.status < 500)
      throw new Error(`${method} ${path}: ${reply.status} ${reply.body}`);
    await wait(500 + 500 * share());
  }
}
