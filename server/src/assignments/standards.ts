/** The standards of assignments: those of their items, or others that their teacher gave them. */
import type { StandardCode } from '@oaken/contract/assignments';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { Assignment, Standard } from '../models';
import { notFound } from '../problems/problem';
import { lock } from './changing';

type Standards = Map<number, StandardCode[]>;

const byCode = (a: StandardCode, b: StandardCode) => a.code.localeCompare(b.code);

/** Of each edition's items, by its id; in the order of their codes. */
export async function standardsOfEditions(
  { models }: Database,
  editionIds: readonly number[],
): Promise<Standards> {
  if (editionIds.length === 0) return new Map();
  const pins = await models.EditionRevision.findAll({
    attributes: ['editionId', 'revisionId'],
    where: { editionId: [...new Set(editionIds)] },
    raw: true,
  });
  const given = await models.RevisionStandard.findAll({
    where: { revisionId: [...new Set(pins.map(({ revisionId }) => revisionId))] },
    include: [{ association: 'standard', attributes: ['id', 'code'] }],
  });
  const ofRevision = new Map<number, Standard[]>();
  for (const { revisionId, standard } of given)
    if (standard) ofRevision.set(revisionId, [...(ofRevision.get(revisionId) ?? []), standard]);
  const codes = new Map<number, Map<number, string>>();
  for (const { editionId, revisionId } of pins) {
    const known = codes.get(editionId) ?? new Map<number, string>();
    for (const { id, code } of ofRevision.get(revisionId) ?? []) known.set(id, code);
    codes.set(editionId, known);
  }
  return new Map(
    [...codes].map(([editionId, known]) => [
      editionId,
      [...known].map(([id, code]) => ({ id, code })).sort(byCode),
    ]),
  );
}

/** Of each assignment, by its id; in the order of their codes. */
export async function standardsOfAssignments(
  database: Database,
  assignments: readonly Pick<Assignment, 'id' | 'editionId' | 'standards'>[],
): Promise<Standards> {
  const ofItems = await standardsOfEditions(
    database,
    assignments.flatMap(({ standards, editionId }) => (standards ? [] : [editionId])),
  );
  const ids = [...new Set(assignments.flatMap(({ standards }) => standards ?? []))];
  const given = await database.models.Standard.findAll({
    attributes: ['id', 'code'],
    where: { id: ids },
    raw: true,
  });
  return new Map(
    assignments.map(({ id, editionId, standards }) => [
      id,
      standards
        ? given.filter((standard) => standards.includes(standard.id)).sort(byCode)
        : (ofItems.get(editionId) ?? []),
    ]),
  );
}

/** @param standards null: those of its items */
export async function setStandards(
  { database }: Context,
  me: SignedIn,
  assignmentId: number,
  standards: number[] | null,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const assignment = await lock(database, me, assignmentId, transaction);
    const wanted = standards && [...new Set(standards)];
    const known = await database.models.Standard.count({
      where: { id: wanted ?? [] },
      transaction,
    });
    if (wanted && known < wanted.length) throw notFound('standard');
    await assignment.update({ standards: wanted }, { transaction });
  });
}
