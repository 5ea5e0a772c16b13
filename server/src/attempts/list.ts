/** The student's own list. */
import type { api, AnswerOf } from '@oaken/contract';
import type { SeatRow } from '@oaken/contract/attempts';
import { attemptsLeft, isReleased, practiceHelpOf, sittingRules } from '@oaken/core/assignments';
import { entriesOf } from '@oaken/core/forms';
import { allowedTools } from '@oaken/core/items';
import { countDone, progressOf, type Done } from '@oaken/core/sitting';
import {
  attemptState,
  defaultGrace,
  windowEnd,
  windowState,
  type WindowState,
  type Window,
} from '@oaken/core/timing';
import { Op } from 'sequelize';
import { schoolZone, studentWindow, withAccommodation } from './times';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull } from '../database/connect';
import type { Editions } from './editions';
import { attemptForm, readAttempts, type Attempt, type Given, givenOf } from './given';
import { factsOf, readWaiting, shown } from './released';
import { readGates } from './supervised';
import { present } from '@oaken/core/certain';
import { runningNow } from '../models';
import { valuesOf } from '../models/subquery';

interface Line extends Given {
  title: string;
  kind: string;
  teacher: string;
  items: number;
  points: number;
  hasVariants: boolean;
  instructions: string;
}

async function readLines({ database, now }: Context, me: SignedIn): Promise<Line[]> {
  const lines = await database.models.AssignmentStudent.findAll({
    where: { studentId: me.account.id, withdrawnAt: null },
    include: [
      withAccommodation,
      {
        association: 'assignment',
        required: true,
        where: {
          unassignedAt: null,
          visibleFrom: { [Op.or]: [null, { [Op.lte]: new Date(now()) }] },
        },
        include: [
          'assigner',
          { association: 'edition', attributes: ['itemCount', 'points', 'hasVariants'] },
        ],
      },
    ],
  });
  return lines
    .map((line) => {
      const assignment = present(line.assignment, 'assignment of the student');
      const edition = present(assignment.edition, 'edition');
      return {
        ...givenOf(line),
        title: assignment.title,
        kind: assignment.kind,
        teacher: assignment.assigner?.fullName ?? '',
        items: edition.itemCount,
        hasVariants: edition.hasVariants,
        points: edition.points,
        instructions: assignment.instructions,
      };
    })
    .sort((a, b) => (a.closesAt?.getTime() ?? Infinity) - (b.closesAt?.getTime() ?? Infinity));
}

/** Late answers that wait for the teacher, by attempt. */
async function countUndecided(
  { database: { models } }: Context,
  me: SignedIn,
): Promise<Map<number, number>> {
  const attempts = valuesOf(models.Attempt, 'id', { studentId: me.account.id });
  const waiting = await models.LateAnswer.count({
    where: { decision: 'waiting', attemptId: { [Op.in]: attempts } },
    group: ['attemptId'],
  });
  return new Map(waiting.map(({ attemptId, count }) => [Number(attemptId), count]));
}

/** What the student's classes are being asked now. */
async function readRunningRounds({ database: { models }, now }: Context, me: SignedIn) {
  const enrolled = { studentId: me.account.id, leftAt: null };
  const rounds = await models.Round.findAll({
    where: {
      ...runningNow(now()),
      [Op.or]: [
        { classId: { [Op.in]: valuesOf(models.Enrollment, 'classId', enrolled) } },
        { id: { [Op.in]: valuesOf(models.Account, 'guestOfRound', { id: me.account.id }) } },
      ],
    },
    include: ['owner'],
    order: ['id'],
  });
  return rounds.map(({ id, title, owner }) => ({ id, title, teacher: owner?.fullName ?? '' }));
}

/** How far the work is that the student has under way, by attempt. */
async function countAnswered(
  { database, now }: Context,
  editions: Editions,
  lines: readonly Line[],
  attempts: readonly Attempt[],
): Promise<Map<number, Done>> {
  const working = attempts.filter((attempt) => !isOver(attempt, now()));
  const answers =
    working.length === 0
      ? []
      : await database.models.Answer.findAll({ where: { attemptId: working.map(({ id }) => id) } });
  const done = new Map<number, Done>();
  for (const attempt of working) {
    const line = lines.find(({ assignmentId }) => assignmentId === attempt.assignmentId);
    if (!line) continue;
    const { edition } = await editions.get(line.editionId);
    const given = answers.filter(({ attemptId }) => attemptId === attempt.id);
    const progress = entriesOf(attemptForm(edition, attempt, line.rules)).map(({ id, content }) =>
      progressOf(content.parts, given.find(({ entryId }) => entryId === id)?.responses ?? {}),
    );
    done.set(attempt.id, countDone(progress));
  }
  return done;
}

/** What a row says before anything was begun, by its window. */
const notBegun = { before: 'coming', open: 'open', late: 'open', closed: 'missed' } as const;

/** How many attempts can still be begun; null: as many as are wanted. */
function countedLeft(state: WindowState, left: number): number | null {
  if (state === 'closed') return 0;
  return left === Infinity ? null : left;
}

/** Between the deadline and the server's own hand-in it is already over for the student. */
const stateOf = (attempt: Attempt, now: number) =>
  isOver(attempt, now) ? ('handed-in' as const) : ('working' as const);

const isOver = (attempt: Attempt, now: number) =>
  attemptState(
    {
      deadlineAt: toMillisOrNull(attempt.deadlineAt),
      handedInAt: toMillisOrNull(attempt.handedInAt),
    },
    defaultGrace,
    now,
  ) === 'over';

export async function listSeat(
  context: Context,
  editions: Editions,
  me: SignedIn,
  address: string | undefined,
): Promise<AnswerOf<typeof api.listSeat>> {
  const { database } = context;
  const now = context.now();
  const zone = await schoolZone(database);
  const [lines, attempts, undecided, rounds] = await Promise.all([
    readLines(context, me),
    readAttempts(database, me.account.id, null),
    countUndecided(context, me),
    readRunningRounds(context, me),
  ]);
  const waiting = await readWaiting(
    database,
    attempts.filter(({ counts, handedInAt }) => counts && handedInAt !== null).map(({ id }) => id),
  );
  const gate = await readGates(database, me, lines, address);
  const done = await countAnswered(context, editions, lines, attempts);
  const seen = { zone, now, waiting, undecided, gate, done };
  return {
    now,
    rounds,
    assignments: lines.map((line) => {
      const made = attempts.filter(({ assignmentId }) => assignmentId === line.assignmentId);
      return rowOf(line, made, seen);
    }),
  };
}

/** What all rows are read with. */
interface Seen {
  zone: string;
  now: number;
  /** Points that wait for a mark, and late answers that wait for the teacher, by attempt. */
  waiting: ReadonlyMap<number, number>;
  undecided: ReadonlyMap<number, number>;
  gate: Awaited<ReturnType<typeof readGates>>;
  /** How far work under way is, by attempt. */
  done: ReadonlyMap<number, Done>;
}

function rowOf(
  line: Line,
  made: Attempt[],
  { zone, now, waiting, undecided, gate, done }: Seen,
): SeatRow {
  const { rules } = line;
  const latest = made.at(-1);
  const window = studentWindow(line, line, zone);
  const state = windowState(window, now);
  const left = attemptsLeft(rules, { handedIn: made.length, extraAttempts: line.extraAttempts });
  const score = scoreOf(line, made, window, now, waiting);
  return {
    assignmentId: line.assignmentId,
    title: line.title,
    kind: line.kind,
    teacher: line.teacher,
    items: line.items,
    points: line.points,
    opensAt: window.opensAt,
    closesAt: window.closesAt,
    lateUntil: window.lateRule.late === 'until' ? window.lateRule.until : null,
    ...timeOf(line),
    instructions: line.instructions,
    offPerTry: rules.mode === 'practice' ? rules.offPerTry : null,
    practice: practiceHelpOf(rules),
    tools: allowedTools(rules.tools),
    asksWord: line.word !== '' && (latest === undefined || isOver(latest, now)),
    gate: gate(line, latest !== undefined && !isOver(latest, now)),
    otherNumbers: line.hasVariants,
    attemptsMade: made.length,
    attemptsLeft: countedLeft(state, left),
    state: latest ? stateOf(latest, now) : notBegun[state],
    done: done.get(latest?.id ?? 0) ?? null,
    deadlineAt: toMillisOrNull(latest?.deadlineAt ?? null),
    handedInAt: toMillisOrNull(latest?.handedInAt ?? null),
    handedInBy: latest?.handedInBy ?? null,
    undecided: undecided.get(latest?.id ?? 0) ?? 0,
    score,
    canRead: score !== null,
  };
}

/** How long it may take this student. */
function timeOf({ rules, accommodations, extraMinutes }: Line) {
  const { limitMinutes } = rules;
  // Undefined: no accommodations at all. Null: accommodations without any limit of time.
  const factor = accommodations?.time;
  const unlimited = factor === null;
  return {
    limitMinutes:
      limitMinutes === null || unlimited ? null : limitMinutes * (factor ?? 1) + extraMinutes,
    timed: unlimited ? null : (rules.stageLimit?.of ?? null),
    sitting: sittingRules(rules, factor === undefined ? 1 : factor),
  };
}

/** The score of the attempt that counts, where it is released. */
function scoreOf(
  line: Line,
  made: Attempt[],
  window: Window,
  now: number,
  waiting: Seen['waiting'],
): SeatRow['score'] {
  const counting = made.find(({ counts }) => counts);
  if (!counting || counting.counted === null) return null;
  const end = windowEnd(window);
  const closed = end !== null && end <= now;
  if (!isReleased(line.rules, 'score', factsOf(line, counting, closed, now))) return null;
  const { id, counted, maxPoints } = counting;
  return shown(line.rules, counted, maxPoints ?? line.points, waiting.get(id) ?? 0);
}
