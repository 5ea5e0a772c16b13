/** Scripts in TypeScript, built into one file each; they need the packages, but neither database nor server. */
import { build } from 'esbuild';
import { basename, join } from 'node:path';
import { ownOnly } from '../build.mjs';
import { root } from './run.mjs';

/** @param entry from the root of the tree @returns the built file */
export async function bundle(entry) {
  const outfile = join(root, 'scripts/dist', `${basename(entry, '.ts')}.mjs`);
  await build({
    entryPoints: [join(root, entry)],
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    plugins: [ownOnly],
    logLevel: 'error',
  });
  return outfile;
}

/** Builds it and runs it here. */
export const runBundled = async (entry) => void (await import(await bundle(entry)));
