/** Teachers' own ratings of students' work on standards. They are for staff only. */
import type { api, BodyOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import { present } from '@oaken/core/certain';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { invalid, problem } from '../problems/problem';
import { sentence } from './sentences';

/** The ratings that stand, by student and standard. */
export async function readRatings(
  { models }: Database,
  assignmentId: number,
): Promise<Map<string, number>> {
  const given = await models.Rating.findAll({ where: { assignmentId }, order: ['id'] });
  const ratings = new Map<string, number>();
  for (const { studentId, standard, rating } of given) {
    if (rating === null) ratings.delete(`${studentId} ${standard}`);
    else ratings.set(`${studentId} ${standard}`, rating);
  }
  return ratings;
}

/**
 * Keeps ratings; what stood before stays in the record.
 *
 * @throws Problem 409 where somebody has not begun; 422 for a code that no standard of the school has
 */
export async function rate(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  { standard, ratings }: BodyOf<typeof api.rate>,
): Promise<void> {
  await insistOnRunningAssignment(database, me, assignmentId);
  const { Attempt, Rating } = database.models;
  const studentIds = [...new Set(ratings.map(({ studentId }) => studentId))];
  const begun = await Attempt.count({
    where: { assignmentId, studentId: studentIds },
    distinct: true,
    col: 'studentId',
  });
  if (begun < studentIds.length) throw problem('not-begun');
  if (!(await isKnown(database, editions, assignmentId, standard)))
    throw invalid([{ pointer: '/standard', message: sentence('noSuchStandard') }]);
  await Rating.bulkCreate(
    ratings.map(({ studentId, rating }) => ({
      assignmentId,
      studentId,
      standard,
      rating,
      ratedBy: me.account.id,
      ratedAt: new Date(now()),
    })),
  );
}

/** Any standard of the school's frameworks, and what the items were marked with, although it is gone since. */
async function isKnown(
  { models }: Database,
  editions: Editions,
  assignmentId: number,
  code: string,
): Promise<boolean> {
  if ((await models.Standard.count({ where: { code } })) > 0) return true;
  const assignment = present(await models.Assignment.findByPk(assignmentId), 'assignment');
  const { edition } = await editions.get(assignment.editionId);
  return entriesOf(edition).some(({ standards }) => standards.includes(code));
}
