/** Builds the server and the demo into one file each, and the web client. */
import { build } from 'esbuild';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { root } from './lib/run.mjs';
import { build as buildWeb } from 'vite';

/** Our own workspaces go into the bundle, packages stay where npm put them. */
export const ownOnly = {
  name: 'own-only',
  setup(own) {
    own.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@oaken/') ? undefined : { path, external: true },
    );
  },
};

const bundle = (entry, outfile) =>
  build({
    entryPoints: [join(root, entry)],
    outfile: join(root, outfile),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    plugins: [ownOnly],
    logLevel: 'error',
  });

/** The threads that a server process starts. */
const threads = [
  ['server/src/banks/finding/worker.ts', 'server/dist/finder.mjs'],
  ['server/src/assembly/worker.ts', 'server/dist/assembler.mjs'],
  ['server/src/desk-worker.ts', 'server/dist/desk.mjs'],
  ['server/src/reading/worker.ts', 'server/dist/reader.mjs'],
  ['server/src/paper/scan-worker.ts', 'server/dist/scans.mjs'],
  ['server/src/files/size-worker.ts', 'server/dist/sizes.mjs'],
];
const serverProgram = ['server/src/main.ts', 'server/dist/main.mjs'];
const programs = [
  ['demo/src/fill.ts', 'demo/dist/fill.mjs'],
  ['stand-ins/src/main.ts', 'stand-ins/dist/main.mjs'],
  ['demo/src/fill-large.ts', 'demo/dist/fill-large.mjs'],
  ['demo/src/fill-year.ts', 'demo/dist/fill-year.mjs'],
];

/** Run by itself it builds; imported it only lends its plug-in. */
if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const only = process.argv[2];
  const wanted =
    only === '--server' ? [serverProgram, ...threads] : [...programs, serverProgram, ...threads];
  await Promise.all(wanted.map(([entry, outfile]) => bundle(entry, outfile)));
  // Whoever starts this may be a test, and what is tested is what schools are given.
  process.env.NODE_ENV = 'production';
  if (only === undefined) await buildWeb({ root: join(root, 'web'), logLevel: 'warn' });
}
