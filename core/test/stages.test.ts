import { sittingRules } from '@oaken/core/assignments';
import {
  begun,
  entered,
  lastClockEnd,
  longestWork,
  stagesOf,
  stageStateOf,
  type Course,
  type Stage,
  type StageRules,
} from '@oaken/core/stages';
import { exactLength, minute } from '@oaken/core/timing';
import fc from 'fast-check';

const sections = [
  { id: 's1', entries: [{ id: 'a' }, { id: 'b' }, { id: 'c' }] },
  { id: 's2', entries: [] },
  { id: 's3', entries: [{ id: 'd' }, { id: 'e' }] },
];
const both = { of: 'sections', minutes: { s1: 5, s3: 10 } } as const;
const stages = (rules: StageRules, factor: number | null = 1) => stagesOf(sections, rules, factor)!;
/** Walks to the end, each stage left after so long. */
function walk(all: readonly Stage[], waiting: readonly number[]): Course[] {
  let now = 0;
  const courses = [begun(all, now)];
  for (let turn = 0; ; turn++) {
    now += waiting[turn % waiting.length] ?? 0;
    const next = entered(all, courses.at(-1)!, now);
    if (!next) return courses;
    courses.push(next);
  }
}

test('which questions are open together', () => {
  expect(stagesOf(sections, { goBack: true, stageLimit: null }, 1)).toBeNull();
  expect(stages({ goBack: false, stageLimit: null })).toEqual(
    ['a', 'b', 'c', 'd', 'e'].map((id) => ({ entries: [id], clock: null })),
  );
  expect(stages({ goBack: true, stageLimit: { of: 'sections', minutes: { s3: 10 } } })).toEqual([
    { entries: ['a', 'b', 'c'], clock: null },
    { entries: ['d', 'e'], clock: { of: 'section', key: 's3', length: 10 * minute } },
  ]);
  // Half as much time again; and none at all for whoever has no limit, who still goes one by one.
  expect(
    stages({ goBack: true, stageLimit: { of: 'items', minutes: 1.5 } }, 1.5).map(
      ({ clock }) => clock!.length,
    ),
  ).toEqual(Array(5).fill(2.25 * minute));
  expect(
    stages({ goBack: true, stageLimit: { of: 'items', minutes: 1 } }, null).every(
      ({ clock }) => clock === null,
    ),
  ).toBe(true);
});

test('a section’s clock goes on over its questions, and takes all of them with it when it runs out', () => {
  const all = stages({ goBack: false, stageLimit: both });
  const first = begun(all, 0);
  expect(first).toEqual({ stage: 0, clockAt: 5 * minute, left: [] });
  const second = entered(all, first, 2 * minute)!;
  expect(second).toEqual({ stage: 1, clockAt: 5 * minute, left: [2 * minute] });
  // Asked for only at 9 minutes, for want of network: question c is over, and the next section has all its time.
  const third = entered(all, second, 9 * minute)!;
  expect(third).toEqual({
    stage: 3,
    clockAt: 19 * minute,
    left: [2 * minute, 5 * minute, 5 * minute],
  });
  expect([
    stageStateOf(all, second, 'b'),
    stageStateOf(all, second, 'a'),
    stageStateOf(all, second, 'c'),
  ]).toEqual([
    { open: true, until: 5 * minute },
    { open: false, leftAt: 2 * minute },
    { open: false, leftAt: null },
  ]);
  expect([first, second, third].map((course) => lastClockEnd(all, course))).toEqual([
    null,
    null,
    19 * minute,
  ]);
  expect(entered(all, third, 19 * minute)).toBeNull();
});

test('whatever the rules and however long each stage takes: every question once, in order, none after its clock', () => {
  const rules = fc.record({
    goBack: fc.boolean(),
    stageLimit: fc.constantFrom(null, both, { of: 'items', minutes: 1 } as const),
  });
  fc.assert(
    fc.property(
      rules,
      fc.array(fc.integer({ min: 0, max: 8 * minute }), { minLength: 1, maxLength: 6 }),
      (rule, waiting) => {
        const all = stagesOf(sections, rule, 1);
        fc.pre(all !== null);
        expect(all.flatMap(({ entries }) => entries)).toEqual(['a', 'b', 'c', 'd', 'e']);
        const courses = walk(all, waiting);
        courses.forEach((course, n) => {
          expect(course.left).toHaveLength(course.stage);
          expect([...course.left].sort((x, y) => x - y)).toEqual(course.left);
          if (n > 0) expect(course.stage).toBeGreaterThan(courses[n - 1]!.stage);
          // Exactly the present stage's questions are open.
          expect(
            ['a', 'b', 'c', 'd', 'e'].filter((id) => stageStateOf(all, course, id).open),
          ).toEqual(all[course.stage]!.entries);
        });
      },
    ),
  );
});

test('how long the whole can take, and what a student should know before beginning', () => {
  expect(longestWork({ limitMinutes: 12, stageLimit: both }, 5)).toBe(12 * minute);
  expect(longestWork({ limitMinutes: null, stageLimit: both }, 5)).toBe(15 * minute);
  expect(longestWork({ limitMinutes: null, stageLimit: { of: 'items', minutes: 1.5 } }, 4)).toBe(
    6 * minute,
  );
  expect(longestWork({ limitMinutes: null, stageLimit: null }, 5)).toBeNull();
  const rules = {
    mode: 'test',
    goBack: false,
    oneSitting: true,
    stageLimit: { of: 'items', minutes: 1 },
  } as const;
  expect(sittingRules(rules, 1.5)).toEqual({
    perItem: 1.5 * minute,
    bySections: false,
    goBack: false,
    mayBeAway: 5 * minute,
  });
  expect(sittingRules({ ...rules, oneSitting: false }, null)).toMatchObject({
    perItem: null,
    mayBeAway: null,
  });
  expect([90, 59, 60, 3600, 3601].map((seconds) => exactLength(seconds * 1000))).toEqual([
    '1 minute 30 seconds',
    '59 seconds',
    '1 minute',
    '1 hour',
    '1 hour 1 second',
  ]);
});
