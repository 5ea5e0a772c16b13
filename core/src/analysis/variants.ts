/**
 * Whether the variants of a question differed in difficulty: Pearson's chi-square test of homogeneity (Pearson
 * 1900), on groups of which each expects five right and five wrong answers (Cochran 1954, "Some methods for
 * strengthening the common chi-square tests", Biometrics 10). From memory.
 */
import { elementAt } from '../certain';
import { shareAboveChiSquare } from '../distributions';
import { figure, noFigure, type Figure } from './figure';
import { sentence } from './sentences';

/** How one student's variant went. */
export interface VariantOutcome {
  /** What was drawn, in words. */
  variant: string;
  /** How much work it is on paper. */
  steps: number;
  right: boolean;
}

/** Variants of like work together. */
export interface VariantGroup {
  /** The least and the most work among them. */
  steps: [least: number, most: number];
  /** One of them. */
  example: string;
  /** Students who had one of them, and the share of those that were right. */
  n: number;
  share: number;
}

export interface VariantDifference {
  /** How many different variants were given. */
  given: number;
  /** The least work first. */
  groups: VariantGroup[];
  chiSquare: Figure;
  words: string;
}

const least = 5;
const mostGroups = 4;
/** A difference that chance alone makes less often than this is said to be one. Common practice, no source. */
const significant = 0.05;

/** Cuts a list into about equal groups; students of one variant stay together. */
function cut(sorted: readonly VariantOutcome[], count: number): VariantOutcome[][] {
  const groups: VariantOutcome[][] = [[]];
  sorted.forEach((outcome, index) => {
    const group = elementAt(groups, -1);
    const isFull = index >= (groups.length * sorted.length) / count;
    if (isFull && group.length > 0 && elementAt(group, -1).variant !== outcome.variant)
      groups.push([outcome]);
    else group.push(outcome);
  });
  return groups;
}

function describe(group: readonly VariantOutcome[]): VariantGroup {
  return {
    steps: [elementAt(group, 0).steps, elementAt(group, -1).steps],
    example: elementAt(group, 0).variant,
    n: group.length,
    share: group.filter(({ right }) => right).length / group.length,
  };
}

/** Compares groups of variants by how many of their students were right. */
export function differenceOfVariants(outcomes: readonly VariantOutcome[]): VariantDifference {
  const sorted = [...outcomes].sort(
    (a, b) => a.steps - b.steps || (a.variant < b.variant ? -1 : Number(a.variant > b.variant)),
  );
  const given = new Set(outcomes.map(({ variant }) => variant)).size;
  const n = sorted.length;
  const share = sorted.filter(({ right }) => right).length / n;
  const rarer = Math.min(share, 1 - share);
  const count = Math.min(mostGroups, Math.floor((n * rarer) / least));
  if (n === 0 || count < 2 || given < 2) {
    const reason = sentence('tooFewForVariants');
    return { given, groups: [], chiSquare: noFigure(reason), words: sentence('variantsUnknown') };
  }
  const groups = cut(sorted, count).map(describe);
  if (groups.length < 2) {
    const reason = sentence('tooFewForVariants');
    return { given, groups, chiSquare: noFigure(reason), words: sentence('variantsUnknown') };
  }
  const chiSquare = groups.reduce((sum, group) => {
    const expected = [group.n * share, group.n * (1 - share)] as const;
    const seen = [group.n * group.share, group.n * (1 - group.share)] as const;
    return (
      sum + (seen[0] - expected[0]) ** 2 / expected[0] + (seen[1] - expected[1]) ** 2 / expected[1]
    );
  }, 0);
  const chance = shareAboveChiSquare(chiSquare, groups.length - 1);
  const words = sentence(chance < significant ? 'variantsDiffer' : 'variantsAlike', {
    chance: chance < 0.001 ? '< 0.001' : `= ${chance.toFixed(3)}`,
    groups: groups.length,
  });
  return { given, groups, chiSquare: figure(chiSquare), words };
}
