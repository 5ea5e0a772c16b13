import { dayOf } from '../timing';
import { sentence } from './sentences';

export interface Other {
  title: string;
  teacher: string;
  closesAt: number | null;
  /** How many of the students in question have it. */
  students: number;
}

/** What of the same students closes on the same day, said one by one, the one that most have first. */
export function clashesOf(
  others: readonly Other[],
  closesAt: number | null,
  zone: string,
): string[] {
  if (closesAt === null) return [];
  const date = dayOf(closesAt, zone);
  return others
    .filter(
      (assignment) => assignment.closesAt !== null && dayOf(assignment.closesAt, zone) === date,
    )
    .sort((a, b) => b.students - a.students)
    .map(({ title, teacher, students }) =>
      sentence('closesSameDayFor', { title, teacher, n: students }),
    );
}
