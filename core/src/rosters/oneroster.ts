/**
 * OneRoster 1.2 (1EdTech): the CSV binding's tables, which the REST binding's objects are brought into as well. Column
 * names and enumerations after the specification, from memory.
 */
import { listedStudent, type ListedStudent } from './listed';

type Line = Readonly<Record<string, string>>;

/** Rows of each file by the file's name without ".csv", cells by the names of the columns. */
export type RosterTables = Readonly<Record<string, readonly Line[] | undefined>>;

export interface RosterClass {
  sourcedId: string;
  title: string;
  period: string;
  grade: number | null;
  subject: string;
  term: string;
  teachers: { sourcedId: string; name: string; email: string }[];
  students: ListedStudent[];
}

export interface RosterReading {
  classes: RosterClass[];
  /** What was left out, and why, at its place. */
  problems: { file: string; line: number; message: string }[];
}

const needed = {
  classes: ['sourcedId', 'title'],
  users: ['sourcedId', 'givenName', 'familyName'],
  enrollments: ['classSourcedId', 'userSourcedId', 'role'],
} as const;

const active = ({ status }: Line) =>
  status === undefined || status === '' || status.toLowerCase() === 'active';
const firstOf = (list: string | undefined) => list?.split(',')[0]?.trim() ?? '';

/** CEDS grade levels as the school years that are counted here: kindergarten is 0. */
function gradeOf(levels: string | undefined): number | null {
  const first = firstOf(levels);
  if (first === 'KG') return 0;
  return /^\d{1,2}$/.test(first) && Number(first) <= 13 ? Number(first) : null;
}

/**
 * The classes with their students. Lines that point at nothing are left out and named.
 *
 * @throws RangeError in plain words where a file that is needed is missing or has no such columns
 */
export function readOneRoster(tables: RosterTables): RosterReading {
  for (const [file, columns] of Object.entries(needed)) {
    const lines = tables[file];
    if (!lines)
      throw new RangeError(
        `There is no ${file}.csv in it, which a OneRoster list of classes needs.`,
      );
    const missing =
      lines.length === 0 ? [] : columns.filter((column) => lines[0]![column] === undefined);
    if (missing.length > 0)
      throw new RangeError(`${file}.csv has no column ${missing.join(' and no column ')}.`);
  }
  const version = tables.manifest?.find(
    ({ propertyName }) => propertyName === 'oneroster.version',
  )?.value;
  if (version !== undefined && !/^1\.[12]/.test(version))
    throw new RangeError(`It is OneRoster ${version}; versions 1.1 and 1.2 can be read.`);

  const problems: RosterReading['problems'] = [];
  const byId = (file: string) =>
    new Map((tables[file] ?? []).map((line) => [line.sourcedId, line]));
  const [users, terms, courses] = [byId('users'), byId('academicSessions'), byId('courses')];
  const classes = new Map<string, RosterClass>();
  for (const oneRosterClass of tables.classes!) {
    if (!active(oneRosterClass)) continue;
    const course = courses.get(oneRosterClass.courseSourcedId ?? '');
    classes.set(oneRosterClass.sourcedId!, {
      sourcedId: oneRosterClass.sourcedId!,
      title: oneRosterClass.title!.trim(),
      period: firstOf(oneRosterClass.periods),
      grade: gradeOf(oneRosterClass.grades) ?? gradeOf(course?.grades),
      subject: firstOf(oneRosterClass.subjects) || firstOf(course?.subjects),
      term: terms.get(firstOf(oneRosterClass.termSourcedIds))?.title ?? '',
      teachers: [],
      students: [],
    });
  }
  const left = new Set(
    tables
      .classes!.filter((oneRosterClass) => !active(oneRosterClass))
      .map(({ sourcedId }) => sourcedId),
  );
  tables.enrollments!.forEach((enrollment, index) => {
    const line = index + 2;
    const say = (message: string) => problems.push({ file: 'enrollments.csv', line, message });
    if (!active(enrollment) || left.has(enrollment.classSourcedId)) return;
    const target = classes.get(enrollment.classSourcedId!);
    if (!target) return say(`There is no class “${enrollment.classSourcedId}” in classes.csv.`);
    const user = users.get(enrollment.userSourcedId);
    if (!user) return say(`There is no user “${enrollment.userSourcedId}” in users.csv.`);
    if (!active(user)) return;
    if (enrollment.role === 'teacher')
      target.teachers.push({
        sourcedId: user.sourcedId!,
        name: `${user.givenName} ${user.familyName}`.trim(),
        email: user.email?.toLowerCase() ?? '',
      });
    if (enrollment.role !== 'student') return;
    const read = listedStudent.safeParse({
      line,
      givenName: (user.preferredGivenName || user.givenName) ?? '',
      familyName: (user.preferredFamilyName || user.familyName) ?? '',
      studentNumber: user.identifier ?? '',
      email: user.email?.toLowerCase() ?? '',
      grade: gradeOf(user.grades),
      rosterNumber: null,
      sourcedId: user.sourcedId,
    });
    if (!read.success) say(`User “${enrollment.userSourcedId}”: ${read.error.issues[0]!.message}`);
    else if (!target.students.some(({ sourcedId }) => sourcedId === read.data.sourcedId))
      target.students.push(read.data);
  });
  for (const rosterClass of classes.values())
    rosterClass.students.sort(
      (a, b) => a.familyName.localeCompare(b.familyName) || a.givenName.localeCompare(b.givenName),
    );
  return {
    classes: [...classes.values()].sort((a, b) => a.title.localeCompare(b.title)),
    problems,
  };
}
