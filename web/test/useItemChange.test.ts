/** What is changed of one item after the test. */
import { ref } from 'vue';
import type { ItemContent } from '@oaken/core/items';
import { parts } from '../../core/test/support/one-of-each';
import { useItemChange, type ChangeableItem } from '../src/desk/rescoring/useItemChange';

const content: ItemContent = {
  stem: '<p>What feeds a river?</p>',
  parts: [parts['short-text']],
  explanation: '',
  hints: [],
  notes: '',
};
const item = (change: object = {}) =>
  ref({ entry: 'e1', override: null, maxPoints: 1, content, ...change } as ChangeableItem);
function begun(change: object = {}) {
  const changing = useItemChange(item(change));
  changing.start();
  return changing;
}

test('nothing is changed at first', () => {
  expect(begun().change.value).toBeNull();
});

test('before there is an item there is nothing to change', () => {
  expect(useItemChange(ref(null)).change.value).toBeNull();
});

test('everybody gets all its points', () => {
  const { way, change } = begun();
  way.value = 'full-credit';
  expect(change.value).toEqual({ entry: 'e1', override: 'full-credit' });
});

test('what was overridden counts by its key again', () => {
  const { way, change } = begun({ override: 'dropped' });
  expect(way.value).toBe('dropped');
  way.value = 'key';
  expect(change.value).toEqual({ entry: 'e1', override: null });
});

test('it is worth more', () => {
  const { points, change } = begun();
  points.value = '2,5';
  expect(change.value).toEqual({ entry: 'e1', points: 2.5 });
});

test('an empty field of points changes nothing', () => {
  const { points, change } = begun();
  points.value = ' ';
  expect(change.value).toBeNull();
});

test('an answer that was given counts as right too', () => {
  const { accept, change } = begun();
  accept('p5', 'feeder');
  expect(change.value?.content?.parts[0]).toMatchObject({
    key: { variants: ['tributary', 'side river', 'feeder'] },
  });
});

test('a part that is changed and changed back is no change', () => {
  const { content: changed, setPart, change } = begun();
  const before = changed.value!.parts[0]!;
  setPart(0, { ...before, prompt: 'In digits' });
  expect(change.value).not.toBeNull();
  setPart(0, before);
  expect(change.value).toBeNull();
});

test('as it is now takes everything back', () => {
  const { way, points, start, change } = begun();
  way.value = 'dropped';
  points.value = '9';
  start();
  expect(change.value).toBeNull();
});
