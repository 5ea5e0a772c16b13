/** Builds and runs the reading of answer sheets. */
import { runBundled } from './lib/bundled.mjs';

await runBundled('scripts/paper/read-sheets.ts');
