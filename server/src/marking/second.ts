/** A second reader: blind marks beside the first ones, how far the two agree, and settling what they do not. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { MarkingWork } from '@oaken/contract/marking';
import { present } from '@oaken/core/certain';
import { Op, type WhereOptions } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { type Database, toMillis } from '../database/connect';
import type { SecondMarking } from '../models';
import { notFound, problem } from '../problems/problem';
import { markFor } from './giving';
import { answerTo, type Handed, isByHand, partsOf, type Place, readAnswers } from './place';
import { type StoredMark, workOf } from './reading';

export interface Reading extends Place {
  id: number;
  reader: string;
  readerId: number;
  askedBy: string;
  askedAt: Date;
  title: string;
  editionId: number;
}

export async function readReadings(
  { models }: Database,
  where: WhereOptions<SecondMarking>,
): Promise<Reading[]> {
  const markings = await models.SecondMarking.findAll({
    where,
    include: [
      { association: 'assignment', where: { unassignedAt: null } },
      'secondMarker',
      'requester',
    ],
    order: ['requestedAt', 'id'],
  });
  return markings.map((marking) => {
    const { title, editionId } = present(marking.assignment, 'assignment');
    return {
      id: marking.id,
      assignmentId: marking.assignmentId,
      entryId: marking.entryId,
      partId: marking.partId,
      reader: marking.secondMarker?.fullName ?? '',
      readerId: marking.secondMarkerId,
      askedBy: marking.requester?.fullName ?? '',
      askedAt: marking.requestedAt,
      title,
      editionId,
    };
  });
}

type StoredSecond = StoredMark & { firstPoints: number | null; settledAt: Date | null };

/** The second marks of a reading, in the shape of first ones. */
export async function readSeconds(
  { models }: Database,
  { id, entryId, partId, reader }: Reading,
): Promise<StoredSecond[]> {
  const marks = await models.SecondMark.findAll({ where: { secondMarkingId: id } });
  return marks.map((mark) => ({
    attemptId: mark.attemptId,
    entry: entryId,
    part: partId,
    version: mark.version,
    points: mark.points,
    comment: mark.comment,
    levels: mark.levels,
    by: reader,
    at: mark.markedAt,
    firstPoints: mark.firstPoints,
    settledAt: mark.adjudicatedAt,
  }));
}

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
  const mine = await readReadings(database, { secondMarkerId: me.account.id });
  const lines = [];
  for (const reading of mine) {
    const handed = await handedOf(editions, reading);
    if (!handed) continue;
    const done = new Set(
      (await readSeconds(database, reading)).flatMap(({ attemptId, points }) =>
        points === null ? [] : [attemptId],
      ),
    );
    const answers = await readAnswers(database, reading.assignmentId, [reading.entryId]);
    const left = answers.filter(
      ({ attemptId, responses }) =>
        answerTo(handed.part, responses) !== undefined && !done.has(attemptId),
    ).length;
    lines.push({
      readingId: reading.id,
      title: reading.title,
      stem: handed.entry.content.stem,
      askedBy: reading.askedBy,
      left,
      askedAt: toMillis(reading.askedAt),
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
  const [reading] = await readReadings(database, {
    id: readingId,
    secondMarkerId: me.account.id,
  });
  const handed = reading && (await handedOf(editions, reading));
  if (!reading || !handed) throw notFound('The second reading');
  return { reading, handed };
}

export async function readSecond(
  context: Context,
  editions: Editions,
  me: SignedIn,
  readingId: number,
): Promise<MarkingWork> {
  const { reading: mine, handed } = await findMine(context, editions, me, readingId);
  const answers = await readAnswers(context.database, mine.assignmentId, [mine.entryId]);
  // Another order than the first marker's, so that places tell nothing.
  answers.sort((a, b) => b.attemptId - a.attemptId);
  const work = workOf([handed], answers, await readSeconds(context.database, mine), {
    names: false,
  });
  return { title: mine.title, mayMark: true, ...work };
}

export async function giveSecond(
  context: Context,
  editions: Editions,
  me: SignedIn,
  readingId: number,
  { attempts, ...wanted }: BodyOf<typeof api.giveSecond>,
): Promise<AnswerOf<typeof api.giveSecond>> {
  const { database, now } = context;
  const { reading: mine, handed } = await findMine(context, editions, me, readingId);
  const mark = markFor(handed.part, wanted);
  const { Attempt, SecondMark } = database.models;
  return database.transaction(async (transaction) => {
    const versions = [];
    for (const { attemptId, version } of attempts) {
      const handedIn = await Attempt.count({
        where: {
          id: attemptId,
          assignmentId: mine.assignmentId,
          handedInAt: { [Op.ne]: null },
        },
        transaction,
      });
      if (handedIn === 0) throw notFound('The work');
      const held = await SecondMark.findOne({
        where: { secondMarkingId: readingId, attemptId },
        lock: true,
        transaction,
      });
      if (held?.adjudicatedAt) throw problem('adjudicated');
      if ((held?.version ?? 0) !== version) throw problem('marked-on-other-page');
      const marked = { ...mark, markedAt: new Date(now()), version: version + 1 };
      await (held
        ? held.update(marked, { transaction })
        : SecondMark.create({ ...marked, secondMarkingId: readingId, attemptId }, { transaction }));
      versions.push({ attemptId, version: version + 1 });
    }
    return { versions };
  });
}
