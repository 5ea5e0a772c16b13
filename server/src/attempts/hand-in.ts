import type { SavedAnswer } from '@oaken/contract/attempts';
import { scoreAttempt } from '@oaken/core/attempts';
import type { Responses } from '@oaken/core/items';
import { roundPoints } from '@oaken/core/scoring';
import { attemptState, defaultGrace, isLate, latePenalty } from '@oaken/core/timing';
import { schoolZone, studentWindow } from '../assignments/times';
import type { Context } from '../context';
import { fromJson, rows, toMillis, toMillisOrNull } from '../database/connect';
import { notFound } from '../http/problem';
import { recount } from './counting';
import type { Editions } from './editions';
import { lockAttempt, orderOf, readGiven, sitterOf } from './given';
import { readPractised } from './practice';
import { writeLast } from './saving';

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
    const attempt = await lockAttempt(database, attemptId, transaction);
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
    const scores = scoreAttempt(edition, answers, {
      ...sitterOf(attempt),
      rules: orderOf(attempt, given.rules),
      ranOut,
      practice:
        given.rules.mode === 'practice'
          ? { of: await readPractised(database, attemptId, transaction), offPerTry: given.rules.offPerTry }
          : null,
    });
    await database.query('INSERT INTO scores (attempt_id, entry_id, points, most, reached, waits) VALUES :lines', {
      replacements: {
        lines: scores.map(({ entry, points, most, reached, waits }) => [attemptId, entry, points, most, reached, waits]), // prettier-ignore
      },
      transaction,
    });
    const window = studentWindow(given, given, await schoolZone(database));
    const late = isLate(window, handedInAt);
    const off = latePenalty(window, handedInAt);
    const points = roundPoints(scores.reduce((sum, own) => sum + own.points, 0) * (1 - off));
    await database.query(
      `UPDATE attempts SET handed_in_at = :handedInAt, handed_in_by = :by, late = :late, late_off = :off, points = :points, counted = :points,
         most = :most WHERE id = :attemptId`,
      {
        replacements: {
          attemptId,
          handedInAt: new Date(handedInAt),
          by: ranOut ? 'server' : 'student',
          late,
          off,
          points,
          most: roundPoints(scores.reduce((sum, own) => sum + own.most, 0)),
        },
        transaction,
      },
    );
    if (attempt.number > 1) await recount(database, attempt.assignmentId, given.rules.counts, attempt.studentId, transaction); // prettier-ignore
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
