/** A second reader: blind marks beside the first ones, how far the two agree, and settling what they do not. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { MarkingWork } from '@oaken/contract/marking';
import { kindOf } from '@oaken/core/items';
import { agreementOf } from '@oaken/core/marking';
import { asking, insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { row, rows, toMillis, type Database } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import { giveMark, markFor } from './giving';
import {
  answerTo,
  findPart,
  isByHand,
  partsOf,
  readAnswers,
  type Handed,
  type Place,
} from './place';
import { readMarks, workOf, type StoredMark } from './reading';

interface Reading extends Place {
  id: number;
  reader: string;
  readerId: number;
  askedBy: string;
  askedAt: Date;
  title: string;
  editionId: number;
}

const readReadings = (database: Database, condition: string, values: Record<string, unknown>) =>
  rows<Reading>(
    database,
    `SELECT q.id, q.assignment_id AS assignmentId, q.entry_id AS entryId, q.part_id AS partId, q.reader_id AS readerId, q.asked_at AS askedAt, a.title,
            a.edition_id AS editionId, TRIM(CONCAT(r.given_name, ' ', r.family_name)) AS reader, TRIM(CONCAT(k.given_name, ' ', k.family_name)) AS askedBy
       FROM second_readings q JOIN assignments a ON a.id = q.assignment_id AND a.taken_back_at IS NULL
       JOIN accounts r ON r.id = q.reader_id JOIN accounts k ON k.id = q.asked_by WHERE ${condition} ORDER BY q.asked_at, q.id`,
    values,
  );

type StoredSecond = StoredMark & { firstPoints: number | null; settledAt: Date | null };

/** The second marks of a reading, in the shape of first ones. */
const readSeconds = (database: Database, { id, entryId, partId, reader }: Reading) =>
  rows<StoredSecond>(
    database,
    `SELECT attempt_id AS attemptId, :entryId AS entry, :partId AS part, version, points, comment, levels, :reader AS \`by\`, marked_at AS at,
            first_points AS firstPoints, settled_at AS settledAt FROM second_marks WHERE reading_id = :id`,
    { id, entryId, partId, reader },
  );

async function handedOf(
  editions: Editions,
  { editionId, entryId, partId }: Reading,
): Promise<Handed | undefined> {
  return (await partsOf(editions, editionId)).find(
    ({ entry, part }) => entry.id === entryId && part.id === partId && isByHand(part),
  );
}

export async function listSeconds(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>['seconds']> {
  const mine = await readReadings(database, 'q.reader_id = :me', asking(me));
  const lines = [];
  for (const own of mine) {
    const handed = await handedOf(editions, own);
    if (!handed) continue;
    const done = new Set(
      (await readSeconds(database, own)).flatMap(({ attemptId, points }) =>
        points === null ? [] : [attemptId],
      ),
    );
    const answers = await readAnswers(database, own.assignmentId, [own.entryId]);
    const left = answers.filter(
      ({ attemptId, responses }) =>
        answerTo(handed.part, responses) !== undefined && !done.has(attemptId),
    ).length;
    lines.push({
      readingId: own.id,
      title: own.title,
      stem: handed.entry.content.stem,
      askedBy: own.askedBy,
      left,
      askedAt: toMillis(own.askedAt),
    });
  }
  return lines.filter(({ left }) => left > 0);
}

/** @throws Problem 404 for what I was not asked to read */
async function findMine(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  readingId: number,
) {
  const [own] = await readReadings(database, 'q.id = :readingId AND q.reader_id = :me', {
    ...asking(me),
    readingId,
  });
  const handed = own && (await handedOf(editions, own));
  if (!own || !handed) throw notFound('The second reading');
  return { own, handed };
}

export async function readSecond(
  context: Context,
  editions: Editions,
  me: SignedIn,
  readingId: number,
): Promise<MarkingWork> {
  const { own, handed } = await findMine(context, editions, me, readingId);
  const answers = await readAnswers(context.database, own.assignmentId, [own.entryId]);
  // Another order than the first marker's, so that places tell nothing.
  answers.sort((a, b) => b.attemptId - a.attemptId);
  const work = workOf([handed], answers, await readSeconds(context.database, own), {
    names: false,
  });
  return { title: own.title, mayMark: true, ...work };
}

export async function giveSecond(
  context: Context,
  editions: Editions,
  me: SignedIn,
  readingId: number,
  { attempts, ...wanted }: BodyOf<typeof api.giveSecond>,
): Promise<AnswerOf<typeof api.giveSecond>> {
  const { database, now } = context;
  const { own, handed } = await findMine(context, editions, me, readingId);
  const mark = markFor(handed.part, wanted);
  return database.transaction(async (transaction) => {
    const versions = [];
    for (const { attemptId, version } of attempts) {
      const attempt = await row<{ id: number }>(
        database,
        'SELECT id FROM attempts WHERE id = :attemptId AND assignment_id = :assignmentId AND handed_in_at IS NOT NULL',
        { attemptId, assignmentId: own.assignmentId },
        transaction,
      );
      if (!attempt) throw notFound('The work');
      const held = await row<{ version: number; settledAt: Date | null }>(
        database,
        'SELECT version, settled_at AS settledAt FROM second_marks WHERE reading_id = :readingId AND attempt_id = :attemptId FOR UPDATE',
        { readingId, attemptId },
        transaction,
      );
      if (held?.settledAt)
        throw new Problem(409, 'This one is settled already.', 'Your mark of it stays as it was.');
      if ((held?.version ?? 0) !== version)
        throw new Problem(
          409,
          'You have marked this on another page meanwhile.',
          'Look at it again.',
        );
      await database.query(
        `INSERT INTO second_marks (reading_id, attempt_id, points, comment, levels, marked_at) VALUES (:readingId, :attemptId, :points, :comment, :levels, :time)
         ON DUPLICATE KEY UPDATE points = VALUES(points), comment = VALUES(comment), levels = VALUES(levels), marked_at = VALUES(marked_at), version = version + 1`,
        {
          replacements: {
            ...mark,
            levels: mark.levels && JSON.stringify(mark.levels),
            readingId,
            attemptId,
            time: new Date(now()),
          },
          transaction,
        },
      );
      versions.push({ attemptId, version: version + 1 });
    }
    return { versions };
  });
}

/** The reading of a part of mine, if somebody was asked. */
async function readingOf({ database }: Context, { assignmentId, entryId, partId }: Place) {
  const [own] = await readReadings(
    database,
    'q.assignment_id = :assignmentId AND q.entry_id = :entryId AND q.part_id = :partId',
    { assignmentId, entryId, partId },
  );
  return own ?? null;
}

export async function readAgreement(
  context: Context,
  editions: Editions,
  me: SignedIn,
  place: Place,
): Promise<AnswerOf<typeof api.readAgreement>> {
  const { database } = context;
  const { title, entry, part } = await findPart(context, editions, me, place);
  const colleagues = await rows<{ accountId: number; name: string }>(
    database,
    `SELECT a.id AS accountId, TRIM(CONCAT(a.given_name, ' ', a.family_name)) AS name FROM accounts a
      WHERE a.school_id = :school AND a.role = 'teacher' AND a.id <> :me ORDER BY a.family_name, a.given_name`,
    asking(me),
  );
  const own = await readingOf(context, place);
  const about = { title, stem: entry.content.stem, most: kindOf(part).points(part), colleagues };
  if (!own) return { ...about, reading: null };
  const answers = (await readAnswers(database, place.assignmentId, [place.entryId])).filter(
    ({ responses }) => answerTo(part, responses) !== undefined,
  );
  const first = new Map(
    (await readMarks(database, place.assignmentId))
      .filter((one) => one.entry === place.entryId && one.part === place.partId)
      .map((one) => [one.attemptId, one]),
  );
  const second = new Map((await readSeconds(database, own)).map((one) => [one.attemptId, one]));
  const both = answers.flatMap((answer) => {
    const [a, b] = [first.get(answer.attemptId), second.get(answer.attemptId)];
    const points = b?.firstPoints ?? a?.points ?? null;
    return a && b && points !== null && b.points !== null
      ? [{ answer, a, b, first: points, second: b.points }]
      : [];
  });
  const agreement = agreementOf(both.map((one) => [one.first, one.second] as const));
  return {
    ...about,
    reading: {
      id: own.id,
      reader: own.reader,
      askedAt: toMillis(own.askedAt),
      done: [...second.values()].filter(({ points }) => points !== null).length,
      all: answers.length,
      ...agreement,
      differences: both
        .filter((one) => one.first !== one.second)
        .map(({ answer, a, b, ...points }) => ({
          attemptId: answer.attemptId,
          student: answer.name,
          response: answerTo(part, answer.responses),
          said: kindOf(part).inWords(part, answerTo(part, answer.responses) as never),
          first: { points: points.first, comment: a.comment },
          second: { points: points.second, comment: b.comment },
          settled: b.settledAt === null ? null : a.points,
          version: a.version,
        })),
    },
  };
}

export async function askSecond(
  context: Context,
  editions: Editions,
  me: SignedIn,
  place: Place,
  reader: number | null,
): Promise<void> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, place.assignmentId);
  await findPart(context, editions, me, place);
  const held = await readingOf(context, place);
  if (held && held.readerId === reader) return;
  if (held) {
    const marked = await row<{ n: number }>(
      database,
      'SELECT COUNT(*) AS n FROM second_marks WHERE reading_id = :id AND points IS NOT NULL',
      { id: held.id },
    );
    if (Number(marked!.n) > 0)
      throw new Problem(
        409,
        `${held.reader} has begun to mark.`,
        'What was marked blind is kept; nobody else can be asked for this question.',
      );
    await database.query('DELETE FROM second_readings WHERE id = :id', {
      replacements: { id: held.id },
    });
  }
  if (reader === null) return;
  const known = await row<{ id: number }>(
    database,
    `SELECT id FROM accounts WHERE id = :reader AND school_id = :school AND role = 'teacher' AND id <> :me`,
    { ...asking(me), reader },
  );
  if (!known) throw notFound('The colleague');
  await database.query(
    'INSERT INTO second_readings (assignment_id, entry_id, part_id, reader_id, asked_by, asked_at) VALUES (:assignmentId, :entryId, :partId, :reader, :me, :time)',
    { replacements: { ...place, reader, me: me.account.id, time: new Date(now()) } },
  );
}

export async function settle(
  context: Context,
  editions: Editions,
  me: SignedIn,
  place: Place,
  { attemptId, version, points, comment }: BodyOf<typeof api.settle>,
): Promise<void> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, place.assignmentId);
  const { part } = await findPart(context, editions, me, place);
  const own = await readingOf(context, place);
  if (!own) throw notFound('The second reading');
  await database.transaction(async (transaction) => {
    const mark = markFor(part, { points, levels: null, comment });
    const second = await row<{ n: number }>(
      database,
      'SELECT COUNT(*) AS n FROM second_marks WHERE reading_id = :id AND attempt_id = :attemptId AND points IS NOT NULL',
      { id: own.id, attemptId },
      transaction,
    );
    if (Number(second!.n) === 0) throw notFound('The second mark');
    // The points that were given blind are what agreement is about, also after settling.
    await database.query(
      `UPDATE second_marks s JOIN marks m ON m.attempt_id = s.attempt_id AND m.entry_id = :entryId AND m.part_id = :partId
          SET s.first_points = COALESCE(s.first_points, m.points), s.settled_by = :me, s.settled_at = :time
        WHERE s.reading_id = :id AND s.attempt_id = :attemptId`,
      {
        replacements: { id: own.id, attemptId, ...place, me: me.account.id, time: new Date(now()) },
        transaction,
      },
    );
    await giveMark(context, editions, me, place, { attemptId, version }, mark, transaction);
  });
}
