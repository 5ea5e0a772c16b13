/**
 * A round on its pages: the teacher's steps, the projector, and a student's own answer.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
jest.mock(
  'element-plus/es/components/message-box/index.mjs',
  () => jest.requireActual('./support/desk').mockedMessageBox,
  { virtual: true },
);
// What draws the code needs more than jsdom has.
jest.mock('../src/parts/QrCode.vue', () => ({ __esModule: true, default: { render: () => null } }));
const seatCall = jest.fn();
jest.mock('../src/client/seatCall', () => ({
  seatCall: (...sent: unknown[]) => seatCall(...sent),
}));

import { flushPromises } from '@vue/test-utils';
import type { RoundDesk, RoundScreen, SeatRound } from '@oaken/contract/rounds';
import { Refused, Unreachable } from '../src/client/request';
import BeginDialog from '../src/desk/rounds/BeginDialog.vue';
import RoundPage from '../src/desk/rounds/RoundPage.vue';
import ScreenPage from '../src/desk/rounds/ScreenPage.vue';
import { stepsFrom } from '../src/desk/rounds/roundSteps';
import SeatRoundPage from '../src/seat/RoundPage.vue';
import { say as saySeat } from '../src/words';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  now,
  opened,
  press,
  router,
  submit,
} from './support/desk';
import { asking, desk, item, spread, type Asking } from './support/rounds';
import { latestStream, openStreams } from './support/stream';

atTheDesk();
beforeEach(() => {
  localStorage.clear();
  openStreams();
  seatCall.mockReset();
});

describe('the steps from where a round stands', () => {
  const opening = { limit: null, untilAll: false };
  const from = (step: Asking['step'] | null, change: Partial<Asking> = {}) =>
    stepsFrom(desk({ asking: step && asking({ step, ...change }) }), opening).map(({ id }) => id);

  test.each([
    [null, ['next']],
    ['reading', ['open']],
    ['open', ['close']],
    ['closed', ['show-spread', 'ask-again', 'show-key', 'next']],
    ['spread', ['ask-again', 'show-key', 'next']],
    ['key', ['next']],
  ] as const)('%s', (step, ids) => {
    expect(from(step)).toEqual(ids);
  });

  test('nothing is asked a third time', () => {
    expect(from('closed', { time: 'again' })).not.toContain('ask-again');
  });
  test('once it has ended there is none', () => {
    expect(stepsFrom(desk({ ended: true }), opening)).toEqual([]);
  });
});

describe('leading', () => {
  async function shown(change: Partial<RoundDesk> = {}) {
    const page = await opened(RoundPage, {}, '/rounds/3', '/rounds/:roundId');
    await latestStream().say('desk', desk(change));
    return page;
  }

  test('a step is taken from the version that the page shows, and its answer is shown', async () => {
    answers.leadRound = desk({ version: 6, asking: asking({ step: 'closed' }) });
    await shown();
    await press(say('rounds.close'));
    expect(bodies('leadRound')).toEqual([{ version: 5, command: { do: 'close' } }]);
    expect(control(say('rounds.showSpread'))).toBeTruthy();
  });

  test('a second press right after the first takes no second step', async () => {
    answers.leadRound = desk({ version: 6, asking: asking({ step: 'closed' }) });
    await shown();
    // However slow the machine is, no time passes between the two.
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
    await press(say('rounds.close'));
    await press(say('rounds.showSpread'));
    jest.useRealTimers();
    expect(bodies('leadRound')).toHaveLength(1);
  });

  test('where a colleague was quicker it says so, and shows where the round stands', async () => {
    answers.leadRound = new Refused({ title: 'Somebody else took a step meanwhile.' } as never);
    answers.readRound = desk({ version: 7, asking: asking({ step: 'spread' }) });
    const page = await shown();
    await press(say('rounds.close'));
    expect(page.find('[role=alert]').text()).toBe('Somebody else took a step meanwhile.');
    expect(control(say('rounds.askAgain'))).toBeTruthy();
  });

  test('while students answer, nothing on the page says what is right', async () => {
    const page = await shown();
    expect(page.find('li.right').exists()).toBe(false);
    expect(page.text()).not.toContain('Compares denominators only.');
  });

  test('once it is closed, what is right and why others are wrong is there when asked for', async () => {
    const page = await shown({ asking: asking({ step: 'closed' }) });
    expect(page.find('li.right').exists()).toBe(false);
    await check(say('rounds.showRight'));
    expect(page.find('li.right').text()).toContain('Two thirds');
    expect(page.text()).toContain('Compares denominators only.');
  });

  test('the class shows who has answered, and right or wrong only when asked', async () => {
    const page = await shown();
    expect(page.find('.class li').text()).toContain(say('rounds.answered'));
    expect(page.findAll('.class li')[1]!.text()).not.toContain(say('rounds.answered'));
  });

  test('asked again, both spreads and what changed stand side by side', async () => {
    const twice = { students: 2, first: 1, second: 2, wrongToRight: 1, rightToWrong: 0, gain: 1 };
    const page = await shown({
      asking: asking({ time: 'again', step: 'closed', before: spread, twice }),
    });
    await check(say('rounds.showRight'));
    expect(page.text()).toContain(say('rounds.twice', { n: 2, first: 1, second: 2 }));
    expect(page.text()).toContain(say('rounds.gain', { gain: '100%' }));
    expect(page.findAll('.earlier')).toHaveLength(2);
  });

  test('a round that has ended leads to its results', async () => {
    const page = await shown({ ended: true, assignmentId: 12, asking: null });
    expect(page.findAll('a').map((link) => link.attributes('href'))).toContain('/results/12');
  });

  test('a question is read without its choices by its own button', async () => {
    answers.leadRound = desk({ version: 6 });
    await shown({ asking: null });
    await press(say('rounds.readHiddenOf', { n: 2 }));
    expect(bodies('leadRound')).toEqual([
      { version: 5, command: { do: 'read', entry: 'e2', choicesHidden: true } },
    ]);
  });
});

describe('on the projector', () => {
  const screen = (change: Partial<RoundScreen> = {}): RoundScreen => ({
    now,
    title: 'Fractions',
    className: '6B',
    code: 'BRN6B2',
    frozen: false,
    shown: { ended: false, pace: null, goal: null, asking: null },
    answered: 0,
    here: 2,
    teams: [],
    strips: null,
    ...change,
  });
  const asked = (change: object = {}) =>
    screen({
      answered: 1,
      shown: {
        ended: false,
        pace: null,
        goal: null,
        asking: {
          ...{ id: 'e1', time: 'first', step: 'open', number: 1, item: item as never },
          ...{ choicesHidden: false, openedAt: now, limit: null },
          ...{ spread: null, right: null, explanation: null },
          ...change,
        } as never,
      },
    });
  async function shown(told: RoundScreen) {
    const page = await opened(ScreenPage, {}, '/rounds/3/screen', '/rounds/:roundId/screen');
    await latestStream().say('screen', told);
    return page;
  }

  test('before the first question it says how to come in', async () => {
    expect((await shown(screen())).text()).toContain('BRN6B2');
  });
  test('squares fill as answers come, nobody’s in particular', async () => {
    const page = await shown(asked());
    expect(page.findAll('.squares i').map((square) => square.classes()[0])).toEqual([
      'full',
      'empty',
    ]);
    expect(page.text()).not.toMatch(/Ada Park|Bo Lind/);
  });
  test('the spread and what is right come with their steps', async () => {
    const page = await shown(asked());
    expect(page.find('.spread').exists()).toBe(false);
    await latestStream().say('screen', asked({ step: 'key', spread, right: ['Two thirds'] }));
    expect(page.find('.spread').exists()).toBe(true);
    expect(page.find('.key').text()).toContain('Two thirds');
  });
});

describe('a student’s page', () => {
  const seat = (change: Partial<SeatRound> = {}): SeatRound => ({
    now,
    title: 'Fractions',
    teacher: 'Maren Holloway',
    shown: {
      ended: false,
      pace: null,
      goal: null,
      asking: {
        ...{ id: 'e1', time: 'first', step: 'open', number: 1, item: item as never },
        ...{ choicesHidden: false, openedAt: now, limit: null },
        ...{ spread: null, right: null, explanation: null },
      } as never,
    },
    questions: [],
    team: null,
    companion: null,
    guest: false,
    mine: [],
    timeFactor: 1,
    aloud: false,
    textSize: 1,
    ...change,
  });
  let stored: unknown;
  beforeEach(() => {
    jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask'] });
    stored = { now, number: 1 };
  });
  afterEach(() => {
    jest.useRealTimers();
  });
  async function shown(change: Partial<SeatRound> = {}) {
    seatCall.mockImplementation(async (name: string) => {
      if (name === 'joinRound') return seat(change);
      if (stored instanceof Error) throw stored;
      return stored;
    });
    const page = await opened(SeatRoundPage, {}, '/round/3', '/round/:roundId');
    await flushPromises();
    return page;
  }
  const sent = () =>
    seatCall.mock.calls.filter(([name]) => name === 'answerRound').map(([, { body }]) => body);
  const state = (page: Awaited<ReturnType<typeof shown>>) => page.find('.state').text();
  const choose = async (page: Awaited<ReturnType<typeof shown>>, place: number) => {
    await page.findAll('input[type=radio]')[place]!.setValue(true);
    await jest.advanceTimersByTimeAsync(400);
  };

  test('an answer is called saved once the server has it', async () => {
    const page = await shown();
    expect(state(page)).toBe(saySeat('round.answerNow'));
    await choose(page, 1);
    expect(sent()).toEqual([{ asking: 'e1', number: 1, unsure: false, responses: { p1: 'b' } }]);
    expect(state(page)).toBe(saySeat('round.stored'));
  });

  test('changed quickly, it is sent once with the last of it', async () => {
    const page = await shown();
    await page.findAll('input[type=radio]')[0]!.setValue(true);
    await page.findAll('input[type=radio]')[1]!.setValue(true);
    await jest.advanceTimersByTimeAsync(400);
    expect(sent()).toEqual([{ asking: 'e1', number: 2, unsure: false, responses: { p1: 'b' } }]);
  });

  test('without network it is kept and sent again by itself', async () => {
    const page = await shown();
    stored = new Unreachable();
    await choose(page, 0);
    expect(state(page)).toBe(saySeat('round.keptHere'));
    stored = { now, number: 1 };
    await jest.advanceTimersByTimeAsync(2500);
    expect(state(page)).toBe(saySeat('round.stored'));
  });

  test('while the database is away it is kept and sent again as well', async () => {
    const page = await shown();
    stored = new Refused({ title: 'The database is not answering.', status: 503 } as never);
    await choose(page, 0);
    expect(state(page)).toBe(saySeat('round.keptHere'));
  });

  test('what could not be sent before the class went on still goes to the server', async () => {
    await shown().then(async (page) => {
      stored = new Unreachable();
      await choose(page, 0);
    });
    stored = { now, number: 1 };
    const { shown: current } = seat();
    const next = { ...current.asking!, id: 'e2' };
    await latestStream().say('shown', { now, shown: { ...current, asking: next } });
    await jest.advanceTimersByTimeAsync(2500);
    expect(sent().at(-1)).toEqual({
      asking: 'e1',
      number: 1,
      unsure: false,
      responses: { p1: 'a' },
    });
  });

  test('what came too late is said as the server says it', async () => {
    const page = await shown();
    stored = new Refused({ title: 'This question is closed.' } as never);
    await choose(page, 0);
    expect(state(page)).toBe('This question is closed.');
  });

  test('opened again, the answer that was given stands there', async () => {
    const page = await shown({
      mine: [{ asking: 'e1', number: 4, unsure: false, responses: { p1: 'b' } }],
    });
    expect(page.findAll<HTMLInputElement>('input')[1]!.element.checked).toBe(true);
    await choose(page, 0);
    expect(sent()).toEqual([{ asking: 'e1', number: 5, unsure: false, responses: { p1: 'a' } }]);
  });

  test('what is closed takes no answer', async () => {
    const page = await shown();
    const { shown: current } = seat();
    await latestStream().say('shown', {
      now,
      shown: { ...current, asking: { ...current.asking, step: 'closed' } },
    });
    expect(page.find('fieldset').attributes('disabled')).toBeDefined();
    expect(state(page)).toBe(saySeat('round.closedWithout'));
  });

  test('before the first question it says who asks it', async () => {
    const shownRound = { ended: false, pace: null, goal: null, asking: null };
    const page = await shown({ shown: shownRound });
    expect(page.text()).toContain(saySeat('round.waiting', { teacher: 'Maren Holloway' }));
  });
});

describe('beginning', () => {
  test('asks which class, and leads to the round', async () => {
    answers.listClasses = {
      classes: [
        { id: 4, name: '6B', subject: 'Mathematics', putAway: false },
        { id: 5, name: '5X', subject: 'Mathematics', putAway: true },
      ],
    };
    answers.beginRound = { id: 31 };
    const page = await opened(BeginDialog, {
      modelValue: false,
      from: { what: 'test', testId: 9 },
    });
    await page.setProps({ modelValue: true });
    await flushPromises();
    expect(document.body.textContent).not.toContain('5X');
    await submit();
    await flushPromises();
    expect(bodies('beginRound')).toEqual([
      {
        clientKey: expect.any(String),
        classId: 4,
        from: { what: 'test', testId: 9 },
        pace: null,
      },
    ]);
    expect(router.currentRoute.value.path).toBe('/rounds/31');
  });
});

describe('a class that answers by strips', () => {
  const withStrips = { strips: true, asking: asking({ step: 'spread' }) };
  async function deskShown(change: Partial<RoundDesk>) {
    const page = await opened(RoundPage, {}, '/rounds/3', '/rounds/:roundId');
    await latestStream().say('desk', desk({ ...withStrips, ...change }));
    return page;
  }

  test('reads letters before the choices, and before the answers', async () => {
    const page = await deskShown({});
    expect(page.findAll('.choice .letter').map((letter) => letter.text())).toEqual(['A', 'B']);
    expect(page.findAll('ul.spread .letter').map((letter) => letter.text())).toEqual(['A', 'B']);
  });

  test('reads none where nobody holds up any', async () => {
    const page = await deskShown({ strips: false });
    expect(page.findAll('.letter')).toHaveLength(0);
  });

  test('does not read a letter twice where the choices are letters', async () => {
    const lines = ['A', 'B'].map((text) => ({ id: text, text, students: 1 }));
    const aloud = asking({ step: 'spread', spread: [{ ...spread[0]!, lines }] });
    const page = await deskShown({ asking: aloud });
    expect(page.findAll('ul.spread .letter')).toHaveLength(0);
  });

  test('sees on the projector whose strip was read, by number', async () => {
    const page = await opened(ScreenPage, {}, '/rounds/3/screen', '/rounds/:roundId/screen');
    const numbers = [
      { number: 4, read: true },
      { number: 9, read: false },
    ];
    const shown = { ended: false, pace: null, goal: null, asking: asking() };
    await latestStream().say('screen', {
      ...{ now, title: 'Fractions', className: '6B', code: 'BRN6B2', frozen: false, shown },
      ...{ answered: 1, here: 2, teams: [], strips: { letters: ['A', 'B'], numbers } },
    });
    expect(page.findAll('.numbers .read b').map((number) => number.text())).toEqual(['4']);
    expect(page.findAll('.numbers li')).toHaveLength(2);
  });
});
