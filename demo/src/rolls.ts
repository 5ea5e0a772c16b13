/** Who is in which class at Brindlemere, and what the school's office has on its own list: not always the same. */
import { randomFrom } from '@oaken/core/random';
import type { RosterTables } from '@oaken/core/rosters';
import { noSupports, type Supports } from '@oaken/core/supports';
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
export function rolls(
  seed: string,
): { own: (typeof classes)[number]; classId: number; members: Member[] }[] {
  const everyone = students(
    randomFrom(`${seed}/students`),
    classes.reduce((sum, own) => sum + own.students, 0),
  );
  let next = 0;
  return classes.map((own, at) => {
    const members = everyone.slice(next, next + own.students).map((one, n): Member => {
      const id = staff.length + next + n + 1;
      return { ...one, id, email: mailOf(one.given, one.family), sourcedId: `bms-s-${one.number}` };
    });
    next += own.students;
    members.sort((a, b) => a.family.localeCompare(b.family) || a.given.localeCompare(b.given));
    return { own, classId: at + 1, members };
  });
}

/** Supports by class and place on the roll, from 1. */
export const supportsBy: Record<string, [rollNumber: number, own: Partial<Supports>][]> = {
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
export const supportOf = (className: string, rollNumber: number): Supports | null => {
  const found = supportsBy[className]?.find(([at]) => at === rollNumber);
  return found ? { ...noSupports, ...found[1] } : null;
};

/** Groups by class; a student may be in several. */
export const groupsBy: Record<string, { name: string; rollNumbers: number[] }[]> = {
  '6B': [
    { name: 'Ratio table', rollNumbers: [3, 7, 9, 12, 18, 21, 26] },
    { name: 'Window bench', rollNumbers: [1, 4, 7, 15, 22] },
    { name: 'Challenge', rollNumbers: [2, 11, 16, 24] },
  ],
};

/**
 * The office's list of the same classes, as OneRoster tables: since term began one student came to 6B, one went from 6B to
 * 6D, one left the school, and one name was corrected.
 */
export function officeRoster(seed: string): RosterTables {
  const all = rolls(seed);
  const [first, second] = [all[0]!, all[1]!];
  const [movesOn, leaves, renamed] = [first.members[17]!, first.members[22]!, first.members[6]!];
  const comes: Member = {
    id: 0,
    given: 'Ottilie',
    family: 'Brandt',
    number: 'B029001',
    passcode: '',
    email: mailOf('Ottilie', 'Brandt'),
    sourcedId: 'bms-s-B029001',
  };
  const listOf = (classId: number, members: Member[]): Member[] => {
    if (classId === first.classId)
      return [...members.filter((own) => own !== movesOn && own !== leaves), comes];
    return classId === second.classId ? [...members, movesOn] : members;
  };
  const active = { status: 'active', dateLastModified: '' };
  const teacherId = (name: string) => `bms-t-${name}`;
  const listed = all.map(({ own, classId, members }) => ({
    own,
    classId,
    sourcedId: classSourcedId(classId),
    members: listOf(classId, members),
  }));
  return {
    manifest: [
      { propertyName: 'manifest.version', value: '1.0' },
      { propertyName: 'oneroster.version', value: '1.2' },
    ],
    academicSessions: [
      { ...active, sourcedId: 'bms-year', title: 'This year', type: 'schoolYear' },
    ],
    courses: [],
    classes: listed.map(({ own, sourcedId }) => ({
      ...active,
      sourcedId,
      title: own.name,
      grades: String(own.grade).padStart(2, '0'),
      courseSourcedId: '',
      termSourcedIds: 'bms-year',
      subjects: own.subject,
      periods: own.period.replace(/\D+/g, ''),
    })),
    users: [
      ...staff
        .filter(({ role }) => role === 'teacher')
        .map((own) => ({
          ...active,
          sourcedId: teacherId(own.name),
          givenName: own.given,
          familyName: own.family,
          identifier: '',
          email: mailOf(own.given, own.family),
          grades: '',
        })),
      ...listed.flatMap(({ own, members }) =>
        members.map((one) => ({
          ...active,
          sourcedId: one.sourcedId,
          givenName: one === renamed ? `${one.given} June` : one.given,
          familyName: one.family,
          identifier: one.number,
          email: one.email,
          grades: String(own.grade).padStart(2, '0'),
        })),
      ),
    ],
    enrollments: listed.flatMap(({ own, classId, sourcedId, members }) => [
      {
        ...active,
        sourcedId: `bms-e-${classId}-t`,
        classSourcedId: sourcedId,
        userSourcedId: teacherId(own.teacher),
        role: 'teacher',
      },
      ...members.map((one) => ({
        ...active,
        sourcedId: `bms-e-${classId}-${one.number}`,
        classSourcedId: sourcedId,
        userSourcedId: one.sourcedId,
        role: 'student',
      })),
    ]),
  };
}

export const classSourcedId = (classId: number) => `bms-c-${classId}`;
