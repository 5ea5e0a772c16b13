/** Anchor answers: kept with the item that was marked, without a name, for everybody who marks it. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { Anchor } from '@oaken/contract/marking';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import type { AnchorAnswer } from '../models';
import { invalid, notFound, problem } from '../problems/problem';
import { answerTo, findPart, mayBeByHand, type Handed, type PartPath } from './marked-part';
import { sentence } from './sentences';

/** So many are read beside an answer without losing the answer from sight. */
const mostAnchors = 12;

const asAnchor = (stored: AnchorAnswer): Anchor => ({
  id: stored.id,
  response: stored.response,
  points: stored.points,
  levels: stored.levels,
  note: stored.note,
  by: stored.keeper?.fullName ?? '',
  at: toMillis(stored.keptAt),
});

/** The anchors of some parts: by the item's id and the part's, most points first. */
export async function readAnchors(
  { models }: Database,
  parts: readonly Pick<Handed, 'entry' | 'part'>[],
): Promise<(itemId: number, partId: string) => Anchor[]> {
  const stored = await models.AnchorAnswer.findAll({
    where: { itemId: [...new Set(parts.map(({ entry }) => entry.itemId))] },
    include: ['keeper'],
    order: [
      ['points', 'DESC'],
      ['id', 'ASC'],
    ],
  });
  return (itemId, partId) =>
    stored.filter((anchor) => anchor.itemId === itemId && anchor.partId === partId).map(asAnchor);
}

/**
 * Keeps an answer as it stands, with the points and levels of its mark.
 *
 * @throws Problem 404 for an answer that is not there, 409 where it has no points yet, 422 for one too many
 */
export async function keepAnchor(
  context: Context,
  editions: Editions,
  me: SignedIn,
  path: PartPath,
  { attemptId, note }: BodyOf<typeof api.keepAnchor>,
): Promise<AnswerOf<typeof api.keepAnchor>> {
  const { database, now } = context;
  const { AnchorAnswer, Answer, Mark } = database.models;
  await insistOnRunningAssignment(database, me, path.assignmentId);
  const { entry, part } = await findPart(context, editions, me, path, mayBeByHand);
  const { entryId, partId } = path;
  const answer = await Answer.findOne({
    where: { attemptId, entryId },
    include: [{ association: 'attempt', where: { assignmentId: path.assignmentId } }],
  });
  const response = answer && answerTo(part, answer.responses);
  if (response === undefined || response === null) throw notFound('work');
  const mark = await Mark.findOne({ where: { attemptId, entryId, partId } });
  if (mark?.points == null) throw problem('mark-first');
  const place = { itemId: entry.itemId, partId };
  if ((await AnchorAnswer.count({ where: place })) >= mostAnchors)
    throw invalid([{ pointer: '', message: sentence('enoughAnchors', { n: mostAnchors }) }]);
  const kept = await AnchorAnswer.create({
    ...place,
    response,
    points: mark.points,
    levels: mark.levels,
    note,
    keptBy: me.account.id,
    keptAt: new Date(now()),
  });
  return asAnchor(await kept.reload({ include: ['keeper'] }));
}

/** @throws Problem 404 for an anchor of another item */
export async function removeAnchor(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { anchorId, ...path }: PartPath & { anchorId: number },
): Promise<void> {
  const { database } = context;
  await insistOnRunningAssignment(database, me, path.assignmentId);
  const { entry, part } = await findPart(context, editions, me, path, mayBeByHand);
  const removed = await database.models.AnchorAnswer.destroy({
    where: { id: anchorId, itemId: entry.itemId, partId: part.id },
  });
  if (removed === 0) throw notFound('anchor');
}
