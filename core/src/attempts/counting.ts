import { elementAt } from '../certain';
import type { Counting } from '../assignments';
import { sumPoints } from '../scoring';

export interface CountedAttempt {
  number: number;
  /** Points earned, after what lateness took off; null while it is not handed in. */
  points: number | null;
  maxPoints: number | null;
}

/**
 * Which of a student's attempts counts, and with how many points. Of several equal ones the earlier
 * counts. Where the mean counts, the latest stands for the student's answers, with the mean share
 * of the points; where all count, with the share of all points that could be earned in any of them.
 * While none is handed in, the first.
 */
export function countAttempts(
  attempts: readonly CountedAttempt[],
  counts: Counting,
): { number: number; points: number | null } {
  const all = [...attempts].sort((a, b) => a.number - b.number);
  const done = all.filter(
    (countedAttempt): countedAttempt is CountedAttempt & { points: number; maxPoints: number } =>
      countedAttempt.points !== null && countedAttempt.maxPoints !== null,
  );
  if (done.length === 0) return { number: all[0]?.number ?? 1, points: null };
  const share = ({ points, maxPoints }: { points: number; maxPoints: number }) =>
    maxPoints > 0 ? points / maxPoints : 0;
  const latest = elementAt(done, -1);
  switch (counts) {
    case 'first':
      return elementAt(done, 0);
    case 'latest':
      return latest;
    case 'best':
      return done.reduce((best, attempt) => (share(attempt) > share(best) + 1e-9 ? attempt : best));
    case 'worst':
      return done.reduce((worst, attempt) =>
        share(attempt) < share(worst) - 1e-9 ? attempt : worst,
      );
    case 'all': {
      const points = done.reduce((sum, attempt) => sum + attempt.points, 0);
      const maxPoints = done.reduce((sum, attempt) => sum + attempt.maxPoints, 0);
      const whole = share({ points, maxPoints }) * latest.maxPoints;
      return { number: latest.number, points: sumPoints([whole]) };
    }
    case 'mean': {
      const mean = done.reduce((sum, attempt) => sum + share(attempt), 0) / done.length;
      return { number: latest.number, points: sumPoints([mean * latest.maxPoints]) };
    }
  }
}
