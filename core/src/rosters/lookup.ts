/** Who of the students that are known a line of a list may be. */
import { elementAt } from '../certain';
import { foldName, type ListedStudent, nameOf } from './listed';
import { differs, type KnownStudent, type RosterLine } from './line';
import { sentence } from './sentences';

/** Known students by what they can be told by; whoever has no such mark is not there. */
function byMark(known: readonly KnownStudent[], markOf: (student: KnownStudent) => string) {
  const held = new Map<string, KnownStudent[]>();
  for (const student of known) {
    const mark = markOf(student);
    if (mark !== '') held.set(mark, [...(held.get(mark) ?? []), student]);
  }
  return (mark: string): readonly KnownStudent[] => held.get(mark) ?? [];
}

/** Whether the student is in the class, or was. */
export const isHere = ({ enrollments }: KnownStudent, classId: number | null) =>
  enrollments.some((enrollment) => enrollment.classId === classId);

type Likely = RosterLine['likely'][number];

/** As many as a person would look at. */
const mostLikely = 5;

function asLikely(student: KnownStudent, why: string): Likely {
  const classes = student.enrollments.filter(({ left }) => !left).map(({ className }) => className);
  return { studentId: student.id, name: nameOf(student), why, where: classes.join(', ') };
}

/** Finds whom a line of a list means: with certainty, or who is likely meant. */
export function lookup(known: readonly KnownStudent[]) {
  const sourced = byMark(known, ({ sourcedId }) => sourcedId ?? '');
  const numbered = byMark(known, ({ studentNumber }) => studentNumber.toLowerCase());
  const mailed = byMark(known, ({ email }) => email.toLowerCase());
  const named = byMark(known, (student) => foldName(nameOf(student)));
  const turned = byMark(known, ({ familyName, givenName }) =>
    foldName(`${familyName} ${givenName}`),
  );
  const given = byMark(known, ({ givenName }) => foldName(givenName));
  const family = byMark(known, ({ familyName }) => foldName(familyName));

  return {
    ownerOf: (number: string) => numbered(number.toLowerCase())[0],

    certain(listed: ListedStudent, classId: number | null): KnownStudent | null {
      const [source] = listed.sourcedId === null ? [] : sourced(listed.sourcedId);
      if (source) return source;
      const [number] = numbered(listed.studentNumber.toLowerCase());
      // A number that stands beside quite another name is a slip as often as it is a new name: a person decides.
      if (number) return near(nameOf(number), nameOf(listed)) ? number : null;
      const [mail] = mailed(listed.email);
      if (mail && near(nameOf(mail), nameOf(listed))) return mail;
      // A list that knows only names means the one who is here.
      const [here, ...others] = named(foldName(nameOf(listed))).filter((student) =>
        isHere(student, classId),
      );
      return here && others.length === 0 && !differs(here, listed) ? here : null;
    },

    likely(listed: ListedStudent, classId: number | null): Likely[] {
      const name = foldName(nameOf(listed));
      const same = (students: readonly KnownStudent[]) =>
        students.filter((student) => !differs(student, listed));
      const alike = [
        ...given(foldName(listed.givenName)),
        ...family(foldName(listed.familyName)),
      ].filter((student) => isHere(student, classId) && near(nameOf(student), nameOf(listed)));
      const all = [
        ...numbered(listed.studentNumber.toLowerCase()).map((student) =>
          asLikely(
            student,
            sentence('hasSameStudentNumber', { studentNumber: student.studentNumber }),
          ),
        ),
        ...mailed(listed.email).map((student) =>
          asLikely(student, sentence('hasSameEMailAddress')),
        ),
        ...same(named(name)).map((student) =>
          asLikely(
            student,
            isHere(student, classId) ? sentence('hasSameName') : sentence('hasSameNameElsewhere'),
          ),
        ),
        ...same(turned(name)).map((student) => asLikely(student, sentence('hasFirstAndLastName'))),
        ...same(alike).map((student) => asLikely(student, sentence('hasNearlySameName'))),
      ];
      // The first reason for each is the strongest.
      const first = all.filter(
        ({ studentId }, index) => all.findIndex((other) => other.studentId === studentId) === index,
      );
      return first.slice(0, mostLikely);
    },
  };
}

/** Equal but for two slips of the pen, or one of the names equal and the other begun alike. */
function near(a: string, b: string): boolean {
  const [text, other] = [foldName(a), foldName(b)];
  if (text === other || [...text].sort().join('') === [...other].sort().join('')) return true;
  const [words, others] = [text.split(' '), other.split(' ')];
  if (words.some((word) => word.length > 2 && others.includes(word))) return true;
  return distance(text, other, 2) <= 2;
}

/** Edits between two words (Levenshtein 1966); more than `most` is as good as any more. */
function distance(a: string, b: string, limit: number): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1;
  let row = Array.from({ length: b.length + 1 }, (_, index) => index);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next[j] = Math.min(
        elementAt(row, j) + 1,
        elementAt(next, j - 1) + 1,
        elementAt(row, j - 1) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    row = next;
  }
  return elementAt(row, b.length);
}
