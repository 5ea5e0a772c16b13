/** A bank of 100,000 made-up items: `npm run seed:large -- 100000`. */
import { seed } from './lib/seed.mjs';

seed('fill-large.mjs', [process.argv[2] ?? '100000']);
