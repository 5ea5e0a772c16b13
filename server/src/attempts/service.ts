import type { AttemptAnswer, SavedAnswer, StoredAnswer } from '@oaken/contract/attempts';
import type { AssignmentRules } from '@oaken/core/assignments';
import { formForSitting, formOf } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import { roundPoints } from '@oaken/core/scoring';
import {
  attemptState,
  deadlineOf,
  defaultGrace,
  isLate,
  minute,
  windowState,
  type TimeRules,
} from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { givenToMe } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis, toMillisOrNull } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import type { Editions } from './editions';
import { writeLast } from './saving';
import { scoreAttempt } from '@oaken/core/attempts';

interface Given {
  assignmentId: number;
  editionId: number;
  opensAt: Date;
  closesAt: Date | null;
  lateUntil: Date | null;
  rules: AssignmentRules;
  timeFactor: number | null;
  place: number;
  form: string | null;
}

interface Attempt {
  id: number;
  seed: string;
  place: number;
  form: string | null;
  beganAt: Date;
  deadlineAt: Date | null;
  handedInAt: Date | null;
}

export function timeRules(
  given: Pick<Given, 'opensAt' | 'closesAt' | 'lateUntil' | 'rules' | 'timeFactor'>,
): TimeRules {
  return {
    opensAt: toMillis(given.opensAt),
    closesAt: toMillisOrNull(given.closesAt),
    lateRule: given.lateUntil ? { late: 'until', until: toMillis(given.lateUntil) } : { late: 'no' },
    limit: given.rules.limitMinutes === null ? null : given.rules.limitMinutes * minute,
    timeFactor: given.timeFactor === null ? null : Number(given.timeFactor),
    grace: defaultGrace,
  };
}

async function readGiven(
  database: Sequelize,
  me: number,
  assignmentId: number,
  transaction?: Transaction,
): Promise<Given> {
  const found = await row<Given>(
    database,
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, a.opens_at AS opensAt, a.closes_at AS closesAt,
            a.late_until AS lateUntil, a.rules, g.time_factor AS timeFactor, g.place, g.form
       FROM assignments a JOIN assignment_students g ON g.assignment_id = a.id
      WHERE a.id = :assignmentId AND ${givenToMe} ${transaction ? 'LOCK IN SHARE MODE' : ''}`,
    { me, assignmentId },
    transaction,
  );
  if (!found) throw notFound('The assignment');
  return { ...found, rules: fromJson<AssignmentRules>(found.rules) };
}

const findAttempt = (database: Sequelize, me: number, assignmentId: number, transaction?: Transaction) =>
  row<Attempt>(
    database,
    `SELECT id, seed, place, form, began_at AS beganAt, deadline_at AS deadlineAt, handed_in_at AS handedInAt
       FROM attempts WHERE assignment_id = :assignmentId AND student_id = :me AND number = 1`,
    { me, assignmentId },
    transaction,
  );

/** Begins an attempt, or finds the one that was begun: reload, second tab and other device all come here. */
export async function beginAttempt(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<AttemptAnswer> {
  const { database } = context;
  const student = me.account.id;
  const now = context.now();
  const given = await readGiven(database, student, assignmentId);
  const rules = timeRules(given);
  let attempt = await findAttempt(database, student, assignmentId);
  if (!attempt) {
    const state = windowState(rules, now);
    if (state === 'before')
      throw new Problem(409, 'It has not opened yet.', undefined, undefined, Math.ceil((rules.opensAt - now) / 1000));
    if (state === 'closed') throw new Problem(409, 'It has closed.', 'Ask your teacher if you should still do it.');
    attempt = await database.transaction(async (transaction) => {
      await readGiven(database, student, assignmentId, transaction);
      const deadline = deadlineOf(rules, now);
      await database.query(
        `INSERT IGNORE INTO attempts (assignment_id, student_id, number, seed, place, form, began_at, deadline_at)
         VALUES (:assignmentId, :student, 1, :seed, :place, :form, :now, :deadline)`,
        {
          replacements: {
            assignmentId,
            student,
            seed: randomBytes(16).toString('base64url'),
            place: given.place,
            form: given.form,
            now: new Date(now),
            deadline: deadline === null ? null : new Date(deadline),
          },
          transaction,
        },
      );
      return findAttempt(database, student, assignmentId, transaction);
    });
  }
  if (!attempt) throw notFound('The attempt');
  const times = {
    deadlineAt: toMillisOrNull(attempt.deadlineAt),
    handedInAt: toMillisOrNull(attempt.handedInAt),
  };
  if (attemptState(times, defaultGrace, now) === 'over')
    throw new Problem(
      409,
      times.handedInAt === null ? 'The time is over.' : 'You have handed this in.',
      'What was saved counts.',
    );
  const { edition } = await editions.get(given.editionId);
  const stored = await rows<Omit<StoredAnswer, 'responses'> & { responses: unknown }>(
    database,
    'SELECT entry_id AS entry, number, device, responses, flagged FROM answers WHERE attempt_id = :id',
    { id: attempt.id },
  );
  return {
    id: attempt.id,
    now: context.now(),
    ...times,
    grace: defaultGrace,
    form: formForSitting(formOf(edition, attempt, given.rules)),
    answers: stored.map((own) => ({
      ...own,
      flagged: Boolean(own.flagged),
      responses: fromJson<Responses>(own.responses),
    })),
  };
}

export interface HandedIn {
  handedInAt: number;
  late: boolean;
}

/** Hands an attempt in once, whoever asks first, and scores it in the same transaction. */
export async function handIn(
  context: Context,
  editions: Editions,
  attemptId: number,
  by: { kind: 'student'; id: number; answers: SavedAnswer[] } | { kind: 'server' },
): Promise<HandedIn> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const attempt = await row<Attempt & { studentId: number; assignmentId: number; late: number }>(
      database,
      `SELECT id, assignment_id AS assignmentId, student_id AS studentId, seed, place, form, began_at AS beganAt, deadline_at AS deadlineAt,
              handed_in_at AS handedInAt, late FROM attempts WHERE id = :attemptId FOR UPDATE`,
      { attemptId },
      transaction,
    );
    if (!attempt || (by.kind === 'student' && attempt.studentId !== by.id)) throw notFound('The attempt');
    if (attempt.handedInAt) return { handedInAt: toMillis(attempt.handedInAt), late: Boolean(attempt.late) };

    const now = context.now();
    const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
    const { edition, entryIds } = await editions.get(given.editionId);
    const deadlineAt = toMillisOrNull(attempt.deadlineAt);
    const ended = attemptState({ deadlineAt, handedInAt: null }, defaultGrace, now) === 'over';
    // After the deadline it counts as ended then, whoever noticed; answers that come with it are too late.
    const ranOut = by.kind === 'server' || ended;
    const handedInAt = deadlineAt === null ? now : Math.min(now, deadlineAt);
    if (by.kind === 'student' && !ended && by.answers.length > 0) {
      if (!by.answers.every(({ entry }) => entryIds.has(entry))) throw notFound('The item');
      await writeLast(database, attemptId, by.answers, now, transaction);
    }
    const stored = await rows<{ entry: string; responses: unknown }>(
      database,
      'SELECT entry_id AS entry, responses FROM answers WHERE attempt_id = :attemptId',
      { attemptId },
      transaction,
    );
    const answers = new Map(stored.map(({ entry, responses }) => [entry, fromJson<Responses>(responses)]));
    const scores = scoreAttempt(edition, answers, { ...attempt, rules: given.rules, ranOut });
    await database.query('INSERT INTO scores (attempt_id, entry_id, points, most, reached, waits) VALUES :lines', {
      replacements: {
        lines: scores.map(({ entry, points, most, reached, waits }) => [attemptId, entry, points, most, reached, waits]), // prettier-ignore
      },
      transaction,
    });
    const late = isLate(timeRules(given), handedInAt);
    await database.query(
      `UPDATE attempts SET handed_in_at = :handedInAt, handed_in_by = :by, late = :late, points = :points, most = :most WHERE id = :attemptId`,
      {
        replacements: {
          attemptId,
          handedInAt: new Date(handedInAt),
          by: ranOut ? 'server' : 'student',
          late,
          points: roundPoints(scores.reduce((sum, { points }) => sum + points, 0)),
          most: roundPoints(scores.reduce((sum, { most }) => sum + most, 0)),
        },
        transaction,
      },
    );
    return { handedInAt, late };
  });
}

/** Hands in every attempt whose deadline and grace have passed, also those that ended while no server ran. */
export async function handInOverdue(context: Context, editions: Editions): Promise<number> {
  const overdue = await rows<{ id: number }>(
    context.database,
    `SELECT id FROM attempts WHERE handed_in_at IS NULL AND deadline_at <= :latest ORDER BY deadline_at LIMIT 500`,
    { latest: new Date(context.now() - defaultGrace) },
  );
  for (const { id } of overdue) await handIn(context, editions, id, { kind: 'server' });
  return overdue.length;
}
