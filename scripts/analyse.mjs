/** Builds and runs the analysis of a table. */
import { runBundled } from './lib/bundled.mjs';

await runBundled('scripts/analyse.ts');
