/** An assignment's times as they are stored, read as core reads them. */
import {
  classWindow,
  type AssignmentRules,
  type AttemptsSoFar,
  type ClassHours,
} from '@oaken/core/assignments';
import type { Accommodations } from '@oaken/core/accommodations';
import {
  defaultGrace,
  minute,
  ownWindow,
  type LateRule,
  type TimeRules,
  type Window,
} from '@oaken/core/timing';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import type { Assignment, AssignmentStudent } from '../models';

export interface StoredTimes {
  opensAt: Date;
  closesAt: Date | null;
  lateUntil: Date | null;
  lateOff: number | string;
  stoppedAt: Date | null;
  /** Of classes that sit it at a time of their own. */
  hours: readonly ClassHours[];
}

export interface StoredOwn {
  /** Through which they have it; null for guests. */
  classId: number | null;
  ownClosesAt: Date | null;
  extraMinutes: number;
  extraAttempts: number;
  accommodations: Accommodations | null;
}

export const timesOf = (assignment: Assignment): StoredTimes => ({
  opensAt: assignment.opensAt,
  closesAt: assignment.closesAt,
  lateUntil: assignment.lateUntil,
  lateOff: assignment.lateDeduction,
  stoppedAt: assignment.stoppedAt,
  hours: assignment.rules.supervision?.hours ?? [],
});

/** How a student's line is read for `exceptionsOf`. */
export const withAccommodation = { association: 'student', include: ['accommodation'] };

/** What one student has beside the times of everybody. @param line read with `withAccommodation` */
export const exceptionsOf = (line: AssignmentStudent): StoredOwn => ({
  classId: line.classId,
  ownClosesAt: line.closesAt,
  extraMinutes: line.extraMinutes,
  extraAttempts: line.extraAttempts,
  accommodations: line.student?.accommodation?.content ?? null,
});

export const lateRuleOf = ({
  lateUntil,
  lateOff,
}: Pick<StoredTimes, 'lateUntil' | 'lateOff'>): LateRule =>
  lateUntil === null
    ? { late: 'no' }
    : { late: 'until', until: toMillis(lateUntil), offPerDay: Number(lateOff) };

export const windowOf = (storedTimes: StoredTimes): Window => ({
  opensAt: toMillis(storedTimes.opensAt),
  closesAt: toMillisOrNull(storedTimes.closesAt),
  lateRule: lateRuleOf(storedTimes),
});

/**
 * The window of one student. What was stopped is stopped for those with accommodations too; only a
 * time given afterwards opens it.
 */
export function studentWindow(stored: StoredTimes, storedOwn: StoredOwn, zone: string): Window {
  // More days are for work at home: an hour in class is the same for all.
  const isOwnHour = stored.hours.some(({ classId }) => classId === storedOwn.classId);
  const hasMoreDays = stored.stoppedAt === null && !isOwnHour;
  const extraDays = hasMoreDays ? (storedOwn.accommodations?.extraDays ?? 0) : 0;
  return ownWindow(
    classWindow(windowOf(stored), stored.hours, storedOwn.classId),
    { extraDays, closesAt: toMillisOrNull(storedOwn.ownClosesAt) },
    zone,
  );
}

/** @param given the accommodations that were fixed when the attempt began; before that, the student's present ones */
export function timeRules(
  stored: StoredTimes & { rules: AssignmentRules },
  storedOwn: StoredOwn,
  zone: string,
  given: Pick<Accommodations, 'time'> | null = storedOwn.accommodations,
): TimeRules {
  const { limitMinutes } = stored.rules;
  return {
    ...studentWindow(stored, storedOwn, zone),
    limit: limitMinutes === null ? null : limitMinutes * minute,
    timeFactor: given === null ? 1 : given.time,
    extra: storedOwn.extraMinutes * minute,
    grace: defaultGrace,
  };
}

export const attemptsSoFar = (
  window: Window,
  storedOwn: Pick<StoredOwn, 'extraAttempts'>,
  handedIn: number,
  working: boolean,
): AttemptsSoFar => ({ window, handedIn, working, extraAttempts: storedOwn.extraAttempts });

const zones = new WeakMap<Database, Promise<string>>();

/** The school's time zone; it is set when the school is made and stays. */
export function schoolZone(database: Database): Promise<string> {
  const known = zones.get(database);
  if (known) return known;
  const zone = database.models.School.findOne({ order: ['id'] }).then(
    (school) => school?.zone ?? 'UTC',
  );
  zones.set(database, zone);
  zone.catch(() => zones.delete(database));
  return zone;
}
