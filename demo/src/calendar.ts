/** The demonstration's dates: school days relative to today, at times on the school's wall. */
import { atWall, day, wallOf } from '@oaken/core/timing';

export const zone = 'America/New_York';

const isWeekend = (at: number) => ['Sat', 'Sun'].includes(new Date(at).toUTCString().slice(0, 3));

/** `hours` ("10:15") on the school day that lies `days` school days after (or before) today. */
export function schoolDay(now: number, days: number, hours: string): number {
  const today = Date.parse(`${wallOf(now, zone).slice(0, 10)}T12:00Z`);
  let at = today;
  const step = days < 0 ? -day : day;
  for (let left = Math.abs(days); left > 0;) {
    at += step;
    if (!isWeekend(at)) left--;
  }
  while (days >= 0 && isWeekend(at)) at += day;
  const read = atWall(`${new Date(at).toISOString().slice(0, 10)}T${hours}`, zone);
  if (!read.ok) throw new Error(read.message);
  return read.at;
}
