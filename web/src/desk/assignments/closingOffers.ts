/** Closing times that are asked for most, as times on the school's wall: one press instead of a calendar. */
import { atWall, daysLater, minute, wallOf } from '@oaken/core/timing';

/** How long a class lasts where nobody says otherwise; common practice, no source. */
const period = 45 * minute;
const step = 5 * minute;

export interface ClosingOffer {
  id: 'period' | 'today' | 'tomorrow' | 'week';
  wall: string;
}

/**
 * @param opensAt when the assignment opens, or now
 * @returns only times after it: at half past three nobody is offered the end of the same school day
 */
export function closingOffers(opensAt: number, zone: string): ClosingOffer[] {
  const dayAt = (days: number, clock: string) =>
    `${wallOf(daysLater(opensAt, days, zone), zone).slice(0, 10)}T${clock}`;
  const offers: ClosingOffer[] = [
    { id: 'period', wall: wallOf(Math.ceil((opensAt + period) / step) * step, zone) },
    { id: 'today', wall: dayAt(0, '15:30') },
    { id: 'tomorrow', wall: dayAt(1, '08:00') },
    { id: 'week', wall: dayAt(7, '15:30') },
  ];
  return offers.filter(({ wall }) => {
    const reading = atWall(wall, zone);
    return reading.ok && reading.at > opensAt;
  });
}
