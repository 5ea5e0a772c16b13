/** What the searches of draws find. */
import type { Outline, PoolSearch, TestFacts } from '@oaken/core/assessments';
import type { Question } from '@oaken/core/finding';
import { allPins } from '@oaken/core/assessments';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { unfairAmong } from '../banks/fairness';
import { usableBanks } from '../banks/rights';

/** A draw takes from at most so many items, the best known first: nobody needs more, and an edition holds them all. */
export const largestPool = 300;

async function questionOf(
  { database }: Context,
  me: SignedIn,
  search: PoolSearch,
  but: readonly number[],
  size: number,
): Promise<Question> {
  const banks = await usableBanks(database, me);
  return {
    standard: search.standard === null ? undefined : [search.standard],
    grades: search.grade === null ? undefined : [search.grade],
    depth: search.depth === null ? undefined : [search.depth],
    bank: search.bank ?? undefined,
    // Nobody draws what a teacher has to mark by hand for some and not for others.
    markedBy: 'machine',
    banks: [...banks],
    without: but,
    order: 'relevance',
    from: 0,
    size,
    counted: false,
  };
}

export async function countPool(
  context: Context,
  me: SignedIn,
  search: PoolSearch,
  but: readonly number[],
) {
  return (await context.finder.find(await questionOf(context, me, search, but, 0))).total;
}

/** Ids of the items that a draw takes from, in the order of their ids. */
export async function poolOf(
  context: Context,
  me: SignedIn,
  search: PoolSearch,
  but: readonly number[],
) {
  const { ids } = await context.finder.find(
    await questionOf(context, me, search, but, largestPool),
  );
  return ids.sort((a, b) => a - b);
}

/** How many items each draw's search finds, by the section's id; what the test has itself is not drawn again. */
export async function poolSizes(
  context: Context,
  me: SignedIn,
  outline: Outline,
): Promise<Record<string, number>> {
  const but = allPins(outline).map(({ itemId }) => itemId);
  const sizes: Record<string, number> = {};
  for (const { id, draw } of outline.sections)
    if (draw?.search) sizes[id] = await countPool(context, me, draw.search, but);
  return sizes;
}

/** What the outline itself does not know, and what can stand in the way of giving it. */
export const factsOf = async (
  context: Context,
  me: SignedIn,
  outline: Outline,
): Promise<TestFacts> => ({
  pools: await poolSizes(context, me, outline),
  unfair: await unfairAmong(
    context,
    allPins(outline).map(({ revisionId }) => revisionId),
  ),
});
