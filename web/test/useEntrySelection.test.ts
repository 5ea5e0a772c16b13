/** Selected items of a test, and what is done to all of them in one step. */
import {
  applyChange,
  emptyOutline,
  emptySection,
  type Change,
  type Entry,
  type Outline,
} from '@oaken/core/assessments';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import { useEntrySelection } from '../src/desk/assessments/useEntrySelection';

const entry = (id: string): Entry => ({
  id,
  itemId: id.charCodeAt(0),
  revisionId: id.charCodeAt(0),
  points: 1,
});
/** Two sections, one with items a to c, the other with d and e. */
const testOf = (first: string, second: string): Outline => {
  const outline = emptyOutline('Rates', 'quiz', emptySection('s1', [...first].map(entry)));
  return {
    ...outline,
    sections: [...outline.sections, emptySection('s2', [...second].map(entry))],
  };
};
const outline = shallowRef(testOf('abc', 'de'));
const inOrder = (changed: Outline) =>
  changed.sections.map(({ entries }) => entries.map(({ id }) => id).join('')).join(' ');
const after = (changes: Change[]) =>
  inOrder(changes.reduce((current, change) => applyChange(current, change).outline, outline.value));

let scope: EffectScope;
let selection: ReturnType<typeof useEntrySelection>;
beforeEach(() => {
  outline.value = testOf('abc', 'de');
  scope = effectScope();
  selection = scope.run(() =>
    useEntrySelection(
      () => outline.value,
      () => () => null,
    ),
  )!;
});
afterEach(() => scope.stop());
const select = (ids: string) => [...ids].forEach((id) => selection.toggle(id, false));

test('a second press takes an item out again', () => {
  select('ab');
  selection.toggle('a', false);
  expect(selection.selected.value.map(({ id }) => id)).toEqual(['b']);
});

test('with Shift everything from the last one to here is in, upwards too', () => {
  selection.toggle('d', false);
  selection.toggle('b', true);
  expect(selection.selected.value.map(({ id }) => id)).toEqual(['b', 'c', 'd']);
});

test('what is gone from the test is no longer selected', async () => {
  select('ae');
  outline.value = testOf('bc', 'de');
  await nextTick();
  expect(selection.selected.value.map(({ id }) => id)).toEqual(['e']);
});

test('points go to all of them', () => {
  select('ce');
  expect(selection.pointsForAll(2)).toEqual([
    { do: 'give-points', entry: 'c', points: 2 },
    { do: 'give-points', entry: 'e', points: 2 },
  ]);
});

test('to a section they go in their order, to its end', () => {
  select('ca');
  expect(after(selection.toSection('s2'))).toBe('b deac');
});

test.each([
  [1, 'ceabd', 'ce', 'ceab d'],
  [3, 'the third of the others stands before them', 'ce', 'ab ced'],
  [5, 'the last place', 'ab', 'c deab'],
])('to place %d they go together (%s)', (place, _why, ids, expected) => {
  select(ids);
  expect(after(selection.toPlace(place))).toBe(expected);
});

test('all of them are removed', () => {
  select('bd');
  expect(after(selection.removalOfAll())).toBe('ac e');
});
