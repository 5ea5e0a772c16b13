/** Who needs the teacher first. */
import { connectionOf, type Sitting } from './signs';

export interface Standing extends Pick<Sitting, 'state' | 'seenAt'> {
  /** Left a sitting that must not be left: only the teacher lets them go on. */
  away: boolean;
  /** Shares of the answers so far, from 0 to 1; null where there is none, or a teacher marks it. */
  shares: readonly (number | null)[];
}

/** What makes a student need help, the most urgent first. */
const reasons = ['away', 'lost', 'working', 'paused', 'not-begun', 'done'] as const;

function reasonOf(standing: Standing, now: number): (typeof reasons)[number] {
  if (standing.away) return 'away';
  if (connectionOf(standing, now) === 'lost') return 'lost';
  const { state } = standing;
  return state === 'handed-in' || state === 'left-class' ? 'done' : state;
}

/** The mean of what was judged; whoever has answered nothing yet stands after those who have trouble. */
function meanOf({ shares }: Standing): number {
  const judged = shares.filter((share) => share !== null);
  return judged.length === 0 ? 1 : judged.reduce((sum, share) => sum + share, 0) / judged.length;
}

/**
 * Compares two students for sorting: who cannot go on comes first, then who lost the connection,
 * then those at work by how little of what they answered is right; who is done comes last.
 */
export function byNeed(a: Standing, b: Standing, now: number): number {
  const place = (standing: Standing) => reasons.indexOf(reasonOf(standing, now));
  return place(a) - place(b) || meanOf(a) - meanOf(b);
}
