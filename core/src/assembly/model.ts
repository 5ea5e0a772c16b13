/**
 * The program of a blueprint: which items stand in which form is a 0 or 1 for each, everything else follows from that.
 * All that may be made small stands in it from the beginning; each stage of the search gives a price to some of it.
 */
import { elementAt, numberAt } from '../certain';
import type { Blueprint, Cell } from './blueprint';
import type { PooledItem } from './pool';
import { ProgramBuilder, type Program } from './program';

type Term = readonly [column: number, value: number];

/** Something the blueprint asks for that may be missed. */
export type Limit =
  ({ what: 'cell'; form: number } & Cell) | { what: 'minutes' | 'by-hand'; form: number };

/** What a stage of the search makes small; sharpness, which only a single form is chosen for, is made large. */
export type Aim = 'shared' | 'missed' | 'points' | 'score' | 'levels' | 'alike' | 'sharpness';

/** A column that is at least each of its sums, and never below zero. */
interface Distance {
  column: number;
  sums: { terms: readonly Term[]; constant: number }[];
}

export interface Request {
  blueprint: Blueprint;
  /** Pairs that must not stand in one form. */
  enemies: readonly (readonly [number, number])[];
  /** How many forms. */
  forms: number;
}

/** What differs between forms, each with the price of one unit of it (ours; no source). */
const alikePrices = { spread: 20, minute: 1, depth: 1, standard: 0.5, unmet: 0.5 };

/** Columns, rows and prices of one request; `programFor` gives the program of a stage of the search. */
export class Model {
  private readonly builder = new ProgramBuilder();
  /** For each form, the column of each item. */
  private readonly take: number[][];
  private readonly totals: { column: number; terms: readonly Term[] }[] = [];
  private readonly distances: Distance[] = [];
  private readonly prices = new Map<Aim, Term[]>();
  private readonly limits: { of: Limit; sum: Term[]; limit: number }[] = [];

  constructor(
    readonly items: readonly PooledItem[],
    private readonly request: Request,
  ) {
    const { forms } = request;
    const formNumbers = Array.from({ length: forms }, (_, form) => form);
    this.take = formNumbers.map((form) => items.map((item) => this.takeColumn(item, form)));
    this.keepApart();
    this.fillCells();
    this.keepLimits();
    this.aimAtScore();
    if (request.blueprint.level === 'easy-to-hard') this.spreadLevels();
    if (forms > 1) this.matchForms();
    else this.separate();
  }

  /** The program that makes one aim as small as can be. */
  programFor(aim: Aim): Program {
    const cost = this.builder.cost.map(() => 0);
    for (const [column, price] of this.prices.get(aim) ?? [])
      cost[column] = numberAt(cost, column) + price;
    const { lower, upper, whole, rows } = this.builder;
    return { cost, lower, upper, whole, rows };
  }

  /** The same, with only the items of some cells free to change; the others stay where `values` has them. */
  programAround(aim: Aim, values: ArrayLike<number>, free: (item: PooledItem) => boolean): Program {
    const program = this.programFor(aim);
    const lower = [...program.lower];
    const upper = [...program.upper];
    this.items.forEach((item, index) => {
      if (free(item)) return;
      for (const columns of this.take) {
        const column = elementAt(columns, index);
        lower[column] = upper[column] = Math.round(numberAt(values, column));
      }
    });
    return { ...program, lower, upper };
  }

  has(aim: Aim): boolean {
    return (this.prices.get(aim) ?? []).length > 0;
  }

  /** From now on the aim is at most `limit`. */
  hold(aim: Aim, limit: number): void {
    this.builder.row(-Infinity, limit, this.prices.get(aim) ?? []);
  }

  /** @param forms the ids of each form's items */
  valuesOf(forms: readonly ReadonlySet<number>[]): Float64Array {
    const values = new Float64Array(this.builder.cost.length);
    forms.forEach((chosen, form) =>
      this.items.forEach(
        ({ id }, index) =>
          (values[elementAt(elementAt(this.take, form), index)] = chosen.has(id) ? 1 : 0),
      ),
    );
    for (const { column, terms } of this.totals) values[column] = sumOf(terms, values);
    for (const { column, sums } of this.distances)
      values[column] = Math.max(
        0,
        ...sums.map(({ terms, constant }) => sumOf(terms, values) + constant),
      );
    return values;
  }

  /** What the aim amounts to with these values. */
  amount(aim: Aim, values: ArrayLike<number>): number {
    return sumOf(this.prices.get(aim) ?? [], values);
  }

  /** Ids of the items of each form. */
  formsIn(values: ArrayLike<number>): Set<number>[] {
    return this.take.map(
      (columns) =>
        new Set(
          this.items.flatMap(({ id }, index) =>
            numberAt(values, elementAt(columns, index)) > 0.5 ? [id] : [],
          ),
        ),
    );
  }

  /** By how much each limit is passed (above zero) or not reached (below). */
  missedIn(values: ArrayLike<number>): { of: Limit; by: number }[] {
    return this.limits.flatMap(({ of, sum, limit }) => {
      const by = Math.round((sumOf(sum, values) - limit) * 100) / 100;
      return by > 0 || (by < 0 && of.what === 'cell') ? [{ of, by }] : [];
    });
  }

  /** A kept item is in the first form; a later form has it only where it must, which is always so outside the cells. */
  private takeColumn({ kept, cell }: PooledItem, form: number): number {
    const must = kept && (form === 0 || cell === null);
    return this.builder.column({ lower: must ? 1 : 0, upper: 1, whole: true });
  }

  private price(aim: Aim, terms: readonly Term[]): void {
    const list = this.prices.get(aim) ?? [];
    list.push(...terms.filter(([, value]) => value !== 0));
    this.prices.set(aim, list);
  }

  private weighed(form: number, weight: (item: PooledItem) => number): Term[] {
    const columns = elementAt(this.take, form);
    return this.items.flatMap((item, index): Term[] => {
      const value = weight(item);
      return value === 0 ? [] : [[elementAt(columns, index), value]];
    });
  }

  /** A column that is the sum of the terms. */
  private total(terms: readonly Term[]): Term {
    const column = this.builder.column({ lower: -Infinity });
    this.builder.row(0, 0, [...terms, [column, -1]]);
    this.totals.push({ column, terms });
    return [column, 1];
  }

  /** A column that is at least each of the sums, and never below zero. */
  private distance(sums: Distance['sums']): number {
    const column = this.builder.column({});
    for (const { terms, constant } of sums)
      this.builder.row(-Infinity, -constant, [...terms, [column, -1]]);
    this.distances.push({ column, sums });
    return column;
  }

  /** How far the sum is from `target`, on either side. */
  private distanceFrom(sums: readonly (readonly Term[])[], target: number): number {
    return this.distance(
      sums.flatMap((terms) => [
        { terms, constant: -target },
        { terms: terms.map(([column, value]): Term => [column, -value]), constant: target },
      ]),
    );
  }

  /** The largest difference between two forms of what `weight` adds up to. */
  private rangeOver(weight: (item: PooledItem) => number): number {
    const totals = this.take.map((_, form) => this.total(this.weighed(form, weight)));
    const pairs = totals.flatMap((first, form) =>
      totals.slice(form + 1).map(([other]): Term[] => [first, [other, -1] as const]),
    );
    return this.distanceFrom(pairs, 0);
  }

  private keepApart(): void {
    const { enemies, forms } = this.request;
    const { builder, items, take } = this;
    if (forms > 1)
      items.forEach((item, index) => {
        const columns = take.map((form): Term => [elementAt(form, index), 1]);
        if (!item.kept) builder.row(0, 1, columns);
        else if (item.cell) this.price('shared', columns.slice(1));
      });
    const indexes = new Map(items.map(({ id }, index) => [id, index]));
    for (const [id, otherId] of enemies) {
      const index = indexes.get(id);
      const other = indexes.get(otherId);
      if (index === undefined || other === undefined) continue;
      // Whoever keeps both wants both.
      if (elementAt(items, index).kept && elementAt(items, other).kept) continue;
      for (const form of take)
        builder.row(0, 1, [
          [elementAt(form, index), 1],
          [elementAt(form, other), 1],
        ]);
    }
  }

  private fillCells(): void {
    const { blueprint } = this.request;
    const columns = blueprint.byDepth ? 4 : 1;
    const weight = ({ points }: PooledItem) => (blueprint.measure === 'items' ? 1 : points);
    this.take.forEach((_, form) => {
      blueprint.rows.forEach(({ wants }, row) => {
        for (let column = 0; column < columns; column++) {
          const limit = wants[column] ?? 0;
          const inCell = ({ cell }: PooledItem) =>
            cell !== null && cell.row === row && cell.column === column;
          const sum = this.weighed(form, (item) => (inCell(item) ? weight(item) : 0));
          if (limit === 0 && sum.length === 0) continue;
          this.price('missed', [[this.distanceFrom([sum], limit), 1]]);
          this.limits.push({ of: { what: 'cell', form, row, column }, sum, limit });
        }
      });
    });
  }

  private keepLimits(): void {
    const { minutes, byHand } = this.request.blueprint;
    this.take.forEach((_, form) => {
      const keep = (of: Limit, limit: number | null, weight: (item: PooledItem) => number) => {
        if (limit === null) return;
        const sum = this.weighed(form, weight);
        this.price('missed', [[this.distance([{ terms: sum, constant: -limit }]), 1]]);
        this.limits.push({ of, sum, limit });
      };
      keep({ what: 'minutes', form }, minutes, ({ seconds }) => seconds / 60);
      keep({ what: 'by-hand', form }, byHand, (item) => (item.byHand ? 1 : 0));
    });
  }

  /**
   * Forms have as many items in every cell, and of the same points where cells count points; the
   * rest as near as can be.
   */
  private matchForms(): void {
    const { measure } = this.request.blueprint;
    const [first = [], ...others] = this.take;
    for (const indexes of this.groups(({ cell, points }) =>
      cell ? `${cell.row}/${cell.column}${measure === 'points' ? `/${points}` : ''}` : null,
    ))
      for (const other of others)
        this.builder.row(0, 0, [
          ...indexes.map((index): Term => [elementAt(first, index), 1]),
          ...indexes.map((index): Term => [elementAt(other, index), -1]),
        ]);
    if (measure === 'items' && new Set(this.items.map(({ points }) => points)).size > 1)
      for (const indexes of this.groups(({ cell, points }) =>
        cell ? `${cell.row}/${cell.column}/${points}` : null,
      ))
        this.price('points', [[this.rangeWithin(indexes), 1]]);

    const { spread, minute, depth, standard, unmet } = alikePrices;
    const centre =
      this.items.reduce((sum, { expected }) => sum + expected, 0) / Math.max(1, this.items.length);
    this.price('alike', [
      [this.rangeOver(({ expected, points }) => points * (expected - centre) ** 2), spread],
      [this.rangeOver(({ seconds }) => seconds / 60), minute],
    ]);
    if (this.items.some(({ facility }) => facility === null))
      this.price('alike', [[this.rangeOver(({ facility }) => (facility === null ? 1 : 0)), unmet]]);
    for (const value of new Set(this.items.map((item) => item.depth)))
      if (!this.request.blueprint.byDepth)
        this.price('alike', [[this.rangeOver((item) => (item.depth === value ? 1 : 0)), depth]]);
    for (const id of new Set(
      this.items.flatMap((item) => item.standards.map(([lowest]) => lowest)),
    ))
      this.price('alike', [
        [
          this.rangeOver((item) => (item.standards.some(([lowest]) => lowest === id) ? 1 : 0)),
          standard,
        ],
      ]);
  }

  /** Places of the items of each group; those without one are left out. */
  private groups(keyOf: (item: PooledItem) => string | null): number[][] {
    const groups = new Map<string, number[]>();
    this.items.forEach((item, index) => {
      const key = keyOf(item);
      if (key === null) return;
      const indexes = groups.get(key);
      if (indexes) indexes.push(index);
      else groups.set(key, [index]);
    });
    return [...groups.values()];
  }

  private rangeWithin(indexes: readonly number[]): number {
    const inGroup = new Set(indexes.map((index) => elementAt(this.items, index)));
    return this.rangeOver((item) => (inGroup.has(item) ? 1 : 0));
  }

  /** From easy to hard: as many of each third as of the others. */
  private spreadLevels(): void {
    for (const [form] of this.take.entries()) {
      const [easy, middle, hard] = [0, 1, 2].map((third) =>
        this.total(this.weighed(form, (item) => (item.third === third ? 1 : 0))),
      ) as [Term, Term, Term];
      const apart = (a: Term, [column]: Term): Term[] => [a, [column, -1]];
      this.price('levels', [
        [this.distanceFrom([apart(easy, middle), apart(middle, hard), apart(easy, hard)], 0), 1],
      ]);
    }
  }

  private separate(): void {
    const terms = this.weighed(0, ({ itemRestCorrelation }) => -(itemRestCorrelation ?? 0));
    this.price('sharpness', terms);
  }

  /** The points that students are expected to earn: from the wanted share of all, and between forms. */
  private aimAtScore(): void {
    const { blueprint, forms } = this.request;
    const share = blueprint.facility;
    if (share !== null) {
      const sums = this.take.map((_, form) => [
        this.total(this.weighed(form, ({ expected, points }) => points * (expected - share))),
      ]);
      this.price('score', [[this.distanceFrom(sums, 0), 1]]);
    }
    if (forms > 1)
      this.price('score', [[this.rangeOver(({ expected, points }) => points * expected), 1]]);
  }
}

const sumOf = (terms: readonly Term[], values: ArrayLike<number>) =>
  terms.reduce((sum, [column, value]) => sum + value * numberAt(values, column), 0);
