/** The items that ask about a passage, in their order. */
import type { api, AnswerOf } from '@oaken/contract';
import type { SignedIn } from '../access/signed-in';
import { readableBanks } from '../banks/rights';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import type { Passage } from '../models';
import { notFound, problem } from '../problems/problem';

/** Those that were put in an order come first; the others follow, the oldest first. */
function inOrder(ids: readonly number[], order: readonly number[]): number[] {
  const placed = order.filter((id) => ids.includes(id));
  const others = ids.filter((id) => !placed.includes(id));
  return [...placed, ...others.sort((a, b) => a - b)];
}

async function find(
  { database }: Context,
  me: SignedIn,
  passageId: number,
): Promise<{ passage: Passage; mayEdit: boolean }> {
  const banks = await readableBanks(database, me);
  const passage = await database.models.Passage.findOne({
    where: { id: passageId, bankId: [...banks.keys()] },
  });
  if (!passage) throw notFound('passage');
  return { passage, mayEdit: banks.get(passage.bankId)?.right === 'edit' };
}

export async function readPassageItems(
  context: Context,
  me: SignedIn,
  passageId: number,
): Promise<AnswerOf<typeof api.readPassageItems>> {
  const { database } = context;
  const { passage } = await find(context, me, passageId);
  const asking = await database.models.Item.findAll({
    attributes: ['id'],
    where: { retiredAt: null },
    include: [{ association: 'revision', attributes: [], where: { passageId } }],
    raw: true,
  });
  const ids = inOrder(
    asking.map(({ id }) => id),
    passage.itemOrder ?? [],
  );
  return { items: await readItems(database, me, ids) };
}

export async function orderPassageItems(
  context: Context,
  me: SignedIn,
  passageId: number,
  items: number[],
): Promise<void> {
  const { passage, mayEdit } = await find(context, me, passageId);
  if (!mayEdit) throw problem('passage-not-yours');
  await passage.update({ itemOrder: [...new Set(items)] });
}
