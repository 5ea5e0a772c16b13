/**
 * Watching a sitting: the line to the server, counts, what can be done from there, and one student's work.
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

import { flushPromises } from '@vue/test-utils';
import { lengthInWords, minute } from '@oaken/core/timing';
import { Refused } from '../src/client/request';
import { notice } from '../src/desk/shared/undo';
import WatchPage from '../src/desk/watching/WatchPage.vue';
import WorkDialog from '../src/desk/watching/WorkDialog.vue';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  confirm,
  control,
  hour,
  now,
  opened,
  press,
  router,
  sent,
} from './support/desk';
import { latestStream, openStreams, Stream } from './support/stream';

atTheDesk();
const student = (studentId: number, name: string, state: string, change: object = {}) => ({
  studentId,
  name,
  className: '6B',
  rosterNumber: studentId,
  state,
  attempt: 1,
  at: null,
  on: null,
  deadlineAt: null as number | null,
  partEndsAt: null,
  handedInAt: null,
  handedInBy: null,
  seenAt: now,
  hidden: false,
  leaves: 0,
  away: false,
  cells: [null],
  ...change,
});
const ada = student(1, 'Ada Park', 'working', { deadlineAt: now + 20 * minute });
const bo = student(2, 'Bo Lind', 'not-begun');
const cora = student(3, 'Cora Finch', 'handed-in');
const whole = {
  now,
  assignment: {
    id: 7,
    title: 'Rivers',
    classes: [],
    recipients: 'class 6B',
    closesAt: now + 2 * hour,
    opensAt: now - hour,
    rules: {},
  },
  oneSitting: false,
  mayAct: true,
  columns: [{ entry: 'e1', number: 1, stem: '<p>Which?</p>' }],
  students: [ada, bo, cora],
};

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask'] });
  openStreams();
  answers.actOnSittings = { students: 1 };
});
afterEach(() => {
  jest.useRealTimers();
});

async function shown(change: object = {}, query = '') {
  const page = await opened(WatchPage, {}, `/watch/7${query}`, '/watch/:assignmentId');
  await latestStream().say('whole', { ...whole, ...change });
  return page;
}
const numbers = (page: Awaited<ReturnType<typeof shown>>, within: string) =>
  page.findAll(`${within} b`).map((count) => count.text());
const selectAda = () => check(say('watching.selectName', { nameOf: 'Ada Park' }));
const isOff = (name: string) => control(name).hasAttribute('disabled');

describe('the line to the server', () => {
  test('is that of this assignment, and counts follow it', async () => {
    const page = await shown();
    expect(latestStream().address).toBe('/api/assignments/7/watch/events');
    expect(numbers(page, '.bar')).toEqual(['1', '1', '1']);
    await latestStream().say('students', { now, students: [{ ...bo, state: 'working' }] });
    expect(numbers(page, '.bar')).toEqual(['0', '2', '1']);
  });

  test('a line that says nothing for too long is taken for cut, and the page says so', async () => {
    const page = await shown();
    await jest.advanceTimersByTimeAsync(15_000);
    expect(page.find('.lost').exists()).toBe(true);
  });

  test('one that says that it is there is not', async () => {
    const page = await shown();
    for (let n = 0; n < 4; n++) {
      await jest.advanceTimersByTimeAsync(5000);
      await latestStream().say('here', {});
    }
    expect(page.find('.lost').exists()).toBe(false);
  });

  test('it is opened again, and the whole takes the place of what was old', async () => {
    const page = await shown();
    dispatchEvent(new Event('offline'));
    await jest.advanceTimersByTimeAsync(4000);
    expect(Stream.all).toHaveLength(2);
    await latestStream().say('whole', { ...whole, students: [{ ...ada, state: 'handed-in' }] });
    expect(page.find('.lost').exists()).toBe(false);
    expect(numbers(page, '.bar')).toEqual(['0', '0', '1']);
  });

  test('what is refused says why, and is not asked for again where there is nothing', async () => {
    answers.watchAssignment = new Refused({
      title: 'There is no such assignment.',
      status: 404,
    } as never);
    const page = await opened(WatchPage, {}, '/watch/7', '/watch/:assignmentId');
    latestStream().close();
    latestStream().onerror?.();
    await jest.advanceTimersByTimeAsync(60_000);
    expect(page.find('[role=alert]').text()).toBe('There is no such assignment.');
    expect(sent('watchAssignment')).toHaveLength(1);
  });

  test('a page that was left has no line', async () => {
    const page = await shown();
    page.unmount();
    dispatchEvent(new Event('online'));
    await jest.advanceTimersByTimeAsync(60_000);
    expect(Stream.all).toHaveLength(1);
    expect(latestStream().readyState).toBe(Stream.CLOSED);
  });
});

describe('what can be done', () => {
  test('to everybody, as long as nobody is selected', async () => {
    await shown();
    await press(say('watching.messageWhom', { whom: say('watching.everybody') }));
    expect(document.body.querySelector('textarea')).not.toBeNull();
    expect(isOff(say('watching.moreTime'))).toBe(true);
  });

  test('a pause of all says for how many it was done', async () => {
    await shown();
    await press(say('watching.pauseAll'));
    expect(bodies('actOnSittings')).toEqual([{ act: 'pause', studentIds: null, minutes: 0 }]);
    expect(notice.value?.text).toBe(
      `${say('watching.pausedTitle')} ${say('common.studentsCounted', { n: 1 })}.`,
    );
  });

  test('nobody paused: there is nothing to resume', async () => {
    await shown();
    expect(isOff(say('watching.resumeAll'))).toBe(true);
  });

  test('a selected student is named, and only they are meant', async () => {
    await shown();
    await selectAda();
    await press(say('watching.pause'));
    expect(bodies('actOnSittings')).toEqual([{ act: 'pause', studentIds: [1], minutes: 0 }]);
    expect(control(say('watching.messageWhom', { whom: 'Ada Park' }))).toBeTruthy();
  });

  test('handing in for a student is asked first', async () => {
    confirm.mockRejectedValue('cancel');
    await shown();
    await selectAda();
    await press(say('watching.handIn'));
    expect(confirm).toHaveBeenCalledTimes(1);
    expect(bodies('actOnSittings')).toEqual([]);
  });

  test('a refusal is said', async () => {
    answers.actOnSittings = new Refused({ title: 'It has closed.' } as never);
    await shown();
    await press(say('watching.pauseAll'));
    expect(notice.value).toMatchObject({ kind: 'failed', text: 'It has closed.' });
  });

  test('who watches for a colleague has nothing to press', async () => {
    const page = await shown({ mayAct: false });
    expect(page.text()).toContain(say('watching.youWatchingColleague'));
    expect(() => control(say('watching.pauseAll'))).toThrow();
  });
});

describe('on the projector', () => {
  test('only counts and the time that is left are shown, no name', async () => {
    const page = await shown({}, '?projector');
    expect(numbers(page, '.projector')).toEqual(['1', '1', '1']);
    expect(page.find('.time').text()).toBe(
      say('watching.lengthInWordsLeft', { lengthInWords: lengthInWords(20 * minute) }),
    );
    expect(page.text()).not.toContain('Ada Park');
  });

  test('it is turned on and off in the address', async () => {
    await shown();
    await press(say('watching.projector'));
    expect(router.currentRoute.value.query).toEqual({ projector: '' });
    await press(say('watching.backClass'));
    expect(router.currentRoute.value.query).toEqual({});
  });
});

test('with names hidden nobody is named anywhere', async () => {
  const page = await shown();
  await check(say('common.hideNames'));
  expect(page.text()).not.toMatch(/Ada Park|Bo Lind|class 6B/);
});

test('nobody has it yet: it says when they appear', async () => {
  const page = await shown({ students: [] });
  expect(page.text()).toContain(say('watching.guestsAppearHereAs'));
});

describe('one student’s work', () => {
  const entry = {
    number: 1,
    stem: '<p>Which river?</p>',
    asks: 'points',
    mine: 'Rhine',
    right: ['Danube'],
    share: 0,
    savedAt: now,
  };
  const work = { name: 'Ada Park', entries: [entry], events: [] as object[] };
  async function opens(change: object = {}) {
    answers.readWork = { ...work, ...change };
    const dialog = await opened(WorkDialog, { modelValue: null, assignmentId: 7 });
    await dialog.setProps({ modelValue: 1 });
    await flushPromises();
    return dialog;
  }
  const text = () => document.body.querySelector('.el-dialog')!.textContent!;

  test('stands with what is right', async () => {
    await opens();
    expect(text()).toContain('Rhine');
    expect(text()).toContain(say('watching.rightAnswer', { right: 'Danube' }));
  });

  test('what is not answered yet says so', async () => {
    await opens({ entries: [{ ...entry, mine: '', savedAt: null }] });
    expect(text()).toContain(say('watching.noAnswerYet'));
  });

  test('what was done to the attempt is told with who did it', async () => {
    await opens({ events: [{ at: now, by: 'Maren Holloway', words: 'paused it' }] });
    expect(text()).toContain('Maren Holloway paused it');
  });

  test('nothing of it stays behind for the next one', async () => {
    const dialog = await opens();
    answers.readWork = new Promise(() => {});
    await dialog.setProps({ modelValue: 2 });
    expect(text()).not.toContain('Rhine');
  });
});

describe('questions', () => {
  const content = (stem: string) => ({
    stem,
    hints: [],
    explanation: '',
    parts: [{ kind: 'numeric', id: 'p', prompt: '', answers: [] }],
  });
  const question = (number: number, change: object) => ({
    entry: `e${number}`,
    number,
    content: content(`<p>Question ${number}</p>`),
    key: ['12'],
    judged: 4,
    right: 1,
    toMark: 0,
    answers: [
      { words: '9', share: 0, studentIds: [1, 3] },
      { words: '12', share: 1, studentIds: [2] },
      { words: '8', share: 0, studentIds: [4] },
    ],
    ...change,
  });
  beforeEach(() => {
    const two = question(2, { right: 4, answers: [{ words: '7', share: 1, studentIds: [1, 2] }] });
    answers.watchQuestions = { questions: [question(1, {}), two] };
  });

  test('are not read before somebody asks: the page may be on a projector', async () => {
    const page = await shown();
    expect(sent('watchQuestions')).toEqual([]);
    await check(say('watching.rightWrong'));
    await flushPromises();
    expect(sent('watchQuestions')).toHaveLength(1);
    expect(page.get('thead .cell').text()).toBe('125%');
  });

  test('as a list they say how much is right, and what was answered wrong most', async () => {
    const page = await shown();
    page.findAllComponents({ name: 'SelectField' })[0]!.vm.$emit('update:modelValue', 'questions');
    await flushPromises();
    const lines = () => page.findAll('tbody tr').map((line) => line.text().replace(/\s+/g, ' '));
    expect(lines()).toEqual([
      '1. Question 1425% 1 of 49 (2 students)',
      '2. Question 24100% 4 of 4no two students alike',
    ]);
    await page.get('thead th:nth-child(3) button').trigger('click');
    await page.get('thead th:nth-child(3) button').trigger('click');
    expect(lines()[0]).toMatch(/^2\./);
  });

  test('sums follow the answers that come in, and not each of them', async () => {
    await shown();
    await check(say('watching.rightWrong'));
    for (let n = 0; n < 3; n++)
      await latestStream().say('students', { now, students: [{ ...bo, leaves: n }] });
    await jest.advanceTimersByTimeAsync(5_000);
    expect(sent('watchQuestions')).toHaveLength(2);
  });

  test('who needs help first stands first', async () => {
    const page = await shown();
    const names = () => page.findAll('tbody th').map((cell) => cell.text().split(' ')[0]);
    expect(names()).toEqual(['Ada', 'Bo', 'Cora']);
    await latestStream().say('students', {
      now,
      students: [{ ...bo, state: 'working', seenAt: now - 60_000 }],
    });
    page.findAllComponents({ name: 'SelectField' })[1]!.vm.$emit('update:modelValue', 'need');
    await flushPromises();
    expect(names()).toEqual(['Bo', 'Ada', 'Cora']);
  });
});
