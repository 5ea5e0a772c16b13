/** Attempts in stages: what is stored of them, and which answers each still takes. */
import type { SavedAnswer } from '@oaken/contract/attempts';
import { standingIn, type Course, type Stage } from '@oaken/core/stages';
import { defaultGrace } from '@oaken/core/timing';
import { fromJson, toMillisOrNull } from '../database/connect';
import { notFound } from '../http/problem';
import { isInTime } from './written';

export interface StoredStages {
  stages: unknown;
  stage: number;
  clockAt: Date | null;
  leftAt: unknown;
}

/** SQL for the columns of StoredStages, of an attempt as `t`. */
export const stageColumns = `t.stages, t.stage, t.clock_at AS clockAt, t.left_at AS leftAt`;

export interface Staged {
  stages: Stage[];
  course: Course;
}

/** Null: all questions are open together. */
export const stagedOf = ({ stages, stage, clockAt, leftAt }: StoredStages): Staged | null =>
  stages === null
    ? null
    : {
        stages: fromJson<Stage[]>(stages),
        course: { stage, clockAt: toMillisOrNull(clockAt), left: leftAt === null ? [] : fromJson<number[]>(leftAt) },
      };

/** The course as columns of an attempt. */
export const courseColumns = (course: Course | null) => ({
  stage: course?.stage ?? 0,
  clockAt: course?.clockAt == null ? null : new Date(course.clockAt),
  leftAt: course === null ? null : JSON.stringify(course.left),
});

export interface Sorted {
  /** Taken as they are. */
  now: SavedAnswer[];
  /** Taken because they were written while their question was open. */
  late: SavedAnswer[];
  /** Ids of entries that take no more answers. */
  closed: string[];
}

/** @throws Problem 404 for an entry that was not shown yet */
export function sorted(
  { staged, pausedAt }: { staged: Staged | null; pausedAt: Date | null },
  answers: SavedAnswer[],
  beganAt: number,
  now: number,
): Sorted {
  if (pausedAt !== null) {
    // While the clock stands still nothing new is taken; what was under way when it stopped is.
    const end = pausedAt.getTime();
    const [kept, shut] = [
      answers.filter((own) => now < end + defaultGrace || isInTime(own, end, beganAt)),
      new Set<string>(),
    ];
    for (const own of answers) if (!kept.includes(own)) shut.add(own.entry);
    const open = sorted({ staged, pausedAt: null }, kept, beganAt, Math.min(now, end));
    return { ...open, closed: [...open.closed, ...shut] };
  }
  if (staged === null) return { now: answers, late: [], closed: [] };
  const found: Sorted = { now: [], late: [], closed: [] };
  for (const answer of answers) {
    const standing = standingIn(staged.stages, staged.course, answer.entry);
    const end = standing.open ? standing.until : standing.leftAt;
    if (!standing.open && end === null) throw notFound('The item');
    // A save that was under way when the clock ran out; what was left on purpose is left at once.
    if (standing.open && (end === null || now < end + defaultGrace)) found.now.push(answer);
    else if (isInTime(answer, end!, beganAt)) found.late.push(answer);
    else found.closed.push(answer.entry);
  }
  return found;
}
