/** Sittings that must not be left: whoever was away for long is let in again by the teacher only. */
import { mayBeAway } from '@oaken/core/assignments';
import { lengthInWords } from '@oaken/core/timing';
import { problem } from '../problems/problem';

/** @param seenAt the last sign; null where the sitting may be left, or where the student was let in again */
export const wasAway = (seenAt: Date | null, now: number) =>
  seenAt !== null && now - seenAt.getTime() > mayBeAway;

/** Held back and not lost: pages keep what was written until they are let in. */
export const awayProblem = () => problem('away-too-long', { allowed: lengthInWords(mayBeAway) });
