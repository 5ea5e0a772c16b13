/** What the parts of the demonstration school are put into, and what each of them knows of the others. */
import type { ItemContent } from '@oaken/core/items';
import { randomFrom, type Random } from '@oaken/core/random';
import { day } from '@oaken/core/timing';
import type { DemoItem } from '../items';
import type { FilledSheet } from '../paper/filled-sheet';

export type Value = string | number | boolean | Date | Buffer | null;
export type Row = Record<string, Value>;
/** Rows by table, tables in the order in which they can be filled. */
export type Tables = Map<string, Row[]>;

export interface SchoolOptions {
  /** The same seed and day give the same school. */
  seed: string;
  now: number;
  hash(secret: string): Promise<string>;
  /** A picture of an answer sheet that was filled in. */
  draw(sheet: FilledSheet): Promise<Buffer>;
}

/** A student as the simulation knows them. */
export interface SimulatedStudent {
  id: number;
  /** In logits; 0 for the usual one. */
  ability: number;
}

/** The school while it is built. */
export class Building {
  readonly tables: Tables = new Map();
  /** When all that is older than the assignments was made. */
  readonly long: Date;
  /** Ids of accounts by sign-in name. */
  readonly staffIds = new Map<string, number>();
  /** Students by the name of their class. */
  readonly roster = new Map<string, SimulatedStudent[]>();
  readonly classIds = new Map<string, number>();
  /** By code. */
  readonly standardIds = new Map<string, number>();
  /** By the name that items have for them. */
  readonly passageIds = new Map<string, number>();
  readonly itemIds = new Map<DemoItem, number>();
  /** As they are stored: with the passages that they ask about. */
  readonly contents = new Map<DemoItem, ItemContent>();
  readonly byStandard = new Map<string, DemoItem[]>();

  constructor(readonly options: SchoolOptions) {
    this.long = new Date(options.now - 90 * day);
  }

  /** @returns how many rows the table has now */
  put(table: string, row: Row): number {
    const rows = this.tables.get(table) ?? [];
    this.tables.set(table, rows);
    return rows.push(row);
  }

  /** The id of the next row of a table that numbers its rows. */
  nextId(table: string): number {
    return (this.tables.get(table)?.length ?? 0) + 1;
  }

  /** Numbers of one part of the school, whatever the others draw. */
  stream(name: string): Random {
    return randomFrom(`${this.options.seed}/${name}`);
  }
}
