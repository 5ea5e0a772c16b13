/**
 * Fills a blueprint from a bank as a mixed-integer program: which items to take is a 0 or 1 for each (van der Linden,
 * "Linear Models for Optimal Test Design", 2005, chapters 3 to 6; from memory).
 *
 * First what cannot be met is made as small as can be: every cell and limit may give way at a price, so that a
 * blueprint that cannot be filled gives the nearest that can, cell by cell. Then, with that held, the mean difficulty
 * is brought to its target, or the forms to each other.
 */
import { cellOf, type Blueprint, type Cell, type PlannedItem } from './blueprint';
import { ProgramBuilder, type Solve, type Solved } from './program';

export interface Wish {
  blueprint: Blueprint;
  /** Everything that may be taken, the kept items among it. */
  candidates: readonly PlannedItem[];
  /** Ids of items that must be in the first form. */
  keep: readonly number[];
  /** Pairs that must not stand in one form. */
  enemies: readonly (readonly [number, number])[];
  /** How many forms without a common item, 1 to 3. */
  forms: number;
}

export type Shortfall =
  | ({ what: 'short' | 'over'; by: number; form: number } & Cell)
  | { what: 'minutes' | 'by-hand'; by: number; form: number };

export interface Assembled {
  /** Ids for each form, in the order of the blueprint's cells. */
  forms: number[][];
  /** Where it differs from the blueprint; empty when it fills it. */
  shortfalls: Shortfall[];
  /** Whether less than that cannot be missed; false when time ran out before that was shown. */
  nearest: boolean;
  /** Mean facility of each form; null when none is known. */
  means: (number | null)[];
  /** How far the figure that was aimed at may be from the best there is, in mean facility; null when nothing was aimed at. */
  gap: number | null;
  /** Candidates that were left aside because their difficulty is not known. */
  unknown: number;
}

export interface AssembleOptions {
  /** Seconds for the whole. */
  seconds: number;
  /** The clock, in seconds. */
  clock(): number;
  /** Hears what is being done. */
  step?(what: 'fitting' | 'balancing'): void;
}

/** Good enough in mean facility: a tenth of what is asked of a mean, a fifth of what is asked of parallel forms. */
const enoughMean = 0.001;
/** So many candidates a cell are looked at first, for each item that it wants. */
const thinPerItem = 12;
const thinLeast = 40;

interface Placed extends PlannedItem {
  cell: Cell | null;
  kept: boolean;
}

/** @returns null when no solution at all was found in time */
export async function assemble(wish: Wish, solve: Solve, options: AssembleOptions): Promise<Assembled | null> {
  const { blueprint } = wish;
  const until = options.clock() + options.seconds;
  const { placed, unknown } = place(wish);
  const few = thin(placed, wish);
  options.step?.('fitting');
  let used = few;
  let fitted = await fit(wish, few, solve, until - options.clock());
  // What cannot be met with a part of the bank may be met with all of it.
  if (few.length < placed.length && (!fitted || fitted.solved.objective > 1e-6)) {
    const all = await fit(wish, placed, solve, until - options.clock());
    if (all && (!fitted || all.solved.objective < fitted.solved.objective - 1e-6)) [used, fitted] = [placed, all];
    else if (fitted && all) fitted = { ...fitted, solved: { ...fitted.solved, bound: all.solved.bound } };
  }
  if (!fitted) return null;
  const nearest = fitted.solved.objective - fitted.solved.bound < 1e-6 || fitted.solved.objective < 1e-6;
  const aims = blueprint.facility !== null || wish.forms > 1;
  let forms = fitted.model.read(fitted.solved);
  let gap: number | null = null;
  options.step?.('balancing');
  const balanced = await balance(wish, used, fitted, solve, Math.max(1, until - options.clock()));
  if (balanced) {
    forms = balanced.model.read(balanced.solved);
    const size = Math.max(1, Math.min(...forms.map(({ length }) => length)));
    // A bound of a part of the bank says nothing about the whole of it; zero is always one.
    const bound = used.length === placed.length ? Math.max(0, balanced.solved.bound) : 0;
    if (aims) gap = Math.max(0, (balanced.solved.objective - bound) / size);
  }
  const byId = new Map(placed.map((own) => [own.id, own]));
  return {
    forms: forms.map((ids) => inOrder(ids.map((id) => byId.get(id)!))),
    shortfalls: fitted.model.shortfalls(fitted.solved),
    nearest,
    means: forms.map((ids) => meanOf(ids.map((id) => byId.get(id)!))),
    gap,
    unknown,
  };
}

const meanOf = (items: readonly PlannedItem[]) => {
  const known = items.flatMap(({ facility }) => facility ?? []);
  return known.length === 0 ? null : known.reduce((sum, own) => sum + own, 0) / known.length;
};

/** By cell, kept items without a cell last; within a cell the easiest first. */
function inOrder(items: readonly Placed[]): number[] {
  const key = ({ cell }: Placed) => (cell ? cell.row * 4 + cell.column : 1e6);
  return [...items]
    .sort((a, b) => key(a) - key(b) || (b.facility ?? 0) - (a.facility ?? 0) || a.id - b.id)
    .map(({ id }) => id);
}

/** Candidates that some cell wants, with the kept ones. */
function place({ blueprint, candidates, keep }: Wish): { placed: Placed[]; unknown: number } {
  const kept = new Set(keep);
  const out = new Set(blueprint.without);
  let unknown = 0;
  const placed: Placed[] = [];
  for (const item of candidates) {
    const cell = cellOf(blueprint, item);
    if (kept.has(item.id)) placed.push({ ...item, cell, kept: true });
    else if (cell && !out.has(item.id) && (blueprint.rows[cell.row]!.wants[cell.column] ?? 0) > 0) {
      if (blueprint.facility !== null && item.facility === null && !blueprint.unknownToo) unknown++;
      else placed.push({ ...item, cell, kept: false });
    }
  }
  return { placed, unknown };
}

/**
 * A part of a large bank that most likely does as well as the whole: from each cell some of every difficulty, and the
 * quickest to work on.
 */
function thin(placed: readonly Placed[], { blueprint, forms }: Wish): Placed[] {
  const cells = new Map<string, Placed[]>();
  for (const own of placed) {
    const key = own.kept ? 'kept' : `${own.cell!.row}/${own.cell!.column}`;
    const list = cells.get(key);
    if (list) list.push(own);
    else cells.set(key, [own]);
  }
  return [...cells].flatMap(([key, list]) => {
    if (key === 'kept') return list;
    const { row, column } = list[0]!.cell!;
    const usual = blueprint.measure === 'items' ? 1 : Math.max(0.5, list.reduce((sum, { points }) => sum + points, 0) / list.length); // prettier-ignore
    const wanted = Math.ceil((blueprint.rows[row]!.wants[column]! / usual) * forms);
    const most = Math.max(thinLeast, wanted * thinPerItem);
    if (list.length <= most) return list;
    const quick = [...list].sort((a, b) => Number(a.byHand) - Number(b.byHand) || a.seconds - b.seconds || a.id - b.id);
    const taken = new Set(quick.slice(0, Math.ceil(most / 3)));
    const byFacility = list.filter((own) => !taken.has(own)).sort((a, b) => (a.facility ?? 0.5) - (b.facility ?? 0.5) || a.id - b.id); // prettier-ignore
    const rest = most - taken.size;
    for (let at = 0; at < rest; at++) taken.add(byFacility[Math.floor((at * byFacility.length) / rest)]!);
    return [...taken];
  });
}

/** The columns and rows that both stages share. */
class Model {
  readonly program = new ProgramBuilder();
  /** Column of each item in each form. */
  readonly take: number[][];
  readonly gives: { column: number; of: Shortfall }[] = [];

  constructor(
    private readonly wish: Wish,
    private readonly items: readonly Placed[],
  ) {
    const { program } = this;
    const { blueprint, forms, enemies } = wish;
    const formList = Array.from({ length: forms }, (_, form) => form);
    this.take = formList.map(
      (form) =>
      items.map(({ kept }) => program.column({ lower: kept && form === 0 ? 1 : 0, upper: kept && form > 0 ? 0 : 1, whole: true })), // prettier-ignore
    );
    if (forms > 1)
      items.forEach((own, at) => {
        if (!own.kept) program.row(0, 1, formList.map((form) => [this.take[form]![at]!, 1])); // prettier-ignore
      });
    if (forms > 1 && blueprint.measure === 'points') this.matchPoints();
    const columns = blueprint.byDepth ? 4 : 1;
    const weigh = ({ points }: Placed) => (blueprint.measure === 'items' ? 1 : points);
    for (const form of formList) {
      const inCell = blueprint.rows.map(() => Array.from({ length: columns }, () => [] as [number, number][]));
      items.forEach((own, at) => {
        if (own.cell) inCell[own.cell.row]![own.cell.column]!.push([this.take[form]![at]!, weigh(own)]);
      });
      blueprint.rows.forEach(({ wants }, row) => {
        for (let column = 0; column < columns; column++) {
          const want = wants[column] ?? 0;
          const terms = inCell[row]![column]!;
          if (want === 0 && terms.length === 0) continue;
          const short = this.give({ what: 'short', by: 0, form, row, column });
          const over = this.give({ what: 'over', by: 0, form, row, column });
          program.row(want, want, [...terms, [short, 1], [over, -1]]);
        }
      });
      if (blueprint.minutes !== null) {
        const over = this.give({ what: 'minutes', by: 0, form });
        program.row(-Infinity, blueprint.minutes, [...items.map((own, at): [number, number] => [this.take[form]![at]!, own.seconds / 60]), [over, -1]]); // prettier-ignore
      }
      if (blueprint.byHand !== null) {
        const over = this.give({ what: 'by-hand', by: 0, form });
        program.row(-Infinity, blueprint.byHand, [...items.map((own, at): [number, number] => [this.take[form]![at]!, own.byHand ? 1 : 0]), [over, -1]]); // prettier-ignore
      }
      const at = new Map(items.map((own, place) => [own.id, place]));
      for (const [a, b] of enemies) {
        const [one, other] = [at.get(a), at.get(b)];
        // Whoever keeps both wants both.
        if (one === undefined || other === undefined || (items[one]!.kept && items[other]!.kept)) continue;
        program.row(0, 1, [[this.take[form]![one]!, 1], [this.take[form]![other]!, 1]]); // prettier-ignore
      }
    }
  }

  /** Every item of a form has one of the same cell and points in each other form, so that they can stand for each other. */
  private matchPoints(): void {
    const alike = new Map<string, number[]>();
    this.items.forEach(({ cell, points }, at) => {
      if (!cell) return;
      const key = `${cell.row}/${cell.column}/${points}`;
      alike.set(key, [...(alike.get(key) ?? []), at]);
    });
    const [first, ...others] = this.take;
    for (const list of alike.values())
      for (const own of others)
        this.program.row(0, 0, [...list.map((at): [number, number] => [first![at]!, 1]), ...list.map((at): [number, number] => [own[at]!, -1])]); // prettier-ignore
  }

  private give(of: Shortfall): number {
    const column = this.program.column({ cost: 1 });
    this.gives.push({ column, of });
    return column;
  }

  read({ values }: Solved): number[][] {
    return this.take.map((columns) => this.items.filter((_, at) => values[columns[at]!]! > 0.5).map(({ id }) => id));
  }

  shortfalls({ values }: Solved): Shortfall[] {
    return this.gives.flatMap(({ column, of }) => {
      const by = Math.round(values[column]! * 100) / 100;
      return by > 0 ? [{ ...of, by }] : [];
    });
  }

  /** Holds what gives way where `solved` has it, at no price. */
  hold({ values }: Solved): void {
    for (const { column } of this.gives) {
      this.program.cost[column] = 0;
      this.program.upper[column] = Math.max(0, values[column]!) + 1e-7;
    }
  }

  /** What is left is the distance from the target, the distance of the forms from each other, or how well items separate. */
  aim(): void {
    const { program, items, take, wish } = this;
    const target = wish.blueprint.facility;
    if (target === null && wish.forms === 1) {
      items.forEach(({ separation }, at) => (program.cost[take[0]![at]!] = -(separation ?? 0)));
      return;
    }
    const about = target ?? 0.5;
    const terms = (form: number) =>
      items.map(({ facility }, at): [number, number] => [take[form]![at]!, (facility ?? about) - about]);
    if (target !== null) {
      const off = program.column({ cost: 1 });
      take.forEach((_, form) => {
        program.row(-Infinity, 0, [...terms(form), [off, -1]]);
        program.row(0, Infinity, [...terms(form), [off, 1]]);
      });
    }
    if (wish.forms > 1) {
      const high = program.column({ cost: 1, lower: -Infinity });
      const low = program.column({ cost: -1, lower: -Infinity });
      take.forEach((_, form) => {
        program.row(-Infinity, 0, [...terms(form), [high, -1]]);
        program.row(0, Infinity, [...terms(form), [low, -1]]);
      });
      program.row(0, Infinity, [[high, 1], [low, -1]]); // prettier-ignore
    }
  }

  /** The values of a solution of the first stage, with what the second adds worked out. */
  start({ values }: Solved): number[] {
    const { program, items, take, wish } = this;
    const own = Array.from({ length: program.cost.length }, (_, at) => values[at] ?? 0);
    const about = wish.blueprint.facility ?? 0.5;
    const sums = take.map((columns) => items.reduce((sum, { facility }, at) => sum + own[columns[at]!]! * ((facility ?? about) - about), 0)); // prettier-ignore
    let next = values.length;
    if (wish.blueprint.facility !== null) own[next++] = Math.max(...sums.map(Math.abs));
    if (wish.forms > 1) {
      own[next++] = Math.max(...sums);
      own[next] = Math.min(...sums);
    }
    return own;
  }
}

async function fit(wish: Wish, items: readonly Placed[], solve: Solve, seconds: number) {
  const model = new Model(wish, items);
  const solved = await solve(model.program, { seconds: Math.max(1, seconds), enough: 1e-6 });
  return solved && { model, solved };
}

async function balance(
  wish: Wish,
  items: readonly Placed[],
  fitted: { solved: Solved },
  solve: Solve,
  seconds: number,
) {
  const model = new Model(wish, items);
  model.hold(fitted.solved);
  model.aim();
  const size = Math.max(1, fitted.solved.values.length ? model.read(fitted.solved)[0]!.length : 1);
  const solved = await solve(model.program, { seconds, enough: enoughMean * size, start: model.start(fitted.solved) });
  return solved && { model, solved };
}
