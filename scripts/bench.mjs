/**
 * Benchmarks, one JSON line a figure: {"name","value","unit","floor","ratio"}; the floor is
 * measured in the same run.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bundle } from './lib/bundled.mjs';
import { installMariaDb, startMariaDb } from './lib/mariadb.mjs';
import { ensureBuilt, ensurePackages } from './lib/packages.mjs';
import { installDebian, run } from './lib/run.mjs';
import { runMain } from './lib/say.mjs';

runMain(async () => {
  installMariaDb();
  installDebian(['chromium'], ['chromium', 'fonts-liberation']);
  await ensurePackages();
  await ensureBuilt();
  const only = process.argv[2];
  const folder = mkdtempSync(join(tmpdir(), 'oaken-bench-'));
  const database = await startMariaDb(folder, { memory: '512M' });
  try {
    for (const name of [
      'floor',
      'pages',
      'phone',
      'analysis',
      'capture',
      'assembly',
      'saving',
      'rush',
      'whole-school',
      'killing',
      'round',
      'round-killing',
      'finding',
      'results',
      'templates',
      'holds',
      'beside',
      'queries',
      'year',
      'slow',
      'costs',
    ]) {
      if (only && only !== name && name !== 'floor') continue;
      const outfile = await bundle(`scripts/bench/${name}.ts`);
      // The floor is only built: the saving bench starts it.
      if (name === 'floor') continue;
      const { code } = await run(process.execPath, [outfile], {
        env: { OAKEN_SOCKET: database.socket, NODE_ENV: 'production' },
      });
      if (code !== 0) process.exitCode = 1;
    }
  } finally {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
