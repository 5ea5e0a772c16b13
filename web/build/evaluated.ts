/** Modules whose values are worked out when the pages are built, instead of in every browser. */
import { build } from 'esbuild';
import { resolve } from 'node:path';
import type { Plugin } from 'vite';

/** @param path from `web`, of a module that exports nothing but JSON */
export const evaluated = (path: string): Plugin => {
  const module = resolve(import.meta.dirname, '..', path);
  return {
    name: 'evaluated',
    apply: 'build',
    async load(id) {
      if (id !== module) return null;
      const { outputFiles } = await build({
        entryPoints: [module],
        bundle: true,
        write: false,
        platform: 'node',
        format: 'esm',
        logLevel: 'error',
      });
      const source = Buffer.concat(outputFiles.map(({ contents }) => contents));
      const values = await import(`data:text/javascript;base64,${source.toString('base64')}`);
      return Object.entries(values)
        .map(([name, value]) => `export const ${name} = ${JSON.stringify(value)};`)
        .join('\n');
    },
  };
};
