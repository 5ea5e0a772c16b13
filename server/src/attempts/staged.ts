/** Attempts in stages: what is stored of them, and which answers each still takes. */
import type { SavedAnswer } from '@oaken/contract/attempts';
import { stageStateOf, type Course, type Stage } from '@oaken/core/stages';
import { defaultGrace } from '@oaken/core/timing';
import { toMillisOrNull } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { isInTime } from './written';

export interface StoredStages {
  stages: Stage[] | null;
  stage: number;
  clockAt: Date | null;
  stagesLeftAt: number[] | null;
}

export interface Staged {
  stages: Stage[];
  course: Course;
}

/** Null: all questions are open together. */
export const stagedOf = ({ stages, stage, clockAt, stagesLeftAt }: StoredStages): Staged | null =>
  stages === null
    ? null
    : {
        stages,
        course: {
          stage,
          clockAt: toMillisOrNull(clockAt),
          left: stagesLeftAt ?? [],
        },
      };

/** The course as columns of an attempt. */
export const courseColumns = (course: Course | null) => ({
  stage: course?.stage ?? 0,
  clockAt: course?.clockAt == null ? null : new Date(course.clockAt),
  stagesLeftAt: course?.left ?? null,
});

export interface Sorted {
  /** Taken as they are. */
  now: SavedAnswer[];
  /** Taken because they were written while their question was open. */
  late: SavedAnswer[];
  /** Ids of entries that take no more answers. */
  closed: string[];
}

export const pausedProblem = () => problem('paused');

/**
 * @throws Problem 404 for an entry that was not shown yet; 423 for answers that were written while
 * the clock stands still
 */
export function sorted(
  { staged, pausedAt }: { staged: Staged | null; pausedAt: Date | null },
  answers: SavedAnswer[],
  beganAt: number,
  now: number,
): Sorted {
  if (pausedAt !== null) {
    // What was under way when the clock stopped is taken; what was written since waits on its device until it goes on.
    const end = pausedAt.getTime();
    if (!answers.every((answer) => now < end + defaultGrace || isInTime(answer, end, beganAt)))
      throw pausedProblem();
    return sorted({ staged, pausedAt: null }, answers, beganAt, Math.min(now, end));
  }
  if (staged === null) return { now: answers, late: [], closed: [] };
  const outcome: Sorted = { now: [], late: [], closed: [] };
  for (const answer of answers) {
    const state = stageStateOf(staged.stages, staged.course, answer.entry);
    const end = state.open ? state.until : state.leftAt;
    if (!state.open && end === null) throw notFound('item');
    // A save that was under way when the clock ran out; what was left on purpose is left at once.
    if (state.open && (end === null || now < end + defaultGrace)) outcome.now.push(answer);
    else if (end !== null && isInTime(answer, end, beganAt)) outcome.late.push(answer);
    else outcome.closed.push(answer.entry);
  }
  return outcome;
}
