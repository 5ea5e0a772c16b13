/** A school year of work: `npm run seed:year -- --students 2000 --weeks 30 --seed year`. */
import { seed } from './lib/seed.mjs';

seed('fill-year.mjs', process.argv.slice(2));
