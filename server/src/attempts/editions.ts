import { entriesOf, type Edition } from '@oaken/core/forms';
import { type Database } from '../database/connect';
import { present } from '@oaken/core/certain';

interface Held {
  edition: Edition;
  entryIds: ReadonlySet<string>;
}

const heldOf = (edition: Edition): Held => ({
  edition,
  entryIds: new Set(entriesOf(edition).map((entry) => entry.id)),
});

const batchSize = 200;

/** Editions never change, so the ones in use are kept in memory. */
export class Editions {
  private readonly held = new Map<number, Promise<Held>>();

  constructor(private readonly database: Database) {}

  get(id: number): Promise<Held> {
    const known = this.held.get(id);
    if (known) return known;
    const read = this.read(id);
    this.keep(id, read);
    read.catch(() => this.held.delete(id));
    return read;
  }

  /** Several at once: those that are not in memory are read together. */
  async all(ids: readonly number[]): Promise<ReadonlyMap<number, Held>> {
    const missing = [...new Set(ids)].filter((id) => !this.held.has(id));
    if (missing.length > 1) {
      const stored = await this.database.models.Edition.findAll({ where: { id: missing } });
      for (const { id, content } of stored) this.keep(id, Promise.resolve(heldOf(content)));
    }
    const pairs = await Promise.all(ids.map(async (id) => [id, await this.get(id)] as const));
    return new Map(pairs);
  }

  private keep(id: number, held: Promise<Held>): void {
    const [oldest] = this.held.keys();
    if (oldest !== undefined && this.held.size >= batchSize) this.held.delete(oldest);
    this.held.set(id, held);
  }

  private async read(id: number): Promise<Held> {
    const stored = await this.database.models.Edition.findByPk(id);
    return heldOf(present(stored, `edition ${id}`).content);
  }
}
