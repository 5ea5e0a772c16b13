/** How long answers took, and which came too fast to have been thought about. */

export interface Hurried {
  /** Below this an answer is hurried, in ms. */
  limit: number;
  n: number;
}

const longest = 10_000;

/**
 * Answers that took less than a tenth of the mean time, and less than ten seconds. Source: Wise and Ma (2012), "Setting
 * response time thresholds for a CAT item pool: the normative threshold method", NT10. From memory.
 *
 * @param times of those who answered, in ms
 */
export function hurriedIn(times: readonly number[]): Hurried {
  if (times.length === 0) return { limit: 0, n: 0 };
  const mean = times.reduce((sum, time) => sum + time, 0) / times.length;
  const limit = Math.min(longest, mean / 10);
  return { limit, n: times.filter((time) => time < limit).length };
}
