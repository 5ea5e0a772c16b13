/** Adds a bank of 100,000 made-up items to the database that `npm start` uses; it must be running. */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensureBuilt, ensurePackages } from './lib/packages.mjs';
import { root, run } from './lib/run.mjs';
import { runMain, Stop } from './lib/say.mjs';

runMain(async () => {
  const folder = resolve(process.env.OAKEN_DATA ?? join(root, '.data'));
  const socket = process.env.OAKEN_SOCKET ?? join(folder, 'db.sock');
  if (!existsSync(socket))
    throw new Stop(
      `There is no running database at ${socket}. Start it with “npm start” first.`,
      2,
    );
  await ensurePackages();
  await ensureBuilt();
  const { code } = await run(
    process.execPath,
    [join(root, 'demo/dist/fill-large.mjs'), process.argv[2] ?? '100000'],
    {
      env: { OAKEN_SOCKET: socket },
    },
  );
  process.exitCode = code;
});
