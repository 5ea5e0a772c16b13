/** Builds a command of this folder's own and runs it; it needs the packages, but neither database nor server. */
import { build } from 'esbuild';
import { basename, join } from 'node:path';
import { ownOnly } from '../build.mjs';
import { root } from './run.mjs';

/** @param entry from the root of the tree */
export async function runBundled(entry) {
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
  await import(outfile);
}
