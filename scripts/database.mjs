/**
 * A MariaDB of one's own for tests and benches: `node scripts/database.mjs start|stop FOLDER`;
 * start prints socket and pid.
 */
import { startMariaDb } from './lib/mariadb.mjs';
import { runMain, Stop } from './lib/say.mjs';

runMain(async () => {
  const [act, folder] = process.argv.slice(2);
  if (!folder || !['start', 'stop'].includes(act))
    throw new Stop('Say: database.mjs start FOLDER, or stop FOLDER.', 2);
  const database = await startMariaDb(folder, { test: true, memory: '256M' });
  if (act === 'stop') await database.stop();
  else process.stdout.write(`${JSON.stringify({ socket: database.socket, pid: database.pid })}\n`);
  process.exit(0);
});
