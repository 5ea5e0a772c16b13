/**
 * The office's list of the same classes, as OneRoster tables: since term began one student came to
 * 6B, one went from 6B to 6D, one left the school, and one name was corrected.
 */
import { elementAt } from '@oaken/core/certain';
import type { RosterTables } from '@oaken/core/rosters';
import { staff } from './people';
import { classSourcedId, mailOf, rosters, type Member } from './rosters';

const comes: Member = {
  id: 0,
  given: 'Ottilie',
  family: 'Brandt',
  number: 'B029001',
  passcode: '',
  email: mailOf('Ottilie', 'Brandt'),
  sourcedId: 'bms-s-B029001',
};

const active = { status: 'active', dateLastModified: '' };
const teacherId = (name: string) => `bms-t-${name}`;
const gradeText = (grade: number) => String(grade).padStart(2, '0');

/** The classes as the office has them. */
function listedClasses(seed: string) {
  const all = rosters(seed);
  const [first, second] = [elementAt(all, 0), elementAt(all, 1)];
  const [movesOn, leaves] = [elementAt(first.members, 17), elementAt(first.members, 22)];
  const renamed = elementAt(first.members, 6);
  const corrected = { ...renamed, given: `${renamed.given} June` };
  const listOf = (classId: number, members: Member[]): Member[] => {
    if (classId === second.classId) return [...members, movesOn];
    if (classId !== first.classId) return members;
    const stay = members.filter((member) => member !== movesOn && member !== leaves);
    return [...stay.map((member) => (member === renamed ? corrected : member)), comes];
  };
  return all.map(({ plannedClass, classId, members }) => ({
    plannedClass,
    classId,
    sourcedId: classSourcedId(classId),
    members: listOf(classId, members),
  }));
}
type Listed = ReturnType<typeof listedClasses>[number];

const classRow = ({ plannedClass, sourcedId }: Listed) => ({
  ...active,
  sourcedId,
  title: plannedClass.name,
  grades: gradeText(plannedClass.grade),
  courseSourcedId: '',
  termSourcedIds: 'bms-year',
  subjects: plannedClass.subject,
  periods: plannedClass.period.replace(/\D+/g, ''),
});

const teacherRows = () =>
  staff
    .filter(({ role }) => role === 'teacher')
    .map((account) => ({
      ...active,
      sourcedId: teacherId(account.name),
      givenName: account.given,
      familyName: account.family,
      identifier: '',
      email: mailOf(account.given, account.family),
      grades: '',
    }));

const studentRows = ({ plannedClass, members }: Listed) =>
  members.map((member) => ({
    ...active,
    sourcedId: member.sourcedId,
    givenName: member.given,
    familyName: member.family,
    identifier: member.number,
    email: member.email,
    grades: gradeText(plannedClass.grade),
  }));

const enrollmentRows = ({ plannedClass, classId, sourcedId, members }: Listed) => [
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
];

export function officeRoster(seed: string): RosterTables {
  const listed = listedClasses(seed);
  return {
    manifest: [
      { propertyName: 'manifest.version', value: '1.0' },
      { propertyName: 'oneroster.version', value: '1.2' },
    ],
    academicSessions: [
      { ...active, sourcedId: 'bms-year', title: 'This year', type: 'schoolYear' },
    ],
    courses: [],
    classes: listed.map(classRow),
    users: [...teacherRows(), ...listed.flatMap(studentRows)],
    enrollments: listed.flatMap(enrollmentRows),
  };
}
