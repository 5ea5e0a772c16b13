/** What each item gives: its own value, or its share of a total that is held. */
import { elementAt } from '../certain';
import { sumPoints } from '../scoring';
import type { Outline } from './outline';

/** Held totals are shared out in hundredths of a point. */
const steps = 100;

/**
 * Shares out `total` by `weights`, in hundredths, by largest remainders: the parts add up to the total exactly.
 *
 * @returns zeros when there is no weight at all
 */
export function shareOut(total: number, weights: readonly number[]): number[] {
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  if (whole <= 0) return weights.map(() => 0);
  const all = Math.round(total * steps);
  const exact = weights.map((weight) => (weight / whole) * all);
  const parts = exact.map(Math.floor);
  const left = all - parts.reduce((sum, part) => sum + part, 0);
  const byRemainder = exact
    .map((value, index) => index)
    .sort(
      (a, b) =>
        elementAt(exact, b) - elementAt(parts, b) - (elementAt(exact, a) - elementAt(parts, a)) ||
        a - b,
    );
  for (const index of byRemainder.slice(0, left)) parts[index] = elementAt(parts, index) + 1;
  return parts.map((part) => part / steps);
}

export interface PointsOf {
  /** By the entry's id; every entry of a draw gives the same. */
  entries: ReadonlyMap<string, number>;
  /** By the section's id: what each item gives that is drawn from a search. */
  drawn: ReadonlyMap<string, number>;
  /** What a student can earn. */
  total: number;
}

/** What everything gives. A held total is shared by the items that a student gets; those of a draw stay equal. */
export function pointsOf({ sections, heldTotal }: Outline): PointsOf {
  const entries = new Map<string, number>();
  const drawn = new Map<string, number>();
  const places = sections.flatMap(
    (section): { weight: number; times: number; give: (points: number) => void }[] => {
      const draw = section.draw;
      if (!draw)
        return section.entries.map(({ id, points }) => ({
          weight: points,
          times: 1,
          give: (each) => entries.set(id, each),
        }));
      return [
        {
          weight: draw.points,
          times: draw.count,
          give: (each) => {
            drawn.set(section.id, each);
            for (const { id } of section.entries) entries.set(id, each);
          },
        },
      ];
    },
  );
  const shares =
    heldTotal === null ? places.map(({ weight }) => weight) : heldShares(heldTotal, places);
  places.forEach(({ give }, index) => give(elementAt(shares, index)));
  return {
    entries,
    drawn,
    total: sumPoints(places.map(({ times }, index) => times * elementAt(shares, index))),
  };
}

function heldShares(total: number, places: readonly { weight: number; times: number }[]): number[] {
  const whole = places.reduce((sum, { weight, times }) => sum + weight * times, 0);
  if (whole <= 0) return places.map(() => 0);
  const isSingle = ({ times }: { times: number }) => times === 1;
  // Nothing could take what rounding leaves over, so nothing is rounded.
  if (!places.some((place) => isSingle(place) && place.weight > 0))
    return places.map(({ weight }) => (weight / whole) * total);
  // Draws first, rounded down to equal parts; the single items share what is left.
  const shares = places.map((place) =>
    isSingle(place) ? 0 : Math.floor((place.weight / whole) * total * steps) / steps,
  );
  const left =
    total - shares.reduce((sum, share, index) => sum + share * elementAt(places, index).times, 0);
  const single = shareOut(
    left,
    places.map((place) => (isSingle(place) ? place.weight : 0)),
  );
  return shares.map((share, index) => share + elementAt(single, index));
}

/** What the whole test gives. */
export const totalPoints = (outline: Outline) => pointsOf(outline).total;
