import {
  attemptState,
  atWall,
  day,
  deadlineOf,
  hour,
  inWords,
  isLate,
  lengthInWords,
  minute,
  roughly,
  wallOf,
  windowEnd,
  windowProblems,
  windowState,
  type TimeRules,
} from '@oaken/core/timing';
import fc from 'fast-check';

const start = Date.UTC(2026, 2, 2, 9);
const rules: TimeRules = {
  opensAt: start,
  closesAt: start + day,
  lateRule: { late: 'no' },
  limit: 20 * minute,
  timeFactor: 1,
  grace: 10_000,
};

test('a deadline is the own time, but never after the window', () => {
  expect(deadlineOf(rules, start)).toBe(start + 20 * minute);
  expect(deadlineOf({ ...rules, timeFactor: 1.5 }, start)).toBe(start + 30 * minute);
  expect(deadlineOf(rules, start + day - minute)).toBe(start + day);
  expect(deadlineOf({ ...rules, timeFactor: null }, start)).toBe(start + day);
  expect(deadlineOf({ ...rules, closesAt: null, limit: null }, start)).toBeNull();
  expect(
    deadlineOf(
      { ...rules, lateRule: { late: 'until', until: start + 2 * day, offPerDay: 0 } },
      start + day + hour,
    ),
  ).toBe(start + day + hour + 20 * minute);
});

const anyRules = fc.record({
  opensAt: fc.constant(start),
  closesAt: fc.option(fc.integer({ min: start + 1, max: start + 30 * day })),
  lateRule: fc.oneof(
    fc.constant({ late: 'no' as const }),
    fc.record({
      late: fc.constant('until' as const),
      until: fc.integer({ min: start, max: start + 40 * day }),
      offPerDay: fc.constant(0),
    }),
  ),
  limit: fc.option(fc.integer({ min: minute, max: 5 * hour })),
  timeFactor: fc.option(fc.constantFrom(1, 1.25, 1.5, 2)),
  grace: fc.integer({ min: 0, max: minute }),
});

test('properties: never past the window, extra time never shortens, states follow each other', () => {
  fc.assert(
    fc.property(
      anyRules,
      fc.integer({ min: 0, max: 30 * day }),
      fc.array(fc.integer({ min: 0, max: 60 * day }), { minLength: 2 }),
      (anyRule, into, waiting) => {
        const began = start + into;
        const deadline = deadlineOf(anyRule, began);
        const end = windowEnd(anyRule);
        if (end !== null) expect(deadline).not.toBeNull();
        if (deadline !== null && end !== null) expect(deadline).toBeLessThanOrEqual(end);
        const more = deadlineOf(
          { ...anyRule, timeFactor: anyRule.timeFactor === null ? null : anyRule.timeFactor * 2 },
          began,
        );
        if (deadline !== null && more !== null) expect(more).toBeGreaterThanOrEqual(deadline);
        const times = [...waiting].sort((a, b) => a - b).map((wait) => start + wait);
        const attempt = ['working', 'grace', 'over'];
        const seen = times.map((now) =>
          attempt.indexOf(
            attemptState({ deadlineAt: deadline, handedInAt: null }, anyRule.grace, now),
          ),
        );
        expect(seen).toEqual([...seen].sort());
        const windows = ['before', 'open', 'late', 'closed'];
        const states = times.map((now) => windows.indexOf(windowState(anyRule, now)));
        expect(states).toEqual([...states].sort());
      },
    ),
  );
});

test('the edges: open at the instant of opening, closed at the instant of closing, grace after the deadline', () => {
  expect(
    [start - 1, start, start + day - 1, start + day].map((now) => windowState(rules, now)),
  ).toEqual(['before', 'open', 'open', 'closed']);
  const attempt = { deadlineAt: start, handedInAt: null };
  expect(
    [start - 1, start, start + 9_999, start + 10_000].map((now) =>
      attemptState(attempt, 10_000, now),
    ),
  ).toEqual(['working', 'grace', 'grace', 'over']);
  expect(attemptState({ ...attempt, handedInAt: start - 5 }, 10_000, start - 1)).toBe('over');
  expect([isLate(rules, start + day), isLate(rules, start + day + 1)]).toEqual([false, true]);
});

test('what is wrong with a window is said', () => {
  const fields = (change: Partial<TimeRules>, now = start) =>
    windowProblems({ ...rules, ...change }, rules.limit, now).map(({ field }) => field);
  expect(fields({})).toEqual([]);
  expect(fields({ closesAt: start - 1 })).toEqual(['closesAt']);
  expect(fields({ closesAt: start })).toEqual(['closesAt']);
  expect(fields({}, start + 2 * day)).toEqual(['closesAt']);
  expect(fields({ closesAt: start + 10 * minute })).toEqual(['limit']);
  expect(fields({ lateRule: { late: 'until', until: start + day, offPerDay: 0 } })).toEqual([
    'lateRule',
  ]);
});

// IANA zone data: America/New_York went to daylight time on 8 March 2026 at 02:00 and back on 1 November 2026 at 02:00.
describe('clock changes', () => {
  const zone = 'America/New_York';
  const localTime = (wall: string) => {
    const read = atWall(wall, zone);
    return read.ok ? new Date(read.at).toISOString().slice(0, 16) : read.message;
  };
  test('before, within and after', () => {
    expect(localTime('2026-03-08T01:59')).toBe('2026-03-08T06:59');
    expect(localTime('2026-03-08T02:30')).toBe(
      'That time does not exist: the clocks go forward over it.',
    );
    expect(localTime('2026-03-08T03:00')).toBe('2026-03-08T07:00');
    expect(localTime('2026-11-01T01:30')).toBe('2026-11-01T05:30');
    expect(localTime('2026-11-01T02:30')).toBe('2026-11-01T07:30');
  });
  test('a school day over the change is an hour shorter or longer, and the deadline does not care', () => {
    const length = (from: string, to: string) =>
      Date.parse(`${localTime(to)}Z`) - Date.parse(`${localTime(from)}Z`);
    expect(length('2026-03-07T12:00', '2026-03-08T12:00')).toBe(23 * hour);
    expect(length('2026-10-31T12:00', '2026-11-01T12:00')).toBe(25 * hour);
    const began = Date.parse('2026-03-08T06:50Z');
    expect(deadlineOf({ ...rules, opensAt: began, closesAt: null }, began)).toBe(
      began + 20 * minute,
    );
  });
  test('there and back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(2020, 0), max: Date.UTC(2035, 0) }),
        fc.constantFrom(zone, 'Europe/Berlin', 'Australia/Lord_Howe', 'Asia/Kathmandu'),
        (instant, text) => {
          const wall = wallOf(instant, text);
          const read = atWall(wall, text);
          expect(read.ok && wallOf(read.at, text)).toBe(wall);
        },
      ),
    );
  });
  test.each(['', 'tomorrow', '2026-02-30T10:00'])('“%s” is no date', (wall) =>
    expect(atWall(wall, zone).ok).toBe(false),
  );
  test('an unknown zone is named', () =>
    expect(atWall('2026-03-08T01:59', 'Mars/Base')).toEqual({
      ok: false,
      message: 'There is no time zone “Mars/Base”.',
    }));
});

test('times and lengths in words', () => {
  const now = Date.UTC(2026, 2, 3, 15);
  const words = (time: number) => inWords(time, 'Europe/Berlin', now);
  expect([
    words(now),
    words(now + day),
    words(now + 6 * day),
    words(now + 7 * day),
    words(now - day),
    words(Date.UTC(2027, 0, 4, 9)),
  ]).toEqual([
    'today, 4:00 PM',
    'Wed, Mar 4, 4:00 PM',
    'Mon, Mar 9, 4:00 PM',
    'Tue, Mar 10, 4:00 PM',
    'Mon, Mar 2, 4:00 PM',
    'Mon, Jan 4, 2027, 10:00 AM',
  ]);
  expect(
    [1_000, 59_000, minute, 90 * minute, 2 * day].map((length) => lengthInWords(length)),
  ).toEqual(['1 second', '59 seconds', '1 minute', '1 hour 30 minutes', '2 days']);
  expect([20 * minute, 5.4 * hour, 42 * hour].map((length) => roughly(length))).toEqual([
    '20 minutes',
    '5 hours',
    '2 days',
  ]);
});

test('times and lengths in Spanish', () => {
  const now = Date.UTC(2026, 2, 3, 15);
  expect([
    inWords(now, 'America/New_York', now, 'es'),
    inWords(now + 7 * day, 'America/New_York', now, 'es'),
    lengthInWords(90 * minute, 'es'),
  ]).toEqual(['hoy, 10:00 a.m.', 'mar, 10 de mar, 11:00 a.m.', '1 hora 30 minutos']);
});
