import type { Database } from '../../database/connect';
import {
  ItemIndex,
  type FindableItem,
  type Found,
  type NearCopy,
  type Question,
} from '@oaken/core/finding';
import {
  clockOf,
  readAllFindable,
  readFindable,
  readFolders,
  readStandards,
  touchedSince,
  treesSign,
} from './source';

declare module '../../context' {
  interface Context {
    finder: Finder;
  }
}

/** What was found among the items that are in the index. */
export interface FoundSoFar extends Found {
  /** Items of all banks that are not in the index yet, while it fills; then 0. */
  coming: number;
}

/** Answers searches from an index that follows the database. */
export interface Finder {
  /** Waits until everything is there. */
  find(question: Question): Promise<Found>;
  /** Answers at once, also while the index fills after a start. */
  findSoFar(question: Question): Promise<FoundSoFar>;
  near(text: string, banks: number[], but: number | null): Promise<NearCopy[]>;
  /** How many items each bank has that has any; null while the index fills. */
  sizes(): Promise<ReadonlyMap<number, number> | null>;
  close(): Promise<void>;
}

/** A change is looked for again for so long after it was written: its transaction may have ended later. */
const overlap = 15_000;
/** A search waits for so many at a start, so that a small school never hears of any that are coming. */
const awaitedAtStart = 3_000;

/**
 * The index of one process. Before each answer it asks the database what has changed, so that whatever was saved
 * before a search was sent is found by it, whichever process saved it.
 */
export class LocalFinder implements Finder {
  private readonly index = new ItemIndex();
  private seenUntil: number | null = null;
  /** When the items of the last moments were changed, so that none is read twice. */
  private recent = new Map<number, number>();
  private sign = '';
  private refreshing: Promise<void> | null = null;
  /** Items that the first filling has still to read; null before it knows. */
  private coming: number | null = null;
  /** Called when enough is there to answer. */
  private begin: () => void = () => {};
  private readonly begun = new Promise<void>((done) => (this.begin = done));

  /** @param awaited how many items a search waits for after a start */
  constructor(
    private readonly database: Database,
    private readonly awaited = awaitedAtStart,
  ) {}

  async find(question: Question): Promise<Found> {
    await this.refresh();
    return this.index.find(question);
  }

  async findSoFar(question: Question): Promise<FoundSoFar> {
    if (this.coming === 0) await this.refresh();
    else {
      const filling = this.refresh();
      await Promise.race([filling, this.begun]);
    }
    return { ...this.index.find(question), coming: this.coming ?? 0 };
  }

  async near(text: string, banks: number[], but: number | null): Promise<NearCopy[]> {
    await this.refresh();
    return this.index.near(text, banks, but);
  }

  async sizes(): Promise<ReadonlyMap<number, number> | null> {
    if (this.coming !== 0) return null;
    await this.refresh();
    return this.index.sizes;
  }

  async close(): Promise<void> {
    await this.refreshing?.catch(() => undefined);
  }

  /** Searches that come while a refresh runs wait for one that began after them. */
  async refresh(): Promise<void> {
    const running = this.refreshing;
    if (running) await running.catch(() => undefined);
    this.refreshing ??= this.catchUp().finally(() => (this.refreshing = null));
    await this.refreshing;
  }

  private async catchUp(): Promise<void> {
    if (this.seenUntil === null) return this.fill();
    const [sign, { now, touched }] = await Promise.all([
      treesSign(this.database),
      touchedSince(this.database, this.seenUntil - overlap),
    ]);
    await this.follow(sign);
    const changed = touched.filter(({ id, at }) => this.recent.get(id) !== at);
    const ids = changed.map(({ id }) => id);
    for await (const [id, item] of readFindable(this.database, ids)) this.take(id, item);
    this.recent = new Map(
      touched.filter(({ at }) => at >= now - 2 * overlap).map(({ id, at }) => [id, at]),
    );
    this.seenUntil = now;
  }

  /** Reads all items, the newest first: they are looked for most. What changes meanwhile comes with the next look. */
  private async fill(): Promise<void> {
    const began = await clockOf(this.database);
    await this.follow(await treesSign(this.database));
    this.coming = await this.database.models.Item.count();
    let read = 0;
    for await (const [id, item] of readAllFindable(this.database)) {
      this.take(id, item);
      this.coming = Math.max(1, this.coming - 1);
      if (++read === this.awaited) this.begin();
    }
    this.coming = 0;
    this.seenUntil = began;
    this.begin();
  }

  private take(id: number, item: FindableItem | null): void {
    if (item) this.index.put(item);
    else this.index.remove(id);
  }

  /** Reads standards and folders again where they have changed. */
  private async follow(sign: string): Promise<void> {
    if (sign === this.sign) return;
    const [standards, folders] = await Promise.all([
      readStandards(this.database),
      readFolders(this.database),
    ]);
    this.index.setStandards(standards);
    this.index.setFolders(folders);
    this.sign = sign;
  }
}
