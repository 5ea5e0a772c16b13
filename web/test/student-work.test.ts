/**
 * One student's work as the teacher sees it: answers, decisions, late answers; and practice for those who missed something.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import type { StudentWork } from '@oaken/contract/results';
import { Refused } from '../src/client/request';
import FollowUpPage from '../src/desk/results/FollowUpPage.vue';
import StudentPage from '../src/desk/results/StudentPage.vue';
import { notice } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  hour,
  now,
  opened,
  press,
  sent,
  type,
} from './support/desk';

atTheDesk();
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';
const absent = (name: string) => expect(() => control(name)).toThrow();

describe('one student’s work', () => {
  type Entry = StudentWork['entries'][number];
  const entry: Entry = {
    entry: 'e1',
    number: 3,
    stem: '<p>Which river?</p>',
    asks: 'points',
    standards: ['GE.6.1'],
    responseText: 'Rhine',
    first: null,
    right: ['Danube'],
    points: 1,
    maxPoints: 2,
    share: 0.5,
    needsMarking: false,
    tries: 0,
    hints: 0,
    shown: false,
    ms: null,
    comments: [],
    override: null,
  };
  const work: StudentWork = {
    title: 'Rivers',
    student: { id: 5, name: 'Ada Park', class: '6B' },
    mayChange: true,
    sheetId: null,
    attempt: {
      id: 8,
      number: 1,
      counts: true,
      beganAt: now - hour,
      handedInAt: now,
      late: false,
      lateOff: 0,
      points: 6,
      maxPoints: 8,
      excused: false,
    },
    attempts: [],
    entries: [entry],
    lateAnswers: [],
    adjustments: [],
    ratings: [],
    notes: [],
    history: [{ at: now, by: 'Ada Park', words: 'handed in' }],
  };
  const place = { assignmentId: 7, studentId: 5 };
  const shown = (change: Partial<StudentWork> = {}) => {
    answers.readStudentWork = { ...work, ...change };
    return opened(
      StudentPage,
      {},
      '/results/7/students/5',
      '/results/:assignmentId/students/:studentId',
    );
  };
  const article = async (change: Partial<Entry>) =>
    (await shown({ entries: [{ ...entry, ...change }] })).find('article').text();

  test('an answer stands with its points and what is right', async () => {
    const text = await article({});
    expect(text).toContain('Rhine');
    expect(text).toContain(say('results.rightRight', { right: 'Danube' }));
    expect(text).toContain(say('results.pointsMaxPoints', { points: '1', maxPoints: '2' }));
  });

  test('an answer that waits for its mark has no points yet', async () => {
    const text = await article({ needsMarking: true, points: 0 });
    expect(text).toContain(say('results.needsMarking'));
    expect(text).not.toContain(say('results.pointsMaxPoints', { points: '0', maxPoints: '2' }));
  });

  test.each([
    ['opinion', 'results.anOpinionWithoutPoints'],
    ['nothing', 'results.toRead'],
  ] as const)('an item that asks for %s says so in place of points', async (asks, key) => {
    expect(await article({ asks })).toContain(say(key));
  });

  test('of practice the first answer is told, with tries and hints', async () => {
    const text = await article({ first: 'Elbe', tries: 2, hints: 1 });
    expect(text).toContain(say('results.firstFirst', { first: 'Elbe' }));
    expect(text).toContain(say('results.tries', { n: 2 }));
    expect(text).toContain(say('results.hints', { n: 1 }));
  });

  test('the report can be had in either language', async () => {
    const page = await shown();
    expect(page.findAll('.pdf a').map((link) => link.attributes('lang'))).toEqual(['en', 'es']);
  });

  test('a decision about an answer stands with its reason, and can be taken back', async () => {
    const adjustment = {
      id: 21,
      entry: 'e1',
      kind: 'override' as const,
      points: 2,
      reason: 'Said it aloud.',
      by: 'Maren Holloway',
      at: now,
    };
    const page = await shown({ adjustments: [adjustment] });
    expect(page.find('article').text()).toContain('Said it aloud.');
    await press(say('results.undo'));
    expect(sent('takeAdjustmentBack')).toEqual([{ params: { ...place, adjustmentId: 21 } }]);
  });

  test('nothing is decided before the work is handed in', async () => {
    await shown({ attempt: { ...work.attempt, handedInAt: null, points: null } });
    absent(say('results.bonusPoints'));
    absent(say('results.otherPoints'));
  });

  test('work that is not scored already is not offered to be so again', async () => {
    const page = await shown({ attempt: { ...work.attempt, excused: true } });
    expect(page.find('.score').text()).toBe(say('results.notScoredTitle'));
    absent(say('results.notScored'));
  });

  test('of several attempts each is told, and which one counts', async () => {
    const attempts = [
      { number: 1, points: 4, maxPoints: 8, counts: false },
      { number: 2, points: 6, maxPoints: 8, counts: true },
    ];
    const page = await shown({ attempts });
    const lines = page.findAll('.attempt').map((line) => line.text());
    expect(lines[0]).not.toContain(say('results.counts'));
    expect(lines[1]).toContain(say('results.counts'));
  });

  test('who may not change it only reads', async () => {
    await shown({ mayChange: false });
    absent(say('results.bonusPoints'));
    absent(say('results.otherPoints'));
  });

  test('what cannot be read says why', async () => {
    answers.readStudentWork = new Refused({ title: 'There is no such work.' } as never);
    await opened(
      StudentPage,
      {},
      '/results/7/students/5',
      '/results/:assignmentId/students/:studentId',
    );
    expect(alert()).toBe('There is no such work.');
  });

  describe('answers that arrived after the end', () => {
    const late = (number: number, decision: 'waiting' | 'counted' | 'refused') => ({
      entry: `e${number}`,
      number,
      words: 'Danube',
      writtenAt: now - hour,
      arrivedAt: now,
      silentFrom: now - 2 * hour,
      decision,
    });

    test.each([
      ['results.count', true, 'results.lateAnswersCounted'],
      ['results.dontCount', false, 'results.lateAnswersNotCounted'],
    ] as const)('“%s” decides on those that wait', async (button, count, said) => {
      await shown({ lateAnswers: [late(1, 'waiting'), late(2, 'waiting'), late(3, 'counted')] });
      await press(say(button));
      expect(sent('decideLateAnswers')).toEqual([{ params: place, body: { attemptId: 8, count } }]);
      expect(notice.value?.text).toBe(say(said, { n: 2 }));
      expect(sent('readStudentWork')).toHaveLength(2);
    });

    test('once all are decided there is nothing to press', async () => {
      const page = await shown({ lateAnswers: [late(1, 'refused')] });
      expect(page.find('.late').text()).toContain(say('results.notCounted'));
      absent(say('results.count'));
    });

    test('a refusal is said, and they still wait', async () => {
      answers.decideLateAnswers = new Refused({ title: 'It was decided meanwhile.' } as never);
      await shown({ lateAnswers: [late(1, 'waiting')] });
      await press(say('results.count'));
      expect(notice.value).toMatchObject({ kind: 'failed', text: 'It was decided meanwhile.' });
      expect(control(say('results.count'))).toBeTruthy();
    });
  });
});

describe('practice for those who missed something', () => {
  const student = (id: number, name: string, share: number | null) => ({
    id,
    name,
    class: '6B',
    evidence: [{ code: 'MA.6.1', share, items: 4 }],
  });
  const group = (codes: string[], students: object[], items = 6) => ({
    codes,
    students,
    available: codes.map((code) => ({ code, items })),
  });
  const followUp = {
    statements: [{ code: 'MA.6.1', statement: 'Unit rates' }],
    groups: [
      group(['MA.6.1'], [student(1, 'Ada Park', 0.5), student(2, 'Bo Lind', 0.25)]),
      group(['MA.6.2'], [student(3, 'Cora Finch', null)], 0),
    ],
    secure: 20,
  };
  const made = {
    name: 'Rates',
    testId: 41,
    items: 3,
    without: ['MA.6.2'],
    students: [1, 2],
    groupIds: [61],
  };
  const shown = (change: object = {}) => {
    answers.readFollowUp = { ...followUp, ...change };
    answers.makeFollowUp = { made: [made] };
    return opened(FollowUpPage, {}, '/results/7/follow-up', '/results/:assignmentId/follow-up');
  };
  const nameOf = (number: number) => say('results.nameGroupNumber', { number });
  const making = () => {
    const primary = document.body.querySelector<HTMLElement>('.footing .el-button--primary')!;
    return press(primary.textContent!.replace(/\s+/g, ' ').trim());
  };

  test('the weakest of a group stand first, with their evidence', async () => {
    const page = await shown();
    const rows = page.findAll('tbody tr').map((row) => row.text());
    expect(rows[0]).toContain('Bo Lind');
    expect(rows[1]).toContain('Ada Park');
  });

  test('who was not asked is not said to have missed it', async () => {
    const rows = (await shown()).findAll('tbody tr');
    expect(rows[2]!.text()).toContain(say('results.notAsked'));
  });

  test('a standard without items that they have not met says so', async () => {
    const [, second] = (await shown()).findAll('article');
    expect(second!.text()).toContain(say('results.yourBanksHaveNothing'));
  });

  test('the groups that are left on are made under the names that stand there', async () => {
    await shown();
    await type(nameOf(1), 'Rates');
    await check(say('results.makePracticeGroupNumber', { number: 2 }));
    await making();
    expect(bodies('makeFollowUp')).toEqual([
      {
        clientKey: expect.any(String),
        each: 3,
        by: 'standard',
        groups: [{ name: 'Rates', codes: ['MA.6.1'], students: [1, 2] }],
      },
    ]);
    expect(notice.value?.text).toBe(say('results.practiceTestsMadeEach', { n: 1 }));
  });

  test('what was made leads to its test and on to assigning it to the group', async () => {
    const page = await shown();
    await type(nameOf(1), 'Rates');
    await making();
    expect(page.findAll('.made a').map((link) => link.attributes('href'))).toEqual([
      '/tests/41',
      '/tests/41/assign?practice=1&groups=61',
    ]);
    expect(page.find('.made').text()).toContain(say('results.noneWithout', { without: 'MA.6.2' }));
  });

  test('a second press after a failure asks for the same, not for more', async () => {
    await shown();
    answers.makeFollowUp = new Refused({ title: 'The server is busy.' } as never);
    await making();
    expect(alert()).toBe('The server is busy.');
    await making();
    const [first, second] = bodies('makeFollowUp') as { clientKey: string }[];
    expect(second!.clientKey).toBe(first!.clientKey);
  });

  test('where nobody missed anything it says so', async () => {
    const page = await shown({ groups: [] });
    expect(page.text()).toContain(say('results.nobodyMissedAnything'));
  });
});
