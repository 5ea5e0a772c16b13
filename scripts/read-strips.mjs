/** Builds and runs the reading of strips in pictures. */
import { runBundled } from './lib/bundled.mjs';

await runBundled('scripts/paper/read-strips.ts');
