/**
 * OneRoster 1.2 (1EdTech): the CSV binding's tables, which the REST binding's objects are brought into as well. Column
 * names and enumerations after the specification, from memory.
 */
import { listedStudent, type ListedStudent } from './listed';
import { sentence } from './sentences';

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

type Say = (message: string) => void;

/** The lines of a file that is needed, with the columns that are needed of it. */
function linesOf(tables: RosterTables, file: string, columns: readonly string[]): readonly Line[] {
  const lines = tables[file];
  if (!lines)
    throw new RangeError(`There is no ${file}.csv in it, which a OneRoster list of classes needs.`);
  const [first] = lines;
  const missing = first ? columns.filter((column) => first[column] === undefined) : [];
  if (missing.length > 0)
    throw new RangeError(`${file}.csv has no column ${missing.join(' and no column ')}.`);
  return lines;
}

function insistOnVersion({ manifest }: RosterTables): void {
  const version = manifest?.find(({ propertyName }) => propertyName === 'oneroster.version')?.value;
  if (version !== undefined && !/^1\.[12]/.test(version))
    throw new RangeError(`It is OneRoster ${version}; versions 1.1 and 1.2 can be read.`);
}

const idOf = ({ sourcedId = '' }: Line) => sourcedId;
const byId = (lines: readonly Line[] = []) => new Map(lines.map((line) => [idOf(line), line]));

/** The classes that are taught, by their id, without anybody in them yet. */
function readClasses(tables: RosterTables, lines: readonly Line[]): Map<string, RosterClass> {
  const [terms, courses] = [byId(tables.academicSessions), byId(tables.courses)];
  return new Map(
    lines.filter(active).map((line): [string, RosterClass] => {
      const course = courses.get(line.courseSourcedId ?? '');
      const made: RosterClass = {
        sourcedId: idOf(line),
        title: (line.title ?? '').trim(),
        period: firstOf(line.periods),
        grade: gradeOf(line.grades) ?? gradeOf(course?.grades),
        subject: firstOf(line.subjects) || firstOf(course?.subjects),
        term: terms.get(firstOf(line.termSourcedIds))?.title ?? '',
        teachers: [],
        students: [],
      };
      return [made.sourcedId, made];
    }),
  );
}

const teacherFrom = (user: Line) => ({
  sourcedId: idOf(user),
  name: `${user.givenName} ${user.familyName}`.trim(),
  email: user.email?.toLowerCase() ?? '',
});

/** Somebody comes into a class, as a teacher or as a student; other roles are nobody here. */
function enroll(target: RosterClass, user: Line, role: string | undefined, line: number, say: Say) {
  if (role === 'teacher') target.teachers.push(teacherFrom(user));
  if (role !== 'student') return;
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
  if (!read.success)
    say(sentence('user', { user: idOf(user), message: read.error.issues[0]?.message ?? '' }));
  else if (!target.students.some(({ sourcedId }) => sourcedId === read.data.sourcedId))
    target.students.push(read.data);
}

const byName = (a: ListedStudent, b: ListedStudent) =>
  a.familyName.localeCompare(b.familyName) || a.givenName.localeCompare(b.givenName);

/**
 * The classes with their students. Lines that point at nothing are left out and named.
 *
 * @throws RangeError in plain words where a file that is needed is missing or has no such columns
 */
export function readOneRoster(tables: RosterTables): RosterReading {
  const lines = new Map(
    Object.entries(needed).map(([file, columns]) => [file, linesOf(tables, file, columns)]),
  );
  insistOnVersion(tables);
  const problems: RosterReading['problems'] = [];
  const classLines = lines.get('classes') ?? [];
  const classes = readClasses(tables, classLines);
  const ended = new Set(classLines.filter((line) => !active(line)).map(idOf));
  const users = byId(tables.users);
  (lines.get('enrollments') ?? []).forEach((enrollment, index) => {
    const line = index + 2;
    const say: Say = (message) => problems.push({ file: 'enrollments.csv', line, message });
    const { classSourcedId = '', userSourcedId = '' } = enrollment;
    if (!active(enrollment) || ended.has(classSourcedId)) return;
    const target = classes.get(classSourcedId);
    if (!target) return say(sentence('thereIsNoClassIn', { classSourcedId }));
    const user = users.get(userSourcedId);
    if (!user) return say(sentence('thereIsNoUserIn', { userSourcedId }));
    if (active(user)) enroll(target, user, enrollment.role, line, say);
  });
  for (const { students } of classes.values()) students.sort(byName);
  return {
    classes: [...classes.values()].sort((a, b) => a.title.localeCompare(b.title)),
    problems,
  };
}
