/**
 * Windows, limits and deadlines. Instants are milliseconds since 1970-01-01 UTC; durations are milliseconds. The
 * clock is the caller's.
 */
import { daysLater } from './wall';
import { sentence } from './sentences';

export const second = 1000;
export const minute = 60 * second;
export const hour = 60 * minute;
export const day = 24 * hour;

/** A save that was under way at the deadline is still taken for so long. */
export const defaultGrace = 10 * second;

/**
 * Late work: not at all, or until a time, each begun day after closing taking off a share of the
 * points (0: marked late only).
 */
export type LateRule = { late: 'no' } | { late: 'until'; until: number; offPerDay: number };

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
  /** Given while working, on top of everything. */
  extra?: number;
  grace: number;
}

/** When the last answer of anybody in this window can be written; null when it never ends. */
export function windowEnd({ closesAt, lateRule }: Window): number | null {
  if (closesAt === null) return null;
  return lateRule.late === 'until' ? Math.max(closesAt, lateRule.until) : closesAt;
}

export interface OwnEnd {
  /** The window stays open so many days longer, to the same time on the wall. */
  extraDays: number;
  /** A closing time of the student's own; null: everybody's. */
  closesAt: number | null;
}

/**
 * The window as it is for one student: never shorter than everybody's, and late work is taken as
 * long after closing.
 */
export function ownWindow<Own extends Window>(window: Own, ownEnd: OwnEnd, zone: string): Own {
  const { closesAt, lateRule } = window;
  if (closesAt === null) return window;
  const later = ownEnd.extraDays > 0 ? daysLater(closesAt, ownEnd.extraDays, zone) : closesAt;
  const closes = Math.max(later, ownEnd.closesAt ?? later);
  const shifted =
    lateRule.late === 'until'
      ? { ...lateRule, until: Math.max(lateRule.until, lateRule.until + closes - closesAt) }
      : lateRule;
  return { ...window, closesAt: closes, lateRule: shifted };
}

/** The share of the points that lateness takes off, from 0 to 1: so much for each begun day after closing. */
export function latePenalty({ closesAt, lateRule }: Window, handedInAt: number): number {
  if (closesAt === null || handedInAt <= closesAt || lateRule.late === 'no') return 0;
  return Math.min(1, lateRule.offPerDay * Math.ceil((handedInAt - closesAt) / day));
}

/**
 * When an attempt begun at `beganAt` ends: after the student's own working time, and never after the window. Extra
 * time stretches the limit, not the window, which is everybody's.
 *
 * @returns null when nothing ends it
 */
export function deadlineOf(rules: TimeRules, beganAt: number): number | null {
  const value =
    rules.limit === null || rules.timeFactor === null
      ? null
      : beganAt + Math.round(rules.limit * rules.timeFactor) + (rules.extra ?? 0);
  const end = windowEnd(rules);
  if (value === null) return end;
  return end === null ? value : Math.min(value, end);
}

/** The earlier of two ends, either of which may be none. */
export function earlier(a: number | null, b: number | null): number | null {
  if (a === null || b === null) return a ?? b;
  return Math.min(a, b);
}

export type WindowState = 'before' | 'open' | 'late' | 'closed';

/** Where a window stands. It is open at the instant it opens and closed at the instant it closes. */
export function windowState(window: Window, now: number): WindowState {
  if (now < window.opensAt) return 'before';
  if (window.closesAt === null || now < window.closesAt) return 'open';
  const end = windowEnd(window);
  return end !== null && now >= end ? 'closed' : 'late';
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
export const isLate = ({ closesAt }: Window, handedInAt: number) =>
  closesAt !== null && handedInAt > closesAt;

/** What stands against a window, in words; empty when it can be given. */
export function windowProblems(
  window: Window,
  limit: number | null,
  now: number,
): { field: string; message: string }[] {
  const { opensAt, closesAt, lateRule } = window;
  const problems: { field: string; message: string }[] = [];
  if (closesAt !== null && closesAt <= opensAt)
    problems.push({
      field: 'closesAt',
      message:
        closesAt === opensAt ? sentence('closesAtMomentOpens') : sentence('closesBeforeOpens'),
    });
  else if (closesAt !== null && closesAt <= now)
    problems.push({ field: 'closesAt', message: sentence('closingTimeHasAlreadyPassed') });
  else if (closesAt !== null && limit !== null && closesAt - Math.max(opensAt, now) < limit)
    problems.push({
      field: 'limit',
      message: sentence('timeLimitIsLongerThan'),
    });
  if (lateRule.late === 'until' && (closesAt === null || lateRule.until <= closesAt))
    problems.push({
      field: 'lateRule',
      message: sentence('lateWorkMustBePossible'),
    });
  if (lateRule.late === 'until' && !(lateRule.offPerDay >= 0 && lateRule.offPerDay <= 1))
    problems.push({ field: 'lateRule', message: sentence('eachLateDayCanTake') });
  return problems;
}
