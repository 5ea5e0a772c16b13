/** Adds made-up data to the database that `npm start` uses; it must be running. */
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensureBuilt, ensurePackages } from './packages.mjs';
import { root, run } from './run.mjs';
import { runMain, Stop } from './say.mjs';

/** @param program of demo/dist @param words given to it */
export const seed = (program, words) =>
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
    const { code } = await run(process.execPath, [join(root, 'demo/dist', program), ...words], {
      env: { OAKEN_SOCKET: socket },
    });
    process.exitCode = code;
  });
