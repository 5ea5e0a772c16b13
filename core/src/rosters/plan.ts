/**
 * What a list would do to a class: who is added, comes back, joins from elsewhere, changes, stays and is gone, and who is
 * likely somebody already known. Nothing happens by planning; `settleRoll` says what is written once a person has decided.
 */
import { elementAt } from '../certain';
import { foldName, nameOf, type ListedStudent } from './listed';

export interface KnownStudent {
  id: number;
  givenName: string;
  familyName: string;
  studentNumber: string;
  email: string;
  grade: number | null;
  sourcedId: string | null;
  /** Every class that the student is in or was in. */
  places: {
    classId: number;
    className: string;
    subject: string;
    rosterNumber: number;
    left: boolean;
  }[];
}

export interface RosterTarget {
  /** Null: a class that is still to be made. */
  classId: number | null;
  subject: string;
  /** The list names everybody, so that whoever is not on it has gone. */
  whole: boolean;
}

export const changeable = ['givenName', 'familyName', 'studentNumber', 'email', 'grade'] as const;
export type Changeable = (typeof changeable)[number];
export interface FieldChange {
  field: Changeable;
  from: string;
  to: string;
}

/** `ask`: likely somebody known, and a person has to say who it is. */
/** What becomes of a student of the list, as far as it follows from whether and where the student is known. */
function actFor(
  student: KnownStudent | null | undefined,
  here: { left: boolean } | null | undefined,
): RosterAct {
  if (!student) return 'add';
  if (!here) return 'join';
  return here.left ? 'back' : 'keep';
}

export type RosterAct = 'add' | 'join' | 'back' | 'keep' | 'ask';

export interface RosterLine {
  listed: ListedStudent;
  act: RosterAct;
  /** Who it is, where that is certain. */
  studentId: number | null;
  name: string;
  rosterNumber: number;
  changes: FieldChange[];
  /** Another class of the same subject that the student would leave; moving is offered, being in both is possible. */
  from: { classId: number; className: string } | null;
  likely: { studentId: number; name: string; why: string; where: string }[];
  note: string;
}

export interface RosterPlan {
  lines: RosterLine[];
  gone: { studentId: number; name: string; rosterNumber: number }[];
}

const same = (a: string, b: string) => a !== '' && a.toLowerCase() === b.toLowerCase();

/** What else a plan knows while its lines are made. */
interface Planning {
  find: ReturnType<typeof lookup>;
  /** Students whom a line stands for with certainty. */
  used: ReadonlySet<number>;
  numbers: ReturnType<typeof rosterNumbers>;
}

function lineOf(
  target: RosterTarget,
  listed: ListedStudent,
  student: KnownStudent | null,
  { find, used, numbers }: Planning,
): RosterLine {
  const likely = student
    ? []
    : find.likely(listed, target.classId).filter(({ studentId }) => !used.has(studentId));
  const corrected = student
    ? corrections(student, listed, find.ownerOf)
    : { changes: [], note: '' };
  const here = student?.places.find(({ classId }) => classId === target.classId) ?? null;
  const elsewhere = student?.places.find(
    ({ left, classId, subject }) =>
      !left && classId !== target.classId && subject === target.subject,
  );
  const act: RosterAct = !student && likely.length > 0 ? 'ask' : actFor(student, here);
  const rosterNumber = here?.rosterNumber ?? numbers.take(listed.rosterNumber);
  const leaves = act === 'keep' ? undefined : elsewhere;
  return {
    listed,
    act,
    studentId: student?.id ?? null,
    name: nameOf(listed),
    rosterNumber,
    changes: corrected.changes,
    from: leaves ? { classId: leaves.classId, className: leaves.className } : null,
    likely,
    note: [numberNote(listed, rosterNumber, here !== null), corrected.note]
      .filter(Boolean)
      .join(' '),
  };
}

/** Why a student does not get the number that the list says. */
function numberNote({ rosterNumber: wanted }: ListedStudent, given: number, isHere: boolean) {
  if (wanted === null || wanted === given) return '';
  return isHere
    ? `Keeps roster number ${given}, which stays the same all year.`
    : `Roster number ${wanted} is somebody’s already; ${given} is free.`;
}

export function planRoster(
  target: RosterTarget,
  listed: readonly ListedStudent[],
  known: readonly KnownStudent[],
): RosterPlan {
  const find = lookup(known);
  const used = new Set<number>();
  // Certain ones first, so that a likely one is never taken by a name that is somebody else's number.
  const certain = listed.map((listedStudent) => {
    const knownStudent = find.certain(listedStudent, target.classId);
    if (!knownStudent || used.has(knownStudent.id)) return null;
    used.add(knownStudent.id);
    return knownStudent;
  });
  const numbers = rosterNumbers(target, known);
  const lines = listed.map((listedStudent, index) =>
    lineOf(target, listedStudent, certain[index] ?? null, { find, used, numbers }),
  );
  const gone = target.whole
    ? known
        .flatMap((knownStudent) => {
          const here = knownStudent.places.find(
            ({ classId, left }) => classId === target.classId && !left,
          );
          return here && !used.has(knownStudent.id)
            ? [
                {
                  studentId: knownStudent.id,
                  name: nameOf(knownStudent),
                  rosterNumber: here.rosterNumber,
                },
              ]
            : [];
        })
        .sort((a, b) => a.rosterNumber - b.rosterNumber)
    : [];
  return { lines, gone };
}

/** What a list does not say changes nothing, and a student number that is somebody else's stays theirs. */
function corrections(
  student: KnownStudent,
  listedStudent: ListedStudent,
  ownerOf: (number: string) => KnownStudent | undefined,
) {
  const owner =
    listedStudent.studentNumber === '' ? undefined : ownerOf(listedStudent.studentNumber);
  const taken = owner !== undefined && owner.id !== student.id;
  const changes = changeable.flatMap((field): FieldChange[] => {
    if (field === 'studentNumber' && taken) return [];
    const [from, to] = [String(student[field] ?? ''), String(listedStudent[field] ?? '')];
    return to !== '' && to !== from ? [{ field, from, to }] : [];
  });
  const note = taken
    ? `Student number ${listedStudent.studentNumber} is ${nameOf(owner)}’s, so it is not changed.`
    : '';
  return { changes, note };
}

/** Numbers of those who have left stay theirs. */
function rosterNumbers({ classId }: RosterTarget, known: readonly KnownStudent[]) {
  const taken = new Set(
    known.flatMap(({ places }) =>
      places.filter((place) => place.classId === classId).map(({ rosterNumber }) => rosterNumber),
    ),
  );
  let next = Math.max(0, ...taken) + 1;
  return {
    take(wanted: number | null): number {
      if (wanted === null || taken.has(wanted)) {
        while (taken.has(next)) next++;
        wanted = next;
      }
      taken.add(wanted);
      return wanted;
    },
  };
}

/** Known students by what they can be told by; whoever has no such mark is not there. */
function byMark(known: readonly KnownStudent[], markOf: (student: KnownStudent) => string) {
  const held = new Map<string, KnownStudent[]>();
  for (const student of known) {
    const mark = markOf(student);
    if (mark !== '') held.set(mark, [...(held.get(mark) ?? []), student]);
  }
  return (mark: string): readonly KnownStudent[] => held.get(mark) ?? [];
}

const isHere = ({ places }: KnownStudent, classId: number | null) =>
  places.some((place) => place.classId === classId);

type Likely = RosterLine['likely'][number];

/** As many as a person would look at. */
const mostLikely = 5;

function asLikely(student: KnownStudent, why: string): Likely {
  const places = student.places.filter(({ left }) => !left).map(({ className }) => className);
  return { studentId: student.id, name: nameOf(student), why, where: places.join(', ') };
}

/** Finds whom a line of a list means: with certainty, or who is likely meant. */
function lookup(known: readonly KnownStudent[]) {
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
          asLikely(student, `has the same student number, ${student.studentNumber}`),
        ),
        ...mailed(listed.email).map((student) => asLikely(student, 'has the same e-mail address')),
        ...same(named(name)).map((student) =>
          asLikely(
            student,
            isHere(student, classId) ? 'has the same name' : 'has the same name elsewhere',
          ),
        ),
        ...same(turned(name)).map((student) =>
          asLikely(student, 'has given and family name the other way round'),
        ),
        ...same(alike).map((student) => asLikely(student, 'has nearly the same name')),
      ];
      // The first reason for each is the strongest.
      const first = all.filter(
        ({ studentId }, index) => all.findIndex((other) => other.studentId === studentId) === index,
      );
      return first.slice(0, mostLikely);
    },
  };
}

/** Two student numbers that are not the same are two students, whatever their names. */
const differs = (knownStudent: KnownStudent, listedStudent: ListedStudent) =>
  knownStudent.studentNumber !== '' &&
  listedStudent.studentNumber !== '' &&
  !same(knownStudent.studentNumber, listedStudent.studentNumber);

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

/** What a person decided about a line; where nothing was decided the plan's own act holds. */
export interface LineChoice {
  take: boolean;
  /** For a line that asks: one of the likely students, or null for a new one. */
  as?: number | null;
  /** Leaves the class that it comes from. */
  move?: boolean;
}

export interface RosterChoices {
  /** By the line of the list. */
  lines: Readonly<Record<string, LineChoice>>;
  /** Of those who are gone from the list: who leaves the class. */
  leaving: readonly number[];
}

export type RosterWrite =
  | { do: 'create'; student: ListedStudent; rosterNumber: number }
  | { do: 'enrol'; studentId: number; rosterNumber: number; from: number | null }
  | { do: 'return'; studentId: number; from: number | null }
  | { do: 'change'; studentId: number; fields: FieldChange[]; sourcedId: string | null }
  | { do: 'leave'; studentId: number };

export type Settled =
  | { ok: true; writes: RosterWrite[] }
  | { ok: false; problems: { line: number; message: string }[] };

/** Who a line stands for once it was answered, and what happens to them. */
type Answered =
  { studentId: number | null; changes: FieldChange[]; act: RosterAct } | { message: string };

interface Asking {
  target: RosterTarget;
  known: readonly KnownStudent[];
  ownerOf: ReturnType<typeof lookup>['ownerOf'];
  /** Students whom other lines of the list stand for. */
  taken: Set<number>;
}

/** A line that asks, with the answer that was given: one of the likely students, or a new one. */
function answered(
  { target, known, ownerOf, taken }: Asking,
  line: RosterLine,
  as: LineChoice['as'],
): Answered {
  if (as === undefined)
    return {
      message: `${line.name} is likely somebody known. Say who it is, or that it is a new student.`,
    };
  const { studentNumber } = line.listed;
  if (as === null) {
    const owner = studentNumber === '' ? undefined : ownerOf(studentNumber);
    return owner
      ? {
          message: `Student number ${studentNumber} is ${nameOf(owner)}’s. Correct it on one of the two.`,
        }
      : { studentId: null, changes: [], act: actFor(undefined, undefined) };
  }
  const chosen = known.find(({ id }) => id === as);
  const isLikely = line.likely.some(({ studentId }) => studentId === as);
  if (!chosen || taken.has(as) || !isLikely)
    return { message: `${line.name}: that student stands for another line of the list.` };
  taken.add(as);
  const here = chosen.places.find(({ classId }) => classId === target.classId);
  const { changes } = corrections(chosen, line.listed, ownerOf);
  return { studentId: as, changes, act: actFor(chosen, here) };
}

/** What is written for one line. */
function writesFor(
  { listed, rosterNumber }: RosterLine,
  { studentId, changes, act }: Exclude<Answered, { message: string }>,
  from: number | null,
): RosterWrite[] {
  if (act === 'add' || studentId === null) return [{ do: 'create', student: listed, rosterNumber }];
  const { sourcedId } = listed;
  const writes: RosterWrite[] =
    changes.length > 0 || sourcedId !== null
      ? [{ do: 'change', studentId, fields: changes, sourcedId }]
      : [];
  if (act === 'join') writes.push({ do: 'enrol', studentId, rosterNumber, from });
  if (act === 'back') writes.push({ do: 'return', studentId, from });
  return writes;
}

/** What is written for a plan and the decisions on it; a line that asks and was not answered stands in the way. */
export function settleRoster(
  target: RosterTarget,
  plan: RosterPlan,
  choices: RosterChoices,
  known: readonly KnownStudent[],
): Settled {
  const problems: { line: number; message: string }[] = [];
  const writes: RosterWrite[] = [];
  const { ownerOf } = lookup(known);
  const taken = new Set(plan.lines.flatMap(({ studentId }) => studentId ?? []));
  for (const line of plan.lines) {
    const choice = choices.lines[line.listed.line] ?? { take: true };
    if (!choice.take) continue;
    const answer =
      line.act === 'ask' ? answered({ target, known, ownerOf, taken }, line, choice.as) : line;
    if ('message' in answer) {
      problems.push({ line: line.listed.line, message: answer.message });
      continue;
    }
    const from = choice.move === false ? null : (line.from?.classId ?? null);
    writes.push(...writesFor(line, answer, from));
  }
  for (const { studentId } of plan.gone)
    if (choices.leaving.includes(studentId)) writes.push({ do: 'leave', studentId });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, writes };
}
