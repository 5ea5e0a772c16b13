/** @jest-environment jsdom */
/** A test under construction, as its page holds it: what is done shows at once, and can be taken back. */
import type { TestAnswer } from '@oaken/contract/assessments';
import { emptyOutline, emptySection, type Change } from '@oaken/core/assessments';
import { effectScope, nextTick, ref, type EffectScope } from 'vue';

interface Waiting {
  test: number;
  text: string;
  changes: { change: Change; inverse: Change }[];
}

/** The way to the server, which keeps what it is given until a test lets it through. */
const queue = {
  waitingChanges: ref<Waiting[]>([]),
  stuckChanges: ref<Waiting[]>([]),
  state: { away: false, keeps: true },
  hears: (_answer: TestAnswer) => {},
  waiting: () => queue.waitingChanges.value,
  stuck: () => queue.stuckChanges.value,
  listen: (_test: number, hears: (answer: TestAnswer) => void) => {
    queue.hears = hears;
    return () => {};
  },
  add: async (step: Waiting) => {
    queue.waitingChanges.value = [...queue.waitingChanges.value, step];
  },
  decide: () => {},
};
const call = jest.fn();
const failed = jest.fn();
const done = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));
jest.mock('../src/desk/shared/undo', () => ({
  failed: (error: unknown) => failed(error),
  done: (text: string) => done(text),
}));
jest.mock('../src/desk/assessments/useChangeQueue', () => ({ useChangeQueue: () => queue }));

import { useTest } from '../src/desk/assessments/useTest';

const answerOf = (title: string, version = 1, change: Partial<TestAnswer> = {}) =>
  ({
    id: 1,
    version,
    outline: { ...emptyOutline(title, 'quiz', emptySection('s1', [])) },
    revisions: [],
    may: 'edit',
    ...change,
  }) as unknown as TestAnswer;
/** A change that the test refuses: it has no such entry. */
const nowhere: Change = { do: 'remove', entry: 'nowhere' };
const titled = (title: string): Change => ({ do: 'describe', facts: { title } });

let scope: EffectScope;
let isHidden = false;
async function opened(answer = answerOf('Rates')) {
  call.mockResolvedValue(answer);
  const test = scope.run(() => useTest(1))!;
  await test.load();
  return test;
}

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask', 'setImmediate'] });
  // Nothing is mounted here; Vue only says so.
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  isHidden = false;
  Object.defineProperty(document, 'visibilityState', {
    configurable: true,
    get: () => (isHidden ? 'hidden' : 'visible'),
  });
  scope = effectScope();
  queue.waitingChanges.value = [];
  queue.stuckChanges.value = [];
  for (const double of [call, failed, done]) double.mockReset();
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
  jest.restoreAllMocks();
});

describe('a change', () => {
  test('shows before the server has answered', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    expect(test.outline.value?.title).toBe('Ratios');
  });

  test('goes to the server with its inverse', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    expect(queue.waitingChanges.value[0]?.changes).toEqual([
      { change: titled('Ratios'), inverse: titled('Rates') },
    ]);
  });

  test('that cannot be is said, and nothing is sent', async () => {
    const test = await opened();
    test.change('an item', nowhere);
    expect([failed.mock.calls.length, queue.waitingChanges.value]).toEqual([1, []]);
  });

  test('of several of which one cannot be is not begun', async () => {
    const test = await opened();
    test.change('both', titled('Ratios'), nowhere);
    expect(test.outline.value?.title).toBe('Rates');
  });

  test('before the test is there does nothing', () => {
    const test = scope.run(() => useTest(1))!;
    test.change('the title', titled('Ratios'));
    expect(queue.waitingChanges.value).toEqual([]);
  });
});

describe('taking back', () => {
  test('shows what stood before', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    test.undo();
    expect(test.outline.value?.title).toBe('Rates');
  });

  test('sends the inverse and not what stood before, so that others’ work stays', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    test.undo();
    expect(queue.waitingChanges.value.at(-1)?.changes[0]?.change).toEqual(titled('Rates'));
  });

  test('of several changes goes backwards', async () => {
    const test = await opened();
    test.change('both', titled('Ratios'), titled('Rates and ratios'));
    test.undo();
    const sent = queue.waitingChanges.value.at(-1)?.changes.map(({ change }) => change);
    expect(sent).toEqual([titled('Ratios'), titled('Rates')]);
  });

  test('names the step', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    expect(test.canUndo.value).toBe('the title');
  });

  test('with nothing done does nothing', async () => {
    const test = await opened();
    test.undo();
    expect(queue.waitingChanges.value).toEqual([]);
  });

  test('reaches a hundred steps', async () => {
    const test = await opened();
    for (let n = 1; n <= 105; n++) test.change(`step ${n}`, titled(`${n}`));
    for (let n = 0; n < 110; n++) test.undo();
    expect(test.outline.value?.title).toBe('5');
  });

  test('ends where a colleague’s change was met: what is known here no longer holds', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    queue.stuckChanges.value = queue.waitingChanges.value;
    await nextTick();
    expect(test.canUndo.value).toBeNull();
  });
});

describe('doing again', () => {
  test('what was taken back', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    test.undo();
    test.redo();
    expect(test.outline.value?.title).toBe('Ratios');
  });

  test('is over once something else was done', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    test.undo();
    test.change('the title', titled('Speed'));
    expect(test.canRedo.value).toBeNull();
  });
});

describe('what arrives', () => {
  test('while more is on its way does not write over what is on the screen', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    queue.hears(answerOf('Rates', 2));
    expect(test.outline.value?.title).toBe('Ratios');
  });

  test('once all is there is what stands', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    queue.waitingChanges.value = [];
    queue.hears(answerOf('Ratios of a colleague', 3));
    expect([test.outline.value?.title, test.version.value]).toEqual(['Ratios of a colleague', 3]);
  });

  test('on a page that was loaded anew shows what still waits', async () => {
    queue.waitingChanges.value = [
      { test: 1, text: '', changes: [{ change: titled('Kept'), inverse: titled('Rates') }] },
    ];
    const test = await opened();
    expect(test.outline.value?.title).toBe('Kept');
  });
});

describe('a colleague’s change', () => {
  const passes = () => jest.advanceTimersByTimeAsync(6_000);

  test('comes in by itself, and is said', async () => {
    const test = await opened();
    call.mockResolvedValueOnce({ version: 2 }).mockResolvedValueOnce(answerOf('Theirs', 2));
    await passes();
    expect([test.outline.value?.title, done.mock.calls.length]).toEqual(['Theirs', 1]);
  });

  test('is not asked for while something of mine is on its way', async () => {
    const test = await opened();
    test.change('the title', titled('Ratios'));
    call.mockClear();
    await passes();
    expect(call).not.toHaveBeenCalled();
  });

  test('is not asked for by a page that nobody sees', async () => {
    await opened();
    isHidden = true;
    document.dispatchEvent(new Event('visibilitychange'));
    await nextTick();
    call.mockClear();
    await passes();
    expect(call).not.toHaveBeenCalled();
  });

  test('that is none is not read', async () => {
    await opened();
    call.mockClear();
    call.mockResolvedValue({ version: 1 });
    await passes();
    expect(call.mock.calls.map(([name]) => name)).toEqual(['readTestVersion']);
  });

  test('is asked for again after the network was away', async () => {
    const test = await opened();
    call.mockRejectedValueOnce(new Error('away'));
    await passes();
    call.mockResolvedValueOnce({ version: 2 }).mockResolvedValueOnce(answerOf('Theirs', 2));
    await passes();
    expect(test.outline.value?.title).toBe('Theirs');
  });
});

test.each([
  ['edit', true],
  ['read', false],
] as const)('who may %s it: changing is %p', async (may, changes) => {
  const test = await opened(answerOf('Rates', 1, { may } as Partial<TestAnswer>));
  expect(test.mayChange.value).toBe(changes);
});
