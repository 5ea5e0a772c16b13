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
  async generateBundle(_, bundle) {
    const seat = Object.values(bundle).find(
      (own): own is Rollup.OutputChunk =>
        own.type === 'chunk' && own.isEntry && own.name === 'seat',
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

const sizeOf = (own: Rollup.OutputAsset | Rollup.OutputChunk | undefined) =>
  own === undefined ? 0 : own.type === 'chunk' ? own.code.length : own.source.length;

/** The chunk and all that it and what it imports can load: scripts, styles and fonts. */
function reached(
  bundle: Rollup.OutputBundle,
  from: Rollup.OutputChunk,
  found = new Set<string>(),
): Set<string> {
  if (found.has(from.fileName)) return found;
  found.add(from.fileName);
  for (const name of from.viteMetadata?.importedCss ?? []) found.add(name);
  for (const name of from.viteMetadata?.importedAssets ?? []) found.add(name);
  for (const name of [...found]) {
    const own = bundle[name];
    if (own?.type === 'asset' && name.endsWith('.css'))
      for (const [, asset] of String(own.source).matchAll(/url\(\/(assets\/[^)"']+)\)/g))
        found.add(asset!);
  }
  for (const name of [...from.imports, ...from.dynamicImports]) {
    const own = bundle[name];
    if (own?.type === 'chunk') reached(bundle, own, found);
  }
  return found;
}
