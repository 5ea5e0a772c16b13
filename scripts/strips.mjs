/** Builds and runs the printing of strips. */
import { runBundled } from './lib/bundled.mjs';

await runBundled('scripts/paper/strips.ts');
