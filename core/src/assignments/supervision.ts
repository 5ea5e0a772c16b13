/** Sat under a teacher's eyes: the hours of each class, who lets it begin, and from where. */
import { z } from 'zod';
import { listing } from '../text';
import { inWords, lengthInWords, minute, type Window } from '../timing';
import { sentence } from './sentences';

const instant = z.int();

/** When one class may sit it. */
export const classHours = z.strictObject({
  classId: z.int().positive(),
  /** Epoch ms. */
  from: instant,
  to: instant,
});
export type ClassHours = z.infer<typeof classHours>;

export const supervision = z.strictObject({
  /** A class without a line has the whole window. */
  hours: z.array(classHours).max(50),
  /** Nobody begins until the teacher lets their class begin. */
  byPress: z.boolean(),
  /** Only from the school's network. */
  schoolNetwork: z.boolean(),
});
export type Supervision = z.infer<typeof supervision>;

/** What keeps a student from the work although its window is open. */
export type Gate = 'not-let-in' | 'elsewhere';

/**
 * @param place.isLetIn the teacher let the student's class begin
 * @param place.hasBegun what is under way goes on when the teacher lets nobody else begin
 */
export function gateOf(
  rules: Supervision | undefined,
  place: { isLetIn: boolean; hasBegun: boolean; onSchoolNetwork: boolean },
): Gate | null {
  if (rules?.schoolNetwork && !place.onSchoolNetwork) return 'elsewhere';
  if (rules?.byPress && !place.isLetIn && !place.hasBegun) return 'not-let-in';
  return null;
}

/** The window as one class has it: its own hours, in which nothing is late, or everybody's. */
export function classWindow<Base extends Window>(
  window: Base,
  hours: readonly ClassHours[],
  classId: number | null,
): Base {
  const here = hours.find((line) => line.classId === classId);
  if (!here) return window;
  // What was stopped for everybody, or closed earlier, is closed for the class too.
  const closesAt = window.closesAt === null ? here.to : Math.min(here.to, window.closesAt);
  return { ...window, opensAt: here.from, closesAt, lateRule: { late: 'no' } };
}

/** What stands against the hours, at their field. */
export function supervisionProblems(
  rules: Supervision | undefined,
  { opensAt, closesAt }: Pick<Window, 'opensAt' | 'closesAt'>,
): { field: string; message: string }[] {
  const field = 'supervision';
  const problems: { field: string; message: string }[] = [];
  for (const { from, to } of rules?.hours ?? []) {
    if (to <= from) problems.push({ field, message: sentence('hoursEndBeforeTheyBegin') });
    else if (from < opensAt || (closesAt !== null && to > closesAt))
      problems.push({ field, message: sentence('hoursOutsideWindow') });
  }
  return problems;
}

/** Supervision as the slip says it. @param names of classes by id */
export function supervisionInWords(
  rules: Supervision | undefined,
  { names, zone, now }: { names: ReadonlyMap<number, string>; zone: string; now: number },
): string {
  if (!rules) return '';
  const hours = rules.hours.map(({ classId, from, to }) =>
    sentence('slip.classHours', {
      name: names.get(classId) ?? '',
      time: inWords(from, zone, now),
      length: lengthInWords(Math.round((to - from) / minute) * minute),
    }),
  );
  return [
    hours.length > 0 ? sentence('slip.hours', { list: listing(hours) }) : '',
    rules.byPress ? sentence('slip.byPress') : '',
    rules.schoolNetwork ? sentence('slip.schoolNetwork') : '',
  ]
    .filter(Boolean)
    .join(' ');
}
