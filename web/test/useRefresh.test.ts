/** @jest-environment jsdom */
/** Reading again: not while nobody looks, and at once when somebody looks again. */
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { effectScope, nextTick } from 'vue';
import { useRefresh } from '../src/client/useRefresh';

let isHidden = false;
const show = async (hidden: boolean) => {
  isHidden = hidden;
  document.dispatchEvent(new Event('visibilitychange'));
  await nextTick();
};
let read: jest.Mock;
let stop: () => void;

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask'] });
  isHidden = false;
  Object.defineProperty(document, 'visibilityState', {
    configurable: true,
    get: () => (isHidden ? 'hidden' : 'visible'),
  });
  read = jest.fn();
  const scope = effectScope();
  scope.run(() => useRefresh(read, 10_000));
  stop = () => scope.stop();
});
afterEach(() => {
  stop();
  jest.useRealTimers();
});

test('reads every so often while the page is seen', () => {
  jest.advanceTimersByTime(30_000);
  expect(read).toHaveBeenCalledTimes(3);
});

test('reads nothing while the page is hidden, and at once when it is seen again', async () => {
  await show(true);
  jest.advanceTimersByTime(60_000);
  expect(read).not.toHaveBeenCalled();
  await show(false);
  expect(read).toHaveBeenCalledTimes(1);
});

test('a short look elsewhere asks for nothing', async () => {
  jest.advanceTimersByTime(10_000);
  await show(true);
  jest.advanceTimersByTime(2_000);
  await show(false);
  expect(read).toHaveBeenCalledTimes(1);
});

test('ends with what it belongs to', () => {
  stop();
  jest.advanceTimersByTime(60_000);
  expect(read).not.toHaveBeenCalled();
});
