/** Who is in which class at Brindlemere, and what the school's office has on its own list: not always the same. */
import { randomFrom } from '@oaken/core/random';
import type { RosterTables } from '@oaken/core/rosters';
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

/**
 * The office's list of the same classes, as OneRoster tables: since term began one student came to 6B, one went from 6B to
 * 6D, one left the school, and one name was corrected.
 */
export function officeRoster(seed: string): RosterTables {
  const all = rosters(seed);
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
      return [...members.filter((member) => member !== movesOn && member !== leaves), comes];
    return classId === second.classId ? [...members, movesOn] : members;
  };
  const active = { status: 'active', dateLastModified: '' };
  const teacherId = (name: string) => `bms-t-${name}`;
  const listed = all.map(({ plannedClass, classId, members }) => ({
    plannedClass,
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
    classes: listed.map(({ plannedClass, sourcedId }) => ({
      ...active,
      sourcedId,
      title: plannedClass.name,
      grades: String(plannedClass.grade).padStart(2, '0'),
      courseSourcedId: '',
      termSourcedIds: 'bms-year',
      subjects: plannedClass.subject,
      periods: plannedClass.period.replace(/\D+/g, ''),
    })),
    users: [
      ...staff
        .filter(({ role }) => role === 'teacher')
        .map((account) => ({
          ...active,
          sourcedId: teacherId(account.name),
          givenName: account.given,
          familyName: account.family,
          identifier: '',
          email: mailOf(account.given, account.family),
          grades: '',
        })),
      ...listed.flatMap(({ plannedClass, members }) =>
        members.map((member) => ({
          ...active,
          sourcedId: member.sourcedId,
          givenName: member === renamed ? `${member.given} June` : member.given,
          familyName: member.family,
          identifier: member.number,
          email: member.email,
          grades: String(plannedClass.grade).padStart(2, '0'),
        })),
      ),
    ],
    enrollments: listed.flatMap(({ plannedClass, classId, sourcedId, members }) => [
      {
        ...active,
        sourcedId: `bms-e-${classId}-t`,
        classSourcedId: sourcedId,
        userSourcedId: teacherId(plannedClass.teacher),
        role: 'teacher',
      },
      ...members.map((member) => ({
        ...active,
        sourcedId: `bms-e-${classId}-${member.number}`,
        classSourcedId: sourcedId,
        userSourcedId: member.sourcedId,
        role: 'student',
      })),
    ]),
  };
}

export const classSourcedId = (classId: number) => `bms-c-${classId}`;
