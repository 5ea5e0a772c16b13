/** A grade at once: 600 students begin within a minute, work for five, and hand in within ten seconds. */
import { runRush } from './rush/run';

await runRush({
  name: 'rush',
  students: 600,
  assignments: 1,
  beginWithin: 60_000,
  workFor: 300_000,
  rushWithin: 10_000,
  limits: { begin: 250, save: 100, sign: 250, 'hand-in': 250 },
});
