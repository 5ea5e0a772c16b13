/** A second marker: blind marks beside the first ones, how far the two agree, and adjudicating what they do not. */
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
import {
  answerTo,
  type Handed,
  isByHand,
  partsOf,
  type PartPath,
  readAnswers,
} from './marked-part';
import { readAnchors } from './anchors';
import { type StoredMark, workOf } from './marked-answers';

export interface SecondMarkingRequest extends PartPath {
  id: number;
  secondMarker: string;
  secondMarkerId: number;
  requestedBy: string;
  requestedAt: Date;
  title: string;
  editionId: number;
}

export async function readSecondMarkings(
  { models }: Database,
  where: WhereOptions<SecondMarking>,
): Promise<SecondMarkingRequest[]> {
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
      secondMarker: marking.secondMarker?.fullName ?? '',
      secondMarkerId: marking.secondMarkerId,
      requestedBy: marking.requester?.fullName ?? '',
      requestedAt: marking.requestedAt,
      title,
      editionId,
    };
  });
}

type StoredSecond = StoredMark & { firstPoints: number | null; adjudicatedAt: Date | null };

/** The second marks of a second marking, in the shape of first ones. */
export async function readSeconds(
  { models }: Database,
  { id, entryId, partId, secondMarker }: SecondMarkingRequest,
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
    voice: null,
    by: secondMarker,
    at: mark.markedAt,
    firstPoints: mark.firstPoints,
    adjudicatedAt: mark.adjudicatedAt,
  }));
}

async function handedOf(
  editions: Editions,
  { editionId, entryId, partId }: SecondMarkingRequest,
): Promise<Handed | undefined> {
  return (await partsOf(editions, editionId)).find(
    ({ entry, part }) => entry.id === entryId && part.id === partId && isByHand(part),
  );
}

/** What colleagues asked me to read, with how much of it is left. */
export async function listSeconds(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>['seconds']> {
  const mine = await readSecondMarkings(database, { secondMarkerId: me.account.id });
  const lines = [];
  for (const secondMarking of mine) {
    const handed = await handedOf(editions, secondMarking);
    if (!handed) continue;
    const done = new Set(
      (await readSeconds(database, secondMarking)).flatMap(({ attemptId, points }) =>
        points === null ? [] : [attemptId],
      ),
    );
    const answers = await readAnswers(database, secondMarking.assignmentId, [
      secondMarking.entryId,
    ]);
    const left = answers.filter(
      ({ attemptId, responses }) =>
        answerTo(handed.part, responses) !== undefined && !done.has(attemptId),
    ).length;
    lines.push({
      secondMarkingId: secondMarking.id,
      title: secondMarking.title,
      stem: handed.entry.content.stem,
      requestedBy: secondMarking.requestedBy,
      left,
      requestedAt: toMillis(secondMarking.requestedAt),
    });
  }
  return lines;
}

/** @throws Problem 404 for what I was not asked to read */
async function findMine(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  secondMarkingId: number,
) {
  const [secondMarking] = await readSecondMarkings(database, {
    id: secondMarkingId,
    secondMarkerId: me.account.id,
  });
  const handed = secondMarking && (await handedOf(editions, secondMarking));
  if (!secondMarking || !handed) throw notFound('secondMarking');
  return { secondMarking, handed };
}

export async function readSecondMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
  secondMarkingId: number,
): Promise<MarkingWork> {
  const { secondMarking: mine, handed } = await findMine(context, editions, me, secondMarkingId);
  const answers = await readAnswers(context.database, mine.assignmentId, [mine.entryId]);
  // Another order than the first marker's, so that places tell nothing.
  answers.sort((a, b) => b.attemptId - a.attemptId);
  const work = workOf([handed], answers, await readSeconds(context.database, mine), {
    names: false,
    anchors: await readAnchors(context.database, [handed]),
  });
  return { title: mine.title, mayMark: true, ...work };
}

export async function giveSecondMarks(
  context: Context,
  editions: Editions,
  me: SignedIn,
  secondMarkingId: number,
  { attempts, ...wanted }: BodyOf<typeof api.giveSecondMarks>,
): Promise<AnswerOf<typeof api.giveSecondMarks>> {
  const { database, now } = context;
  const { secondMarking: mine, handed } = await findMine(context, editions, me, secondMarkingId);
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
      if (handedIn === 0) throw notFound('work');
      const held = await SecondMark.findOne({
        where: { secondMarkingId, attemptId },
        lock: true,
        transaction,
      });
      if (held?.adjudicatedAt) throw problem('adjudicated');
      if ((held?.version ?? 0) !== version) throw problem('marked-on-other-page');
      const marked = { ...mark, markedAt: new Date(now()), version: version + 1 };
      await (held
        ? held.update(marked, { transaction })
        : SecondMark.create({ ...marked, secondMarkingId, attemptId }, { transaction }));
      versions.push({ attemptId, version: version + 1 });
    }
    return { versions };
  });
}
