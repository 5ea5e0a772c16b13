/**
 * The stages of a sitting: which questions are open together, and for how long. A sitting without stages has all of
 * its questions open until the end. Instants and lengths are milliseconds; the clock is the caller's.
 */
import { elementAt } from '../certain';
import { minute } from '../timing';

/** What a teacher sets: going back, and times of their own for sections or single questions, in minutes. */
export interface StageRules {
  goBack: boolean;
  stageLimit:
    | { of: 'sections'; minutes: Readonly<Record<string, number>> }
    | { of: 'items'; minutes: number }
    | null;
}

export interface Clock {
  of: 'section' | 'item';
  /** Stages with one key share one clock. */
  key: string;
  length: number;
}

export interface Stage {
  /** Ids of the entries that are open together, in order. */
  entries: string[];
  clock: Clock | null;
}

/** Where an attempt stands in its stages. */
export interface Course {
  stage: number;
  /** When the present stage's clock runs out. */
  clockAt: number | null;
  /** When each earlier stage was left. */
  left: number[];
}

/**
 * The stages of one student's form; null where all is one stage without a clock.
 *
 * @param timeFactor 1 for most; null: no limits for this student
 */
export function stagesOf(
  sections: readonly { id: string; entries: readonly { id: string }[] }[],
  { goBack, stageLimit }: StageRules,
  timeFactor: number | null,
): Stage[] | null {
  if (goBack && stageLimit === null) return null;
  const lengthOf = (minutes: number | undefined) =>
    minutes === undefined || timeFactor === null ? null : Math.round(minutes * minute * timeFactor);
  return sections.flatMap((section): Stage[] => {
    const ids = section.entries.map(({ id }) => id);
    if (stageLimit?.of === 'items')
      return ids.map((id) => ({
        entries: [id],
        clock: clockOf('item', id, lengthOf(stageLimit.minutes)),
      }));
    const clock = clockOf('section', section.id, lengthOf(stageLimit?.minutes[section.id]));
    if (!goBack) return ids.map((id) => ({ entries: [id], clock }));
    return ids.length > 0 ? [{ entries: ids, clock }] : [];
  });
}

const clockOf = (of: Clock['of'], key: string, length: number | null): Clock | null =>
  length === null ? null : { of, key, length };

/** Where a sitting stands when it begins. */
export const begun = (stages: readonly Stage[], now: number): Course => ({
  stage: 0,
  clockAt: startOf(stages[0], now),
  left: [],
});

const startOf = (stage: Stage | undefined, now: number) =>
  stage?.clock ? now + stage.clock.length : null;

const shareClock = (a: Stage, b: Stage) => a.clock !== null && b.clock?.key === a.clock.key;

/**
 * Leaves the present stage and enters the next. A clock that has run out has run out for every stage that shares it; a
 * new one begins to run when its stage is entered, so that waiting for the network costs nothing.
 *
 * @returns null where nothing comes after
 */
export function entered(stages: readonly Stage[], course: Course, now: number): Course | null {
  const here = elementAt(stages, course.stage);
  const over = course.clockAt !== null && course.clockAt <= now ? course.clockAt : null;
  let next = course.stage + 1;
  while (over !== null && stages[next] && shareClock(here, elementAt(stages, next))) next++;
  const stage = stages[next];
  if (!stage) return null;
  const leftAt = over ?? now;
  return {
    stage: next,
    clockAt: shareClock(here, stage) ? course.clockAt : startOf(stage, now),
    left: [...course.left, ...Array.from({ length: next - course.stage }, () => leftAt)],
  };
}

/** The end that the last clock sets to the whole attempt; null while other stages come after it, or there is none. */
export function lastClockEnd(stages: readonly Stage[], { stage, clockAt }: Course): number | null {
  const here = elementAt(stages, stage);
  return stages.slice(stage + 1).every((later) => shareClock(here, later)) ? clockAt : null;
}

export type StageState =
  | { open: true; until: number | null }
  | { open: false; leftAt: number }
  | { open: false; leftAt: null };

/** Whether an entry takes answers: the present stage does until its clock runs out; what comes later was never seen. */
export function stageStateOf(stages: readonly Stage[], course: Course, entry: string): StageState {
  const of = stages.findIndex(({ entries }) => entries.includes(entry));
  if (of === course.stage) return { open: true, until: course.clockAt };
  return { open: false, leftAt: of >= 0 && of < course.stage ? elementAt(course.left, of) : null };
}

/** The minutes of all stages together; null where they have no limit, or nobody knows how many items there are. */
function stageMinutes(limit: StageRules['stageLimit'], items: number | null): number | null {
  if (limit === null) return null;
  if (limit.of === 'sections')
    return Object.values(limit.minutes).reduce((sum, minutes) => sum + minutes, 0);
  return items === null ? null : items * limit.minutes;
}

/**
 * The longest that anybody without accommodations can work, in milliseconds; null where nothing but
 * the window ends it.
 */
export function longestWork(
  { limitMinutes, stageLimit }: Pick<StageRules, 'stageLimit'> & { limitMinutes: number | null },
  items: number | null,
): number | null {
  const minutes = limitMinutes ?? stageMinutes(stageLimit, items);
  return minutes === null ? null : minutes * minute;
}
