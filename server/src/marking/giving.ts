import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { kindOf, levelPoints, type Levels, type Part } from '@oaken/core/items';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readGiven } from '../attempts/given';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import { fileIdOf } from '@oaken/core/markup';
import { findPart, isByHand, isMarkedByHand, mayBeByHand, type PartPath } from './marked-part';
import { count } from '@oaken/core/text';
import { sentence } from './sentences';

export interface Mark {
  points: number | null;
  levels: Levels | null;
  comment: string;
}

/**
 * The mark with the points of its levels. @throws Problem 422 for more than the part gives, or a
 * guide filled in half
 */
export function markFor(part: Part, { points, levels, comment }: Mark): Mark {
  const criteria = 'criteria' in part ? (part.criteria ?? []) : [];
  const maxPoints = kindOf(part).points(part);
  if (points !== null && levels !== null && criteria.length > 0) {
    const sum = levelPoints(criteria, levels);
    if (sum === null)
      throw invalid([
        {
          pointer: '/levels',
          message: sentence('chooseLevelForEachCriterion'),
        },
      ]);
    return { points: sum, levels, comment };
  }
  if (points !== null && points > maxPoints)
    throw invalid([
      {
        pointer: '/points',
        message: sentence('givesAtMost', { points: count(maxPoints, 'point') }),
      },
    ]);
  return { points, levels: null, comment };
}

/** All or none: an answer that somebody else marked meanwhile stops all of them, and says so. */
export async function giveMarks(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
  { attempts, ...wanted }: BodyOf<typeof api.giveMarks>,
): Promise<AnswerOf<typeof api.giveMarks>> {
  const { database } = context;
  await insistOnRunningAssignment(database, me, path.assignmentId);
  const { part } = await findPart(context, editions, me, path, mayBeByHand);
  await insistOnByHand(database, part, path, attempts);
  await insistOnVoice(database, me, wanted.voice);
  const change: Change = (held) => changedMark(part, held, wanted);
  // What is wrong with it is wrong whatever stood before.
  change(unmarked);
  return database.transaction(async (transaction) => {
    const versions: { attemptId: number; version: number }[] = [];
    for (const attempt of [...attempts].sort((a, b) => a.attemptId - b.attemptId))
      versions.push({
        attemptId: attempt.attemptId,
        version: await giveMark(context, editions, me, path, attempt, change, transaction),
      });
    return { versions };
  });
}

/** What a mark holds. */
export type HeldMark = Mark & { voice: string | null };
const unmarked: HeldMark = { points: null, levels: null, comment: '', voice: null };
/** From what an answer's mark holds to what it is to hold. */
export type Change = (held: HeldMark) => HeldMark;

/** What is absent stays; points that are given stand without the levels that made up the earlier ones. */
function changedMark(
  part: Part,
  held: HeldMark,
  { points, levels, comment, voice }: Omit<BodyOf<typeof api.giveMarks>, 'attempts'>,
): HeldMark {
  const mark = {
    points: points === undefined ? held.points : points,
    levels: points === undefined ? held.levels : (levels ?? null),
    comment: comment ?? held.comment,
  };
  const given = points === undefined ? mark : markFor(part, mark);
  return { ...given, voice: voice === undefined ? held.voice : voice };
}

/** @throws Problem 422 for a recording that is none, or not of my school */
async function insistOnVoice(
  { models }: Database,
  me: SignedIn,
  voice: string | null | undefined,
): Promise<void> {
  if (voice == null) return;
  const file = await models.StoredFile.findOne({
    where: { id: fileIdOf(voice), schoolId: me.account.schoolId, complete: true },
  });
  if (!file?.type.startsWith('audio/'))
    throw invalid([{ pointer: '/voice', message: sentence('noSuchRecording') }]);
}

/** @throws Problem 404 for an answer that the key decides */
async function insistOnByHand(
  { models }: Database,
  part: Part,
  { entryId }: PartPath,
  attempts: readonly { attemptId: number }[],
): Promise<void> {
  if (isByHand(part)) return;
  const attemptId = attempts.map((attempt) => attempt.attemptId);
  const answers = await models.Answer.findAll({ where: { attemptId, entryId } });
  const areWritten = answers.every(({ responses }) => isMarkedByHand(part, responses));
  if (!areWritten || answers.length < attemptId.length) throw notFound('question');
}

/** Marks one answer and scores the attempt anew. @returns the mark's new version */
export async function giveMark(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
  { attemptId, version }: { attemptId: number; version: number },
  change: Change,
  transaction: Transaction,
): Promise<number> {
  const { database, now } = context;
  const attempt = await lockAttempt(database, attemptId, transaction);
  if (!attempt || attempt.assignmentId !== path.assignmentId) throw notFound('work');
  if (attempt.handedInAt === null) throw problem('open-again');
  const held = await readHeld(database, { ...path, attemptId }, version, transaction);
  const stored = {
    ...change(held),
    attemptId,
    entryId: path.entryId,
    partId: path.partId,
    markedBy: me.account.id,
    markedAt: new Date(now()),
  };
  const { Mark, MarkLogEntry } = database.models;
  await MarkLogEntry.create(stored, { transaction });
  await Mark.upsert({ ...stored, version: version + 1 }, { transaction });
  const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
  await scoreAnew(database, editions, attempt, given, now(), transaction);
  return version + 1;
}

/** @throws Problem 409 where somebody else marked it meanwhile */
async function readHeld(
  { models }: Database,
  { attemptId, entryId, partId }: PartPath & { attemptId: number },
  version: number,
  transaction: Transaction,
): Promise<HeldMark> {
  const held = await models.Mark.findOne({
    where: { attemptId, entryId, partId },
    include: ['marker'],
    lock: true,
    transaction,
  });
  if ((held?.version ?? 0) === version) return held ?? unmarked;
  const points =
    held?.points == null
      ? sentence('noPoints')
      : `${held.points} ${held.points === 1 ? 'point' : 'points'}`;
  throw problem('marked-meanwhile', {
    who: held?.marker?.fullName ?? sentence('somebody'),
    points,
  });
}
