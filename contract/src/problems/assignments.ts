/** Giving tests. */
import { counted, refusal } from './kind';

export const assignments = {
  'not-open-yet': refusal(409),
  'not-open-to-stop': refusal(409),
  'window-closed': refusal(409),
  'already-begun': refusal<{ students: number }>(409, counted('students')),
  'test-changed-meanwhile': refusal(409),
  'too-many-guests': refusal(409),
  'still-working': refusal(409),
  'cannot-reopen': refusal(409),
  'nobody-picked': refusal(409),
  'student-not-found': refusal(404),
  'no-calendar': refusal(404),
  'mailbox-away': refusal(502),
};
