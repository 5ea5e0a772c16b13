/** The assigning form: what is filled in becomes wishes, and what stands against them is said beside its field. */
import type { Wishes } from '@oaken/contract/assignments';
import { usualOffPerTry } from '@oaken/core/assignments';
import {
  blankForm,
  formOfWishes,
  hasTime,
  limitWords,
  moveDays,
  warnMinutes,
  type WishForm,
} from '../src/desk/assignments/wishForm';
import { readForm, rulesOf } from '../src/desk/assignments/readForm';

const zone = 'America/Chicago';
/** Monday, 5 October 2026, 09:00 at school; summer time, so five hours behind. */
const now = Date.UTC(2026, 9, 5, 14);
const form = (change: Partial<WishForm> = {}): WishForm => ({
  ...blankForm(now, zone),
  classIds: [1],
  ...change,
});
const read = (change: Partial<WishForm> = {}, items: number | null = 10, given = false) =>
  readForm(form(change), zone, now, given, items);
const problemsOf = (change: Partial<WishForm>, items?: number) => read(change, items).problems;

describe('a blank form', () => {
  test('can be given as it is', () => {
    expect(read().problems).toEqual({});
  });

  test('opens now and closes in a week when school is over', () => {
    expect(read().read).toMatchObject({ opensAt: now, closesAt: Date.UTC(2026, 9, 12, 20, 30) });
  });

  test('has twenty minutes with warnings at five and at one', () => {
    expect(rulesOf(form())).toMatchObject({ limitMinutes: 20, warnMinutes: [5, 1] });
  });
});

describe('times on the wall', () => {
  // The clocks of the zone go back on 1 November 2026 and forward on 14 March 2027 (IANA time zone database).
  test('after the clocks went back are an hour later than summer time says', () => {
    const { read: wishes } = read({ closesWall: '2026-11-02T15:30' });
    expect(wishes?.closesAt).toBe(Date.UTC(2026, 10, 2, 21, 30));
  });

  test('that do not exist are said to be none', () => {
    const problems = problemsOf({ closesWall: '2027-03-14T02:30' });
    expect(Object.keys(problems)).toEqual(['closesAt']);
  });

  test('that are no time at all are said so in their place', () => {
    expect(Object.keys(problemsOf({ hidden: true, visibleWall: '' }))).toEqual(['visibleFrom']);
  });

  test('that are not asked for are not read', () => {
    expect(problemsOf({ hidden: false, visibleWall: 'nonsense' })).toEqual({});
  });

  test('move by days, over the end of a month', () => {
    const moved = moveDays(form({ closesWall: '2026-10-30T15:30' }), 3);
    expect(moved.closesWall).toBe('2026-11-02T15:30');
  });

  test('keep their hour when the clocks change between', () => {
    const moved = moveDays(form({ opensWall: '2026-10-31T08:00' }), 2);
    expect(moved.opensWall).toBe('2026-11-02T08:00');
  });
});

describe('what cannot be is said beside its field', () => {
  test.each<[field: string, change: Partial<WishForm>]>([
    ['limit', { limitMinutes: 0 }],
    ['limit', { limitMinutes: 1441 }],
    ['warnMinutes', { warns: 'five' }],
    ['warnMinutes', { warns: '9, 8, 7, 6, 5' }],
    ['stageLimit', { partsTimed: 'items', itemMinutes: 0 }],
    ['stageLimit', { partsTimed: 'sections', sectionMinutes: { s1: 601 } }],
    ['attempts', { attempts: 1.5 }],
    ['attempts', { attempts: 21 }],
    ['lateRule', { lateWork: true, lateOff: 101 }],
    ['offPerTry', { mode: 'practice', offPercent: -1 }],
    ['forms', { forms: [] }],
    ['visibleFrom', { hidden: true, visibleWall: '2026-10-09T08:00' }],
    ['answersFrom', { answersLater: true, answersWall: '2026-10-01T08:00' }],
    ['closesAt', { closesWall: '2026-10-05T08:00' }],
  ])('%s: %j', (field, change) => {
    expect(Object.keys(problemsOf(change))).toContain(field);
  });

  test('nothing is read while something cannot be', () => {
    expect(read({ forms: [] }).read).toBeNull();
  });

  test('only the first word about a field is said', () => {
    expect(problemsOf({ warns: 'five, 9, 8, 7, 6' }).warnMinutes).toBe(
      'Write minutes, separated by commas, such as 5, 1.',
    );
  });
});

describe('what does not matter is not asked', () => {
  test('a limit that is not wanted may be anything', () => {
    expect(problemsOf({ limited: false, limitMinutes: 0 })).toEqual({});
  });

  test('a test takes nothing off for tries', () => {
    expect(problemsOf({ mode: 'test', offPercent: 400 })).toEqual({});
  });

  test('late work after an assignment that never closes', () => {
    expect(problemsOf({ never: true, lateWork: true, lateWall: 'nonsense' })).toEqual({});
  });
});

describe('rules', () => {
  test('a third is a third, not 33.3 %', () => {
    expect(rulesOf(form({ offPercent: 33.3 })).offPerTry).toBe(usualOffPerTry);
  });

  test('no attempts in number are as many as wanted', () => {
    expect(rulesOf(form({ attempts: 0 })).attempts).toBeNull();
  });

  test('a practice has no times of parts, whatever was filled in before', () => {
    const rules = rulesOf(form({ mode: 'practice', partsTimed: 'items' }));
    expect(rules.stageLimit).toBeNull();
  });

  test('in a practice there is always a way back', () => {
    expect(rulesOf(form({ mode: 'practice', goBack: false })).goBack).toBe(true);
  });

  test('sections without minutes have no limit of their own', () => {
    const rules = rulesOf(form({ partsTimed: 'sections', sectionMinutes: { s1: 10, s2: '' } }));
    expect(rules.stageLimit).toEqual({ of: 'sections', minutes: { s1: 10 } });
  });

  test('a warning that would come before the beginning is left out', () => {
    expect(rulesOf(form({ limitMinutes: 5, warns: '10, 5, 1' })).warnMinutes).toEqual([1]);
  });

  test('where no time runs there is nothing to warn of', () => {
    expect(rulesOf(form({ limited: false })).warnMinutes).toEqual([]);
  });

  test('bands are given only where they are shown', () => {
    const release = { ...form().release, show: 'points' as const };
    expect(rulesOf(form({ release })).release.bands).toEqual([]);
  });
});

describe('minutes before the end', () => {
  test.each([
    ['5, 1', [5, 1]],
    ['1;5', [5, 1]],
    ['1 5  10', [10, 5, 1]],
    ['5, 5', [5]],
    ['', []],
  ])('“%s”', (text, minutes) => {
    expect(warnMinutes(text)).toEqual(minutes);
  });
});

describe('whether any time runs', () => {
  test.each<[Partial<WishForm>, boolean]>([
    [{ limited: true }, true],
    [{ limited: false }, false],
    [{ limited: false, partsTimed: 'items' }, true],
    [{ limited: false, partsTimed: 'items', mode: 'practice' }, false],
  ])('%j: %p', (change, runs) => {
    expect(hasTime(form(change))).toBe(runs);
  });
});

describe('the limit in words', () => {
  test('says how long there is', () => {
    expect(limitWords(form({ limitMinutes: 20 }))).toBe('20 minutes');
  });

  test('says that there is none', () => {
    expect(limitWords(form({ limited: false }))).toBe('no time limit');
  });
});

describe('an assignment that was given', () => {
  /** What the server would say of a form that was given. */
  function given(change: Partial<WishForm>) {
    const wishForm = form(change);
    const { read: wishes } = readForm(wishForm, zone, now, false, 10);
    return {
      ...wishes!,
      who: {
        classIds: wishForm.classIds,
        groupIds: wishForm.groupIds,
        studentIds: wishForm.studentIds,
        link: wishForm.link,
      },
      word: wishForm.word,
      instructions: wishForm.instructions,
      note: wishForm.note,
      forms: wishForm.forms,
      formsFor: wishForm.formsFor,
    } as Omit<Wishes, 'opensAt' | 'invite'> & { opensAt: number };
  }

  test.each<[string, Partial<WishForm>]>([
    ['as it is usual', {}],
    ['late work', { lateWork: true, lateWall: '2026-10-16T15:30', lateOff: 10 }],
    ['never closing', { never: true }],
    ['a word and instructions', { word: 'acorn', instructions: 'Show your work.' }],
    ['seen later', { hidden: true, visibleWall: '2026-10-05T08:30' }],
    ['items timed', { partsTimed: 'items', itemMinutes: 2, limited: false }],
    ['a practice', { mode: 'practice', offPercent: 33.3, limited: false }],
    ['several attempts', { attempts: 3, counts: 'latest' as WishForm['counts'] }],
  ])('comes back into the form and means the same: %s', (_, change) => {
    const wishes = given(change);
    const again = formOfWishes(wishes, blankForm(now, zone), zone);
    const { read: reread } = readForm(again, zone, now, true, 10);
    expect(reread).toEqual({
      opensAt: wishes.opensAt,
      closesAt: wishes.closesAt,
      lateRule: wishes.lateRule,
      visibleFrom: wishes.visibleFrom,
      answersFrom: wishes.answersFrom,
      rules: wishes.rules,
    });
  });

  describe('to the millisecond, though fields show minutes', () => {
    const opensAt = now + 12_345;
    const again = formOfWishes({ ...given({}), opensAt }, blankForm(now, zone), zone);

    test('a time that nobody changes stays exact', () => {
      expect(readForm(again, zone, now, true, 10).read?.opensAt).toBe(opensAt);
    });

    test('a time that is changed is what is written', () => {
      const changed = { ...again, opensWall: '2026-10-05T09:01' };
      expect(readForm(changed, zone, now, true, 10).read?.opensAt).toBe(now + 60_000);
    });

    test('a time that is moved by days is what is written', () => {
      const moved = moveDays(again, 7);
      expect(readForm(moved, zone, now, true, 10).read?.opensAt).toBe(now + 7 * 86_400_000);
    });
  });

  test('may have opened already', () => {
    const problems = readForm(
      form({ opens: 'later', opensWall: '2026-10-01T08:00' }),
      zone,
      now,
      true,
      10,
    ).problems;
    expect(problems).toEqual({});
  });
});
