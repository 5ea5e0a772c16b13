import type { Database } from '../../database/connect';
import { ItemIndex, type Found, type NearCopy, type Question } from '@oaken/core/finding';
import { readFindable, readFolders, readStandards, touchedSince, treesSign } from './source';

declare module '../../context' {
  interface Context {
    finder: Finder;
  }
}

/** Answers searches from an index that follows the database. */
export interface Finder {
  find(question: Question): Promise<Found>;
  near(text: string, banks: number[], but: number | null): Promise<NearCopy[]>;
  close(): Promise<void>;
}

/** A change is looked for again for so long after it was written: its transaction may have ended later. */
const overlap = 15_000;

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

  constructor(private readonly database: Database) {}

  async find(question: Question): Promise<Found> {
    await this.refresh();
    return this.index.find(question);
  }

  async near(text: string, banks: number[], but: number | null): Promise<NearCopy[]> {
    await this.refresh();
    return this.index.near(text, banks, but);
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
    const since = this.seenUntil === null ? null : this.seenUntil - overlap;
    const [sign, { now, touched }] = await Promise.all([
      treesSign(this.database),
      touchedSince(this.database, since),
    ]);
    if (sign !== this.sign) {
      const [standards, folders] = await Promise.all([
        readStandards(this.database),
        readFolders(this.database),
      ]);
      this.index.setStandards(standards);
      this.index.setFolders(folders);
      this.sign = sign;
    }
    const changed = touched.filter(({ id, at }) => this.recent.get(id) !== at);
    if (changed.length > 0) {
      const ids = changed.map(({ id }) => id);
      for await (const [id, item] of readFindable(this.database, ids)) {
        if (item) this.index.put(item);
        else this.index.remove(id);
      }
    }
    this.recent = new Map(
      touched.filter(({ at }) => at >= now - 2 * overlap).map(({ id, at }) => [id, at]),
    );
    this.seenUntil = now;
  }
}
