/** Classes and rosters. */
import { counted, refusal } from './kind';

export const classes = {
  'class-changed-meanwhile': refusal(409),
  'roster-class-taken': refusal<{ name: string }>(409),
  'name-on-list': refusal(409),
  'class-full': refusal(409),
  'student-number-taken': refusal(409),
  'not-open-for-joining': refusal(403),
  'group-name-taken': refusal<{ name: string }>(409),
  'class-has-work': refusal<{ assignments: number }>(409, counted('assignments')),
  'nobody-for-strips': refusal(409),
  'roster-service-odd': refusal<{ why: string }>(502),
  'roster-service-shut': refusal(502),
};
