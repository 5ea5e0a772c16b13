/**
 * All items of all banks, in memory, answering every kind of search in one pass. Each filter has a bit; an item that
 * fails only one filter is what the counts beside that filter's choices show.
 */
import { elementAt, numberAt } from '../certain';
import { bytes, doubles, ints, Scratch } from './columns';
import { Facets } from './facets';
import type { FindableItem } from './findable';
import { match } from './matching';
import type { Found, Order, Question } from './question';
import { byFailure, byScore, merged, walk, type OrderedSlots } from './slots';
import { Vocabulary } from './vocabulary';
import { Codes, wordsOf } from './words';

/** How much a word counts by where it stands, in halves of an occurrence: whole numbers keep the postings small. */
const fieldWeights = { stem: 6, tags: 4, choices: 3, passage: 2 };

/** More new slots than this are merged into the order that is known. */
const mostFresh = 1_000;

export interface PlacedStandard {
  id: number;
  parentId: number | null;
  code: string;
  framework: number;
}

export interface NearCopy {
  id: number;
  /** Share of the words that both have, rare words counting more: 1 for the same words. */
  likeness: number;
}

/** All items that can be found. Items are put and removed one by one; a search sees them at once. */
export class ItemIndex {
  private slotOf = new Map<number, number>();
  private byBank = new Map<number, number>();
  private slots = 0;
  private wordTotal = 0;
  private vocabulary = new Vocabulary();
  private codes = new Codes([]);
  private items: FindableItem[] = [];
  private readonly facets = new Facets();
  private readonly scratch = new Scratch();
  private readonly id = ints();
  /** 0 once the slot's item was changed or taken out. */
  private readonly live = bytes();
  private readonly lengths = ints();
  private readonly seenN = ints();
  private readonly facility = doubles();
  private readonly itemRestCorrelation = doubles();
  private readonly uses = ints();
  private readonly createdAt = doubles();
  /** Slots never change their figures, so an order stays right for the slots it has seen. */
  private orders = new Map<Order, OrderedSlots>();

  /** Standards, and so what lies below what. */
  setStandards(list: readonly PlacedStandard[]): void {
    this.codes = new Codes(list);
    this.facets.setStandards(list);
    this.facets.placeAll(this.items);
  }

  setFolders(list: readonly { id: number; parentId: number | null }[]): void {
    this.facets.setFolders(list);
  }

  get size() {
    return this.slotOf.size;
  }

  /** How many items each bank has; kept as they come and go. */
  get sizes(): ReadonlyMap<number, number> {
    return this.byBank;
  }

  /** Adds an item or replaces what was known of it. */
  put(item: FindableItem): void {
    this.remove(item.id);
    // A slot is never used twice, so that postings stay in order; when half are dead the whole is made anew.
    if (this.slots > 2000 && this.slots > 2 * this.slotOf.size) this.compact();
    const slot = this.slots++;
    this.slotOf.set(item.id, slot);
    this.byBank.set(item.bank, (this.byBank.get(item.bank) ?? 0) + 1);
    this.items[slot] = item;
    this.facets.put(slot, item);
    this.id.set(slot, item.id);
    this.live.set(slot, 1);
    this.seenN.set(slot, item.seenN);
    this.facility.set(slot, item.facility ?? NaN);
    this.itemRestCorrelation.set(slot, item.itemRestCorrelation ?? NaN);
    this.uses.set(slot, item.uses);
    this.createdAt.set(slot, item.createdAt);
    const length = this.addWords(item, slot);
    this.lengths.set(slot, length);
    this.wordTotal += length;
  }

  remove(id: number): void {
    const slot = this.slotOf.get(id);
    if (slot === undefined) return;
    this.slotOf.delete(id);
    this.live.set(slot, 0);
    const { bank } = elementAt(this.items, slot);
    this.byBank.set(bank, (this.byBank.get(bank) ?? 1) - 1);
  }

  private addWords({ text, tags }: FindableItem, slot: number): number {
    let n = 0;
    const add = (field: string, weight: number) => {
      for (const word of wordsOf(field)) {
        this.vocabulary.add(word, slot, weight);
        n++;
      }
    };
    add(text.stem, fieldWeights.stem);
    add(text.choices, fieldWeights.choices);
    if (text.passage) add(text.passage, fieldWeights.passage);
    for (const tag of tags) add(tag, fieldWeights.tags);
    return n;
  }

  private compact(): void {
    const slots = [...this.slotOf.values()].sort((a, b) => a - b);
    const kept = slots.map((slot) => elementAt(this.items, slot));
    this.slotOf = new Map();
    this.byBank = new Map();
    this.slots = 0;
    this.wordTotal = 0;
    this.vocabulary = new Vocabulary();
    this.items = [];
    this.facets.clear();
    this.orders.clear();
    for (const item of kept) this.put(item);
  }

  find(question: Question): Found {
    const { slots } = this;
    const words = match(question.words ?? '', {
      vocabulary: this.vocabulary,
      codes: this.codes,
      under: (standards) => this.facets.under(standards),
      lengths: this.lengths.all,
      slots,
      averageLength: Math.max(1, this.wordTotal / Math.max(1, slots)),
      scratch: this.scratch,
    });
    const mayRead = this.facets.readable(question.banks);
    const without = new Set(question.without);
    const among = question.among && new Set(question.among);
    const scores = words?.scores ?? null;
    const fails = this.scratch.take('fails', Uint32Array, slots);
    const live = this.live.all;
    const id = this.id.all;
    for (let slot = 0; slot < slots; slot++) {
      const out =
        !live[slot] ||
        !mayRead(slot) ||
        (scores !== null && scores[slot] === 0) ||
        (without.size > 0 && without.has(id[slot] ?? 0)) ||
        (among !== undefined && !among.has(id[slot] ?? 0));
      // What nobody asked for fails more than one filter, so no filter has to look at it.
      if (out) fails[slot] = ~0;
    }
    this.facets.failures(question, slots, fails);
    const passes = this.scratch.take('passes', Uint8Array, slots);
    const passing = this.scratch.take('passing', Int32Array, slots, 'left');
    // Items that fail one filter only, from the end of the same array: no item stands in both.
    let [total, first] = [0, slots];
    for (let slot = 0; slot < slots; slot++) {
      const failed = fails[slot] ?? 0;
      // An item that fails two filters is counted nowhere.
      if ((failed & (failed - 1)) !== 0) continue;
      if (failed === 0) {
        passes[slot] = 1;
        passing[total++] = slot;
      } else passing[--first] = slot;
    }
    const failing = () =>
      byFailure(
        passing.subarray(first, slots),
        fails,
        this.scratch.take('failing', Int32Array, slots, 'left'),
      );
    return {
      total,
      ids: this.page(question, passes.subarray(0, slots), scores).map((slot) => numberAt(id, slot)),
      counts:
        question.counted === false
          ? null
          : this.facets.counts(passing.subarray(0, total), failing()),
      matched: words?.matched ?? [],
      matchedStandards: this.facets.withBelow(words?.standards ?? []),
      mended: words?.mended ?? [],
    };
  }

  /**
   * Items whose words are almost those of `text`, best first, among the readable banks.
   *
   * @param but an item that is not compared with itself
   */
  near(text: string, banks: readonly number[], but: number | null = null, least = 0.6): NearCopy[] {
    const words = [...new Set(wordsOf(text))];
    if (words.length < 4) return [];
    const mayRead = this.facets.readable(banks);
    // The root keeps one rare word that was swapped from outweighing all the words that stayed.
    const rarity = (n: number) => Math.sqrt(Math.log(1 + this.slots / (n + 0.5)));
    const known = words.map((word) => ({ word, slots: this.vocabulary.get(word)?.slots ?? [] }));
    const weightOf = new Map(known.map(({ word, slots }) => [word, rarity(slots.length)]));
    const whole = [...weightOf.values()].reduce((sum, weight) => sum + weight, 0);
    // A near copy shares most of the rare words, so the rarest ones already lead to every candidate.
    const rarest = known
      .filter(({ slots }) => slots.length > 0)
      .sort((a, b) => a.slots.length - b.slots.length);
    const candidates = new Set<number>();
    for (const { slots } of rarest.slice(0, Math.max(3, Math.ceil(rarest.length * 0.4)))) {
      if (candidates.size > 5000) break;
      for (const slot of slots) candidates.add(slot);
    }
    const nearCopies: NearCopy[] = [];
    for (const slot of candidates) {
      const item = elementAt(this.items, slot);
      if (!this.live.all[slot] || item.id === but || !mayRead(slot)) continue;
      let shared = 0;
      let rest = 0;
      for (const word of new Set(wordsOf(`${item.text.stem} ${item.text.choices}`))) {
        const weight = weightOf.get(word);
        if (weight !== undefined) shared += weight;
        else rest += rarity(this.vocabulary.get(word)?.slots.length ?? 0);
      }
      const likeness = shared / (whole + rest);
      if (likeness >= least) nearCopies.push({ id: item.id, likeness });
    }
    return nearCopies.sort((a, b) => b.likeness - a.likeness || a.id - b.id).slice(0, 5);
  }

  /** The slots of one page, in order. */
  private page(
    { order, from, size }: Question,
    passes: Uint8Array,
    scores: Float64Array | null,
  ): number[] {
    const whole = this.ordered(order);
    if (order === 'relevance' && scores)
      return byScore(scores, passes, whole, from + size).slice(from);
    const page: number[] = [];
    let skipped = 0;
    walk(whole, (slot) => {
      if (page.length === size) return 'enough';
      if (passes[slot] && skipped++ >= from) page.push(slot);
    });
    return page;
  }

  /** All slots in an order that does not depend on what is asked; new ones are put in order beside what is known. */
  private ordered(order: Order): OrderedSlots {
    const held = this.orders.get(order);
    if (held && held.known.length + held.fresh.length === this.slots) return held;
    const known = held?.known ?? new Int32Array(0);
    const [values, sign] = (
      {
        relevance: [this.seenN.all, -1],
        'most-used': [this.uses.all, -1],
        newest: [this.createdAt.all, -1],
        oldest: [this.createdAt.all, 1],
        easiest: [this.facility.all, -1],
        hardest: [this.facility.all, 1],
        'best-separating': [this.itemRestCorrelation.all, -1],
      } as const
    )[order];
    const id = this.id.all;
    const key = (slot: number) => {
      const value = values[slot] ?? NaN;
      return Number.isNaN(value) ? Infinity : sign * value;
    };
    const compare = (a: number, b: number) => {
      const [x, y] = [key(a), key(b)];
      if (x === y) return (id[a] ?? 0) - (id[b] ?? 0);
      return x < y ? -1 : 1;
    };
    const fresh = Int32Array.from(
      { length: this.slots - known.length },
      (_, index) => known.length + index,
    ).sort(compare);
    const isFew = known.length > 0 && fresh.length <= mostFresh;
    const whole = isFew
      ? { known, fresh, compare }
      : { known: merged(known, fresh, compare), fresh: new Int32Array(0), compare };
    this.orders.set(order, whole);
    return whole;
  }
}
