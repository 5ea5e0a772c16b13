/**
 * Keys while answers are marked.
 *
 * @jest-environment jsdom
 */
import { mount } from '@vue/test-utils';
import { defineComponent, h } from 'vue';
import { useMarkingKeys } from '../src/desk/marking/useMarkingKeys';

const pressed: string[] = [];
const page = defineComponent({
  setup() {
    useMarkingKeys({
      points: (typed) => {
        if (Number(typed) > 4) return false;
        pressed.push(typed);
        return true;
      },
      mark: () => pressed.push('mark'),
      next: () => pressed.push('next'),
    });
    return () => h('div', [h('input'), h('textarea'), h('button')]);
  },
});
const wrapper = mount(page, { attachTo: document.body });
beforeEach(() => (pressed.length = 0));
afterAll(() => wrapper.unmount());

/** @returns whether the key was taken */
function press(key: string, on = 'div', more: KeyboardEventInit = {}): boolean {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  return !document.querySelector(on)!.dispatchEvent(event);
}

test.each([
  ['2', ['2']],
  ['Enter', ['mark']],
  ['n', ['next']],
])('%s', (key, meant) => {
  expect([press(key), pressed]).toEqual([true, meant]);
});

test('points that the question does not give are left alone', () => {
  expect([press('7'), pressed]).toEqual([false, []]);
});

test('a key that means nothing is left to the browser', () => {
  expect(press('x')).toBe(false);
});

test.each(['ctrlKey', 'metaKey', 'altKey'])('%s makes it the browser’s', (modifier) => {
  expect([press('n', 'div', { [modifier]: true }), pressed]).toEqual([false, []]);
});

describe('while something is typed', () => {
  test.each(['input', 'textarea'])('a number in %s is typed', (field) => {
    expect([press('2', field), pressed]).toEqual([false, []]);
  });

  test('Enter in the field of points marks', () => {
    expect([press('Enter', 'input'), pressed]).toEqual([true, ['mark']]);
  });

  test('Enter in the comment is a new line', () => {
    expect([press('Enter', 'textarea'), pressed]).toEqual([false, []]);
  });
});

test('Enter on a button presses the button', () => {
  expect([press('Enter', 'button'), pressed]).toEqual([false, []]);
});
