/** A tree of standards or folders, each with a small number of its own beside its id. */
export class Tree {
  readonly ids: number[];
  private readonly numbers: Map<number, number>;
  private readonly parents: Map<number, number | null>;
  private readonly children = new Map<number, number[]>();

  constructor(list: readonly { id: number; parentId: number | null }[]) {
    this.ids = list.map(({ id }) => id);
    this.numbers = new Map(this.ids.map((id, index) => [id, index]));
    this.parents = new Map(list.map(({ id, parentId }) => [id, parentId]));
    for (const { id, parentId } of list)
      if (parentId !== null)
        this.children.set(parentId, [...(this.children.get(parentId) ?? []), id]);
  }

  get size() {
    return this.ids.length;
  }

  /** -1 for one that is not in the tree. */
  number(id: number): number {
    return this.numbers.get(id) ?? -1;
  }

  /** The ids above `id`, itself first. */
  *upwards(id: number): Generator<number> {
    const seen = new Set<number>();
    for (
      let index: number | null = id;
      index !== null && !seen.has(index);
      index = this.parents.get(index) ?? null
    ) {
      seen.add(index);
      yield index;
    }
  }

  /** `id` with everything below it. */
  below(id: number): Set<number> {
    const descendants = new Set([id]);
    for (const value of descendants)
      for (const child of this.children.get(value) ?? []) descendants.add(child);
    return descendants;
  }

  /** The numbers of `ids` and of all above them, each once; ids that are not in the tree are left out. */
  withAbove(ids: readonly number[]): Uint16Array {
    const ancestors = new Set<number>();
    for (const id of ids) for (const value of this.upwards(id)) ancestors.add(this.number(value));
    ancestors.delete(-1);
    return Uint16Array.from(ancestors);
  }

  /** Counts by id, each one's own with all below it. */
  summedUp(counts: ReadonlyMap<number, number>): Map<number, number> {
    const sums = new Map<number, number>();
    for (const [id, n] of counts)
      for (const ancestor of this.upwards(id)) sums.set(ancestor, (sums.get(ancestor) ?? 0) + n);
    return sums;
  }
}
