/** Trees as rows that name their parents: standards, folders. */
export interface TreeRow {
  id: number;
  parentId: number | null;
}

/** @returns for a row's id: itself and all above it, from below; a loop in the rows is walked once */
export function chainsOf(rows: Iterable<TreeRow>): (id: number) => number[] {
  const parentOf = new Map<number, number | null>();
  for (const { id, parentId } of rows) parentOf.set(id, parentId);
  return (id) => {
    const chain: number[] = [];
    for (
      let index: number | null | undefined = id;
      index != null && !chain.includes(index);
      index = parentOf.get(index)
    )
      chain.push(index);
    return chain;
  };
}
