/** Lists of teachers as a school has them: typed, pasted or from a CSV. */
import { elementAt } from '../certain';
import { z } from 'zod';
import { foldName, splitName } from '../rosters';
import { sentence } from './sentences';

const name = (what: string) =>
  z.string().trim().min(1, sentence('isMissing', { what })).max(80, sentence('atMost80Characters'));

/** By it somebody signs in: small letters, digits, dots and hyphens, or an e-mail address. */
export const signInName = z
  .string()
  .trim()
  .toLowerCase()
  .min(2, sentence('signInNameNeedsAt'))
  .max(120, sentence('atMost120Characters'))
  .regex(/^[a-z0-9][a-z0-9._@+-]*$/, 'A sign-in name has letters, digits, dots and hyphens only.');

export const listedPerson = z.strictObject({
  /** The line of the list, for people. */
  line: z.int().min(1),
  givenName: name(sentence('firstName')),
  familyName: name(sentence('lastName')),
  signInName,
  email: z.union([z.literal(''), z.email(sentence('thatIsNotEMail')).max(254)]),
  role: z.enum(['teacher', 'administrator']),
});
export type ListedPerson = z.infer<typeof listedPerson>;

/** The shortest password that is taken; length counts for more than signs (NIST SP 800-63B asks for at least 8). */
export const shortestPassword = 10;
export const password = z
  .string()
  .min(shortestPassword, sentence('passwordNeedsAtLeastCharacters', { shortestPassword }))
  .max(200, sentence('atMost200Characters'));

export interface StaffList {
  people: ListedPerson[];
  problems: { line: number; message: string }[];
}

export const mostStaff = 500;

const columns: [keyof Omit<ListedPerson, 'line'> | 'name', RegExp][] = [
  ['givenName', /^(given|first)( |-|_)?(name)?s?$/i],
  ['familyName', /^(family|last|sur)( |-|_)?(name)?$/i],
  ['signInName', /^(sign( |-|_)?in( |-|_)?name|user( |-|_)?name|login)$/i],
  ['email', /^e-?mail( |-|_)?(address)?$/i],
  ['role', /^role$/i],
  ['name', /^(full( |-|_)?)?name$/i],
];

const cellsOf = (line: string, sign: string) =>
  line.split(sign).map((cell) => cell.trim().replace(/^"(.*)"$/, '$1'));

/** A sign-in name from a person's name, such as “ana.lee”. */
export function suggestSignInName(
  givenName: string,
  familyName: string,
  taken: ReadonlySet<string>,
): string {
  const words = (text: string) => foldName(text).replace(/[^a-z0-9]+/g, '');
  const plain = [words(givenName), words(familyName)].filter(Boolean).join('.') || 'teacher';
  for (let n = 1; ; n++) {
    const suggestion = n === 1 ? plain : `${plain}${n}`;
    if (!taken.has(suggestion)) return suggestion;
  }
}

/**
 * Reads a list, one person a line: “Ana Lee”, “Ana Lee, ana@school.example”, or columns with a
 * first line that names them.
 *
 * @param taken sign-in names that are used at the school already
 */
export function readStaffList(text: string, taken: Iterable<string> = []): StaffList {
  const used = new Set(taken);
  const list: StaffList = { people: [], problems: [] };
  const lines = text.split(/\r\n|\r|\n/);
  const sign = ['\t', ';', ','].find((mark) => lines[0]?.includes(mark)) ?? ',';
  const head = cellsOf(lines[0] ?? '', sign).map(
    (cell) => columns.find(([, pattern]) => pattern.test(cell))?.[0],
  );
  const hasHead = head.some((column) => column !== undefined);
  lines.forEach((line, index) => {
    if (line.trim() === '' || (hasHead && index === 0)) return;
    if (list.people.length >= mostStaff) {
      if (list.people.length === mostStaff)
        list.problems.push({
          line: index + 1,
          message: sentence('atMostPeopleAtOnce', { mostStaff }),
        });
      return;
    }
    const cells = cellsOf(line, sign);
    const cell = (column: (typeof columns)[number][0]) =>
      hasHead ? (cells[head.indexOf(column)] ?? '') : '';
    const email = hasHead
      ? cell('email')
      : (cells.find((candidate) => candidate.includes('@')) ?? '');
    const unnamed = hasHead
      ? cell('name')
      : cells.filter((candidate) => !candidate.includes('@')).join(' ');
    const { givenName, familyName } = splitName(unnamed);
    const person = {
      line: index + 1,
      givenName: cell('givenName') || givenName,
      familyName: cell('familyName') || familyName,
      email,
      role: /^admin/i.test(cell('role')) ? 'administrator' : 'teacher',
    };
    const suggested = suggestSignInName(person.givenName, person.familyName, used);
    const read = listedPerson.safeParse({ ...person, signInName: cell('signInName') || suggested });
    if (!read.success) {
      list.problems.push({ line: index + 1, message: elementAt(read.error.issues, 0).message });
      return;
    }
    if (used.has(read.data.signInName)) {
      list.problems.push({
        line: index + 1,
        message: sentence('signInNameIsTaken', { signInName: read.data.signInName }),
      });
      return;
    }
    used.add(read.data.signInName);
    list.people.push(read.data);
  });
  return list;
}
