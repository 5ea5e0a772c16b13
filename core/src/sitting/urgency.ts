/** How soon a student's work is due. */
import { dayOf, day } from '../timing';

/** The most urgent first; practice waits for no day. */
export const urgencies = ['late', 'today', 'week', 'later', 'practice'] as const;
export type Urgency = (typeof urgencies)[number];

/**
 * @param work.closesAt epoch ms; null: never
 * @param work.deadlineAt of work under way, which ends before the window does
 * @param zone the school's: its days count, whatever the device says
 */
export function urgencyOf(
  work: { isPractice: boolean; closesAt: number | null; deadlineAt: number | null },
  now: number,
  zone: string,
): Urgency {
  const { isPractice, closesAt, deadlineAt } = work;
  if (isPractice) return 'practice';
  if (closesAt !== null && closesAt <= now) return 'late';
  const due = deadlineAt ?? closesAt;
  if (due === null) return 'later';
  const days = Math.round((dayOf(due, zone) - dayOf(now, zone)) / day);
  if (days <= 0) return 'today';
  return days < 7 ? 'week' : 'later';
}
