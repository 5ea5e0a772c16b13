/** What an item is counted under, one column a filter, and the counts beside each filter's choices. */
import { markers, media, mediaBits, partKinds } from '../items';
import { bytes, Ints, ints, Lists, Names, Scratch } from './columns';
import { bandOf, difficultyBands, itemRestCorrelationBands, usesBands } from './findable';
import type { Band, FindableItem } from './findable';
import type { Counts, Filters } from './question';
import { Failing } from './failing';
import { named, Tally } from './tally';
import { Tree } from './tree';

/** The bit that an item fails for each filter. */
export const bit = {
  framework: 1,
  standard: 2,
  grades: 4,
  subject: 8,
  kind: 16,
  depth: 32,
  markedBy: 64,
  has: 128,
  passage: 256,
  bank: 512,
  folder: 1024,
  tag: 2048,
  difficulty: 4096,
  itemRestCorrelation: 8192,
  uses: 16384,
  editedSince: 32768,
} as const;

const none = 255;
const mostTags = 40;
const gradeBits = Array.from({ length: 31 }, (_, grade) => 1 << grade);
const gradeMask = (grades: readonly number[]) =>
  grades.reduce((mask, grade) => mask | (gradeBits[grade] ?? 0), 0);

/** What items are filtered by: a column for each filter, and the trees of standards and folders. */
export class Facets {
  private standards = new Tree([]);
  private folders = new Tree([]);
  private frameworkOf = new Uint8Array(0);
  private readonly frameworkNames = new Names<number>();
  private readonly subjects = new Names();
  private readonly tagNames = new Names();
  private readonly banks = new Names<number>();
  private readonly folderNames = new Names<number>();
  private readonly bank = ints();
  private readonly folder = ints();
  private readonly kind = bytes();
  private readonly markedBy = bytes();
  private readonly media = bytes();
  private readonly passage = bytes();
  private readonly subject = ints();
  private readonly grades = ints();
  private readonly frameworks = ints();
  private readonly depth = bytes();
  private readonly difficulty = bytes();
  private readonly itemRestCorrelation = bytes();
  private readonly uses = bytes();
  /** Numbers of an item's standards and of all above them. */
  private readonly above = new Lists();
  /** For the number of a standard the slots below it. */
  private below: Ints[] = [];
  private readonly tags = new Lists();
  private editedAt: number[] = [];
  private readonly scratch = new Scratch();

  setStandards(list: readonly { id: number; parentId: number | null; framework: number }[]): void {
    this.standards = new Tree(list);
    this.frameworkOf = new Uint8Array(list.length);
    for (const { id, framework } of list)
      this.frameworkOf[this.standards.number(id)] = this.frameworkNames.number(framework);
  }

  setFolders(list: readonly { id: number; parentId: number | null }[]): void {
    this.folders = new Tree(list);
  }

  put(slot: number, item: FindableItem): void {
    this.bank.set(slot, this.banks.number(item.bank));
    this.folder.set(slot, item.folder === null ? -1 : this.folderNames.number(item.folder));
    this.kind.set(slot, partKinds.indexOf(item.kind));
    this.markedBy.set(slot, markers.indexOf(item.markedBy));
    this.media.set(slot, item.media);
    this.passage.set(slot, Number(item.hasPassage));
    this.subject.set(slot, this.subjects.number(item.subject));
    this.grades.set(slot, gradeMask(item.grades));
    this.depth.set(slot, item.depth ?? none);
    this.difficulty.set(
      slot,
      item.facility === null ? none : bandOf(difficultyBands, item.facility),
    );
    this.itemRestCorrelation.set(
      slot,
      item.itemRestCorrelation === null
        ? none
        : bandOf(itemRestCorrelationBands, item.itemRestCorrelation),
    );
    this.uses.set(slot, bandOf(usesBands, item.uses));
    this.tags.push(item.tags.map((tag) => this.tagNames.number(tag)));
    this.editedAt[slot] = item.editedAt;
    this.place(slot, item.standards);
  }

  /** Finds all items' places anew, after the tree has changed. */
  placeAll(items: readonly FindableItem[]): void {
    this.above.clear();
    this.below = [];
    items.forEach((item, slot) => this.place(slot, item.standards));
  }

  private place(slot: number, standards: readonly number[]): void {
    const above = this.standards.withAbove(standards);
    this.above.push(above);
    for (const value of above) (this.below[value] ??= new Ints()).push(slot);
    this.frameworks.set(
      slot,
      above.reduce((mask, value) => mask | (1 << (this.frameworkOf[value] ?? 0)), 0),
    );
  }

  clear(): void {
    this.above.clear();
    this.below = [];
    this.tags.clear();
    this.editedAt = [];
  }

  /** Slots of the items under any of these standards, each once. */
  *under(standards: ReadonlySet<number>): Generator<number> {
    const seen = new Set<number>();
    for (const standard of standards)
      for (const slot of this.below[this.standards.number(standard)]?.all ?? [])
        if (standards.size === 1 || (!seen.has(slot) && seen.add(slot))) yield slot;
  }

  /** Ids of these standards with everything below them. */
  withBelow(standards: Iterable<number>): number[] {
    const below = new Set<number>();
    for (const standard of standards)
      for (const id of this.standards.below(standard)) below.add(id);
    return [...below];
  }

  /** Whether an item lies in one of these banks. */
  readable(banks: readonly number[]): (slot: number) => boolean {
    const may = new Uint8Array(this.banks.list.length + 1);
    for (const bank of banks) may[this.banks.find(bank) + 1] = 1;
    const column = this.bank.all;
    return (slot) => may[(column[slot] ?? -1) + 1] === 1;
  }

  /** Adds to `fails` for each slot the bits of the filters that it fails. */
  failures(q: Filters, slots: number, fails: Uint32Array): void {
    const failing = new Failing(fails, slots);
    this.failValues(q, failing);
    this.failBands(q, failing);
    this.failLists(q, failing, slots);
  }

  /** Filters on one value of an item, or on the bits of one. */
  private failValues(q: Filters, failing: Failing): void {
    if (q.framework !== undefined)
      failing.meets(bit.framework, this.frameworks, 1 << this.frameworkNames.find(q.framework));
    if (q.grades?.length) failing.meets(bit.grades, this.grades, gradeMask(q.grades));
    if (q.subject !== undefined)
      failing.equal(bit.subject, this.subject, this.subjects.find(q.subject));
    if (q.kind?.length)
      failing.among(
        bit.kind,
        this.kind,
        q.kind.map((kind) => partKinds.indexOf(kind)),
      );
    if (q.depth?.length) failing.among(bit.depth, this.depth, q.depth);
    if (q.markedBy !== undefined)
      failing.equal(bit.markedBy, this.markedBy, markers.indexOf(q.markedBy));
    if (q.has !== undefined) failing.meets(bit.has, this.media, mediaBits[q.has]);
    if (q.passage !== undefined) failing.equal(bit.passage, this.passage, Number(q.passage));
    if (q.bank !== undefined) failing.equal(bit.bank, this.bank, this.banks.find(q.bank));
  }

  private failBands(q: Filters, failing: Failing): void {
    const band = (list: readonly Band[], wanted: string) =>
      list.findIndex(({ id }) => id === wanted);
    if (q.difficulty !== undefined)
      failing.equal(bit.difficulty, this.difficulty, band(difficultyBands, q.difficulty));
    if (q.itemRestCorrelation !== undefined)
      failing.equal(
        bit.itemRestCorrelation,
        this.itemRestCorrelation,
        band(itemRestCorrelationBands, q.itemRestCorrelation),
      );
    if (q.uses !== undefined) failing.equal(bit.uses, this.uses, band(usesBands, q.uses));
  }

  /** Filters that are dear to look up. */
  private failLists(q: Filters, failing: Failing, slots: number): void {
    if (q.folder !== undefined) {
      const below = [...this.folders.below(q.folder)].map((id) => this.folderNames.find(id));
      const inside = new Set(below.filter((folder) => folder >= 0));
      const folder = this.folder.all;
      failing.refuse(bit.folder, (slot) => inside.has(folder[slot] ?? -1));
    }
    if (q.standard?.length) {
      const inside = this.scratch.take('inside', Uint8Array, slots);
      for (const standard of q.standard)
        for (const slot of this.below[this.standards.number(standard)]?.all ?? []) inside[slot] = 1;
      failing.unmarked(bit.standard, inside);
    }
    if (q.tag !== undefined) {
      const wanted = this.tagNames.find(q.tag);
      failing.refuse(bit.tag, (slot) => this.tags.includes(slot, wanted));
    }
    if (q.editedSince !== undefined) {
      const since = q.editedSince;
      failing.refuse(bit.editedSince, (slot) => (this.editedAt[slot] ?? 0) >= since);
    }
  }

  /**
   * Counts for each choice of each filter.
   *
   * @param passing items that pass every filter
   * @param failing for a filter's bit, the items that fail it and no other
   */
  counts(passing: Int32Array, failing: ReadonlyMap<number, Int32Array>): Counts {
    const tally = new Tally(passing, failing);
    const perFolder = named(
      tally.column(bit.folder, this.folder, this.folderNames.list.length),
      this.folderNames.list,
    );
    const tags = named(
      tally.lists(bit.tag, this.tags, this.tagNames.list.length),
      this.tagNames.list,
    );
    return {
      frameworks: named(tally.bits(bit.framework, this.frameworks), this.frameworkNames.list),
      standards: named(
        tally.lists(bit.standard, this.above, this.standards.size),
        this.standards.ids,
      ),
      grades: named(tally.bits(bit.grades, this.grades), [...gradeBits.keys()]),
      subjects: named(
        tally.column(bit.subject, this.subject, this.subjects.list.length),
        this.subjects.list,
      ),
      kinds: named(tally.column(bit.kind, this.kind, partKinds.length), partKinds),
      depths: named(tally.column(bit.depth, this.depth, 5), [0, 1, 2, 3, 4]),
      markedBy: named(tally.column(bit.markedBy, this.markedBy, markers.length), markers),
      media: named(tally.bits(bit.has, this.media), media),
      passage: named(tally.column(bit.passage, this.passage, 2), [false, true]),
      banks: named(tally.column(bit.bank, this.bank, this.banks.list.length), this.banks.list),
      folders: [...this.folders.summedUp(new Map(perFolder))],
      tags: tags.sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).slice(0, mostTags),
      difficulty: tally.bands(bit.difficulty, this.difficulty, difficultyBands),
      itemRestCorrelation: tally.bands(
        bit.itemRestCorrelation,
        this.itemRestCorrelation,
        itemRestCorrelationBands,
      ),
      uses: tally.bands(bit.uses, this.uses, usesBands),
    };
  }
}
