import {
  attemptsLeft,
  bandOf,
  canStillAnswer,
  changeEffects,
  isReleased,
  releaseInWords,
  ruleProblems,
  slipOf,
  usualBands,
  classWindow,
  gateOf,
  supervisionProblems,
  usualPracticeHelp,
  usualRules,
  type AssignmentRules,
  type Shows,
  type SlipFacts,
  countings,
  additionInWords,
  type Addition,
} from '@oaken/core/assignments';
import { wholePercent } from '@oaken/core/text';
import { countAttempts } from '@oaken/core/attempts';
import {
  countAccommodations,
  noAccommodations,
  accommodations,
  accommodationsInWords,
} from '@oaken/core/accommodations';
import {
  atWall,
  day,
  daysLater,
  hour,
  latePenalty,
  ownWindow,
  wallOf,
  windowEnd,
  type Window,
} from '@oaken/core/timing';
import fc from 'fast-check';

const zone = 'America/New_York';
const now = Date.UTC(2026, 2, 3, 15);
const rules: AssignmentRules = {
  ...usualRules,
  release: {
    ...usualRules.release,
    marks: 'by-hand',
    answers: 'by-hand',
    explanations: 'by-hand',
  },
};

describe('the slip', () => {
  test('names the tools that students may use', () => {
    const rules = { ...usualRules, tools: ['ruler', 'basic-calculator'] as const };
    const { sentences } = slipOf({ ...facts, rules: { ...rules, tools: [...rules.tools] } });
    expect(sentences.join(' ')).toContain(
      'Students may use a basic calculator and a ruler with every question.',
    );
  });

  const facts: SlipFacts = {
    title: 'Rates',
    kind: 'test',
    items: 8,
    points: 9.5,
    who: { classes: ['6B'], groups: [], students: [], link: false },
    students: 27,
    opensAt: now,
    closesAt: Date.UTC(2026, 2, 6, 19, 30),
    lateRule: { late: 'no' },
    visibleFrom: null,
    answersFrom: null,
    word: '',
    rules,
    zone,
    now,
  };

  test.each([
    [{}, 'what was right or wrong, right answers and explanations once they hand in.'],
    [{ answers: false, explanations: false }, 'and what was right or wrong once they hand in.'],
    [{ feedback: 'none' }, 'Students see scores as points and percent after it has closed.'],
  ] as const)('says what a practice shows afterwards: %j', (change, words) => {
    const practice = { ...usualPracticeHelp, ...change };
    const slip = slipOf({ ...facts, rules: { ...usualRules, mode: 'practice', practice } });
    expect(slip.sentences.at(-1)).toContain(words);
  });

  test('says what goes to whom, when and how', () => {
    const slip = slipOf(facts);
    expect(slip.line).toBe(
      '1 test, class 6B, 27 students, opens now, closes Fri, Mar 6, 2:30 PM, 20 minutes',
    );
    expect(slip.verb).toBe('Assign to 27 students');
    expect(slip.sentences).toEqual([
      '27 students of class 6B get “Rates”: 8 items, 9.5 points.',
      'It opens now and closes Fri, Mar 6, 2:30 PM, with 20 minutes to work. They see it right away.',
      'Test mode: no help while working. Items are in your order, and students can go to any item; choices are in a different order for each student.',
      'Students see scores as points and percent after it has closed; what was right or wrong, right answers and explanations when you release them.',
    ]);
  });

  test('and all the other ways it can be', () => {
    const slip = slipOf({
      ...facts,
      who: {
        classes: ['6B', '6D'],
        groups: ['Ratio table of 7A'],
        students: ['Ada Park'],
        link: true,
      },
      opensAt: now + day,
      visibleFrom: now + hour,
      closesAt: null,
      answersFrom: now + 9 * day,
      word: 'walnut',
      accommodations: [
        { words: 'time ×1.5', students: 2 },
        { words: 'read aloud', students: 1 },
      ],
      forms: ['A', 'B'],
      draws: true,
      rules: {
        ...rules,
        limitMinutes: null,
        attempts: 3,
        counts: 'mean',
        order: 'shuffled',
        shuffleChoices: false,
        release: {
          ...rules.release,
          score: 'at-hand-in',
          marks: 'at-hand-in',
          show: 'band',
          bands: usualBands,
        },
      },
    });
    expect(slip.line).toBe(
      '1 test, classes 6B and 6D, group Ratio table of 7A, Ada Park and guests by link, 27 students, opens Wed, Mar 4, 10:00 AM, never closes, no time limit',
    );
    expect(slip.sentences.join(' ')).toBe(
      '27 students of classes 6B and 6D, group Ratio table of 7A, Ada Park and guests by link get “Rates”: 8 items, 9.5 points. Accommodations apply automatically: time ×1.5 for 2 and read aloud for 1. ' +
        'It opens Wed, Mar 4, 10:00 AM and never closes, with no time limit. Nobody sees it before today, 11:00 AM. Students type the word that you read out to start. ' +
        'Test mode: no help while working. 3 attempts; the average of all attempts counts. Forms A and B go round in turn. Each student gets their own draw of items. Items are in a different order for each student; choices are in your order. ' +
        'Students see scores as letter bands as soon as they hand in; what was right or wrong after everyone’s window has closed; right answers and explanations when you release them, not before Thu, Mar 12, 11:00 AM.',
    );
    const formed = slipOf({ ...facts, forms: ['A', 'B'], formsFor: [{ party: '6B', form: 'C' }] });
    expect(formed.sentences[2]).toContain(
      '6B gets form C; forms A and B go round in turn among all others.',
    );
    expect(
      slipOf({ ...facts, forms: ['A'], formsFor: [{ party: '6B', form: 'B' }] }).sentences[2],
    ).toContain('6B gets form B; all others get form A.');
    const late = slipOf({
      ...facts,
      lateRule: { late: 'until', until: now + 5 * day, offPerDay: 0.1 },
    });
    expect(late.sentences[1]).toContain(
      'Late work is taken until Sun, Mar 8, 11:00 AM with 10% off for each day late.',
    );
    const parts = slipOf({
      ...facts,
      sections: [
        { id: 's1', title: 'Warm-up' },
        { id: 's2', title: '' },
      ],
      rules: {
        ...rules,
        goBack: false,
        oneSitting: true,
        stageLimit: { of: 'sections', minutes: { s1: 2.5, s2: 10 } },
      },
    });
    expect(parts.line).toContain(', closes Fri, Mar 6, 2:30 PM, 20 minutes, sections timed');
    expect(parts.sentences[1]).toContain(
      'Each section has its own time: Warm-up 2 minutes 30 seconds and section 2 10 minutes. In one sitting: students who are away for more than 5 minutes need you to readmit them.',
    );
    expect(parts.sentences[2]).toContain(
      'Items come one after the other in your order, and nobody can go back;',
    );
    expect(
      slipOf({ ...facts, students: 0, who: { classes: [], groups: [], students: [], link: true } })
        .verb,
    ).toBe('Open it for guests');
  });
});

describe('what is released, and when', () => {
  const facts = {
    handedIn: true,
    closed: false,
    somebodyCanAnswer: true,
    releasedAt: null,
    answersFrom: null,
    now,
  };
  const releaseAt = (score: AssignmentRules['release']['score']) => ({
    ...rules,
    release: { ...rules.release, score, answers: score },
  });

  test('scores by their rule; what shows answers never while somebody can still give one', () => {
    expect(isReleased(releaseAt('at-hand-in'), 'score', facts)).toBe(true);
    expect(
      isReleased(releaseAt('at-hand-in'), 'score', { ...facts, handedIn: false, releasedAt: 1 }),
    ).toBe(false);
    expect(isReleased(releaseAt('after-closing'), 'score', facts)).toBe(false);
    expect(isReleased(releaseAt('after-closing'), 'score', { ...facts, closed: true })).toBe(true);
    expect(isReleased(releaseAt('by-hand'), 'score', { ...facts, closed: true })).toBe(false);
    expect(isReleased(releaseAt('by-hand'), 'score', { ...facts, releasedAt: now })).toBe(true);
    for (const what of ['marks', 'answers', 'explanations'] as const)
      expect(
        isReleased(releaseAt('at-hand-in'), what, { ...facts, releasedAt: 1, closed: true }),
      ).toBe(false);
    const done = { ...facts, somebodyCanAnswer: false };
    expect(isReleased(releaseAt('at-hand-in'), 'answers', done)).toBe(true);
    expect(isReleased(releaseAt('at-hand-in'), 'answers', { ...done, answersFrom: now + 1 })).toBe(
      false,
    );
    expect(isReleased(releaseAt('by-hand'), 'answers', { ...done, closed: true })).toBe(false);
  });

  test('who can still answer: whoever is working, and whoever has an attempt left while the window is open', () => {
    const window: Window = { opensAt: now - hour, closesAt: now + hour, lateRule: { late: 'no' } };
    const assignment = { window, handedIn: 1, working: false, extraAttempts: 0 };
    expect(canStillAnswer(rules, assignment, now)).toBe(false);
    expect(canStillAnswer(rules, { ...assignment, extraAttempts: 1 }, now)).toBe(true);
    expect(canStillAnswer({ attempts: null }, assignment, now)).toBe(true);
    expect(canStillAnswer({ attempts: null }, assignment, now + hour)).toBe(false);
    expect(canStillAnswer(rules, { ...assignment, working: true }, now + hour)).toBe(true);
    expect(attemptsLeft({ attempts: 2 }, { handedIn: 5, extraAttempts: 1 })).toBe(0);
  });
});

test('which attempt counts', () => {
  const made = [
    { number: 1, points: 6, maxPoints: 10 },
    { number: 2, points: 4, maxPoints: 5 },
    { number: 3, points: 7, maxPoints: 10 },
    { number: 4, points: null, maxPoints: null },
  ];
  expect(countings.map((counts) => countAttempts(made, counts))).toEqual([
    { number: 2, points: 4, maxPoints: 5 },
    { number: 3, points: 7, maxPoints: 10 },
    { number: 1, points: 6, maxPoints: 10 },
    // Shares of 0.6, 0.8 and 0.7, of the latest one's 10 points.
    { number: 3, points: 7 },
    { number: 1, points: 6, maxPoints: 10 },
    // 17 of 25 points, of the latest one's 10.
    { number: 3, points: 6.8 },
  ]);
  expect(countAttempts([{ number: 1, points: null, maxPoints: null }], 'mean')).toEqual({
    number: 1,
    points: null,
  });
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 10 }), { minLength: 1, maxLength: 6 }),
      (earned) => {
        const all = earned.map((points, index) => ({ number: index + 1, points, maxPoints: 10 }));
        const best = countAttempts(all, 'best').points!;
        const mean = countAttempts(all, 'mean').points!;
        // Of attempts that are worth the same, all together are their mean.
        expect(countAttempts(all, 'all').points).toBe(mean);
        expect(countAttempts(all, 'worst').points).toBe(Math.min(...earned));
        expect(best).toBe(Math.max(...earned));
        expect(mean).toBeLessThanOrEqual(best + 0.005);
        expect(mean).toBeGreaterThanOrEqual(Math.min(...earned) - 0.005);
      },
    ),
  );
});

describe('times of one’s own', () => {
  const window: Window = {
    opensAt: now,
    closesAt: now + day,
    lateRule: { late: 'until', until: now + 2 * day, offPerDay: 0.25 },
  };

  test('extra days keep the time on the wall across a clock change, and late work follows', () => {
    // New York went to daylight time on 8 March 2026 (IANA).
    const friday = atWall('2026-03-06T15:30', zone);
    if (!friday.ok) throw new Error(friday.message);
    const student = ownWindow(
      {
        ...window,
        closesAt: friday.at,
        lateRule: { late: 'until', until: friday.at + day, offPerDay: 0 },
      },
      { extraDays: 3, closesAt: null },
      zone,
    );
    expect(wallOf(student.closesAt!, zone)).toBe('2026-03-09T15:30');
    expect(student.closesAt! - friday.at).toBe(3 * day - hour);
    expect(windowEnd(student)).toBe(student.closesAt! + day);
    expect(daysLater(friday.at, 3, 'UTC') - friday.at).toBe(3 * day);
  });

  test('never shorter than everybody’s', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        fc.option(fc.integer({ min: now - day, max: now + 9 * day })),
        (extraDays, closesAt) => {
          const student = ownWindow(window, { extraDays, closesAt }, zone);
          expect(windowEnd(student)!).toBeGreaterThanOrEqual(windowEnd(window)!);
          expect(student.closesAt!).toBeGreaterThanOrEqual(
            Math.max(window.closesAt!, closesAt ?? 0),
          );
        },
      ),
    );
    expect(
      ownWindow({ ...window, closesAt: null }, { extraDays: 3, closesAt: 5 }, zone).closesAt,
    ).toBeNull();
  });

  test('lateness takes off a share for each begun day, never more than all', () => {
    const off = (late: number) => latePenalty(window, now + day + late);
    expect([0, 1, day, day + 1, 9 * day].map(off)).toEqual([0, 0.25, 0.25, 0.5, 1]);
    expect(latePenalty({ ...window, lateRule: { late: 'no' } }, now + 2 * day)).toBe(0);
  });
});

test('bands: the lowest share of each, and what is wrong with them', () => {
  expect([1, 0.9, 0.895, 0.8949, 0.6, 0].map((share) => bandOf(share, usualBands)!.name)).toEqual([
    'A',
    'A',
    'A',
    'B',
    'D',
    'F',
  ]);
  // What is printed is what is compared, for every score of a test of any length.
  for (let index = 1; index <= 1000; index += 37)
    for (let points = 0; points <= index; points++)
      expect(bandOf(points / index, usualBands)!.name === 'A').toBe(
        wholePercent(points / index) >= 90,
      );
  expect(wholePercent(0.575)).toBe(58);
  const wrong = (bands: { name: string; from: number }[]) =>
    ruleProblems({ ...rules, release: { ...rules.release, show: 'band', bands } }).map(
      ({ message }) => message,
    );
  expect(wrong(usualBands)).toEqual([]);
  expect(wrong([{ name: 'A', from: 0.5 }])[0]).toBe('Letter bands need at least two bands.');
  expect(
    wrong([
      { name: 'A', from: 0.5 },
      { name: 'B', from: 0.5 },
    ])[0],
  ).toBe('Each band must begin lower than the one before it.');
  expect(
    wrong([
      { name: 'A', from: 0.5 },
      { name: 'A', from: 0.1 },
    ]),
  ).toEqual(['The last band must begin at 0%.', 'Two bands have the same name.']);
  expect(ruleProblems({ ...rules, warnMinutes: [20] })[0]!.field).toBe('warnMinutes');
});

test('what a change does is said before it is made', () => {
  const times = {
    opensAt: now - hour,
    closesAt: now + day,
    lateRule: { late: 'no' as const },
    rules,
  };
  const counts = { notBegun: 4, working: 2, handedIn: 3 };
  const say = (change: Partial<typeof times>, numbers = counts) =>
    changeEffects(times, { ...times, ...change }, numbers, zone, now);
  expect(say({})).toEqual([]);
  expect(say({ closesAt: now })).toEqual([
    'It closes right away. 2 students working now are handed in with what is saved. 4 students can no longer begin.',
  ]);
  expect(say({ closesAt: now + 2 * day })).toEqual([
    'It stays open until Thu, Mar 5, 10:00 AM. 2 students working now have until then, within the time limit.',
    '3 students who handed in stay handed in.',
  ]);
  expect(say({ closesAt: now + hour })).toEqual([
    'It closes earlier, today, 11:00 AM. 2 students working now must be done by then.',
  ]);
  expect(say({ opensAt: now + hour })[0]).toBe(
    'It is closed again until today, 11:00 AM; students who have begun continue working.',
  );
  expect(
    say({ rules: { ...rules, limitMinutes: 30, attempts: 2, counts: 'mean', order: 'fixed' } }),
  ).toEqual([
    'The time limit is 30 minutes, also for the 2 students working now, counted from when each began.',
    'Students who handed in can try again.',
    'Scores of students with several attempts are recalculated.',
    'Students who have begun keep the order that they have.',
  ]);
  expect(say({ closesAt: now + 2 * day }, { notBegun: 9, working: 0, handedIn: 0 })).toEqual([
    'It stays open until Thu, Mar 5, 10:00 AM.',
  ]);
});

test('supports in words, and how many have each', () => {
  const many = {
    ...noAccommodations,
    time: 1.5 as const,
    aloud: true,
    form: 'B',
    mostChoices: 3 as const,
    extraDays: 1,
    textSize: 2 as const,
  };
  expect(accommodationsInWords(many)).toEqual([
    'time ×1.5',
    'read aloud',
    'larger text',
    'form B',
    '3 choices',
    '1 day longer',
  ]);
  expect(accommodationsInWords(noAccommodations)).toEqual([]);
  expect(
    countAccommodations([many, { ...noAccommodations, aloud: true }, noAccommodations]).slice(0, 2),
  ).toEqual([
    { words: 'read aloud', students: 2 },
    { words: '1 day longer', students: 1 },
  ]);
  expect(accommodations.safeParse({ ...many, time: 3 }).success).toBe(false);
});

test('a release says what shows to whom now, and what the rest waits for', () => {
  const zone = 'UTC';
  const now = Date.UTC(2026, 2, 3, 10);
  const shows: Shows = {
    handedIn: 24,
    canAnswer: 3,
    lastEnd: now + 2 * hour,
    answersFrom: null,
    practice: false,
  };
  const words = (change: Partial<Shows>) => releaseInWords({ ...shows, ...change }, zone, now);
  expect(words({})).toBe(
    '24 students can read their scores now. What was right shows after everyone’s window has closed: 3 students still can, the last until today, 12:00 PM.',
  );
  expect(words({ canAnswer: 0 })).toBe('24 students can read scores and right answers now.');
  expect(words({ canAnswer: 0, answersFrom: now + hour })).toBe(
    '24 students can read their scores now. What was right shows today, 11:00 AM.',
  );
  expect(words({ handedIn: 1, canAnswer: 1, lastEnd: null })).toBe(
    '1 student can read the score now. What was right shows after everyone’s window has closed: 1 student still can, and it never closes.',
  );
  expect(words({ handedIn: 0 })).toMatch(/^Nobody has handed in yet; whoever does can read/);
});

describe('more students for what runs', () => {
  const now = Date.UTC(2026, 2, 3, 15);
  const zone = 'America/New_York';
  const said = (change: Partial<Addition> = {}) =>
    additionInWords(
      {
        added: 12,
        already: 0,
        opensAt: now - 1,
        closesAt: now + 3_600_000,
        forms: 1,
        handedIn: 0,
        ...change,
      },
      zone,
      now,
    ).join(' ');

  test.each<[string, Partial<Addition>, string]>([
    ['open', {}, '12 students will get it. They can begin now, and have until today, 11:00 AM.'],
    [
      'never closing',
      { closesAt: null },
      '12 students will get it. They can begin now; it never closes.',
    ],
    ['closed', { closesAt: now - 1 }, 'It closed on'],
    ['not open yet', { opensAt: now + 60_000 }, 'They can begin on'],
    ['with forms', { forms: 2 }, 'They get the forms that the fewest have'],
    ['with results', { handedIn: 3 }, 'averages change as they hand in.'],
    ['had by some', { already: 1 }, '1 of those chosen has it already and keeps it as it is.'],
    ['had by all', { added: 0, already: 4 }, 'Everybody chosen has it already.'],
  ])('%s', (_, change, words) => {
    expect(said(change)).toContain(words);
  });
});

describe('sat under supervision', () => {
  const rules = { hours: [], byPress: true, schoolNetwork: true };
  const inClass = { isLetIn: true, hasBegun: false, onSchoolNetwork: true };

  test.each([
    ['let in, at school', inClass, null],
    ['not let in', { ...inClass, isLetIn: false }, 'not-let-in'],
    ['not let in any more, but begun', { ...inClass, isLetIn: false, hasBegun: true }, null],
    ['begun, and gone home', { ...inClass, hasBegun: true, onSchoolNetwork: false }, 'elsewhere'],
  ])('%s', (_, place, gate) => {
    expect(gateOf(rules, place)).toBe(gate);
    expect(gateOf(undefined, place)).toBeNull();
  });

  const window = {
    opensAt: 1000,
    closesAt: 9000,
    lateRule: { late: 'until', until: 9500, offPerDay: 0 },
  } as const;
  const hours = [{ classId: 4, from: 2000, to: 3000 }];
  test('a class has its own hours, in which nothing is late; others have the window', () => {
    expect(classWindow(window, hours, 4)).toEqual({
      opensAt: 2000,
      closesAt: 3000,
      lateRule: { late: 'no' },
    });
    expect(classWindow(window, hours, 5)).toBe(window);
    expect(classWindow(window, hours, null)).toBe(window);
  });
  test('what was stopped is closed within the hours too', () => {
    expect(classWindow({ ...window, closesAt: 2500 }, hours, 4).closesAt).toBe(2500);
  });
  test.each([
    [{ from: 2000, to: 3000 }, null],
    [{ from: 3000, to: 3000 }, 'The hours of a class must end after they begin.'],
    [{ from: 500, to: 3000 }, 'The hours of a class must lie between opening and closing.'],
    [{ from: 2000, to: 9001 }, 'The hours of a class must lie between opening and closing.'],
  ])('hours %j: %s', (line, message) => {
    const problems = supervisionProblems({ ...rules, hours: [{ classId: 4, ...line }] }, window);
    expect(problems.map((problem) => problem.message)).toEqual(message === null ? [] : [message]);
  });
});
