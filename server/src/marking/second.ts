/** A second marker: blind marks beside the first ones, how far the two agree, and adjudicating what they do not. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { MarkingWork } from '@oaken/contract/marking';
import { present, valueOf } from '@oaken/core/certain';
import type { Edition } from '@oaken/core/forms';
import { groupBy } from '@oaken/core/lists';
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
  partsIn,
  type PartPath,
  readAnswers,
  readResponses,
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

const handedOf = async (editions: Editions, request: SecondMarkingRequest) =>
  handedIn((await editions.get(request.editionId)).edition, request);

const handedIn = (
  edition: Edition,
  { entryId, partId }: SecondMarkingRequest,
): Handed | undefined =>
  partsIn(edition).find(
    ({ entry, part }) => entry.id === entryId && part.id === partId && isByHand(part),
  );

/** What colleagues asked me to read, with how much of it is left. */
export async function listSeconds(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>['seconds']> {
  const mine = await readSecondMarkings(database, { secondMarkerId: me.account.id });
  if (mine.length === 0) return [];
  const [given, answers] = await Promise.all([
    database.models.SecondMark.findAll({
      attributes: ['secondMarkingId', 'attemptId'],
      where: { secondMarkingId: mine.map(({ id }) => id), points: { [Op.ne]: null } },
      raw: true,
    }),
    readResponses(
      database,
      mine.map(({ assignmentId }) => assignmentId),
      mine.map(({ entryId }) => entryId),
    ),
  ]);
  const done = new Set(given.map((mark) => `${mark.secondMarkingId} ${mark.attemptId}`));
  const answersTo = groupBy(answers, ({ assignmentId, entry }) => `${assignmentId} ${entry}`);
  const held = await editions.all(mine.map(({ editionId }) => editionId));
  return mine.flatMap((secondMarking) => {
    const { id, assignmentId, entryId, title, requestedBy, requestedAt } = secondMarking;
    const handed = handedIn(valueOf(held, secondMarking.editionId).edition, secondMarking);
    if (!handed) return [];
    const toRead = answersTo.get(`${assignmentId} ${entryId}`) ?? [];
    const left = toRead.filter(
      ({ attemptId, responses }) =>
        answerTo(handed.part, responses) !== undefined && !done.has(`${id} ${attemptId}`),
    ).length;
    return [
      {
        ...{ secondMarkingId: id, title, stem: handed.entry.content.stem, requestedBy, left },
        requestedAt: toMillis(requestedAt),
      },
    ];
  });
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
