/**
 * What a teacher asks first of results: whom to help, what was hard, what to teach again, and how far the test can be
 * trusted. The bounds are common practice, no source, but for those of reliability.
 */

/** A share of the points below this is taken for "not there yet". */
export const notThereYet = 0.6;
/** An item is called hard below this average score. */
const hardBelow = 0.5;
const hardestShown = 3;

export interface FirstLookFacts<Student, Item> {
  /** Of those whose work is scored; `share` of the points that they could earn, from 0 to 1. */
  students: readonly (Student & { share: number })[];
  /** Items that give points; `share` is null where nobody reached the item. */
  items: readonly (Item & {
    share: number | null;
    maxPoints: number;
    standards: readonly string[];
  })[];
  alpha: number | null;
}

export interface FirstLook<Student, Item> {
  /** Lowest first. */
  needHelp: (Student & { share: number })[];
  /** Hardest first, at most three. */
  hardest: (Item & { share: number })[];
  /** Standards of which less was earned than `notThereYet`, the lowest first. */
  teachAgain: { standard: string; share: number; items: number }[];
  trust: Trust;
}

/** `unknown` where reliability is not defined. */
export type Trust = 'good' | 'fair' | 'rough' | 'unknown';

/** Bounds after Nunnally and Bernstein, Psychometric Theory (1994), from memory: 0.80 and 0.70. */
function trustIn(alpha: number | null): Trust {
  if (alpha === null) return 'unknown';
  if (alpha >= 0.8) return 'good';
  return alpha >= 0.7 ? 'fair' : 'rough';
}

const byShare = (a: { share: number }, b: { share: number }) => a.share - b.share;

/**
 * What results open with. A standard is judged by the points of all its items together, each by its average score.
 *
 * @returns students and items as they came in, with their shares of 1
 */
export function firstLook<Student, Item>({
  students,
  items,
  alpha,
}: FirstLookFacts<Student, Item>): FirstLook<Student, Item> {
  const reached = items.filter(
    (item): item is (typeof items)[number] & { share: number } => item.share !== null,
  );
  const sums = new Map<string, { earned: number; possible: number; items: number }>();
  for (const { standards, share, maxPoints } of reached)
    for (const standard of standards) {
      const sum = sums.get(standard) ?? { earned: 0, possible: 0, items: 0 };
      sum.earned += share * maxPoints;
      sum.possible += maxPoints;
      sum.items += 1;
      sums.set(standard, sum);
    }
  return {
    needHelp: students.filter(({ share }) => share < notThereYet).sort(byShare),
    hardest: reached
      .filter(({ share }) => share < hardBelow)
      .sort(byShare)
      .slice(0, hardestShown),
    teachAgain: [...sums]
      .filter(([, { possible }]) => possible > 0)
      .map(([standard, sum]) => ({ standard, share: sum.earned / sum.possible, items: sum.items }))
      .filter(({ share }) => share < notThereYet)
      .sort(byShare),
    trust: trustIn(alpha),
  };
}
