/** What a change of a test refers to must be there, and be its author's to use. */
import { allEntries, type Change, type Outline } from '@oaken/core/assessments';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { readableBanks } from '../banks/rights';
import type { Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { checkPins } from './outlines';

export async function checkChange(
  database: Database,
  me: SignedIn,
  { testId, outline, change }: { testId: number; outline: Outline; change: Change },
  transaction: Transaction,
): Promise<void> {
  await checkPins(database, me, testId, pinsOf(change, outline), transaction);
  await checkPassages(database, me, change, transaction);
  await checkStandards(database, change, transaction);
}

const pinsOf = (change: Change, outline: Outline): { revisionId: number; itemId: number }[] => {
  if (change.do === 'put') return [change.entry];
  if (change.do === 'put-section') return change.section.entries;
  if (change.do === 'put-form') return change.form.swaps;
  if (change.do === 'swap') return change.swap ? [change.swap] : [];
  if (change.do !== 'revise') return [];
  const entry = allEntries(outline).find(({ id }) => id === change.entry);
  return entry ? [{ itemId: entry.itemId, revisionId: change.revisionId }] : [];
};

function passagesIn(change: Change) {
  if (change.do === 'put-form') return change.form.passages;
  if (change.do === 'describe-form') return change.facts.passages ?? [];
  return [];
}

/** The passages that a form puts in others' places must be known, and readable. */
async function checkPassages(
  database: Database,
  me: SignedIn,
  change: Change,
  transaction: Transaction,
) {
  const passages = passagesIn(change);
  if (passages.length === 0) return;
  const banks = await readableBanks(database, me, transaction);
  for (const { id, revision } of passages) {
    const known = await database.models.PassageRevision.findOne({
      where: { id: revision, passageId: id },
      include: [{ association: 'passage', where: { bankId: [...banks.keys()] } }],
      transaction,
    });
    if (!known) throw notFound('passage');
  }
}

/** The standards that a test is given must be of a framework that is here. */
async function checkStandards(
  { models }: Database,
  change: Change,
  transaction: Transaction,
): Promise<void> {
  const wanted = change.do === 'describe' ? [...new Set(change.facts.standards ?? [])] : [];
  if (wanted.length === 0) return;
  const known = await models.Standard.count({ where: { id: wanted }, transaction });
  if (known < wanted.length) throw notFound('standard');
}
