import { entriesOf, type Edition } from '@oaken/core/forms';
import { type Database } from '../database/connect';
import { present } from '@oaken/core/certain';

interface Held {
  edition: Edition;
  entryIds: ReadonlySet<string>;
}

const batchSize = 200;

/** Editions never change, so the ones in use are kept in memory. */
export class Editions {
  private readonly held = new Map<number, Promise<Held>>();

  constructor(private readonly database: Database) {}

  get(id: number): Promise<Held> {
    const known = this.held.get(id);
    if (known) return known;
    const [oldest] = this.held.keys();
    if (oldest !== undefined && this.held.size >= batchSize) this.held.delete(oldest);
    const read = this.read(id);
    this.held.set(id, read);
    read.catch(() => this.held.delete(id));
    return read;
  }

  private async read(id: number): Promise<Held> {
    const stored = await this.database.models.Edition.findByPk(id);
    const edition = present(stored, `edition ${id}`).content;
    return { edition, entryIds: new Set(entriesOf(edition).map((entry) => entry.id)) };
  }
}
