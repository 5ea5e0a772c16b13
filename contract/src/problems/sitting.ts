/** Sitting a test. */
import { refusal } from './kind';

export const sitting = {
  'away-too-long': refusal<{ allowed: string }>(423),
  paused: refusal(423),
  'time-over': refusal(409),
  'handed-in': refusal(409),
  'attempt-over': refusal<{ handedIn: boolean; again: boolean }>(409, ({ handedIn, again }) => ({
    ...(handedIn && { title: 'titleHandedIn' }),
    ...(again && { detail: 'detailAgain' }),
  })),
  'no-attempts-left': refusal(409),
  'not-let-in': refusal(403),
  'not-at-school': refusal(403),
  'word-missing': refusal(403),
  'word-wrong': refusal(403),
  'all-open-together': refusal(409),
  'nothing-after': refusal(409),
  'no-help-in-test': refusal(403),
  'not-in-this-practice': refusal(403),
  'not-done-yet': refusal(409),
  'nothing-to-check': refusal(409),
  'teacher-reads-this': refusal(409),
  'score-not-out': refusal(403),
};
