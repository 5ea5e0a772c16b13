/** Wall-clock times and instants, through the IANA zone data that Luxon reads. */
import { DateTime } from 'luxon';
import { sentence } from './sentences';

export type WallReading = { ok: true; at: number } | { ok: false; message: string };

/**
 * A date and time on the wall of a place ("2026-03-08T02:30", "America/New_York") as an instant. A time that the clock
 * change skips is refused; of a time that comes twice, the first is taken.
 */
export function atWall(wall: string, zone: string): WallReading {
  const read = DateTime.fromISO(wall, { zone });
  if (!read.isValid)
    return {
      ok: false,
      message:
        read.invalidReason === 'unsupported zone'
          ? sentence('thereIsNoTimeZone', { zone })
          : sentence('thatIsNotDateAnd'),
    };
  // Luxon moves a skipped time forward; it then no longer reads as it was written.
  if (read.toFormat("yyyy-MM-dd'T'HH:mm") !== wall.slice(0, 16))
    return { ok: false, message: sentence('thatTimeDoesNotExist') };
  const [earliest] = read.getPossibleOffsets().sort((a, b) => a.toMillis() - b.toMillis());
  return { ok: true, at: (earliest ?? read).toMillis() };
}

/** The wall time of an instant, as a form field writes it: "2026-03-06T14:30". */
export const wallOf = (instant: number, zone: string) =>
  DateTime.fromMillis(instant, { zone }).toFormat("yyyy-MM-dd'T'HH:mm");

/** The same time on the wall so many days later, also across a clock change. */
export const daysLater = (instant: number, days: number, zone: string) =>
  DateTime.fromMillis(instant, { zone }).plus({ days }).toMillis();

/** Monday 00:00 of the week that holds an instant, in the zone. */
export const weekOf = (instant: number, zone: string) =>
  DateTime.fromMillis(instant, { zone }).startOf('week').toMillis();

/** Midnight at the start of the day that holds an instant, in the zone. */
export const dayOf = (instant: number, zone: string) =>
  DateTime.fromMillis(instant, { zone }).startOf('day').toMillis();
