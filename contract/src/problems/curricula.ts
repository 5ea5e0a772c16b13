/** Curricula. */
import { refusal } from './kind';

export const curricula = {
  'curriculum-not-yours': refusal(403),
  'curriculum-changed-meanwhile': refusal(409),
  'curriculum-line-full': refusal<{ limit: number }>(409),
};
