/**
 * When nothing was heard of a student's page. An answer that arrives after the end can have been
 * written before it only if the page could not send it then: a page whose signs of life went on was
 * never without network.
 */
import { type Transaction, Op } from 'sequelize';
import { toMillis, type Database, toMillisOrNull } from '../database/connect';

/** Pages give a sign every 8 seconds; two that are missing are a silence. */
const shortest = 20_000;
/** An answer is sent a moment after it was written, and a sign can be given in between. */
const slack = 10_000;
/** What was written in a silence is sent as soon as it ends, over several requests. */
const soon = 2 * 60_000;

export interface Silence {
  beganAt: number;
  endedAt: number;
}

/** Notes silences that have just ended. @param last when each page was heard before this moment */
export async function noteSilences(
  { models }: Database,
  last: readonly { attemptId: number; seenAt: Date }[],
  now: number,
  transaction: Transaction,
): Promise<void> {
  const ended = last.filter(({ seenAt }) => now - toMillis(seenAt) >= shortest);
  if (ended.length === 0) return;
  await models.ConnectionGap.bulkCreate(
    ended.map(({ attemptId, seenAt }) => ({
      ...{ attemptId, beganAt: seenAt, endedAt: new Date(now) },
    })),
    { transaction },
  );
}

/** The silences that ended a moment ago; one that goes on until now is noted as ended. */
async function recentSilences(
  database: Database,
  attemptId: number,
  now: number,
  transaction: Transaction,
): Promise<Silence[]> {
  const { Attempt, ConnectionGap } = database.models;
  const attempt = await Attempt.findByPk(attemptId, {
    attributes: ['id', 'beganAt'],
    include: ['presence'],
    transaction,
  });
  const noted = await ConnectionGap.findAll({
    where: { attemptId, endedAt: { [Op.gte]: new Date(now - soon) } },
    order: [['id', 'DESC']],
    limit: 20,
    transaction,
  });
  const silences = noted.map((connectionGap) => ({
    beganAt: toMillis(connectionGap.beganAt),
    endedAt: toMillis(connectionGap.endedAt),
  }));
  const seenAt = attempt
    ? Math.max(toMillis(attempt.beganAt), toMillisOrNull(attempt.presence?.seenAt ?? null) ?? 0)
    : now;
  // The sign that ended one silence may be the last before the next.
  const goesOn = now - seenAt >= shortest && !silences.some(({ endedAt }) => endedAt > seenAt);
  if (!goesOn) return silences;
  await noteSilences(database, [{ attemptId, seenAt: new Date(seenAt) }], now, transaction);
  return [{ beganAt: seenAt, endedAt: now }, ...silences];
}

/**
 * Whether answers that were written at these times can be arriving only now.
 *
 * @returns for each time the silence in which it lies, or null
 */
export async function silencesAround(
  database: Database,
  attemptId: number,
  times: readonly number[],
  now: number,
  transaction: Transaction,
): Promise<(Silence | null)[]> {
  const silences = await recentSilences(database, attemptId, now, transaction);
  const saved = await database.models.Answer.findAll({
    attributes: ['savedAt'],
    where: { attemptId, arrivedLate: false },
    transaction,
  });
  // What was saved is a sign of life too.
  const signs = saved.map(({ savedAt }) => toMillis(savedAt));
  return times.map((time) => {
    const around = silences.find(
      ({ beganAt, endedAt }) => time >= beganAt - slack && time <= endedAt,
    );
    if (!around) return null;
    const isBroken = signs.some((sign) => sign > time + slack && sign < around.endedAt - slack);
    return isBroken ? null : around;
  });
}
