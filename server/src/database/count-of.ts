import type { GroupedCountResultItem } from 'sequelize';

/** How many rows of a grouped count belong to an id; 0 where it has none. */
export const countOf = (
  counts: readonly GroupedCountResultItem[],
  attribute: string,
  id: number,
): number => counts.find((group) => group[attribute] === id)?.count ?? 0;
