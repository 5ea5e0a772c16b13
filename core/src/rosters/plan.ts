/**
 * What a list would do to a class: who is added, comes back, joins from elsewhere, changes, stays and is gone, and who is
 * likely somebody already known. Nothing happens by planning; `settleRoll` says what is written once a person has decided.
 */
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
  const lines = listed.map((listedStudent, index): RosterLine => {
    const student = certain[index] ?? null;
    const likely = student
      ? []
      : find.likely(listedStudent, target.classId).filter(({ studentId }) => !used.has(studentId));
    const corrected = student
      ? corrections(student, listedStudent, find.ownerOf)
      : { changes: [], note: '' };
    const here = student?.places.find(({ classId }) => classId === target.classId) ?? null;
    const elsewhere =
      student?.places.find(
        (place) =>
          !place.left && place.classId !== target.classId && place.subject === target.subject,
      ) ?? null;
    const act: RosterAct = !student && likely.length > 0 ? 'ask' : actFor(student, here);
    const rosterNumber = here?.rosterNumber ?? numbers.take(listedStudent.rosterNumber);
    const differs =
      listedStudent.rosterNumber !== null && listedStudent.rosterNumber !== rosterNumber;
    const why = here
      ? `Keeps roster number ${rosterNumber}, which stays the same all year.`
      : `Roster number ${listedStudent.rosterNumber} is somebody’s already; ${rosterNumber} is free.`;
    const numbered = differs ? why : '';
    return {
      listed: listedStudent,
      act,
      studentId: student?.id ?? null,
      name: nameOf(listedStudent),
      rosterNumber,
      changes: corrected.changes,
      from:
        act === 'keep' || !elsewhere
          ? null
          : { classId: elsewhere.classId, className: elsewhere.className },
      likely,
      note: [numbered, corrected.note].filter(Boolean).join(' '),
    };
  });
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

function lookup(known: readonly KnownStudent[]) {
  const by = (mark: (knownStudent: KnownStudent) => string) => {
    const held = new Map<string, KnownStudent[]>();
    for (const knownStudent of known) {
      const identity = mark(knownStudent);
      if (identity !== '') held.set(identity, [...(held.get(identity) ?? []), knownStudent]);
    }
    return held;
  };
  const sourced = by((knownStudent) => knownStudent.sourcedId ?? '');
  const numbered = by((knownStudent) => knownStudent.studentNumber.toLowerCase());
  const mailed = by((knownStudent) => knownStudent.email.toLowerCase());
  const named = by((knownStudent) => foldName(nameOf(knownStudent)));
  const turned = by((knownStudent) =>
    foldName(`${knownStudent.familyName} ${knownStudent.givenName}`),
  );
  const given = by((knownStudent) => foldName(knownStudent.givenName));
  const family = by((knownStudent) => foldName(knownStudent.familyName));
  const isHere = (knownStudent: KnownStudent, classId: number | null) =>
    knownStudent.places.some((place) => place.classId === classId);

  return {
    ownerOf: (number: string) => numbered.get(number.toLowerCase())?.[0],
    certain(listedStudent: ListedStudent, classId: number | null): KnownStudent | null {
      const source =
        listedStudent.sourcedId === null ? undefined : sourced.get(listedStudent.sourcedId)?.[0];
      if (source) return source;
      const number = numbered.get(listedStudent.studentNumber.toLowerCase())?.[0];
      // A number that stands beside quite another name is a slip as often as it is a new name: a person decides.
      if (number) return near(nameOf(number), nameOf(listedStudent)) ? number : null;
      const mail = mailed.get(listedStudent.email)?.[0];
      if (mail && near(nameOf(mail), nameOf(listedStudent))) return mail;
      // A list that knows only names means the one who is here.
      const here =
        named
          .get(foldName(nameOf(listedStudent)))
          ?.filter((knownStudent) => isHere(knownStudent, classId)) ?? [];
      return here.length === 1 && !differs(here[0]!, listedStudent) ? here[0]! : null;
    },
    likely(listedStudent: ListedStudent, classId: number | null): RosterLine['likely'] {
      const name = foldName(nameOf(listedStudent));
      const likely = new Map<number, RosterLine['likely'][number]>();
      const say = (knownStudent: KnownStudent | undefined, why: string) => {
        if (!knownStudent || likely.has(knownStudent.id)) return;
        const places = knownStudent.places
          .filter(({ left }) => !left)
          .map(({ className }) => className);
        likely.set(knownStudent.id, {
          studentId: knownStudent.id,
          name: nameOf(knownStudent),
          why,
          where: places.join(', '),
        });
      };
      for (const knownStudent of numbered.get(listedStudent.studentNumber.toLowerCase()) ?? [])
        say(knownStudent, `has the same student number, ${knownStudent.studentNumber}`);
      for (const knownStudent of mailed.get(listedStudent.email) ?? [])
        say(knownStudent, 'has the same e-mail address');
      for (const knownStudent of named.get(name) ?? [])
        if (!differs(knownStudent, listedStudent))
          say(
            knownStudent,
            isHere(knownStudent, classId) ? 'has the same name' : 'has the same name elsewhere',
          );
      for (const knownStudent of turned.get(name) ?? [])
        if (!differs(knownStudent, listedStudent))
          say(knownStudent, 'has given and family name the other way round');
      const close = [
        ...(given.get(foldName(listedStudent.givenName)) ?? []),
        ...(family.get(foldName(listedStudent.familyName)) ?? []),
      ];
      for (const knownStudent of close)
        if (
          isHere(knownStudent, classId) &&
          !differs(knownStudent, listedStudent) &&
          near(nameOf(knownStudent), nameOf(listedStudent))
        )
          say(knownStudent, 'has nearly the same name');
      return [...likely.values()].slice(0, 5);
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
        row[j]! + 1,
        next[j - 1]! + 1,
        row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    row = next;
  }
  return row[b.length]!;
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
    let { studentId, changes } = line;
    let act = line.act;
    if (act === 'ask') {
      const chosen = choice.as === undefined ? undefined : known.find(({ id }) => id === choice.as);
      if (choice.as === undefined) {
        problems.push({
          line: line.listed.line,
          message: `${line.name} is likely somebody known. Say who it is, or that it is a new student.`,
        });
        continue;
      }
      if (
        choice.as !== null &&
        (!chosen ||
          taken.has(choice.as) ||
          !line.likely.some((candidate) => candidate.studentId === choice.as))
      ) {
        problems.push({
          line: line.listed.line,
          message: `${line.name}: that student stands for another line of the list.`,
        });
        continue;
      }
      const owner =
        choice.as === null && line.listed.studentNumber !== ''
          ? ownerOf(line.listed.studentNumber)
          : undefined;
      if (owner) {
        problems.push({
          line: line.listed.line,
          message: `Student number ${line.listed.studentNumber} is ${nameOf(owner)}’s. Correct it on one of the two.`,
        });
        continue;
      }
      if (chosen) taken.add(chosen.id);
      const here = chosen?.places.find(({ classId }) => classId === target.classId);
      studentId = chosen?.id ?? null;
      changes = chosen ? corrections(chosen, line.listed, ownerOf).changes : [];
      act = actFor(chosen, here);
    }
    const from = choice.move === false ? null : (line.from?.classId ?? null);
    if (act === 'add')
      writes.push({ do: 'create', student: line.listed, rosterNumber: line.rosterNumber });
    else {
      if (changes.length > 0 || line.listed.sourcedId !== null)
        writes.push({
          do: 'change',
          studentId: studentId!,
          fields: changes,
          sourcedId: line.listed.sourcedId,
        });
      if (act === 'join')
        writes.push({ do: 'enrol', studentId: studentId!, rosterNumber: line.rosterNumber, from });
      if (act === 'back') writes.push({ do: 'return', studentId: studentId!, from });
    }
  }
  for (const { studentId } of plan.gone)
    if (choices.leaving.includes(studentId)) writes.push({ do: 'leave', studentId });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, writes };
}
