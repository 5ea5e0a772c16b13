/** Builds and runs what draws the tables. */
import { runBundled } from './lib/bundled.mjs';

await runBundled('scripts/schema.ts');
