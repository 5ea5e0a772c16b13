/** Marking and results. */
import { refusal } from './kind';

export const results = {
  'open-again': refusal(409),
  'open-again-to-decide': refusal(409),
  'mark-first': refusal(409),
  'marked-meanwhile': refusal<{ who: string; points: string }>(409),
  adjudicated: refusal(409),
  'marked-on-other-page': refusal(409),
  'second-marking-begun': refusal<{ who: string }>(409),
  'no-work-yet': refusal(409),
  'rescored-meanwhile': refusal(409),
  'rescored-after': refusal(409),
  'not-begun': refusal(409),
};
