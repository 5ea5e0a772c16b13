/** What a browser has to load before a page can be used, from the build's own manifest; gzip as the server sends it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { report } from './figure';

interface Chunk {
  file: string;
  imports?: string[];
  dynamicImports?: string[];
}
const dist = join(process.cwd(), 'web/dist');
const manifest = JSON.parse(readFileSync(join(dist, '.vite/manifest.json'), 'utf8')) as Record<
  string,
  Chunk
>;

/** Chunks of an entry and of the pages that it loads on demand, each once. */
function reached(...entries: string[]): Set<string> {
  const files = new Set<string>();
  const visit = (name: string) => {
    const chunk = manifest[name];
    if (!chunk) throw new Error(`${name} is not in the manifest.`);
    if (files.has(chunk.file)) return;
    files.add(chunk.file);
    chunk.imports?.forEach(visit);
  };
  entries.forEach(visit);
  return files;
}
const size = (files: Set<string>) =>
  [...files].reduce((sum, file) => sum + gzipSync(readFileSync(join(dist, file))).length, 0) / 1024;

const limit = (name: string, value: number, floor: number) =>
  report({ name, value, unit: 'kB gzip', floor, holds: value < floor });
limit('student’s first question, JavaScript', size(reached('seat.html')), 150);
// Desk and seat share the drawing of formulas, so the build names its piece by what is in it.
const formulas =
  Object.keys(manifest).find((name) => /formulas\b.*\.(ts|js)$/.test(name)) ??
  'src/parts/formulas.ts';
limit(
  'student’s first question with formulas, JavaScript',
  size(reached('seat.html', formulas)),
  175,
);
limit(
  'teacher’s first page, JavaScript',
  size(reached('index.html', 'src/desk/today/TodayPage.vue')),
  400,
);
