/** The demonstration's dates: school days relative to today, at times on the school's wall. */
import { atWall, day, wallOf } from '@oaken/core/timing';

export const zone = 'America/New_York';

const isWeekend = (time: number) =>
  ['Sat', 'Sun'].includes(new Date(time).toUTCString().slice(0, 3));

/** `hours` ("10:15") on the school day that lies `days` school days after (or before) today. */
export function schoolDay(now: number, days: number, hours: string): number {
  const today = Date.parse(`${wallOf(now, zone).slice(0, 10)}T12:00Z`);
  let date = today;
  const step = days < 0 ? -day : day;
  for (let left = Math.abs(days); left > 0;) {
    date += step;
    if (!isWeekend(date)) left--;
  }
  while (days >= 0 && isWeekend(date)) date += day;
  const read = atWall(`${new Date(date).toISOString().slice(0, 10)}T${hours}`, zone);
  if (!read.ok) throw new Error(read.message);
  return read.at;
}
