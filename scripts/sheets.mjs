/** Builds and runs the printing of answer sheets. */
import { runBundled } from './lib/bundled.mjs';

await runBundled('scripts/paper/sheets.ts');
