/** Who is in which class at Brindlemere, and what the school's office has on its own list: not always the same. */
import { randomFrom } from '@oaken/core/random';
import { noAccommodations, type Accommodations } from '@oaken/core/accommodations';
import { classes, staff, students } from './people';

export interface Member {
  id: number;
  given: string;
  family: string;
  number: string;
  passcode: string;
  email: string;
  sourcedId: string;
}

const plain = (name: string) =>
  name
    .normalize('NFKD')
    .replace(/[^A-Za-z]/g, '')
    .toLowerCase();
export const mailOf = (given: string, family: string) =>
  `${plain(given)}.${plain(family.replace(/ó/g, 'o'))}@brindlemere.test`;

/** Classes in their order, each with its members by family name; ids follow the staff's. */
export function rosters(
  seed: string,
): { plannedClass: (typeof classes)[number]; classId: number; members: Member[] }[] {
  const everyone = students(
    randomFrom(`${seed}/students`),
    classes.reduce((sum, plannedClass) => sum + plannedClass.students, 0),
  );
  let next = 0;
  return classes.map((plannedClass, index) => {
    const members = everyone.slice(next, next + plannedClass.students).map((student, n): Member => {
      const id = staff.length + next + n + 1;
      return {
        ...student,
        id,
        email: mailOf(student.given, student.family),
        sourcedId: `bms-s-${student.number}`,
      };
    });
    next += plannedClass.students;
    members.sort((a, b) => a.family.localeCompare(b.family) || a.given.localeCompare(b.given));
    return { plannedClass, classId: index + 1, members };
  });
}

/** Supports by class and place on the roster, from 1. */
export const accommodationsBy: Record<
  string,
  [rosterNumber: number, accommodations: Partial<Accommodations>][]
> = {
  '6B': [
    [5, { time: 1.5 }],
    [9, { time: 1.25, aloud: true }],
    [14, { textSize: 1.5 }],
    [21, { time: 2, mostChoices: 3 }],
    [25, { time: null, aloud: true, extraDays: 2 }],
  ],
  '6D': [
    [8, { time: 1.5, textSize: 1.25 }],
    [17, { form: 'B' }],
  ],
};
export const accommodationOf = (className: string, rosterNumber: number): Accommodations | null => {
  const supported = accommodationsBy[className]?.find(([number]) => number === rosterNumber);
  return supported ? { ...noAccommodations, ...supported[1] } : null;
};

/** Groups by class; a student may be in several. */
export const groupsBy: Record<string, { name: string; rosterNumbers: number[] }[]> = {
  '6B': [
    { name: 'Ratio table', rosterNumbers: [3, 7, 9, 12, 18, 21, 26] },
    { name: 'Window bench', rosterNumbers: [1, 4, 7, 15, 22] },
    { name: 'Challenge', rosterNumbers: [2, 11, 16, 24] },
  ],
};

export const classSourcedId = (classId: number) => `bms-c-${classId}`;
