/**
 * Parts of a student's pages: help in practice, the report, the sheets over a sitting, the line guide.
 *
 * @jest-environment jsdom
 */
const seatCall = jest.fn();
jest.mock('../src/client/seatCall', () => ({
  seatCall: (...sent: unknown[]) => seatCall(...sent),
}));
const setTheme = jest.fn();
jest.mock('../src/theme/theme', () => ({
  theme: { value: 'light' },
  themes: ['light', 'dark'],
  setTheme: (...sent: unknown[]) => setTheme(...sent),
}));

import { usualPracticeHelp } from '@oaken/core/assignments';
import { enableAutoUnmount, flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import type { AnswerOf, api } from '@oaken/contract';
import type { Help } from '@oaken/contract/attempts';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { Refused } from '../src/client/request';
import OtherNumbers from '../src/seat/OtherNumbers.vue';
import PracticeHelp from '../src/seat/PracticeHelp.vue';
import ReportPage from '../src/seat/ReportPage.vue';
import { practiceInWords } from '../src/seat/ruleWords';
import DisplaySheet from '../src/sitting/DisplaySheet.vue';
import LeaveSheet from '../src/sitting/LeaveSheet.vue';
import LineGuide from '../src/sitting/LineGuide.vue';
import { say } from '../src/words';

enableAutoUnmount(afterEach);
beforeAll(() => {
  // jsdom knows the element, but does not open it.
  HTMLDialogElement.prototype.showModal = function () {
    this.open = true;
  };
  HTMLDialogElement.prototype.close = function () {
    this.open = false;
    this.dispatchEvent(new Event('close'));
  };
});
beforeEach(() => {
  setActivePinia(createPinia());
  seatCall.mockReset();
  setTheme.mockReset();
});

const button = (page: VueWrapper, name: string) =>
  page.findAll('button').find((candidate) => candidate.text() === name)!;

describe('a question with other numbers', () => {
  const item = (sum: string) => ({
    stem: `<p>What is ${sum}?</p>`,
    parts: [{ id: 'p', kind: 'numeric' }],
  });
  async function opened(...told: object[]) {
    for (const answer of told) seatCall.mockResolvedValueOnce(answer);
    const page = mount(OtherNumbers, { props: { attemptId: 7, entryId: 'e1' } });
    await button(page, say('practice.tryOthers')).trigger('click');
    await flushPromises();
    return page;
  }
  const unchecked = { item: item('3 + 4'), checked: null };
  const checked = (share: number) => ({
    ...unchecked,
    checked: { share, remark: '', right: ['7'], explanation: '<p>Together 7.</p>' },
  });
  async function answered(share: number) {
    const page = await opened(unchecked, checked(share), { item: item('5 + 6'), checked: null });
    await page.get('input').setValue('7');
    await button(page, say('practice.check')).trigger('click');
    await flushPromises();
    return page;
  }
  const asked = () => seatCall.mock.calls.map(([, { body }]) => body);

  test('is there once it is asked for, and cannot be checked without an answer', async () => {
    const page = await opened(unchecked);
    expect(page.text()).toContain('What is 3 + 4?');
    expect(button(page, say('practice.check')).attributes('disabled')).toBeDefined();
  });

  test.each([
    [1, 'Right.'],
    [0.5, 'Some of it is right.'],
    [0, 'Not right.'],
  ])('a share of %d reads “%s”', async (share, words) =>
    expect((await answered(share)).get('.said').text()).toBe(words),
  );

  test('what was right is told with it, and other ones can be had', async () => {
    const page = await answered(0);
    expect(page.text()).toContain('Together 7.');
    await button(page, say('practice.othersAgain')).trigger('click');
    await flushPromises();
    expect(page.text()).toContain('What is 5 + 6?');
    expect(asked()).toEqual([
      { round: 1, responses: null },
      { round: 1, responses: { p: '7' } },
      { round: 2, responses: null },
    ]);
  });

  test('a refusal is said, and what was typed stays', async () => {
    const page = await opened(unchecked);
    seatCall.mockRejectedValueOnce(new Refused({ type: '', title: 'Time is over.', status: 409 }));
    await page.get('input').setValue('8');
    await button(page, say('practice.check')).trigger('click');
    await flushPromises();
    expect(page.get('[role=alert]').text()).toContain('Time is over.');
    expect(page.get('input').element.value).toBe('8');
  });
});

describe('help with a question', () => {
  const untried: Help = {
    tries: 0,
    share: null,
    parts: [],
    remark: '',
    hints: [],
    hintsInAll: 2,
    triesLeft: null,
    shown: false,
    done: false,
    earned: 0,
    worth: 1,
    right: null,
    explanation: null,
    again: false,
  };
  const shown = (change: Partial<Help> = {}, more: object = {}) =>
    mount(PracticeHelp, {
      props: {
        place: { attemptId: 7, entryId: 'e1' },
        help: { ...untried, ...change },
        points: 2,
        offPerTry: 0.25,
        rules: usualPracticeHelp,
        answered: true,
        busy: false,
        wrong: '',
        ...more,
      },
    });
  const said = (page: VueWrapper) => page.find('[role=status]').text();

  test('before the first try it says what a try costs', () => {
    expect(shown().find('.price').text()).toBe(practiceInWords(0.25, usualPracticeHelp).join(' '));
  });

  test('the answer is shown only after a second press, which says what it costs', async () => {
    const page = shown({ worth: 0.5 });
    await button(page, say('practice.show')).trigger('click');
    expect(page.emitted('show')).toBeUndefined();
    expect(page.get('[role=alert]').text()).toContain('a right answer still gives 1 of 2 points.');
    await button(page, say('practice.showNo')).trigger('click');
    await button(page, say('practice.show')).trigger('click');
    await button(page, say('practice.showYes')).trigger('click');
    expect(page.emitted('show')).toHaveLength(1);
  });

  test.each([
    [{ feedback: 'at-end' }, ['practice.firstHint'], 'What was right is shown after you hand in.'],
    [{ feedback: 'none', hints: false }, [], 'What was right is not shown.'],
    [{ answers: false }, ['practice.check', 'practice.firstHint'], 'Hints cost nothing.'],
    [
      { tries: 2 },
      ['practice.check', 'practice.firstHint', 'practice.show'],
      'You have 2 tries for each question.',
    ],
  ] as const)('a practice that gives other help, %j', (change, buttons, price) => {
    const rules = { ...usualPracticeHelp, ...change };
    const hintsInAll = rules.hints ? 2 : 0;
    const page = shown({ hintsInAll }, { rules });
    expect(page.findAll('button').map((each) => each.text())).toEqual(
      buttons.map((key) => say(key)),
    );
    expect(page.get('.price').text()).toContain(price);
  });

  test('when no try is left it says so, and what was earned stays', () => {
    const page = shown({ tries: 2, triesLeft: 0, done: true, share: 0.5, earned: 0.5, worth: 0.5 });
    expect(said(page)).toBe('No tries are left. You have 1 of 2 points so far.');
  });

  test('what of a wrong answer earned points is said', () =>
    expect(shown({ tries: 1, share: 0.5, remark: '1 of 2 points is right.' }).text()).toContain(
      '1 of 2 points is right.',
    ));

  test('what is not answered cannot be checked', () => {
    const page = shown({}, { answered: false });
    expect(button(page, say('practice.check')).attributes('disabled')).toBeDefined();
  });

  test('while it is asked nothing can be asked again', () => {
    const page = shown({}, { busy: true });
    expect(page.findAll('button').map((each) => each.attributes('disabled'))).toEqual(['', '', '']);
  });

  test.each([
    ['check', 'practice.check'],
    ['hint', 'practice.firstHint'],
  ] as const)('“%s” is asked by its button', async (event, name) => {
    const page = shown();
    await button(page, say(name)).trigger('click');
    expect(page.emitted(event)).toHaveLength(1);
  });

  test('a wrong try says that it is not right yet, and what it is worth now', () => {
    expect(said(shown({ tries: 1, share: 0, worth: 0.75 }))).toBe(
      [
        say('practice.notYet'),
        say('practice.nowGives', { points: say('practice.points', { earned: 1.5, n: 2 }) }),
      ].join(' '),
    );
  });

  test('of several parts it says how many are right, not which', () => {
    const parts = [
      { id: 'a', right: true },
      { id: 'b', right: false },
    ];
    expect(said(shown({ tries: 1, share: 0.5, worth: 0.75, earned: 0.5, parts }))).toContain(
      say('practice.partsRight', { right: 1, n: 2 }),
    );
  });

  test('where a further try can earn nothing more, it says so', () => {
    expect(said(shown({ tries: 3, share: 0.5, worth: 0.5, earned: 0.5 }))).toContain(
      say('practice.freeAgain'),
    );
  });

  test.each([
    [1, 'practice.right'],
    [3, 'practice.rightAtTry'],
  ] as const)('right at try %i is said with its points', (tries, key) => {
    const points = say('practice.points', { earned: 2, n: 2 });
    expect(said(shown({ tries, share: 1, done: true }))).toBe(say(key, { tries, points }));
  });

  test('once it is done, what is right and why stand there, and no check is left', () => {
    const page = shown({ done: true, right: ['Oslo'], explanation: '<p>It is north.</p>' });
    expect(page.text()).toContain(say('practice.key', { answer: 'Oslo' }));
    expect(page.find('.why').text()).toBe('It is north.');
    expect(button(page, say('practice.check'))).toBeUndefined();
  });

  test('hints stay, and the next one is offered until all are there', async () => {
    const page = shown({ hints: ['<p>Think north.</p>'] });
    expect(button(page, say('practice.nextHint')).exists()).toBe(true);
    await page.setProps({ help: { ...untried, hints: ['<p>a</p>', '<p>b</p>'] } });
    expect(page.findAll('.hints li').map((hint) => hint.text())).toEqual(['a', 'b']);
    expect(button(page, say('practice.nextHint'))).toBeUndefined();
  });

  test('a failure is said where it happened', () => {
    expect(shown({}, { wrong: 'No network.' }).find('[role=alert]').text()).toBe('No network.');
  });
});

describe('the report', () => {
  type Report = AnswerOf<typeof api.readReport>;
  type Entry = NonNullable<Report['entries']>[number];
  const entry: Entry = {
    item: {
      stem: '<p>Which river?</p>',
      parts: [
        {
          id: 'p',
          kind: 'single-choice',
          prompt: '',
          choices: [
            { id: 'a', text: 'Rhine' },
            { id: 'b', text: 'Danube' },
          ],
        },
      ] as never,
    },
    responses: { p: 'a' },
    symbol: 'partly',
    time: null,
    asks: 'points',
    mine: 'Rhine',
    maxPoints: 2,
    points: 1,
    needsMarking: false,
    right: ['Danube'],
    explanation: '<p>It flows east.</p>',
    comments: ['Look at the map.'],
    voices: [],
    levels: [],
    note: null,
  };
  const report: Report = {
    title: 'Rivers',
    score: { shown: 'points', points: 1, maxPoints: 2, share: 0.5, waiting: 0 } as never,
    attempt: 1,
    attempts: 1,
    lateOff: 0,
    notes: [],
    sheet: [],
    classAverage: null,
    byStandard: null,
    entries: [entry],
  };
  async function shown(change: Partial<Report> | Error = {}) {
    seatCall.mockImplementation(async () => {
      if (change instanceof Error) throw change;
      return { ...report, ...change };
    });
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/report/:assignmentId', component: ReportPage },
        { path: '/', component: {} },
      ],
    });
    await router.push('/report/7');
    const page = mount(ReportPage, { global: { plugins: [router] } });
    await flushPromises();
    return page;
  }

  test('is asked for in the language of the page', async () => {
    await shown();
    expect(seatCall).toHaveBeenCalledWith('readReport', {
      params: { assignmentId: 7 },
      query: { language: 'en' },
    });
  });

  test('an answer stands with what is right, why, and what the teacher says', async () => {
    const text = (await shown()).text();
    expect(text).toContain('Rhine');
    expect(text).toContain(say('report.key', { answer: 'Danube' }));
    expect(text).toContain('It flows east.');
    expect(text).toContain(say('report.teacher', { comment: 'Look at the map.' }));
  });

  test('the choices stand there as they had them, with theirs marked, and take no more answers', async () => {
    const page = await shown();
    const choices = page.findAll<HTMLInputElement>('article input');
    expect(choices.map(({ element }) => element.checked)).toEqual([true, false]);
    expect(page.get('article fieldset').attributes('disabled')).toBeDefined();
  });

  test('only what was not all right can be gone through, under its own numbers', async () => {
    const page = await shown({
      entries: [{ ...entry, symbol: 'right' }, entry, { ...entry, symbol: null }],
    });
    const headings = () => page.findAll('article h2').map((heading) => heading.text());
    expect(headings()).toHaveLength(3);
    await page.get('.which button').trigger('click');
    expect(headings()).toEqual([expect.stringContaining(say('report.question', { n: 2 }))]);
    await page.get('.which button').trigger('click');
    expect(headings()).toHaveLength(3);
  });

  test('without figures a question is right, partly right or wrong', async () => {
    const page = await shown({
      entries: [
        { ...entry, points: null, symbol: 'right' },
        { ...entry, points: null, symbol: 'wrong' },
      ],
    });
    expect(page.findAll('article h2 span.faded').map((words) => words.text())).toEqual([
      say('report.right'),
      say('report.wrong'),
    ]);
    expect(page.findAll('article .tally')).toHaveLength(2);
  });

  test('the class average and the time on a question, where the teacher shows them', async () => {
    const page = await shown({ classAverage: 0.67, entries: [{ ...entry, time: 83_400 }] });
    expect(page.text()).toContain(say('report.classAverage', { percent: '67%' }));
    expect(page.text()).toContain(say('report.time', { time: '1 minute 23 seconds' }));
  });

  test('no answer is said, not left empty', async () => {
    const page = await shown({ entries: [{ ...entry, mine: '' }] });
    expect(page.find('article p b').text()).toBe(say('report.none'));
  });

  test('an answer that waits for the teacher has no points beside it', async () => {
    const page = await shown({ entries: [{ ...entry, points: 0, needsMarking: true }] });
    expect(page.find('article h2').text()).toContain(say('report.forTeacher'));
    expect(page.find('article h2').text()).not.toContain(
      say('report.score', { points: 0, maxPoints: 2 }),
    );
  });

  test('an opinion earns nothing, and nothing is asked on a page to read', async () => {
    const page = await shown({
      entries: [
        { ...entry, asks: 'opinion' },
        { ...entry, asks: 'nothing' },
      ],
    });
    const [opinion, reading] = page.findAll('article');
    expect(opinion!.text()).toContain(say('report.opinion'));
    expect(reading!.text()).not.toContain(say('report.myAnswer'));
  });

  test('levels of a marking guide are said with their words', async () => {
    const levels = [{ criterion: 'Reasons', words: 'One reason.', points: 1, maxPoints: 3 }];
    const page = await shown({ entries: [{ ...entry, levels }] });
    expect(page.find('article .said li').text()).toBe(
      `Reasons: ${say('report.score', { points: 1, maxPoints: 3 })}. One reason.`,
    );
  });

  test('where only the score is out, it says that the rest is not', async () => {
    const page = await shown({ entries: null });
    expect(page.text()).toContain(say('report.notOut'));
    expect(page.findAll('article')).toHaveLength(0);
  });

  test('of several attempts it says which one counts, and what being late took off', async () => {
    const text = (await shown({ attempt: 2, attempts: 3, lateOff: 0.1 })).text();
    expect(text).toContain(say('report.attemptCounts', { attempt: 2, attempts: 3 }));
    expect(text).toContain(say('report.lateOff', { percent: '10%' }));
  });

  test('a standard stands with its statement and what to make of it', async () => {
    const page = await shown({
      byStandard: [
        { code: 'MA.6.RAT.1', statement: 'Ratios', share: 1, words: '2 of 2 points.' },
        { code: 'MA.6.RAT.2', statement: '', share: null, words: 'Waits.' },
      ],
    });
    expect(page.findAll('.standards .statement').map((line) => line.text())).toEqual([
      'Ratios',
      'MA.6.RAT.2',
    ]);
  });

  test('what cannot be read says why', async () => {
    const page = await shown(new Refused({ title: 'The score is not out yet.' } as never));
    expect(page.find('[role=alert]').text()).toBe('The score is not out yet.');
  });
});

describe('before handing in', () => {
  type Way = { id: string; number: number; progress: string; flagged: boolean }[];
  const step = (number: number, progress = 'answered', flagged = false) => ({
    id: `q${number}`,
    number,
    progress,
    flagged,
  });
  const shown = (way: Way, more: object = {}) =>
    mount(LeaveSheet, {
      props: {
        way: way as never,
        busy: false,
        title: 'Hand in?',
        end: 'Nothing can be changed after it.',
        verb: 'Hand in',
        doing: 'Handing in …',
        ...more,
      },
      attachTo: document.body,
    });
  const numbers = (page: VueWrapper) => page.findAll('.number').map((each) => each.text());

  test('everything answered is said', () => {
    expect(shown([step(1), step(2)]).text()).toContain(say('sitting.allDone'));
  });

  test('what is open or half answered, and what is flagged, are ways back', async () => {
    const way = [step(1, 'unanswered'), step(2, 'partly'), step(3, 'answered', true), step(4)];
    const page = shown(way);
    expect(numbers(page)).toEqual(['1', '2', '3']);
    await page.findAll('.number')[1]!.trigger('click');
    expect(page.emitted('go')).toEqual([[2]]);
  });

  test('of a single open question no list is made', () => {
    const page = shown([step(1, 'unanswered')]);
    expect(numbers(page)).toEqual([]);
    expect(page.text()).toContain(say('sitting.thisOpen'));
  });

  test('Escape stays, as its button does', async () => {
    const page = shown([step(1)]);
    await page.find('dialog').trigger('cancel');
    await button(page, say('sitting.stay')).trigger('click');
    expect(page.emitted('stay')).toHaveLength(2);
  });

  test('while it is being handed in it says so, and takes no second press', async () => {
    const page = shown([step(1)], { busy: true });
    expect(button(page, 'Handing in …').attributes('disabled')).toBeDefined();
  });
});

describe('text and colors', () => {
  const shown = () =>
    mount(DisplaySheet, { props: { size: 1, guide: false }, attachTo: document.body });

  test('a size is taken at once', async () => {
    const page = shown();
    await page.findAll('input[name=size]')[2]!.setValue(true);
    expect(page.emitted('update:size')).toEqual([[1.4]]);
  });

  test('a color is taken at once', async () => {
    const page = shown();
    await page.findAll('input[name=theme]')[1]!.setValue(true);
    expect(setTheme).toHaveBeenCalledWith('dark');
  });

  test('the line guide is turned on here', async () => {
    const page = shown();
    await page.find('input[type=checkbox]').setValue(true);
    expect(page.emitted('update:guide')).toEqual([[true]]);
  });

  test('done closes it', async () => {
    const page = shown();
    await button(page, say('display.done')).trigger('click');
    expect(page.emitted('close')).toHaveLength(1);
  });
});

describe('the line guide', () => {
  const handle = (page: VueWrapper) => page.find('[role=slider]');
  const place = (page: VueWrapper) => Number(handle(page).attributes('aria-valuenow'));

  test.each([
    ['ArrowDown', 33],
    ['ArrowUp', 27],
    ['PageDown', 50],
    ['PageUp', 10],
    ['Home', 0],
    ['End', 100],
  ])('%s moves it to %i percent of the height', async (key, after) => {
    const page = mount(LineGuide);
    await handle(page).trigger('keydown', { key });
    expect(place(page)).toBe(after);
  });

  test('it stops at the ends', async () => {
    const page = mount(LineGuide);
    await handle(page).trigger('keydown', { key: 'Home' });
    await handle(page).trigger('keydown', { key: 'ArrowUp' });
    expect(place(page)).toBe(0);
  });

  test('other keys are left to the page', async () => {
    const page = mount(LineGuide);
    const event = new KeyboardEvent('keydown', { key: 'Tab', cancelable: true });
    handle(page).element.dispatchEvent(event);
    expect(event.defaultPrevented).toBe(false);
  });
});
