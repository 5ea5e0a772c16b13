/**
 * Windows, limits and deadlines. Instants are milliseconds since 1970-01-01 UTC; durations are milliseconds. The
 * clock is the caller's. Wall-clock times become instants through the IANA zone data that Luxon reads.
 */
import { DateTime } from 'luxon';

export const second = 1000;
export const minute = 60 * second;
export const hour = 60 * minute;
export const day = 24 * hour;

/** A save that was under way at the deadline is still taken for so long. */
export const defaultGrace = 10 * second;

export type LateRule = { late: 'no' } | { late: 'until'; until: number };

export interface Window {
  opensAt: number;
  /** Null: never closes. */
  closesAt: number | null;
  lateRule: LateRule;
}

export interface TimeRules extends Window {
  /** Working time; null: none but the window. */
  limit: number | null;
  /** 1 for most; 1.5 gives half as much again. Null: no limit for this student. */
  timeFactor: number | null;
  grace: number;
}

/** When the last answer of anybody in this window can be written; null when it never ends. */
export function windowEnd({ closesAt, lateRule }: Window): number | null {
  if (closesAt === null) return null;
  return lateRule.late === 'until' ? Math.max(closesAt, lateRule.until) : closesAt;
}

/**
 * When an attempt begun at `beganAt` ends: after the student's own working time, and never after the window. Extra
 * time stretches the limit, not the window, which is everybody's.
 *
 * @returns null when nothing ends it
 */
export function deadlineOf(rules: TimeRules, beganAt: number): number | null {
  const own = rules.limit === null || rules.timeFactor === null ? null : beganAt + Math.round(rules.limit * rules.timeFactor);
  const end = windowEnd(rules);
  if (own === null) return end;
  return end === null ? own : Math.min(own, end);
}

export type WindowState = 'before' | 'open' | 'late' | 'closed';

/** Where a window stands. It is open at the instant it opens and closed at the instant it closes. */
export function windowState(window: Window, now: number): WindowState {
  if (now < window.opensAt) return 'before';
  if (window.closesAt === null || now < window.closesAt) return 'open';
  const end = windowEnd(window)!;
  return now < end ? 'late' : 'closed';
}

export type AttemptState = 'working' | 'grace' | 'over';

/** Where an attempt stands: over once it was handed in or its deadline and grace have passed. */
export function attemptState(
  attempt: { deadlineAt: number | null; handedInAt: number | null },
  grace: number,
  now: number,
): AttemptState {
  if (attempt.handedInAt !== null) return 'over';
  if (attempt.deadlineAt === null || now < attempt.deadlineAt) return 'working';
  return now < attempt.deadlineAt + grace ? 'grace' : 'over';
}

/** Whether work handed in then is late: after the window closed, during the time for late work. */
export const isLate = ({ closesAt }: Window, handedInAt: number) => closesAt !== null && handedInAt > closesAt;

/** What stands against a window, in words; empty when it can be given. */
export function windowProblems(window: Window, limit: number | null, now: number): { field: string; message: string }[] {
  const { opensAt, closesAt, lateRule } = window;
  const found: { field: string; message: string }[] = [];
  if (closesAt !== null && closesAt <= opensAt)
    found.push({
      field: 'closesAt',
      message: closesAt === opensAt ? 'It closes at the moment it opens.' : 'It closes before it opens.',
    });
  else if (closesAt !== null && closesAt <= now) found.push({ field: 'closesAt', message: 'The closing time has already passed.' });
  else if (closesAt !== null && limit !== null && closesAt - Math.max(opensAt, now) < limit)
    found.push({ field: 'limit', message: 'The time limit is longer than the window, so nobody could use all of it.' });
  if (lateRule.late === 'until' && (closesAt === null || lateRule.until <= closesAt))
    found.push({ field: 'lateRule', message: 'Late work must be possible for some time after closing.' });
  return found;
}

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
      message: read.invalidReason === 'unsupported zone' ? `There is no time zone “${zone}”.` : 'That is not a date and time.',
    };
  // Luxon moves a skipped time forward; it then no longer reads as it was written.
  if (read.toFormat("yyyy-MM-dd'T'HH:mm") !== wall.slice(0, 16))
    return { ok: false, message: 'That time does not exist: the clocks go forward over it.' };
  const [earliest] = read.getPossibleOffsets().sort((a, b) => a.toMillis() - b.toMillis());
  return { ok: true, at: (earliest ?? read).toMillis() };
}

/** The wall time of an instant, as a form field writes it: "2026-03-06T14:30". */
export const wallOf = (at: number, zone: string) => DateTime.fromMillis(at, { zone }).toFormat("yyyy-MM-dd'T'HH:mm");

/** "Fri 14:30" within six days, "Fri 6 Mar, 14:30" beyond, with the year when it is another. */
export function inWords(at: number, zone: string, now: number): string {
  const then = DateTime.fromMillis(at, { zone }).setLocale('en-GB');
  const today = DateTime.fromMillis(now, { zone });
  const days = Math.round(then.startOf('day').diff(today.startOf('day'), 'days').days);
  if (days === 0) return `today ${then.toFormat('HH:mm')}`;
  if (Math.abs(days) < 7 && days > 0) return then.toFormat('ccc HH:mm');
  return then.toFormat(then.year === today.year ? 'ccc d LLL, HH:mm' : 'ccc d LLL yyyy, HH:mm');
}

/** "20 minutes", "1 hour 30 minutes", "2 days"; below a minute in seconds. */
export function lengthInWords(length: number): string {
  const seconds = Math.max(0, Math.round(length / second));
  const say = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
  if (seconds < 60) return say(seconds, 'second');
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return say(minutes, 'minute');
  if (minutes < 48 * 60) {
    const rest = minutes % 60;
    return say(Math.floor(minutes / 60), 'hour') + (rest ? ` ${say(rest, 'minute')}` : '');
  }
  return say(Math.round(minutes / 60 / 24), 'day');
}
