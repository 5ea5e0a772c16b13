/** What is written once every line of a plan is answered. */
import { type ListedStudent, nameOf } from './listed';
import { lookup } from './lookup';
import { actFor, corrections } from './plan';
import {
  type FieldChange,
  type KnownStudent,
  type RosterAct,
  type RosterLine,
  type RosterPlan,
  type RosterTarget,
} from './line';
import { sentence } from './sentences';

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
      message: sentence('isProbablySomebodyKnownChoose', { name: line.name }),
    };
  const { studentNumber } = line.listed;
  if (as === null) {
    const owner = studentNumber === '' ? undefined : ownerOf(studentNumber);
    return owner
      ? {
          message: sentence('studentNumberIsSCorrect', { studentNumber, owner: nameOf(owner) }),
        }
      : { studentId: null, changes: [], act: actFor(undefined, undefined) };
  }
  const chosen = known.find(({ id }) => id === as);
  const isLikely = line.likely.some(({ studentId }) => studentId === as);
  if (!chosen || taken.has(as) || !isLikely)
    return { message: sentence('thatStudentIsChosenFor', { name: line.name }) };
  taken.add(as);
  const here = chosen.enrollments.find(({ classId }) => classId === target.classId);
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
