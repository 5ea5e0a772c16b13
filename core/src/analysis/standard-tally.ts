/** What a share of points says about a standard, and how sure a score is of its band. */
import { wholePercent } from '../text';
import { shareInterval } from './spread';

/** What was earned on items of one standard. */
export interface Earned {
  /** Which item; the same one twice says no more about the standard. */
  item: string | number;
  points: number;
  maxPoints: number;
}

export interface OnStandard {
  share: number;
  /** How many different items this rests on. */
  items: number;
  answers: number;
  /** 95%. */
  interval: [number, number];
}

/** Gathers what was earned on a standard, one answer at a time. */
export class StandardTally {
  private points = 0;
  private maxPoints = 0;
  private answers = 0;
  private readonly items = new Set<string | number>();

  add({ item, points, maxPoints }: Earned): void {
    if (maxPoints <= 0) return;
    this.points += points;
    this.maxPoints += maxPoints;
    this.answers++;
    this.items.add(item);
  }

  /**
   * The share earned, with Wilson's interval over the items and not over the answers: a standard is wider than the few
   * items that were asked, however many students answered them. Null where nothing was asked.
   */
  get result(): OnStandard | null {
    if (this.maxPoints === 0) return null;
    const share = this.points / this.maxPoints;
    const items = this.items.size;
    return {
      share,
      items,
      answers: this.answers,
      interval: shareInterval(Math.min(1, Math.max(0, share)), items),
    };
  }
}

/** What was earned on one standard altogether; null where nothing was asked. */
export function onStandard(earned: readonly Earned[]): OnStandard | null {
  const tally = new StandardTally();
  for (const answer of earned) tally.add(answer);
  return tally.result;
}

export interface ScoreBand {
  name: string;
  /** The share from which on, 0 to 1; the highest first. */
  from: number;
}

/**
 * The bands within one standard error either way of a score, the highest first; one alone where the
 * score is sure of it.
 *
 * @param error standard error of measurement, in points
 */
export function bandsInReach(
  points: number,
  limit: number,
  error: number,
  bands: readonly ScoreBand[],
): string[] {
  if (limit <= 0 || bands.length === 0) return [];
  // In whole percent, as they are printed.
  const quantile = (value: number) =>
    bands.findIndex(({ from }) => wholePercent(value / limit) >= Math.round(from * 10_000) / 100);
  const last = bands.length - 1;
  const [high, low] = [quantile(points + error), quantile(points - error)];
  return bands.slice(high < 0 ? last : high, (low < 0 ? last : low) + 1).map(({ name }) => name);
}
