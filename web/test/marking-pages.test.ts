/**
 * Marking answer by answer, answers that the key does not know, and a second marker.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { flushPromises } from '@vue/test-utils';
import { Refused } from '../src/client/request';
import AllAnswersPage from '../src/desk/marking/AllAnswersPage.vue';
import MarkingPage from '../src/desk/marking/MarkingPage.vue';
import SecondPage from '../src/desk/marking/SecondPage.vue';
import UnknownPage from '../src/desk/marking/UnknownPage.vue';
import { notice, takeBack } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  control,
  now,
  opened,
  press,
  sent,
  submit,
  type,
} from './support/desk';

atTheDesk();
beforeEach(() => localStorage.clear());
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';
const absent = (name: string) => expect(() => control(name)).toThrow();
const isOff = (name: string) => control(name).hasAttribute('disabled');

describe('marking', () => {
  const part = {
    entry: 'e1',
    part: 'p1',
    number: 1,
    stem: '<p>Why do rivers bend?</p>',
    shown: { id: 'p1', kind: 'long-text' },
    guide: '',
    criteria: [],
    maxPoints: 3,
    anchors: [] as object[],
    comments: ['Say why.'],
  };
  interface Mark {
    points: number | null;
    comment: string;
    levels: null;
    voice: null;
    version: number;
    by: string;
    at: number;
  }
  const mark = (points: number | null, version = 1): Mark => ({
    points,
    comment: '',
    levels: null,
    voice: null,
    version,
    by: 'Maren Holloway',
    at: now,
  });
  const answer = (
    attemptId: number,
    name: string,
    response: string,
    given: Mark | null = null,
  ) => ({
    entry: 'e1',
    part: 'p1',
    attemptId,
    student: { id: attemptId, name, className: '6B', rosterNumber: attemptId },
    response,
    words: 4,
    mark: given,
  });
  const work = {
    title: 'Rivers',
    mayMark: true,
    parts: [part],
    answers: [
      answer(1, 'Ada Park', 'Because of rocks.', mark(2)),
      answer(2, 'Bo Lind', 'The ground is soft.'),
      answer(3, 'Cora Finch', 'Water takes the easy way.'),
    ],
  };
  async function shown(change: object = {}, path = '/marking/7/e1/p1') {
    answers.readMarking = { ...work, ...change };
    const pattern = '/marking/:assignmentId/:entryId/:partId';
    return opened(MarkingPage, {}, path, pattern);
  }
  const who = (page: Awaited<ReturnType<typeof shown>>) => page.find('.who b').text();
  const give = async (points: string) => {
    await type(say('common.points'), points);
    await submit();
  };

  test('begins with the first answer that has no mark', async () => {
    expect(who(await shown())).toBe('Bo Lind (6B)');
  });

  test('a mark goes with its comment and version, and the next one comes', async () => {
    const page = await shown();
    await type(say('marking.comment'), 'Say why.');
    await give('2.5');
    expect(sent('giveMarks')).toEqual([
      {
        params: { assignmentId: 7, entryId: 'e1', partId: 'p1' },
        body: {
          attempts: [{ attemptId: 2, version: 0 }],
          points: 2.5,
          levels: null,
          comment: 'Say why.',
          voice: null,
        },
      },
    ]);
    expect(who(page)).toBe('Cora Finch (6B)');
  });

  test('undo takes the mark back and shows its answer again', async () => {
    const page = await shown();
    await give('1');
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('giveMarks')[1]).toMatchObject({ points: null, comment: '' });
    expect(who(page)).toBe('Bo Lind (6B)');
  });

  test.each(['4', '-1', '', 'two'])(
    '“%s” of three points is refused beside the field',
    async (points) => {
      await shown();
      await give(points);
      expect(alert()).toBe(say('marking.pointsNumberFrom', { maxPoints: '3' }));
      expect(sent('giveMarks')).toEqual([]);
    },
  );

  test('a decimal comma is a decimal sign', async () => {
    await shown();
    await give('1,5');
    expect(bodies('giveMarks')[0]).toMatchObject({ points: 1.5 });
  });

  test('what somebody else marked meanwhile is said, and what was typed stays', async () => {
    answers.giveMarks = new Refused({ title: 'It was marked meanwhile.' } as never);
    const page = await shown();
    await type(say('marking.comment'), 'Say why.');
    await give('1');
    expect(alert()).toBe('It was marked meanwhile.');
    expect(page.find('textarea').element.value).toBe('Say why.');
  });

  test('the same answer of several is marked once for all of them', async () => {
    await shown({
      answers: [answer(2, 'Bo Lind', 'Soft ground.'), answer(3, 'Cora Finch', 'Soft ground.')],
    });
    await give('1');
    expect(bodies('giveMarks')[0]).toMatchObject({
      attempts: [
        { attemptId: 2, version: 0 },
        { attemptId: 3, version: 0 },
      ],
    });
  });

  test('the last one that is marked says that all are', async () => {
    await shown({ answers: [answer(2, 'Bo Lind', 'Soft ground.')] });
    answers.readMarking = { ...work, answers: [answer(2, 'Bo Lind', 'Soft ground.', mark(1))] };
    await give('1');
    expect(notice.value?.text).toContain(say('marking.everythingMarkedAfter').trim());
  });

  test('names that are hidden stay hidden', async () => {
    await shown();
    await press(say('common.hideNames'));
    expect(who(await shown())).toBe(say('marking.oneStudent'));
  });

  test('a comment that was given before is taken by its press', async () => {
    const page = await shown();
    await press('Say why.');
    expect(page.find('textarea').element.value).toBe('Say why.');
  });

  test('a mark that stands can be removed', async () => {
    await shown({ answers: [answer(1, 'Ada Park', 'Rocks.', mark(2, 5))] });
    await press(say('marking.removeMark'));
    expect(bodies('giveMarks')).toEqual([
      {
        attempts: [{ attemptId: 1, version: 5 }],
        points: null,
        levels: null,
        comment: '',
        voice: null,
      },
    ]);
  });

  test('who may only look has nothing to save', async () => {
    await shown({ mayMark: false });
    absent(say('marking.saveMark'));
  });

  test('begins with the answer that the page of all leads to', async () => {
    expect(who(await shown({}, '/marking/7/e1/p1?attempt=3'))).toBe('Cora Finch (6B)');
  });

  test('an anchor answer is shown beside, and a marked one can be kept with what it shows', async () => {
    const anchor = {
      id: 4,
      response: 'Water wears the outer bank.',
      points: 3,
      levels: null,
      note: 'all of it',
      by: 'Tobias Lindqvist',
      at: now,
    };
    const page = await shown({
      parts: [{ ...part, anchors: [anchor] }],
      answers: [answer(1, 'Ada Park', 'Rocks.', mark(2))],
    });
    expect(page.find('.anchors').text()).toContain('Water wears the outer bank.');
    await press(say('marking.keepAsAnchor'));
    await type(say('marking.whatItShows'), 'half of it');
    await press(say('marking.keep'));
    expect(sent('keepAnchor')).toEqual([
      {
        params: { assignmentId: 7, entryId: 'e1', partId: 'p1' },
        body: { attemptId: 1, note: 'half of it' },
      },
    ]);
    await press(say('marking.removeAnchor'));
    expect(sent('removeAnchor')[0]).toMatchObject({ params: { anchorId: 4 } });
  });

  test('an answer without a mark is no anchor yet', async () => {
    await shown();
    expect(isOff(say('marking.keepAsAnchor'))).toBe(true);
  });

  test('a browser that cannot record says so', async () => {
    await shown();
    await press(say('marking.recordComment'));
    expect(alert()).toBe(say('marking.cannotRecord'));
  });

  describe('all answers on one page', () => {
    const all = async (change: object = {}, query = '') => {
      answers.readMarking = { ...work, ...change };
      const pattern = '/marking/:assignmentId/:entryId/:partId/all';
      return opened(AllAnswersPage, {}, `/marking/7/e1/p1/all${query}`, pattern);
    };
    const box = (name: string) => {
      const label = [...document.body.querySelectorAll('label')].find((candidate) =>
        candidate.textContent?.includes(name),
      );
      return label!.querySelector('input')!;
    };
    const key = async (name: string) => {
      const event = { key: name, bubbles: true, cancelable: true };
      document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', event));
      await flushPromises();
    };

    test('a number key gives points to the card that has the focus, and the next one has it then', async () => {
      await all();
      expect(document.activeElement).toBe(box('Bo Lind'));
      answers.readMarking = {
        ...work,
        answers: [work.answers[0], answer(2, 'Bo Lind', 'Soft.', mark(3)), work.answers[2]],
      };
      await key('3');
      expect(bodies('giveMarks')).toEqual([
        { attempts: [{ attemptId: 2, version: 0 }], points: 3 },
      ]);
      expect(document.activeElement).toBe(box('Cora Finch'));
    });

    test('more points than there are do nothing', async () => {
      await all();
      await key('4');
      expect(sent('giveMarks')).toEqual([]);
    });

    test('the same comment goes to all that are selected, and their points stay', async () => {
      await all();
      for (const name of ['Ada Park', 'Cora Finch']) box(name).click();
      await flushPromises();
      await type(say('marking.commentForSelected'), 'Say why.');
      await press(say('marking.giveSelected', { n: 2 }));
      expect(bodies('giveMarks')).toEqual([
        {
          attempts: [
            { attemptId: 1, version: 1 },
            { attemptId: 3, version: 0 },
          ],
          comment: 'Say why.',
        },
      ]);
    });

    test('undo gives each back what it had', async () => {
      await all();
      for (const name of ['Ada Park', 'Bo Lind']) box(name).click();
      await flushPromises();
      await key('0');
      await takeBack({ undo: notice.value!.undo! });
      expect(bodies('giveMarks').slice(1)).toEqual([
        { attempts: [{ attemptId: 1, version: 1 }], points: 2, levels: null, comment: '' },
        { attempts: [{ attemptId: 2, version: 0 }], points: null, levels: null, comment: '' },
      ]);
    });

    test('nothing to give is said', async () => {
      await all();
      await press(say('marking.selectUnmarked'));
      await press(say('marking.giveSelected', { n: 2 }));
      expect(alert()).toBe(say('marking.pointsOrComment'));
    });

    test('arrow keys go from card to card, and the one that was opened has the focus', async () => {
      await all({}, '?attempt=3');
      expect(document.activeElement).toBe(box('Cora Finch'));
      await key('ArrowLeft');
      expect(document.activeElement).toBe(box('Bo Lind'));
    });
  });

  test('no answers yet says when they come', async () => {
    const page = await shown({ answers: [] });
    expect(page.text()).toContain(say('marking.answersAppearHereOnce'));
  });

  test('a second marker sees no names, and marks into a place of their own', async () => {
    answers.readSecondMarking = {
      ...work,
      answers: work.answers.map((each) => ({ ...each, student: null, mark: null })),
    };
    const page = await opened(
      MarkingPage,
      {},
      '/second-markings/12',
      '/second-markings/:secondMarkingId',
    );
    expect(page.text()).not.toMatch(/Ada Park|Bo Lind|Cora Finch/);
    await give('1');
    expect(sent('giveSecondMarks')).toHaveLength(1);
    expect(sent('giveMarks')).toEqual([]);
  });
});

describe('answers that the key does not know', () => {
  const found = (responseText: string, students: number, staysWrong = false) => ({
    spelling: responseText.toLowerCase(),
    responseText,
    students,
    staysWrong,
  });
  const unknown = {
    title: 'Rivers',
    stem: '<p>Which river?</p>',
    key: 'Danube',
    mayDecide: true,
    answers: [found('Donau', 4), found('Rhine', 2), found('Lake', 1, true)],
  };
  const figure = { value: 0.5, n: 20, reason: null };
  const figures = { mean: figure, meanShare: figure, alpha: figure, standardError: figure };
  const effect = {
    edition: 31,
    words: ['“Donau” counts as right.'],
    attempts: 4,
    gain: [],
    lose: [],
    same: 16,
    bands: [],
    figures: { before: figures, after: figures },
    working: 0,
    released: false,
  };
  const shown = (change: object = {}) => {
    answers.readUnknown = { ...unknown, ...change };
    answers.previewRescore = effect;
    return opened(
      UnknownPage,
      {},
      '/marking/7/e1/p1/unknown',
      '/marking/:assignmentId/:entryId/:partId/unknown',
    );
  };

  test('what is right is looked at before it is done', async () => {
    const page = await shown();
    await press(say('marking.countsAsRight'));
    expect(bodies('previewRescore')).toEqual([
      { entry: 'e1', accept: { part: 'p1', response: 'Donau' } },
    ]);
    expect(page.text()).toContain(say('marking.chosenCountsAsRight', { chosen: 'Donau' }));
    expect(sent('makeRescore')).toEqual([]);
  });

  test('then it is done with what was looked at, and undo takes it back', async () => {
    answers.makeRescore = { id: 5, attempts: 4, gained: 4, lost: 0 };
    await shown();
    await press(say('marking.countsAsRight'));
    await press(say('marking.rescoreAttempts', { n: 4 }));
    expect(bodies('makeRescore')).toEqual([
      {
        change: { entry: 'e1', accept: { part: 'p1', response: 'Donau' } },
        edition: 31,
        reason: '',
        tell: false,
      },
    ]);
    await takeBack({ undo: notice.value!.undo! });
    expect(sent('undoRescore')).toEqual([{ params: { assignmentId: 7, rescoreId: 5 } }]);
  });

  test('cancel leaves everything as it was', async () => {
    const page = await shown();
    await press(say('marking.countsAsRight'));
    await press(say('common.cancel'));
    expect(page.text()).toContain(say('marking.beforeAnswerTakenInto'));
  });

  test('one that stays wrong can be asked about again', async () => {
    await shown();
    await press(say('marking.staysWrong'));
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('decideWrong')).toEqual([
      { spellings: ['donau'], wrong: true },
      { spellings: ['donau'], wrong: false },
    ]);
  });

  test('all that are left are said to be wrong together, the decided ones not again', async () => {
    await shown();
    await press(say('marking.allTheseStayWrong'));
    expect(bodies('decideWrong')).toEqual([{ spellings: ['donau', 'rhine'], wrong: true }]);
  });

  test('once each is decided it says so', async () => {
    const page = await shown({ answers: [found('Lake', 1, true)] });
    expect(page.text()).toContain(say('marking.everyAnswerDecided'));
  });

  test('who may not decide only reads', async () => {
    await shown({ mayDecide: false });
    absent(say('marking.countsAsRight'));
    absent(say('marking.allTheseStayWrong'));
  });

  test('a preview that is refused says why', async () => {
    await shown();
    answers.previewRescore = new Refused({ title: 'The key has changed meanwhile.' } as never);
    await press(say('marking.countsAsRight'));
    expect(alert()).toBe('The key has changed meanwhile.');
  });
});

describe('a second marker', () => {
  const figure = { value: 0.8, n: 10, reason: null };
  const difference = {
    attemptId: 4,
    student: 'Ada Park',
    response: 'Rocks.',
    responseText: 'Rocks.',
    first: { points: 2, comment: 'Good.' },
    second: { points: 1, comment: '' },
    adjudicated: null as number | null,
    version: 3,
  };
  const marking = {
    id: 12,
    secondMarker: 'Tobias Lindqvist',
    requestedAt: now,
    done: 5,
    all: 10,
    n: 5,
    same: 4,
    kappa: figure,
    weighted: figure,
    table: [[1]],
    points: [1],
    differences: [difference],
  };
  const shown = (secondMarking: object | null) => {
    answers.readAgreement = {
      title: 'Rivers',
      stem: '<p>Why?</p>',
      maxPoints: 3,
      colleagues: [{ accountId: 2, name: 'Tobias Lindqvist' }],
      secondMarking,
    };
    return opened(
      SecondPage,
      {},
      '/marking/7/e1/p1/second',
      '/marking/:assignmentId/:entryId/:partId/second',
    );
  };
  const final = say('marking.otherPointsStudent', { student: 'Ada Park' });

  test('nobody is asked before somebody is chosen', async () => {
    await shown(null);
    expect(isOff(say('marking.requestSecondMarking'))).toBe(true);
  });

  test('a request can be taken back until the first answer is marked', async () => {
    await shown({ ...marking, done: 0 });
    await press(say('marking.undo'));
    expect(bodies('requestSecondMarking')).toEqual([{ secondMarker: null }]);
    await shown(marking);
    expect(document.body.textContent).toContain(say('marking.differencesSettle', { n: 1 }));
  });

  test.each([
    ['marking.keepPoints', '2', { points: 2, comment: 'Good.' }],
    // The first comment stays where the second marker wrote none.
    ['marking.usePoints', '1', { points: 1, comment: 'Good.' }],
  ] as const)('a difference is settled by “%s”', async (key, points, given) => {
    await shown(marking);
    await press(say(key, { points }));
    expect(bodies('adjudicate')).toEqual([{ attemptId: 4, version: 3, ...given }]);
  });

  test('points between the two can be set', async () => {
    await shown(marking);
    await type(final, '1,5');
    await press(say('marking.setFinalMark'));
    expect(bodies('adjudicate')).toEqual([expect.objectContaining({ points: 1.5 })]);
  });

  test.each(['4', '', 'x'])('“%s” is no final mark of three points', async (points) => {
    await shown(marking);
    await type(final, points);
    await press(say('marking.setFinalMark'));
    expect(alert()).toBe(say('marking.pointsNumberFrom', { maxPoints: '3' }));
    expect(sent('adjudicate')).toEqual([]);
  });

  test('what is settled is not asked again', async () => {
    await shown({ ...marking, differences: [{ ...difference, adjudicated: 2 }] });
    expect(document.body.textContent).toContain(say('marking.allDifferencesSettled'));
    absent(say('marking.setFinalMark'));
  });

  test.each([
    [0, 'marking.nothingHasBeenMarked'],
    [5, 'marking.youAgreeOnEverything'],
  ] as const)('no differences over %i answers that both marked', async (n, key) => {
    await shown({ ...marking, n, differences: [] });
    await flushPromises();
    expect(document.body.textContent).toContain(say(key));
  });
});
