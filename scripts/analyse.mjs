/** Builds and runs the analysis of a table; it needs the packages, but neither database nor server. */
import { build } from 'esbuild';
import { join } from 'node:path';
import { ownOnly } from './build.mjs';
import { root } from './lib/run.mjs';

const outfile = join(root, 'scripts/dist/analyse.mjs');
await build({
  entryPoints: [join(root, 'scripts/analyse.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  plugins: [ownOnly],
  logLevel: 'error',
});
await import(outfile);
