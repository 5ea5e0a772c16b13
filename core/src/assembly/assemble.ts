/**
 * Fills a blueprint from a bank as a mixed-integer program: which items to take is a 0 or 1 for each (van der Linden,
 * "Linear Models for Optimal Test Design", 2005, chapters 3 to 6; from memory).
 *
 * What makes a test good comes in an order, and each stage makes one thing as good as can be
 * without giving back what the ones before it reached: forms share no item, the blueprint misses
 * least, items are worth the same, the score is near its aim; then several forms are alike
 * otherwise, and the items of a single one separate strong from weak students.
 */
import { elementAt, present } from '../certain';
import type { Blueprint, Cell, PlannedItem } from './blueprint';
import { figuresOf, inCellOrder, inDifficultyOrder, inPlacesOf, type FormFigures } from './figures';
import { Model, type Aim } from './model';
import { poolFor, thinned, type PooledItem } from './pool';
import type { Program, Solve, Solved } from './program';

export interface Wish {
  blueprint: Blueprint;
  /** Everything that may be taken, the kept items among it. */
  candidates: readonly PlannedItem[];
  /** Ids of items that must be in the first form. */
  keep: readonly number[];
  /** Pairs that must not stand in one form. */
  enemies: readonly (readonly [number, number])[];
  /** How many forms, 1 to 3, with no common item but kept ones that nothing can stand for. */
  forms: number;
}

export type Shortfall =
  | ({ what: 'short' | 'over'; by: number; form: number } & Cell)
  | { what: 'minutes' | 'by-hand'; by: number; form: number };

/** What a choice reached of an aim, and what no other choice from the same candidates can pass. */
export interface Claim {
  value: number;
  bound: number;
}

export interface Assembled {
  /** Ids for each form; those in the same place of two forms can stand for each other. */
  forms: number[][];
  /** Where it differs from the blueprint; empty when it fills it. */
  shortfalls: Shortfall[];
  /**
   * Whether less than that cannot be missed (items or points, minutes and marks by hand alike);
   * false when time ran out first.
   */
  nearest: boolean;
  figures: FormFigures[];
  /**
   * Points by which expected scores miss their aim and each other; null when nothing was aimed at,
   * or an item stands in a place that gives other points than its bank does: the choice was made by
   * the bank's.
   */
  score: Claim | null;
  /**
   * Sum of the items' item-rest correlations, the bound being the most there can be where the aims before it are kept;
   * null for several forms, which are not chosen for it.
   */
  sharpness: Claim | null;
  /** Candidates that were left aside because their difficulty is not known. */
  unknown: number;
}

export type Step = 'fitting' | 'balancing';

export interface AssembleOptions {
  /** Seconds for the whole. */
  seconds: number;
  /** The clock, in seconds. */
  clock(): number;
  /** Hears what is being done. */
  step?(what: Step): void;
}

interface Stage {
  aim: Aim;
  /** Whether anything is claimed of it; what is only made better is worked on piece by piece, which is quicker. */
  claimed: boolean;
  step: Step;
  /** No choice can be below this, whatever the candidates. */
  least: number;
  /** Near enough, in the aim's unit, for the points of one form. */
  enough(pointsOfForm: number): number;
}

/** Near enough in the mean share earned: a tenth of what is asked of one. */
const enoughShare = 0.001;
const smallest = 1e-6;

const stages: readonly Stage[] = [
  { aim: 'shared', claimed: true, step: 'fitting', least: 0, enough: () => smallest },
  { aim: 'missed', claimed: true, step: 'fitting', least: 0, enough: () => smallest },
  { aim: 'points', claimed: true, step: 'balancing', least: 0, enough: () => smallest },
  {
    aim: 'score',
    claimed: true,
    step: 'balancing',
    least: 0,
    enough: (points) => enoughShare * points,
  },
  { aim: 'levels', claimed: false, step: 'balancing', least: 0, enough: () => 1 },
  { aim: 'alike', claimed: false, step: 'balancing', least: 0, enough: () => 0.5 },
  { aim: 'sharpness', claimed: true, step: 'balancing', least: -Infinity, enough: () => 0.02 },
];

/** A stage has at most so much of the time that is left, so that the ones after it have some. */
const shareOfTime = 0.6;
/** So many candidates are looked at once, and so long, where nothing has to be proved. */
const candidatesAtOnce = 150;
const secondsAtOnce = 2;

/** @returns null when no solution at all was found in time */
export async function assemble(
  wish: Wish,
  solve: Solve,
  options: AssembleOptions,
): Promise<Assembled | null> {
  const { items, unknown } = poolFor(wish);
  const search = new Search(wish, items, solve, options);
  const claims = new Map<Aim, Claim>();
  for (const stage of stages) {
    const claim = await search.run(stage);
    if (claim === null) return null;
    if (claim !== 'nothing to claim') claims.set(stage.aim, claim);
  }
  const forms = search.forms();
  const inOrder = wish.blueprint.level === 'easy-to-hard' ? inDifficultyOrder : inCellOrder;
  const first = inOrder(elementAt(forms, 0));
  const placed = [
    first.map((item) => ({ item, points: item.points })),
    ...forms.slice(1).map((form) => inPlacesOf(first, form)),
  ];
  const firstIds = new Set(first.map(({ id }) => id));
  const figures = placed.map((form, index) => figuresOf(form, index === 0 ? null : firstIds));
  // A later stage may give back what is within the tolerance; what is said is what the choice amounts to in the end.
  const claimOf = (aim: Aim, sign: 1 | -1): Claim | null => {
    const claim = claims.get(aim);
    return claim ? { value: sign * search.amount(aim), bound: sign * claim.bound } : null;
  };
  const missed = claims.get('missed') ?? { value: 0, bound: 0 };
  return {
    forms: placed.map((form) => form.map(({ item }) => item.id)),
    shortfalls: search.shortfalls(),
    nearest: missed.value - missed.bound < 10 * smallest,
    figures,
    score: figures.some(({ otherPoints }) => otherPoints > 0) ? null : claimOf('score', 1),
    sharpness: claimOf('sharpness', -1),
    unknown,
  };
}

/** The best choice so far, and the models that it is looked for with. */
class Search {
  private readonly until: number;
  private model: Model;
  private whole: Model | null;
  private readonly held: { aim: Aim; limit: number }[] = [];
  private values: Float64Array | null = null;

  constructor(
    private readonly wish: Wish,
    private readonly items: readonly PooledItem[],
    private readonly solve: Solve,
    private readonly options: AssembleOptions,
  ) {
    this.until = options.clock() + options.seconds;
    const few = thinned(items, wish.blueprint, wish.forms);
    this.model = new Model(few, wish);
    this.whole = few.length === items.length ? this.model : null;
  }

  /** @returns null when no choice was found in time, of which there is one from the first stage that was run on */
  async run(stage: Stage): Promise<Claim | 'nothing to claim' | null> {
    const { aim, step } = stage;
    if (!this.model.has(aim)) return 'nothing to claim';
    this.options.step?.(step);
    const enough = stage.enough(this.pointsOfForm());
    if (!stage.claimed) {
      await this.polish(stage, enough);
      this.hold(aim, this.amount(aim) + enough);
      return 'nothing to claim';
    }
    let bound = await this.improve(stage, enough);
    if (this.values === null) return null;
    // A bound for a part of the bank says nothing of the whole.
    if (this.model !== this.whole) {
      bound = stage.least;
      if (this.amount(aim) - bound > enough) bound = await this.widen(stage, enough);
    }
    const value = this.amount(aim);
    this.hold(aim, value + enough);
    return { value, bound: Math.min(value, Math.max(bound, stage.least)) };
  }

  amount(aim: Aim): number {
    return this.values === null ? 0 : this.model.amount(aim, this.values);
  }

  /** The choice of today; asked for only after a first one was found. */
  private chosenValues(): Float64Array {
    return present(this.values, 'choice of items');
  }

  forms(): PooledItem[][] {
    return this.model
      .formsIn(this.chosenValues())
      .map((ids) => this.model.items.filter(({ id }) => ids.has(id)));
  }

  shortfalls(): Shortfall[] {
    return this.model.missedIn(this.chosenValues()).map(({ of, by }): Shortfall => {
      if (of.what !== 'cell') return { ...of, what: of.what, by };
      return { ...of, what: by > 0 ? 'over' : 'short', by: Math.abs(by) };
    });
  }

  /** What a part of the bank cannot do, all of it may; what all of it cannot do is proved. */
  private async widen(stage: Stage, enough: number): Promise<number> {
    const { aim, least } = stage;
    const whole = (this.whole ??= this.modelOf(this.items));
    const bound = Math.max(least, await this.relaxed(whole.programFor(aim)));
    if (this.amount(aim) - bound <= enough || this.secondsLeft() < 1) return bound;
    this.values = whole.valuesOf(this.model.formsIn(this.chosenValues()));
    this.model = whole;
    return Math.max(bound, await this.improve(stage, enough));
  }

  /** Looks for a better choice in the model of today. @returns what no choice in it can pass */
  private async improve({ aim }: Stage, enough: number): Promise<number> {
    const seconds = Math.max(0.5, this.secondsLeft() * shareOfTime);
    return this.attempt(aim, this.model.programFor(aim), seconds, enough);
  }

  /** Makes it better with a piece of the candidates at a time, until that helps no more or the time is over. */
  private async polish({ aim }: Stage, enough: number): Promise<void> {
    const { items } = this.model;
    const pieces = Math.ceil(items.length / candidatesAtOnce);
    for (let round = 0; ; round++) {
      const before = this.amount(aim);
      for (let piece = 0; piece < pieces; piece++) {
        if (this.amount(aim) <= enough || this.secondsLeft() <= 0) return;
        const chosen = this.model.formsIn(this.chosenValues());
        // Each round puts other candidates together.
        const inPiece = (index: number) =>
          (index + Math.floor(index / pieces) * round) % pieces === piece;
        const free = new Set(
          items.filter(({ id }, index) => inPiece(index) || chosen.some((form) => form.has(id))),
        );
        const program = this.model.programAround(aim, this.chosenValues(), (item) =>
          free.has(item),
        );
        await this.attempt(aim, program, Math.min(secondsAtOnce, this.secondsLeft()), enough);
      }
      if (this.amount(aim) > before - smallest) return;
    }
  }

  /** Takes what the program finds if it is no worse. @returns what no choice in it can pass */
  private async attempt(
    aim: Aim,
    program: Program,
    seconds: number,
    enough: number,
  ): Promise<number> {
    const start = this.values ?? undefined;
    const solved = await this.solve(program, { seconds, enough, start });
    if (!solved) return -Infinity;
    const values = this.model.valuesOf(this.model.formsIn(solved.values));
    const better = this.values === null || this.model.amount(aim, values) <= this.amount(aim);
    if (better) this.values = values;
    return solved.bound;
  }

  /** What the program could reach if items could be taken in part. */
  private async relaxed(program: Program): Promise<number> {
    const whole = program.whole.map(() => false);
    const seconds = Math.max(0.5, this.secondsLeft() * shareOfTime);
    const solved: Solved | null = await this.solve(
      { ...program, whole },
      { seconds, enough: smallest },
    );
    return solved?.bound ?? -Infinity;
  }

  private modelOf(items: readonly PooledItem[]): Model {
    const model = new Model(items, this.wish);
    for (const { aim, limit } of this.held) model.hold(aim, limit);
    return model;
  }

  private hold(aim: Aim, limit: number): void {
    this.held.push({ aim, limit });
    this.model.hold(aim, limit);
    if (this.whole && this.whole !== this.model) this.whole.hold(aim, limit);
  }

  private secondsLeft(): number {
    return this.until - this.options.clock();
  }

  private pointsOfForm(): number {
    if (this.values === null) return 1;
    const points = this.forms().map((form) => form.reduce((sum, item) => sum + item.points, 0));
    return Math.max(1, Math.min(...points));
  }
}
