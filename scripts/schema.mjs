/** Builds and runs what draws the tables; it needs the packages, but no database. */
import { build } from 'esbuild';
import { join } from 'node:path';
import { ownOnly } from './build.mjs';
import { root } from './lib/run.mjs';

const outfile = join(root, 'scripts/dist/schema.mjs');
await build({
  entryPoints: [join(root, 'scripts/schema.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  plugins: [ownOnly],
  logLevel: 'error',
});
await import(outfile);
