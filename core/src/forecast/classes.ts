/**
 * How much classes differ: the variance of class means that all items of a test share, and that of single items in
 * single classes beyond it. Students differ too, and a mean over few of them wanders by itself; that is taken off.
 *
 * A class and an item each move a mean by a fixed amount (two-way analysis of variance without repetition, fitted by
 * turns); variances follow from the mean squares (method of moments; Searle, Casella and McCulloch, "Variance
 * Components", 1992, chapter 4; from memory).
 */
import { elementAt, valueOf } from '../certain';
import { groupBy, total } from '../lists';
import { historiesOf, type ClassSums } from './history';

export interface ClassVariance {
  /** Variance of true class means common to all items; below zero where chance alone would give more. */
  common: number;
  /** Variance of an item in a class beyond that; below zero where chance alone would give more. */
  ownOfItem: number;
  /** Degrees of freedom that the common variance was found with: classes less one, where each met the same items. */
  freedom: number;
}

interface Mean {
  item: number;
  class: number;
  n: number;
  mean: number;
}

/** Fitting by turns ends when nothing moves by more. */
const still = 1e-10;
const mostTurns = 200;

/** @returns null when no two classes met the same item */
export function classVarianceOf(sums: readonly ClassSums[]): ClassVariance | null {
  const histories = historiesOf(sums);
  const means = meansOf(sums);
  const byClass = groupBy(means, (mean) => mean.class);
  const byItem = groupBy(means, (mean) => mean.item);
  const classEffect = fitted(means, byClass, byItem);

  // How much of each class's own work is in the means that it is compared with.
  const shareOf = (mean: Mean) => mean.n / valueOf(histories, mean.item).n;
  const ownShare = new Map(
    [...byClass].map(([id, list]) => [id, total(list, shareOf) / list.length]),
  );
  const freedom = total(ownShare.values(), (share) => 1 - share);
  if (freedom < 1e-9) return null;

  const itemMean = new Map(
    [...byItem].map(([id, list]) => [
      id,
      weightedMean(list, (mean) => mean.mean - valueOf(classEffect, mean.class)),
    ]),
  );
  const residual = (mean: Mean) =>
    mean.mean - valueOf(itemMean, mean.item) - valueOf(classEffect, mean.class);
  const residualFreedom = means.length - byItem.size - freedom;
  const chanceOfItem = total(means, (mean) => chanceIn(mean)) / means.length;
  function chanceIn({ item, n }: Mean): number {
    const { variance, covariance } = valueOf(histories, item);
    return Math.max(0, (variance ?? 0) - Math.max(0, covariance ?? 0)) / n;
  }
  const residualSquare =
    residualFreedom < 1
      ? chanceOfItem
      : total(means, (mean) => residual(mean) ** 2) / residualFreedom;

  const sharedChance =
    total(histories.values(), ({ covariance }) => Math.max(0, covariance ?? 0)) / histories.size;
  const classSquare = total(classEffect.values(), (effect) => effect ** 2) / freedom;
  // What chance gives to a class's effect: its students are few, and its items are.
  const chance =
    total(
      byClass,
      ([id, list]) =>
        (1 - valueOf(ownShare, id)) *
        (sharedChance / meanStudents(list) + residualSquare / list.length),
    ) / freedom;
  return { common: classSquare - chance, ownOfItem: residualSquare - chanceOfItem, freedom };
}

const meanStudents = (list: readonly Mean[]) => total(list, ({ n }) => n) / list.length;

function meansOf(sums: readonly ClassSums[]): Mean[] {
  const cells = groupBy(
    sums.filter(({ n }) => n > 0),
    (part) => `${part.class}/${part.item}`,
  );
  return [...cells.values()].map((parts) => {
    const n = total(parts, (part) => part.n);
    return {
      item: elementAt(parts, 0).item,
      class: elementAt(parts, 0).class,
      n,
      mean: total(parts, (part) => part.x) / n,
    };
  });
}

const weightedMean = (list: readonly Mean[], value: (mean: Mean) => number) =>
  total(list, (mean) => mean.n * value(mean)) / total(list, ({ n }) => n);

/** By how much each class is above the others on the items that it met. */
function fitted(
  means: readonly Mean[],
  byClass: ReadonlyMap<number, Mean[]>,
  byItem: ReadonlyMap<number, Mean[]>,
): Map<number, number> {
  const effects = new Map([...byClass.keys()].map((id) => [id, 0]));
  if (means.length === byItem.size) return effects;
  for (let turn = 0; turn < mostTurns; turn++) {
    const levels = new Map(
      [...byItem].map(([id, list]) => [
        id,
        weightedMean(list, (mean) => mean.mean - valueOf(effects, mean.class)),
      ]),
    );
    let moved = 0;
    for (const [id, list] of byClass) {
      const effect = weightedMean(list, (mean) => mean.mean - valueOf(levels, mean.item));
      moved = Math.max(moved, Math.abs(effect - valueOf(effects, id)));
      effects.set(id, effect);
    }
    if (moved < still) break;
  }
  return effects;
}
