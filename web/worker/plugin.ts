/** Builds the seat's service worker, with the list of what the seat's pages load. */
import { transformWithEsbuild, type Plugin, type Rollup } from 'vite';
import { readFile } from 'node:fs/promises';
import { createHash } from 'node:crypto';

/** Larger pieces, such as the formula keyboard, are kept when they are first used. */
const largest = 300_000;
/** Letters of the languages that pages are written in; others are kept when they are first used. */
const rareFont = /(latin-ext|cyrillic|greek|vietnamese)|\.(ttf|woff)$/;

export const seatWorker = (): Plugin => ({
  name: 'seat-worker',
  apply: 'build',
  // After scripts that only name a style, and come to nothing, have been taken out of the bundle.
  enforce: 'post',
  async generateBundle(_, bundle) {
    const seat = Object.values(bundle).find(
      (file): file is Rollup.OutputChunk =>
        file.type === 'chunk' && file.isEntry && file.name === 'seat',
    );
    if (!seat) throw new Error('The seat has no entry in this build.');
    const files = [...reached(bundle, seat)]
      .filter((name) => sizeOf(bundle[name]) <= largest && !rareFont.test(name))
      .sort();
    const version = createHash('sha256').update(files.join()).digest('hex').slice(0, 12);
    const source = await readFile(new URL('./seat-worker.ts', import.meta.url), 'utf8');
    const { code } = await transformWithEsbuild(source, 'seat-worker.ts', {
      define: {
        PRECACHED: JSON.stringify(files.map((name) => `/${name}`)),
        VERSION: JSON.stringify(version),
      },
    });
    this.emitFile({ type: 'asset', fileName: 'seat-worker.js', source: code });
  },
});

const sizeOf = (file: Rollup.OutputAsset | Rollup.OutputChunk | undefined) =>
  file === undefined ? 0 : file.type === 'chunk' ? file.code.length : file.source.length;

/** The chunk and all that it and what it imports can load: scripts, styles and fonts. */
function reached(
  bundle: Rollup.OutputBundle,
  from: Rollup.OutputChunk,
  paths = new Set<string>(),
): Set<string> {
  if (paths.has(from.fileName)) return paths;
  paths.add(from.fileName);
  for (const name of from.viteMetadata?.importedCss ?? []) paths.add(name);
  for (const name of from.viteMetadata?.importedAssets ?? []) paths.add(name);
  for (const name of [...paths]) {
    const chunk = bundle[name];
    if (chunk?.type === 'asset' && name.endsWith('.css'))
      for (const [, asset] of String(chunk.source).matchAll(/url\(\/(assets\/[^)"']+)\)/g))
        if (asset) paths.add(asset);
  }
  for (const name of [...from.imports, ...from.dynamicImports]) {
    const chunk = bundle[name];
    if (chunk?.type === 'chunk') reached(bundle, chunk, paths);
  }
  return paths;
}
