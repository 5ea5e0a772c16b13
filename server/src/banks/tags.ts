/** The tags of items as they stand now: a tag that was given after a test counts for it as well. */
import type { Database } from '../database/connect';

/** By item, in the order of the alphabet; items without any are left out. */
export async function tagsOfItems(
  { models }: Database,
  itemIds: readonly number[],
): Promise<Map<number, string[]>> {
  const items = await models.Item.findAll({
    attributes: ['id', 'revisionId'],
    where: { id: [...new Set(itemIds)] },
    raw: true,
  });
  const given = await models.RevisionTag.findAll({
    where: { revisionId: items.flatMap(({ revisionId }) => revisionId ?? []) },
    order: ['tag'],
    raw: true,
  });
  const byRevision = new Map<number, string[]>();
  for (const { revisionId, tag } of given)
    byRevision.set(revisionId, [...(byRevision.get(revisionId) ?? []), tag]);
  return new Map(
    items.flatMap(({ id, revisionId }) => {
      const tags = byRevision.get(revisionId ?? 0);
      return tags ? [[id, tags] as const] : [];
    }),
  );
}
