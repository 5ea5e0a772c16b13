/** Sittings that must not be left: whoever was away for long is let in again by the teacher only. */
import { mayBeAway } from '@oaken/core/assignments';
import { lengthInWords } from '@oaken/core/timing';
import { Problem } from '../problems/problem';

/** @param seenAt the last sign; null where the sitting may be left, or where the student was let in again */
export const wasAway = (seenAt: Date | null, now: number) =>
  seenAt !== null && now - seenAt.getTime() > mayBeAway;

/** Held back and not lost: pages keep what was written until they are let in. */
export const awayProblem = () =>
  new Problem(
    423,
    `You were away for longer than ${lengthInWords(mayBeAway)}, and this is done in one sitting.`,
    'Ask your teacher to let you in again. What you wrote is kept.',
  );
