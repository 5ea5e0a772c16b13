/** Closing times that are asked for most, as times on the school's wall: one press instead of a calendar. */
import { atWall, daysLater, minute, wallOf } from '@oaken/core/timing';
import type { ClassRow } from '@oaken/contract/classes';

/** How long a class lasts where nobody says otherwise; common practice, no source. */
const usualPeriod = 45 * minute;
const step = 5 * minute;

export type MeetingClass = Pick<ClassRow, 'name' | 'meetsUntil'>;

export interface ClosingOffer {
  id: 'period' | 'after45' | 'today' | 'tomorrow' | 'week';
  /** Whose period ends then, where others end at another time. */
  of: string | null;
  wall: string;
}

/**
 * @param opensAt when the assignment opens, or now
 * @param classes whom it is for; the ends of their periods are offered, and 45 minutes where none is known
 * @returns only times after it: at half past three nobody is offered the end of the same school day
 */
export function closingOffers(
  opensAt: number,
  zone: string,
  classes: readonly MeetingClass[],
): ClosingOffer[] {
  const dayAt = (days: number, clock: string) =>
    `${wallOf(daysLater(opensAt, days, zone), zone).slice(0, 10)}T${clock}`;
  const later = ({ wall }: ClosingOffer) => {
    const reading = atWall(wall, zone);
    return reading.ok && reading.at > opensAt;
  };
  const periods = periodEnds(classes)
    .map(({ of, clock }): ClosingOffer => ({ id: 'period', of, wall: dayAt(0, clock) }))
    .filter(later);
  const after45 = wallOf(Math.ceil((opensAt + usualPeriod) / step) * step, zone);
  const offers: ClosingOffer[] = [
    ...(periods.length > 0 ? periods : [{ id: 'after45', of: null, wall: after45 } as const]),
    { id: 'today', of: null, wall: dayAt(0, '15:30') },
    { id: 'tomorrow', of: null, wall: dayAt(1, '08:00') },
    { id: 'week', of: null, wall: dayAt(7, '15:30') },
  ];
  return offers.filter(later);
}

/** The ends of the classes' periods in their order, each time once. */
function periodEnds(classes: readonly MeetingClass[]) {
  const ends = new Map<string, string[]>();
  for (const { name, meetsUntil } of classes)
    if (meetsUntil) ends.set(meetsUntil, [...(ends.get(meetsUntil) ?? []), name]);
  return [...ends]
    .sort(([earlier], [later]) => (earlier < later ? -1 : 1))
    .map(([clock, names]) => ({ clock, of: ends.size > 1 ? names.join(', ') : null }));
}
