/** A long list comes onto the page little by little, and afterwards changes at once. */
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { effectScope, nextTick, ref, type EffectScope, type Ref } from 'vue';
import { useGrowing } from '../src/parts/useGrowing';

let scope: EffectScope;
let length: Ref<number>;
let drawn: Readonly<Ref<number>>;
/** One turn of the page. */
async function turn(): Promise<void> {
  jest.advanceTimersToNextTimer();
  await nextTick();
}

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask'] });
  scope = effectScope();
  length = ref(10);
  drawn = scope.run(() => useGrowing(() => length.value, 4))!;
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});

test('a few lines are drawn at first, and then more', async () => {
  const seen = [drawn.value];
  for (let turns = 0; turns < 2; turns++) {
    await turn();
    seen.push(drawn.value);
  }
  expect(seen).toEqual([4, 8, Infinity]);
});

test('what is added later is drawn at once', async () => {
  for (let turns = 0; turns < 3; turns++) await turn();
  length.value = 1_000;
  expect(drawn.value).toBe(Infinity);
});

test('a list that has not come yet is drawn a few lines first when it comes', async () => {
  const late = ref(0);
  const lines = scope.run(() => useGrowing(() => late.value, 4))!;
  for (let turns = 0; turns < 3; turns++) await turn();
  late.value = 9;
  expect(lines.value).toBe(4);
});
