/**
 * The signs that a sitting gives of itself, and what it hears back.
 *
 * @jest-environment jsdom
 */
const seatCall = jest.fn();
jest.mock('../src/client/seatCall', () => ({
  seatCall: (...sent: unknown[]) => seatCall(...sent),
}));

import { enableAutoUnmount, mount } from '@vue/test-utils';
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { signEvery } from '@oaken/core/watching';
import { createPinia, setActivePinia } from 'pinia';
import { ref } from 'vue';
import { usePresence } from '../src/seat/usePresence';

enableAutoUnmount(afterEach);
const quiet = {
  now: 0,
  notices: [] as { id: number; text: string }[],
  handedIn: false,
  away: false,
  paused: false,
  deadlineAt: 900_000 as number | null,
  partEndsAt: null as number | null,
};
let answer: typeof quiet | Error;
let sits: boolean;
beforeEach(() => {
  jest.useFakeTimers();
  setActivePinia(createPinia());
  answer = quiet;
  sits = true;
  seatCall.mockReset();
  seatCall.mockImplementation(async () => {
    if (answer instanceof Error) throw answer;
    return answer;
  });
  seen('visible');
});
afterEach(() => {
  jest.useRealTimers();
});

function seen(state: DocumentVisibilityState): void {
  Object.defineProperty(document, 'visibilityState', { value: state, configurable: true });
}
/** The student goes to another window, or comes back. */
function turn(state: DocumentVisibilityState): void {
  seen(state);
  document.dispatchEvent(new Event('visibilitychange'));
}
const soon = () => jest.advanceTimersByTimeAsync(1000);
const bodies = () => seatCall.mock.calls.map(([, { body }]) => body);

function opened(course: object | null = null) {
  const attempt = ref({ id: 9, deadlineAt: 600_000, course } as unknown as AttemptAnswer);
  const events = { over: jest.fn(), away: jest.fn(), goesOn: jest.fn() };
  let presence!: ReturnType<typeof usePresence>;
  const page = mount({
    setup() {
      presence = usePresence(attempt as never, { ...events, sits: () => sits });
      return () => null;
    },
  });
  return { attempt, page, presence, ...events };
}

test('it says that it is there soon after it opened, and then again and again', async () => {
  opened();
  await soon();
  expect(seatCall).toHaveBeenCalledTimes(1);
  await jest.advanceTimersByTimeAsync(signEvery);
  expect(seatCall).toHaveBeenCalledTimes(2);
});

test('going quickly through questions is said once, with the last of them', async () => {
  const { presence } = opened();
  for (const question of ['a', 'b', 'c']) presence.standsAt(question);
  await soon();
  expect(bodies()).toEqual([expect.objectContaining({ entry: 'c', hidden: false, left: 0 })]);
});

test('time is counted for the question that was open', async () => {
  const { presence } = opened();
  presence.standsAt('a');
  await jest.advanceTimersByTimeAsync(5000);
  presence.standsAt('b');
  await soon();
  const spent = bodies().flatMap((body) => body.spent) as { entry: string; ms: number }[];
  const onA = spent.filter(({ entry }) => entry === 'a').reduce((sum, { ms }) => sum + ms, 0);
  expect(onA).toBeGreaterThanOrEqual(5000);
  expect(onA).toBeLessThan(6000);
});

test('leaving the page is counted and said, coming back is not', async () => {
  opened();
  await soon();
  turn('hidden');
  await soon();
  turn('visible');
  await soon();
  expect(bodies().map(({ hidden, left }) => [hidden, left])).toEqual([
    [false, 0],
    [true, 1],
    [false, 0],
  ]);
});

test('leaving that could not be said is said with the next sign', async () => {
  opened();
  await soon();
  answer = new Error('no network');
  turn('hidden');
  await soon();
  answer = quiet;
  turn('visible');
  await soon();
  expect(bodies().at(-1)).toMatchObject({ left: 1 });
});

test('what the teacher says comes once, and is not asked for again', async () => {
  const { presence } = opened();
  answer = { ...quiet, notices: [{ id: 4, text: 'Five minutes.' }] };
  await soon();
  await jest.advanceTimersByTimeAsync(signEvery);
  expect(presence.notices).toEqual([{ id: 4, text: 'Five minutes.' }]);
  expect(bodies().map(({ heard }) => heard)).toEqual([0, 4]);
});

test('a new end of the time is taken over', async () => {
  const { attempt } = opened();
  await soon();
  expect(attempt.value.deadlineAt).toBe(900_000);
});

test('the end of a part is taken over where a part is timed', async () => {
  const { attempt } = opened({ clock: { endsAt: 1000 } });
  answer = { ...quiet, partEndsAt: 5000 };
  await soon();
  expect(attempt.value.course?.clock?.endsAt).toBe(5000);
});

test('a pause is heard, and its end is told once', async () => {
  const { presence, goesOn } = opened();
  answer = { ...quiet, paused: true };
  await soon();
  expect(presence.paused.value).toBe(true);
  answer = quiet;
  await jest.advanceTimersByTimeAsync(2 * signEvery);
  expect(presence.paused.value).toBe(false);
  expect(goesOn).toHaveBeenCalledTimes(1);
});

test.each([
  ['handedIn', 'over'],
  ['away', 'away'],
] as const)('“%s” ends what the page does', async (fact, event) => {
  const page = opened();
  answer = { ...quiet, [fact]: true };
  await soon();
  expect(page[event]).toHaveBeenCalledTimes(1);
});

test('once the sitting is over and nothing waits, nothing is said', async () => {
  sits = false;
  opened();
  await jest.advanceTimersByTimeAsync(3 * signEvery);
  expect(seatCall).not.toHaveBeenCalled();
});

test('a page that was left is silent', async () => {
  const { page } = opened();
  page.unmount();
  await jest.advanceTimersByTimeAsync(3 * signEvery);
  turn('hidden');
  await soon();
  expect(seatCall).not.toHaveBeenCalled();
});
