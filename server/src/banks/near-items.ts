/** Items that have almost the same words. */
import { valueOf } from '@oaken/core/certain';
import { describeItem, type ItemContent } from '@oaken/core/items';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { readableBanks } from './rights';
import { readItems } from './rows';

export async function findNear(
  context: Context,
  me: SignedIn,
  content: ItemContent,
  but: number | null,
) {
  const { words, choiceWords } = describeItem(content);
  const near = await context.finder.near(
    `${words} ${choiceWords}`,
    [...(await readableBanks(context.database, me)).keys()],
    but,
  );
  const items = await readItems(
    context.database,
    me,
    near.map(({ id }) => id),
  );
  const likeness = new Map(near.map((nearCopy) => [nearCopy.id, nearCopy.likeness]));
  return { near: items.map((item) => ({ item, likeness: valueOf(likeness, item.id) })) };
}

/** Each item at its closest; those that are asked about are not near copies of one another here. */
export async function findNearOf(context: Context, me: SignedIn, asked: number[]) {
  const banks = [...(await readableBanks(context.database, me)).keys()];
  const among = new Set(asked);
  const pairs: { of: number; id: number }[] = [];
  for (const item of await readItems(context.database, me, asked.slice(0, 100))) {
    const { words, choiceWords } = describeItem(item.content);
    const near = await context.finder.near(`${words} ${choiceWords}`, banks, item.id);
    const closest = near.find(({ id }) => !among.has(id));
    if (closest) pairs.push({ of: item.id, id: closest.id });
  }
  const items = new Map(
    (
      await readItems(
        context.database,
        me,
        pairs.map(({ id }) => id),
      )
    ).map((item) => [item.id, item]),
  );
  return {
    near: pairs.flatMap(({ of, id }) => {
      const item = items.get(id);
      return item ? [{ of, item }] : [];
    }),
  };
}
