/** A whole school at once: 2,400 students begin within a minute, work for one, and hand in within another. */
import { runRush } from './rush/run';

await runRush({
  name: 'whole school',
  students: 2_400,
  assignments: 24,
  beginWithin: 60_000,
  workFor: 60_000,
  rushWithin: 60_000,
  limits: { begin: 500, save: 150, sign: 500, 'hand-in': 500 },
});
