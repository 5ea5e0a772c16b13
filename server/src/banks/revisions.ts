/** Writes revisions: the content, and beside it whatever an item is found by. */
import { concealIds, describeItem, type ItemContent, type ItemFacts } from '@oaken/core/items';
import { randomInt } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { type Database } from '../database/connect';
import { invalid, type WrongField } from '../problems/problem';
import { itemWordingProblems } from '../wording';
import { nextRevisionNumber } from './queries';
import { sentence } from './sentences';

export interface NewRevision {
  itemId: number;
  /** The test that it belongs to; null for the bank's own. */
  testId: number | null;
  basedOn: number | null;
  content: ItemContent;
  facts: ItemFacts;
  by: number;
  at: number;
  /** The test that it was copied out of; none given: where the one that it is based on came from. */
  sourceTestId?: number | null;
}

export const randomLetters = (n: number) =>
  Array.from({ length: n }, () => 'abcdefghijklmnopqrstuvwxyz0123456789'[randomInt(36)]).join('');

/** @returns the new revision's id */
export async function writeRevision(
  database: Database,
  revision: NewRevision,
  transaction: Transaction,
): Promise<number> {
  const content = concealIds(revision.content, randomLetters);
  const { grades, standards, tags, ...facts } = revision.facts;
  const { itemId, testId, basedOn, by, at } = revision;
  const { Revision, RevisionGrade, RevisionStandard, RevisionTag } = database.models;
  const { id: revisionId } = await Revision.create(
    {
      ...describeItem(content),
      ...facts,
      number: await nextRevisionNumber(database, { itemId, testId }, transaction),
      itemId,
      testId,
      basedOnId: basedOn,
      sourceTestId: await sourceTestOf(database, revision, transaction),
      content,
      passageId: content.passage?.id ?? null,
      createdBy: by,
      createdAt: new Date(at),
    },
    { transaction },
  );
  const beside = <T>(values: readonly T[]) => [...new Set(values)];
  await RevisionStandard.bulkCreate(
    beside(standards).map((standardId) => ({ revisionId, standardId })),
    { transaction },
  );
  await RevisionGrade.bulkCreate(
    beside(grades).map((grade) => ({ revisionId, grade })),
    { transaction },
  );
  await RevisionTag.bulkCreate(
    beside(tags).map((tag) => ({ revisionId, tag })),
    { transaction },
  );
  return revisionId;
}

/** A wording for one test that is changed again still comes from where it was copied. */
async function sourceTestOf(
  { models }: Database,
  { testId, basedOn, sourceTestId }: NewRevision,
  transaction: Transaction,
): Promise<number | null> {
  if (sourceTestId !== undefined || testId === null || basedOn === null)
    return sourceTestId ?? null;
  const base = await models.Revision.findByPk(basedOn, {
    attributes: ['sourceTestId'],
    transaction,
  });
  return base?.sourceTestId ?? null;
}

/** What the database alone can say against an item: files, standards and passages that are not there. */
export async function refuseBroken(
  database: Database,
  content: ItemContent,
  standards: readonly number[],
  transaction?: Transaction,
): Promise<void> {
  const { PassageRevision, Standard, StoredFile } = database.models;
  const wrong: WrongField[] = await itemWordingProblems(content);
  const files = [
    ...new Set(JSON.stringify(content).match(/(?<=\/api\/files\/)[A-Za-z0-9_-]{22}/g) ?? []),
  ];
  if ((await StoredFile.count({ where: { id: files }, transaction })) < files.length)
    wrong.push({
      pointer: '/content',
      message: sentence('pictureSoundOrFilmIn'),
    });
  const wanted = [...new Set(standards)];
  if ((await Standard.count({ where: { id: wanted }, transaction })) < wanted.length)
    wrong.push({
      pointer: '/facts/standards',
      message: sentence('oneStandardsWasRemovedFrom'),
    });
  const { passage } = content;
  if (passage) {
    const where = { id: passage.revision, passageId: passage.id };
    if ((await PassageRevision.count({ where, transaction })) === 0)
      wrong.push({
        pointer: '/content/passage',
        message: sentence('passageWasDeletedChooseAnother'),
      });
  }
  if (wrong.length > 0) throw invalid(wrong);
}
