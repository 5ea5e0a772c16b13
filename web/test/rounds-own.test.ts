/**
 * Rounds from nothing, in teams and at one's own pace, on their pages; what is prepared, and what comes after.
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
jest.mock('../src/parts/QrCode.vue', () => ({ __esModule: true, default: { render: () => null } }));
const seatCall = jest.fn();
jest.mock('../src/client/seatCall', () => ({
  seatCall: (...sent: unknown[]) => seatCall(...sent),
}));

import { flushPromises } from '@vue/test-utils';
import type { RoundDesk, RoundScreen, SeatRound } from '@oaken/contract/rounds';
import { Refused } from '../src/client/request';
import PrepareDialog from '../src/desk/rounds/PrepareDialog.vue';
import RoundPage from '../src/desk/rounds/RoundPage.vue';
import RoundsPage from '../src/desk/rounds/RoundsPage.vue';
import ScreenPage from '../src/desk/rounds/ScreenPage.vue';
import SeatRoundPage from '../src/seat/RoundPage.vue';
import SignInPage from '../src/seat/SignInPage.vue';
import { say as saySeat } from '../src/words';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  confirm,
  now,
  opened,
  press,
  router,
  sent,
  submit,
  type,
} from './support/desk';
import { alone, asking, desk, item, plain } from './support/rounds';
import { latestStream, openStreams } from './support/stream';

atTheDesk();
beforeEach(() => {
  localStorage.clear();
  openStreams();
  seatCall.mockReset();
});
const at = '/rounds/3';
async function led(change: Partial<RoundDesk> = {}) {
  answers.readClass = { groups: [], roster: [], class: { subject: 'Mathematics', grade: 6 } };
  answers.suggestNext = { items: [] };
  const page = await opened(RoundPage, {}, at, '/rounds/:roundId');
  await latestStream().say('desk', desk(change));
  return page;
}
const pace = (step: 'ready' | 'running' | 'stopped' | 'over') => ({
  ...{ feedback: 'each' as const, step, openedAt: step === 'ready' ? null : now },
  ...{ limit: null, paused: 0 },
});

describe('the page from which a class is asked', () => {
  const questions = [
    {
      itemId: 7,
      stem: 'What is 3 : 5 of 40?',
      standards: ['MA.6.RAT.1'],
      addedBy: 'Maren Holloway',
    },
    { itemId: 8, stem: 'Which ratio is larger?', standards: [], addedBy: 'Maren Holloway' },
  ];
  const row = { id: 4, name: '6B', subject: 'Mathematics', putAway: false };
  async function shown(prepared = questions, rounds: object[] = []) {
    answers.listClasses = { classes: [row] };
    answers.listRounds = { rounds };
    answers.readPrepared = { questions: prepared };
    answers.beginRound = { id: 31 };
    return opened(RoundsPage, {}, '/rounds', '/rounds');
  }

  test('begins with what is prepared, at the pace that was chosen', async () => {
    await shown();
    await check(say('rounds.paceEnd'));
    await press(say('rounds.beginPrepared'));
    expect(bodies('beginRound')).toEqual([
      expect.objectContaining({
        classId: 4,
        from: expect.objectContaining({ what: 'prepared' }),
        pace: 'end',
      }),
    ]);
    expect(router.currentRoute.value.path).toBe('/rounds/31');
  });

  test('begins with nothing prepared, and asks aloud at once', async () => {
    const page = await shown([]);
    expect(page.text()).toContain(say('rounds.preparedNone', { name: '6B' }));
    await press(say('rounds.beginNothing'));
    expect(bodies('beginRound')).toEqual([
      expect.objectContaining({ from: expect.objectContaining({ what: 'nothing' }) }),
    ]);
    expect(router.currentRoute.value.query).toHaveProperty('aloud');
  });

  test('puts what is prepared into another order', async () => {
    await shown();
    answers.orderPrepared = { questions: [...questions].reverse() };
    await press(say('rounds.moveDown', { n: 1 }));
    expect(bodies('orderPrepared')).toEqual([{ itemIds: [8, 7] }]);
  });

  test('takes a question off', async () => {
    await shown();
    answers.orderPrepared = { questions: questions.slice(1) };
    await press(say('rounds.takeOff', { n: 1 }));
    expect(bodies('orderPrepared')).toEqual([{ itemIds: [8] }]);
  });

  test('leads to the round that goes on instead of beginning another', async () => {
    const round = { id: 9, title: 'Ratios', classId: 4, className: '6B', createdAt: now };
    const page = await shown(questions, [
      { ...round, ended: false, asked: 1, left: 2, assignmentId: null },
    ]);
    expect(page.findAll('a').map((link) => link.attributes('href'))).toContain('/rounds/9');
    expect(page.text()).not.toContain(say('rounds.beginPrepared'));
  });
});

test('items are put on the lists of the classes that were ticked', async () => {
  answers.listClasses = {
    classes: [
      { id: 4, name: '6B', subject: 'Mathematics', putAway: false },
      { id: 5, name: '6D', subject: 'Mathematics', putAway: false },
    ],
  };
  answers.prepareQuestions = { added: 4 };
  const page = await opened(PrepareDialog, { modelValue: false, itemIds: [7, 8] });
  await page.setProps({ modelValue: true });
  await flushPromises();
  await check('6B Mathematics');
  await check('6D Mathematics');
  await submit();
  await flushPromises();
  expect(bodies('prepareQuestions')).toEqual([{ classIds: [4, 5], itemIds: [7, 8] }]);
  expect(document.body.textContent).toContain(say('rounds.preparedDone', { n: 4 }));
});

describe('asking aloud', () => {
  test('sends what is asked, and how long it is open', async () => {
    await led({ asking: null, entries: [] });
    answers.addToRound = desk({ version: 6 });
    await press(say('rounds.askAloud'));
    await press(say('rounds.moreChoices'));
    await type(say('rounds.wordingIfAny'), 'Which is prime?');
    await submit();
    await flushPromises();
    const question = { what: 'aloud', ask: 'choices', choices: 5, wording: 'Which is prime?' };
    expect(bodies('addToRound')).toEqual([
      { version: 5, questions: { ...question, photo: null, limit: null, untilAll: false } },
    ]);
  });

  test('has no key to show before one is told', async () => {
    const page = await led({ asking: asking({ step: 'closed', keyed: false, rightIds: [] }) });
    expect(page.text()).not.toContain(say('rounds.showKey'));
    answers.tellKey = desk({ version: 6, asking: asking({ step: 'closed' }) });
    await page.findAll('.tell input')[1]!.setValue(true);
    await submit();
    expect(bodies('tellKey')).toEqual([{ version: 5, entry: 'e1', right: ['b'] }]);
  });

  test('shows the class the words that were ticked', async () => {
    const words = [
      { id: 'fractions', text: 'fractions', students: 2 },
      { id: 'you', text: 'you', students: 1 },
    ];
    const open = [{ part: 'p1', answered: 3, lines: words, others: 0, openWords: true }];
    const short = { stem: '<p>?</p>', parts: [{ id: 'p1', kind: 'short-text' }] };
    await led({
      asking: asking({ step: 'closed', keyed: false, spread: open, item: short as never }),
    });
    answers.leadRound = desk({ version: 6 });
    await check('fractions 2');
    await submit();
    expect(bodies('leadRound')).toEqual([
      { version: 5, command: { do: 'choose-lines', lines: ['fractions'] } },
    ]);
  });

  test('what could come next is added with one press', async () => {
    answers.addToRound = desk({ version: 6 });
    await led({ asking: asking({ step: 'closed' }) });
    answers.suggestNext = {
      items: [{ id: 44, stem: 'Which is 2 : 3?', standards: ['MA.6.RAT.1'], misconception: null }],
    };
    await check(say('rounds.showRight'));
    await flushPromises();
    await press(say('rounds.addQuestion'));
    expect(bodies('addToRound')).toEqual([
      { version: 5, questions: { what: 'items', itemIds: [44] } },
    ]);
  });
});

describe('at their own pace', () => {
  const cells = (...shares: (number | null)[]) =>
    shares.map((share) => ({ answered: share !== null, checked: false, share }));
  const rows = (marks = true) =>
    led({
      pace: pace('running'),
      asking: null,
      students: [
        {
          ...{ id: 1, name: 'Ada Park', rosterNumber: 1, here: true, answered: true, late: false },
          ...{ share: null, ...alone, cells: cells(1, marks ? 0 : null) },
        },
      ],
    });

  test('the class stands row by row, right and wrong only when asked', async () => {
    const page = await rows();
    const signs = () => page.findAll('tbody td').map((cell) => cell.classes()[0]);
    expect(signs()).toEqual(['answered', 'answered']);
    await check(say('rounds.showRight'));
    expect(signs()).toEqual(['right', 'wrong']);
  });

  test.each([
    ['ready', 'rounds.start', { do: 'start', limit: null }],
    ['running', 'rounds.stop', { do: 'stop' }],
    ['stopped', 'rounds.goOn', { do: 'go-on' }],
  ] as const)('where it is %s there is one way on', async (step, verb, command) => {
    await led({ pace: pace(step), asking: null });
    answers.leadRound = desk({ version: 6 });
    await press(say(verb));
    expect(bodies('leadRound')).toEqual([{ version: 5, command }]);
  });

  test('is finished for everybody only when the teacher is sure', async () => {
    await led({ pace: pace('running'), asking: null });
    confirm.mockRejectedValueOnce('cancel');
    await press(say('rounds.finish'));
    expect(sent('leadRound')).toEqual([]);
    await press(say('rounds.finish'));
    expect(bodies('leadRound')).toEqual([{ version: 5, command: { do: 'finish' } }]);
  });

  test('the projector says when everybody is stopped', async () => {
    const page = await opened(ScreenPage, {}, '/rounds/3/screen', '/rounds/:roundId/screen');
    const screen: RoundScreen = {
      ...{ now, title: 'Fractions', className: '6B', code: 'BRN6B2', frozen: false },
      shown: { ended: false, pace: pace('stopped'), goal: null, asking: null },
      ...{ answered: 1, here: 2, teams: [], strips: null },
    };
    await latestStream().say('screen', screen);
    expect(page.text()).toContain(say('wall.stopped'));
  });
});

describe('teams', () => {
  test('are dealt, and kept with the goal in one go', async () => {
    await led({ asking: null, entries: [] });
    answers.leadRound = desk({ version: 6 });
    await press(say('rounds.teams'));
    await press(say('rounds.dealTeams'));
    await type(say('rounds.goal'), '7');
    await submit();
    await flushPromises();
    const [goal, teams] = bodies('leadRound') as { version: number; command: unknown }[];
    expect(goal).toEqual({ version: 5, command: { do: 'set-goal', goal: 7 } });
    const { list } = (teams!.command as { teams: { list: { students: number[] }[] } }).teams;
    expect(list.flatMap(({ students }) => students).sort()).toEqual([1, 2]);
    expect(teams!.version).toBe(6);
  });

  test('say what most of them say, without a name', async () => {
    const team = { id: 't1', name: 'Birch', students: [1, 2], answered: 2, right: true };
    const list = [{ ...team, words: ['Two thirds'], agree: 2 }];
    const page = await led({ teams: { devices: 'each', list } });
    expect(page.text()).toContain(
      say('wall.teamSays', { agree: 2, answered: 2, words: 'Two thirds' }),
    );
  });
});

describe('guests', () => {
  const guest = {
    ...{ id: 9, name: 'Pat Visitor', rosterNumber: null, here: true, answered: true, late: false },
    ...{ share: null, ...alone, guest: true },
  };

  test('are let in by the teacher', async () => {
    await led();
    answers.leadRound = desk({ version: 6, guests: true });
    await check(say('rounds.guests'));
    expect(bodies('leadRound')).toEqual([
      { version: 5, command: { do: 'let-guests-in', guests: true } },
    ]);
  });

  test('are struck out only when the teacher is sure', async () => {
    await led({ students: [guest] });
    await press(say('rounds.strikeOutName', { name: 'Pat Visitor' }));
    expect(sent('strikeOutGuest')).toEqual([{ params: { roundId: 3, studentId: 9 } }]);
  });

  test('come in by the class code with a name', async () => {
    seatCall.mockImplementation(async (name: string) =>
      name === 'findClass'
        ? { name: '6B', students: [{ id: 1, name: 'Ada Park' }], joining: false, guests: true }
        : { account: null, csrf: 'x', school: {}, demonstration: false, now, roundId: 3 },
    );
    const page = await opened(SignInPage, {}, '/sign-in?code=BRN6B2', '/sign-in');
    await press(saySeat('round.asGuest'));
    await page.find('input').setValue('Pat Visitor');
    await page.find('form').trigger('submit');
    await flushPromises();
    expect(seatCall).toHaveBeenCalledWith('comeAsRoundGuest', {
      body: { code: 'BRN6B2', name: 'Pat Visitor' },
    });
    expect(router.currentRoute.value.path).toBe('/round/3');
  });
});

describe('after the end', () => {
  const ended = (change: Partial<RoundDesk> = {}) =>
    led({ ended: true, assignmentId: 12, asking: null, ...change });

  test('those who were absent get it as practice in one press', async () => {
    answers.givePractice = { assignmentId: 77, students: 2, questions: 1, leftOut: 1 };
    const page = await ended();
    await press(say('rounds.practice'));
    expect(page.text()).toContain(say('rounds.practiceGiven', { n: 2 }));
    expect(page.text()).toContain(say('rounds.practiceLeftOut', { n: 1 }));
  });

  test('what was not come to is asked another time', async () => {
    answers.listClasses = {
      classes: [{ id: 4, name: '6B', subject: 'Mathematics', putAway: false }],
    };
    answers.beginRound = { id: 32 };
    await ended();
    await press(say('rounds.goOnLater'));
    await submit();
    await flushPromises();
    expect(bodies('beginRound')).toEqual([
      expect.objectContaining({ from: { what: 'round', roundId: 3, only: 'left' } }),
    ]);
  });

  test('a question that was asked aloud gets its wording', async () => {
    const unworded = { stem: '', choices: [{ id: 'x1', text: 'A' }], right: [] };
    const entries = [{ id: 'e1', number: 1, stem: 'Asked aloud', asked: true, ...plain, unworded }];
    answers.wordQuestion = { itemId: 55, bankId: 2 };
    await ended({ entries });
    await press(say('rounds.wordingOf', { n: 1 }));
    await check(say('rounds.right1'));
    await submit();
    await flushPromises();
    expect(bodies('wordQuestion')).toEqual([
      expect.objectContaining({ choices: [{ id: 'x1', text: 'A' }], right: ['x1'], bank: null }),
    ]);
    expect(document.body.textContent).toContain(say('rounds.wordingSaved'));
  });
});

describe('a student alone', () => {
  const question = (id: string, number: number) => ({
    ...{ id, number, item: item as never, passage: null, feedback: null },
  });
  const seat = (change: Partial<SeatRound> = {}): SeatRound => ({
    ...{ now, title: 'Fractions', teacher: 'Maren Holloway', team: null, companion: null },
    shown: { ended: false, pace: pace('running'), goal: null, asking: null },
    questions: [question('e1', 1), question('e2', 2)],
    ...{ guest: false, mine: [], timeFactor: 1, aloud: false, textSize: 1 },
    ...change,
  });
  async function shown(change: Partial<SeatRound> = {}, replies: Record<string, unknown> = {}) {
    seatCall.mockImplementation(async (name: string) => {
      if (name === 'joinRound') return seat(change);
      if (replies[name] instanceof Error) throw replies[name];
      return replies[name] ?? { now, number: 1 };
    });
    return opened(SeatRoundPage, {}, '/round/3', '/round/:roundId');
  }
  const said = (name: string) =>
    seatCall.mock.calls.filter(([called]) => called === name).map(([, given]) => given);

  test('goes from question to question', async () => {
    const page = await shown();
    expect(page.text()).toContain(saySeat('round.questionOf', { number: 1, of: 2 }));
    await press(saySeat('round.next'));
    expect(page.text()).toContain(saySeat('round.questionOf', { number: 2, of: 2 }));
  });

  test('reads what was right once the answer is checked, after it was stored', async () => {
    const feedback = { share: 0, right: ['Two thirds'], explanation: '' };
    const page = await shown({}, { checkRoundAnswer: feedback });
    await page.findAll('input[type=radio]')[0]!.setValue(true);
    await press(saySeat('round.check'));
    expect(said('answerRound')).toHaveLength(1);
    expect(said('checkRoundAnswer')).toEqual([{ params: { roundId: 3 }, body: { entry: 'e1' } }]);
    expect(page.text()).toContain(saySeat('round.notRight'));
    expect(page.find('fieldset').attributes('disabled')).toBeDefined();
  });

  test('sees no question while everybody is stopped', async () => {
    const page = await shown({
      shown: { ended: false, pace: pace('stopped'), goal: null, asking: null },
    });
    expect(page.text()).toContain(saySeat('round.stopped', { teacher: 'Maren Holloway' }));
    expect(page.find('input[type=radio]').exists()).toBe(false);
  });

  test('shares the device with a classmate who types their passcode', async () => {
    const page = await shown(
      {},
      {
        listClassmates: { students: [{ id: 8, name: 'Bo Lind' }] },
        shareDevice: seat({ companion: { id: 8, name: 'Bo Lind' } }),
      },
    );
    await press(saySeat('round.twoOfUs'));
    await page.find('select').setValue(8);
    await page.find('input[type=password]').setValue('abc123');
    await page.find('aside form').trigger('submit');
    await flushPromises();
    expect(said('shareDevice')).toEqual([
      { params: { roundId: 3 }, body: { studentId: 8, passcode: 'abc123' } },
    ]);
    expect(page.text()).toContain(saySeat('round.sharing', { name: 'Bo Lind' }));
  });

  test('is told why a device is not shared', async () => {
    const page = await shown(
      {},
      {
        listClassmates: { students: [{ id: 8, name: 'Bo Lind' }] },
        shareDevice: new Refused({ title: 'That passcode is not right.' } as never),
      },
    );
    await press(saySeat('round.twoOfUs'));
    await page.find('select').setValue(8);
    await page.find('aside form').trigger('submit');
    await flushPromises();
    expect(page.find('[role=alert]').text()).toContain('That passcode is not right.');
  });
});
