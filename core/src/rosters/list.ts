/** Lists as teachers have them: pasted from a spreadsheet, from a CSV, or typed one name a line. */
import { elementAt } from '../certain';
import { foldName, listedStudent, mostInClass, type ListedStudent } from './listed';
import { sentence } from './sentences';

export const listFields = [
  'rosterNumber',
  'givenName',
  'familyName',
  'fullName',
  'studentNumber',
  'email',
  'grade',
] as const;
export type ListField = (typeof listFields)[number];

export interface Columns {
  /** What each column holds; null is not read. */
  fields: (ListField | null)[];
  /** The first row names the columns. */
  header: boolean;
  /** Two columns of names that nothing names: which is the given name has to be asked. */
  unsure: boolean;
}

/** "1. Zoë", "2) Bo", "(3) Cy" and "4 Ada Park": the number of a list, not of a student. */
const numbering = /^\s*\(?\d{1,3}(?:[.)]\s*|\s+)(?=\p{L})/u;

/**
 * Lines that each hold one name, whatever a reader of tables made of them: numbering goes, and a
 * comma that stands between family and given name is no border of columns.
 *
 * @param rows cells of each line as parted by `sign`
 * @returns the same rows where they are a table
 */
export function linesOfNames(rows: readonly (readonly string[])[], sign: string): string[][] {
  const numbered = rows.filter(([first = '']) => numbering.test(first)).length * 2 > rows.length;
  const bare = rows.map(([first = '', ...rest]) => [
    numbered ? first.replace(numbering, '') : first,
    ...rest,
  ]);
  const filled = bare.map((row) => row.filter((cell) => cell.trim() !== ''));
  const isName = (cell: string) => /^[^\d@]*$/.test(cell);
  const areNames = filled.every((row) => row.length <= 2 && row.every(isName));
  const someAlone = filled.some((row) => row.length === 1);
  const spaced = bare.every(([, second = ' ']) => /^\s/.test(second) || second === '');
  if (sign !== ',' || !areNames || !(someAlone || spaced)) return bare;
  return bare.map((row) => [row.filter((cell) => cell.trim() !== '').join(',')]);
}

const headings: Record<ListField, RegExp> = {
  rosterNumber: /^(no|nr|number|#|roll|roll (no|nr|number)|place|seat)$/,
  givenName:
    /^(given|given names?|first|first names?|forenames?|christian name|vorname|prenom|nombre)$/,
  familyName: /^(family|family names?|last|last names?|surnames?|nachname|nom|apellidos?)$/,
  fullName: /^(name|names|full name|student|student name|pupil|pupil name|learner)$/,
  studentNumber:
    /^(student (no|nr|number|id|code|identifier)|pupil (no|number|id)|id|identifier|school id|candidate number|user id)$/,
  email: /^(e ?mail|e ?mail address|mail|student e ?mail)$/,
  grade: /^(grade|grade level|school year|year|year level|level)$/,
};

const headingOf = (cell: string): ListField | null => {
  const text = cell.trim() === '#' ? '#' : foldName(cell);
  return listFields.find((field) => headings[field].test(text)) ?? null;
};

/**
 * What the columns of a list hold: by the first row where it names them, otherwise by what stands in them.
 *
 * @param rows cells of each line, without empty lines
 */
export function recogniseColumns(rows: readonly (readonly string[])[]): Columns {
  const width = Math.max(0, ...rows.slice(0, 50).map((row) => row.length));
  const first = Array.from({ length: width }, (_, index) => headingOf(rows[0]?.[index] ?? ''));
  const named = first.filter((field) => field !== null).length;
  const hasName = first.some(
    (field) => field === 'fullName' || field === 'givenName' || field === 'familyName',
  );
  if (hasName && named * 2 >= (rows[0]?.filter((cell) => cell.trim() !== '').length ?? 0))
    return { fields: once(first), header: true, unsure: false };
  const fields = once(byContent(rows, width));
  return {
    fields,
    header: false,
    unsure: fields.includes('givenName') && fields.includes('familyName'),
  };
}

/** Each field once; a second column of the same kind is not read. */
const once = (fields: (ListField | null)[]) =>
  fields.map((field, index) => (field !== null && fields.indexOf(field) === index ? field : null));

function byContent(rows: readonly (readonly string[])[], width: number): (ListField | null)[] {
  const some = rows.slice(0, 200);
  const kinds = Array.from({ length: width }, (_, index) => {
    const cells = some.map((row) => row[index]?.trim() ?? '').filter(Boolean);
    const all = (test: (cell: string, n: number) => boolean) =>
      cells.length > 0 && cells.every(test);
    if (cells.length === 0) return null;
    if (cells.filter((cell) => cell.includes('@')).length * 2 > cells.length)
      return 'email' as const;
    if (all((cell) => /^\d{1,3}$/.test(cell)))
      return new Set(cells).size === cells.length ? ('rosterNumber' as const) : ('grade' as const);
    if (cells.filter((cell) => /\d/.test(cell)).length * 2 > cells.length)
      return 'studentNumber' as const;
    return 'text' as const;
  });
  const texts = kinds.flatMap((kind, index) => (kind === 'text' ? [index] : []));
  const inOne =
    texts.length === 1 ||
    some.some((row) => texts.every((text, n) => n === 0 || !row[text]?.trim()));
  return kinds.map((kind, index) => {
    if (kind !== 'text') return kind;
    const names = inOne ? (['fullName'] as const) : (['givenName', 'familyName'] as const);
    return names[texts.indexOf(index)] ?? null;
  });
}

/**
 * "Nuñez, José" and "José Nuñez" as given and family name; the last word is the family's where no
 * comma says otherwise.
 */
export function splitName(name: string): { givenName: string; familyName: string } {
  const text = name.replace(/\s+/g, ' ').trim();
  const comma = text.indexOf(',');
  if (comma > 0)
    return { familyName: text.slice(0, comma).trim(), givenName: text.slice(comma + 1).trim() };
  const space = text.lastIndexOf(' ');
  return space < 0
    ? { givenName: text, familyName: '' }
    : { givenName: text.slice(0, space), familyName: text.slice(space + 1) };
}

export interface ListProblem {
  line: number;
  message: string;
}

export interface ListReading {
  students: ListedStudent[];
  problems: ListProblem[];
}

/** Reads a list by its columns. A line with something wrong is left out and named; the others are read. */
export function readList(
  rows: readonly (readonly string[])[],
  { fields, header }: Columns,
): ListReading {
  const problems: ListProblem[] = [];
  const students: ListedStudent[] = [];
  const body = header ? rows.slice(1) : rows;
  if (body.length > mostInClass)
    return {
      students: [],
      problems: [
        {
          line: 1,
          message: sentence('listHasLinesClassHolds', {
            body: body.length.toLocaleString('en'),
            mostInClass,
          }),
        },
      ],
    };
  if (!fields.some((field) => field === 'fullName' || field === 'givenName'))
    return {
      students: [],
      problems: [{ line: 1, message: sentence('noColumnHoldsNamesChoose') }],
    };
  body.forEach((cells, index) => {
    const line = index + (header ? 2 : 1);
    const cell = (field: ListField) => cells[fields.indexOf(field)]?.trim() ?? '';
    if (cells.every((text) => text.trim() === '')) return;
    const whole = (field: ListField): number | null =>
      cell(field) === '' ? null : Number(cell(field).replace(/^(grade|year)\s*/i, ''));
    const names =
      fields.includes('fullName') && !fields.includes('givenName')
        ? splitName(cell('fullName'))
        : { givenName: cell('givenName'), familyName: cell('familyName') };
    const read = listedStudent.safeParse({
      line,
      ...names,
      studentNumber: cell('studentNumber'),
      email: cell('email').toLowerCase(),
      grade: whole('grade'),
      rosterNumber: whole('rosterNumber'),
      sourcedId: null,
    });
    if (read.success) students.push(read.data);
    else problems.push({ line, message: lineWords(elementAt(read.error.issues, 0), cell) });
  });
  return apart(students, problems);
}

function lineWords(
  issue: { path: PropertyKey[]; message: string },
  cell: (field: ListField) => string,
): string {
  const field = String(issue.path[0]) as ListField;
  if (field === 'rosterNumber' || field === 'grade')
    return sentence(field === 'grade' ? 'notAGrade' : 'notARosterNumber', { cell: cell(field) });
  if (field === 'email') return sentence('isNotEMailAddress', { field: cell(field) });
  return issue.message;
}

/** What a mark of sameness is called in a sentence, by its first word. */
const markNames = new Map([
  ['name', sentence('name')],
  ['mail', sentence('eMailAddress')],
  ['roll', sentence('rosterNumber')],
]);

/** The same student twice in one list counts once; the later line says so. */
function apart(students: ListedStudent[], problems: ListProblem[]): ListReading {
  const seen = new Map<string, number>();
  const kept = students.filter((student) => {
    const name = foldName(`${student.givenName} ${student.familyName}`);
    const marks = [
      student.studentNumber && `number ${student.studentNumber.toLowerCase()}`,
      student.email && `mail ${student.email}`,
      student.rosterNumber !== null && `roll ${student.rosterNumber}`,
      // Two of one name are two students only where something else tells them apart.
      !student.studentNumber && !student.email && `name ${name}`,
    ].filter((mark): mark is string => Boolean(mark));
    const double = marks.find((mark) => seen.has(mark));
    for (const mark of marks) if (!seen.has(mark)) seen.set(mark, student.line);
    if (!double) return true;
    const [sort = ''] = double.split(' ');
    const what = markNames.get(sort) ?? sentence('studentNumber');
    problems.push({
      line: student.line,
      message: sentence('sameAsLineSoIs', { what, seen: seen.get(double) }),
    });
    return false;
  });
  problems.sort((a, b) => a.line - b.line);
  return { students: kept, problems };
}
