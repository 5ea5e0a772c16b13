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
    rollNumber: number;
    left: boolean;
  }[];
}

export interface RollTarget {
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
): RollAct {
  if (!student) return 'add';
  if (!here) return 'join';
  return here.left ? 'back' : 'keep';
}

export type RollAct = 'add' | 'join' | 'back' | 'keep' | 'ask';

export interface RollLine {
  listed: ListedStudent;
  act: RollAct;
  /** Who it is, where that is certain. */
  studentId: number | null;
  name: string;
  rollNumber: number;
  changes: FieldChange[];
  /** Another class of the same subject that the student would leave; moving is offered, being in both is possible. */
  from: { classId: number; className: string } | null;
  likely: { studentId: number; name: string; why: string; where: string }[];
  note: string;
}

export interface RollPlan {
  lines: RollLine[];
  gone: { studentId: number; name: string; rollNumber: number }[];
}

const same = (a: string, b: string) => a !== '' && a.toLowerCase() === b.toLowerCase();

export function planRoll(
  target: RollTarget,
  listed: readonly ListedStudent[],
  known: readonly KnownStudent[],
): RollPlan {
  const find = lookup(known);
  const used = new Set<number>();
  // Certain ones first, so that a likely one is never taken by a name that is somebody else's number.
  const certain = listed.map((own) => {
    const found = find.certain(own, target.classId);
    if (!found || used.has(found.id)) return null;
    used.add(found.id);
    return found;
  });
  const numbers = rollNumbers(target, known);
  const lines = listed.map((own, at): RollLine => {
    const student = certain[at] ?? null;
    const likely = student
      ? []
      : find.likely(own, target.classId).filter(({ studentId }) => !used.has(studentId));
    const corrected = student ? corrections(student, own, find.ownerOf) : { changes: [], note: '' };
    const here = student?.places.find(({ classId }) => classId === target.classId) ?? null;
    const elsewhere =
      student?.places.find(
        (place) =>
          !place.left && place.classId !== target.classId && place.subject === target.subject,
      ) ?? null;
    const act: RollAct = !student && likely.length > 0 ? 'ask' : actFor(student, here);
    const rollNumber = here?.rollNumber ?? numbers.take(own.rollNumber);
    const differs = own.rollNumber !== null && own.rollNumber !== rollNumber;
    const why = here
      ? `Keeps roll number ${rollNumber}, which stays the same all year.`
      : `Roll number ${own.rollNumber} is somebody’s already; ${rollNumber} is free.`;
    const numbered = differs ? why : '';
    return {
      listed: own,
      act,
      studentId: student?.id ?? null,
      name: nameOf(own),
      rollNumber,
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
        .flatMap((own) => {
          const here = own.places.find(({ classId, left }) => classId === target.classId && !left);
          return here && !used.has(own.id)
            ? [{ studentId: own.id, name: nameOf(own), rollNumber: here.rollNumber }]
            : [];
        })
        .sort((a, b) => a.rollNumber - b.rollNumber)
    : [];
  return { lines, gone };
}

/** What a list does not say changes nothing, and a student number that is somebody else's stays theirs. */
function corrections(
  student: KnownStudent,
  own: ListedStudent,
  ownerOf: (number: string) => KnownStudent | undefined,
) {
  const owner = own.studentNumber === '' ? undefined : ownerOf(own.studentNumber);
  const taken = owner !== undefined && owner.id !== student.id;
  const changes = changeable.flatMap((field): FieldChange[] => {
    if (field === 'studentNumber' && taken) return [];
    const [from, to] = [String(student[field] ?? ''), String(own[field] ?? '')];
    return to !== '' && to !== from ? [{ field, from, to }] : [];
  });
  const note = taken
    ? `Student number ${own.studentNumber} is ${nameOf(owner)}’s, so it is not changed.`
    : '';
  return { changes, note };
}

/** Numbers of those who have left stay theirs. */
function rollNumbers({ classId }: RollTarget, known: readonly KnownStudent[]) {
  const taken = new Set(
    known.flatMap(({ places }) =>
      places.filter((own) => own.classId === classId).map(({ rollNumber }) => rollNumber),
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
  const by = (mark: (own: KnownStudent) => string) => {
    const held = new Map<string, KnownStudent[]>();
    for (const own of known) {
      const at = mark(own);
      if (at !== '') held.set(at, [...(held.get(at) ?? []), own]);
    }
    return held;
  };
  const sourced = by((own) => own.sourcedId ?? '');
  const numbered = by((own) => own.studentNumber.toLowerCase());
  const mailed = by((own) => own.email.toLowerCase());
  const named = by((own) => foldName(nameOf(own)));
  const turned = by((own) => foldName(`${own.familyName} ${own.givenName}`));
  const given = by((own) => foldName(own.givenName));
  const family = by((own) => foldName(own.familyName));
  const isHere = (own: KnownStudent, classId: number | null) =>
    own.places.some((place) => place.classId === classId);

  return {
    ownerOf: (number: string) => numbered.get(number.toLowerCase())?.[0],
    certain(own: ListedStudent, classId: number | null): KnownStudent | null {
      const source = own.sourcedId === null ? undefined : sourced.get(own.sourcedId)?.[0];
      if (source) return source;
      const number = numbered.get(own.studentNumber.toLowerCase())?.[0];
      // A number that stands beside quite another name is a slip as often as it is a new name: a person decides.
      if (number) return near(nameOf(number), nameOf(own)) ? number : null;
      const mail = mailed.get(own.email)?.[0];
      if (mail && near(nameOf(mail), nameOf(own))) return mail;
      // A list that knows only names means the one who is here.
      const here = named.get(foldName(nameOf(own)))?.filter((one) => isHere(one, classId)) ?? [];
      return here.length === 1 && !differs(here[0]!, own) ? here[0]! : null;
    },
    likely(own: ListedStudent, classId: number | null): RollLine['likely'] {
      const name = foldName(nameOf(own));
      const found = new Map<number, RollLine['likely'][number]>();
      const say = (one: KnownStudent | undefined, why: string) => {
        if (!one || found.has(one.id)) return;
        const places = one.places.filter(({ left }) => !left).map(({ className }) => className);
        found.set(one.id, { studentId: one.id, name: nameOf(one), why, where: places.join(', ') });
      };
      for (const one of numbered.get(own.studentNumber.toLowerCase()) ?? [])
        say(one, `has the same student number, ${one.studentNumber}`);
      for (const one of mailed.get(own.email) ?? []) say(one, 'has the same e-mail address');
      for (const one of named.get(name) ?? [])
        if (!differs(one, own))
          say(one, isHere(one, classId) ? 'has the same name' : 'has the same name elsewhere');
      for (const one of turned.get(name) ?? [])
        if (!differs(one, own)) say(one, 'has given and family name the other way round');
      const close = [
        ...(given.get(foldName(own.givenName)) ?? []),
        ...(family.get(foldName(own.familyName)) ?? []),
      ];
      for (const one of close)
        if (isHere(one, classId) && !differs(one, own) && near(nameOf(one), nameOf(own)))
          say(one, 'has nearly the same name');
      return [...found.values()].slice(0, 5);
    },
  };
}

/** Two student numbers that are not the same are two students, whatever their names. */
const differs = (one: KnownStudent, own: ListedStudent) =>
  one.studentNumber !== '' &&
  own.studentNumber !== '' &&
  !same(one.studentNumber, own.studentNumber);

/** Equal but for two slips of the pen, or one of the names equal and the other begun alike. */
function near(a: string, b: string): boolean {
  const [one, other] = [foldName(a), foldName(b)];
  if (one === other || [...one].sort().join('') === [...other].sort().join('')) return true;
  const [words, others] = [one.split(' '), other.split(' ')];
  if (words.some((word) => word.length > 2 && others.includes(word))) return true;
  return distance(one, other, 2) <= 2;
}

/** Edits between two words (Levenshtein 1966); more than `most` is as good as any more. */
function distance(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let row = Array.from({ length: b.length + 1 }, (_, at) => at);
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

export interface RollChoices {
  /** By the line of the list. */
  lines: Readonly<Record<string, LineChoice>>;
  /** Of those who are gone from the list: who leaves the class. */
  leaving: readonly number[];
}

export type RollWrite =
  | { do: 'create'; student: ListedStudent; rollNumber: number }
  | { do: 'enrol'; studentId: number; rollNumber: number; from: number | null }
  | { do: 'return'; studentId: number; from: number | null }
  | { do: 'change'; studentId: number; fields: FieldChange[]; sourcedId: string | null }
  | { do: 'leave'; studentId: number };

export type Settled =
  { ok: true; writes: RollWrite[] } | { ok: false; problems: { line: number; message: string }[] };

/** What is written for a plan and the decisions on it; a line that asks and was not answered stands in the way. */
export function settleRoll(
  target: RollTarget,
  plan: RollPlan,
  choices: RollChoices,
  known: readonly KnownStudent[],
): Settled {
  const problems: { line: number; message: string }[] = [];
  const writes: RollWrite[] = [];
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
        (!chosen || taken.has(choice.as) || !line.likely.some((own) => own.studentId === choice.as))
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
      writes.push({ do: 'create', student: line.listed, rollNumber: line.rollNumber });
    else {
      if (changes.length > 0 || line.listed.sourcedId !== null)
        writes.push({
          do: 'change',
          studentId: studentId!,
          fields: changes,
          sourcedId: line.listed.sourcedId,
        });
      if (act === 'join')
        writes.push({ do: 'enrol', studentId: studentId!, rollNumber: line.rollNumber, from });
      if (act === 'back') writes.push({ do: 'return', studentId: studentId!, from });
    }
  }
  for (const { studentId } of plan.gone)
    if (choices.leaving.includes(studentId)) writes.push({ do: 'leave', studentId });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, writes };
}
