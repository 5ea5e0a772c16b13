/** A second reader: blind marks beside the first ones, how far the two agree, and settling what they do not. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { MarkingWork } from '@oaken/contract/marking';
import { kindOf, type Part } from '@oaken/core/items';
import { agreementOf } from '@oaken/core/marking';
import { Op, type WhereOptions } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
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
import type { SecondMarking } from '../models';
import { insistOnColleagues, listColleagues } from '../accounts/colleagues';
import { present } from '@oaken/core/certain';

interface Reading extends Place {
  id: number;
  reader: string;
  readerId: number;
  askedBy: string;
  askedAt: Date;
  title: string;
  editionId: number;
}

async function readReadings(
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
async function readSeconds(
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

/** The reading of a part of mine, if somebody was asked. */
async function readingOf({ database }: Context, { assignmentId, entryId, partId }: Place) {
  const [reading] = await readReadings(database, { assignmentId, entryId, partId });
  return reading ?? null;
}

/** The answers to a part, those of them that both markers gave points, and how many the second one did. */
async function markedByBoth(database: Database, place: Place, part: Part, reading: Reading) {
  const answers = (await readAnswers(database, place.assignmentId, [place.entryId])).filter(
    ({ responses }) => answerTo(part, responses) !== undefined,
  );
  const first = new Map(
    (await readMarks(database, place.assignmentId))
      .filter((mark) => mark.entry === place.entryId && mark.part === place.partId)
      .map((mark) => [mark.attemptId, mark]),
  );
  const second = new Map(
    (await readSeconds(database, reading)).map((storedSecond) => [
      storedSecond.attemptId,
      storedSecond,
    ]),
  );
  const both = answers.flatMap((answer) => {
    const [a, b] = [first.get(answer.attemptId), second.get(answer.attemptId)];
    const points = b?.firstPoints ?? a?.points ?? null;
    return a && b && points !== null && b.points !== null
      ? [{ answer, a, b, first: points, second: b.points }]
      : [];
  });
  const done = [...second.values()].filter(({ points }) => points !== null).length;
  return { answers, both, done };
}

export async function readAgreement(
  context: Context,
  editions: Editions,
  me: SignedIn,
  place: Place,
): Promise<AnswerOf<typeof api.readAgreement>> {
  const { database } = context;
  const { title, entry, part } = await findPart(context, editions, me, place);
  const colleagues = await listColleagues(database, me);
  const reading = await readingOf(context, place);
  const about = {
    title,
    stem: entry.content.stem,
    maxPoints: kindOf(part).points(part),
    colleagues,
  };
  if (!reading) return { ...about, reading: null };
  const { answers, both, done } = await markedByBoth(database, place, part, reading);
  const agreement = agreementOf(both.map((pair) => [pair.first, pair.second] as const));
  return {
    ...about,
    reading: {
      id: reading.id,
      reader: reading.reader,
      askedAt: toMillis(reading.askedAt),
      done,
      all: answers.length,
      ...agreement,
      differences: both
        .filter((pair) => pair.first !== pair.second)
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
  const { SecondMark, SecondMarking } = database.models;
  await insistOnRunningAssignment(database, me, place.assignmentId);
  await findPart(context, editions, me, place);
  const held = await readingOf(context, place);
  if (held && held.readerId === reader) return;
  if (held) {
    const marked = await SecondMark.count({
      where: { secondMarkingId: held.id, points: { [Op.ne]: null } },
    });
    if (marked > 0) throw problem('second-marking-begun', { who: held.reader });
    await SecondMarking.destroy({ where: { id: held.id } });
  }
  if (reader === null) return;
  await insistOnColleagues(database, me, [reader]);
  const { assignmentId, entryId, partId } = place;
  await SecondMarking.create({
    assignmentId,
    entryId,
    partId,
    secondMarkerId: reader,
    requestedBy: me.account.id,
    requestedAt: new Date(now()),
  });
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
  const reading = await readingOf(context, place);
  if (!reading) throw notFound('The second reading');
  await database.transaction(async (transaction) => {
    const mark = markFor(part, { points, levels: null, comment });
    const { Mark, SecondMark } = database.models;
    const second = await SecondMark.findOne({
      where: { secondMarkingId: reading.id, attemptId, points: { [Op.ne]: null } },
      lock: true,
      transaction,
    });
    if (!second) throw notFound('The second mark');
    const { entryId, partId } = place;
    const first = await Mark.findOne({ where: { attemptId, entryId, partId }, transaction });
    if (first)
      await second.update(
        {
          // The points that were given blind are what agreement is about, also after settling.
          firstPoints: second.firstPoints ?? first.points,
          adjudicatedBy: me.account.id,
          adjudicatedAt: new Date(now()),
        },
        { transaction },
      );
    await giveMark(context, editions, me, place, { attemptId, version }, mark, transaction);
  });
}
