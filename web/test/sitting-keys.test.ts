/**
 * A sitting by the keyboard.
 *
 * @jest-environment jsdom
 */
import { mount } from '@vue/test-utils';
import { defineComponent } from 'vue';
import { useSittingKeys, type SittingActs } from '../src/sitting/useSittingKeys';
import WayThrough, { type Step } from '../src/sitting/WayThrough.vue';

beforeAll(() => {
  Element.prototype.scrollIntoView = () => {};
});

describe('the question numbers', () => {
  const step = (number: number, change: Partial<Step> = {}): Step => ({
    id: `q${number}`,
    number,
    progress: 'unanswered',
    flagged: false,
    here: number === 2,
    shut: null,
    ...change,
  });
  const shown = (way = [step(1), step(2), step(3), step(4, { shut: 'ahead' })]) =>
    mount(WayThrough, {
      props: { way, first: false, next: 'Next', last: false, handIn: true },
      attachTo: document.body,
    });
  const stops = (page: ReturnType<typeof shown>) =>
    page.findAll('.way [tabindex="0"]').map((button) => button.text());

  test('are one stop of the Tab key: where the student is', () => {
    expect(stops(shown())).toEqual(['2']);
  });
  test.each([
    ['ArrowRight', '3'],
    ['ArrowLeft', '1'],
    ['Home', '1'],
    ['End', '3'],
  ])('%s leads to question %s', async (key, number) => {
    const page = shown();
    await page.get('.way').trigger('keydown', { key });
    await new Promise((resolve) => setTimeout(resolve));
    expect([stops(page), document.activeElement?.textContent?.trim()]).toEqual([[number], number]);
  });
  test('what is not open yet is not walked to', async () => {
    const page = shown();
    await page.get('.way').trigger('keydown', { key: 'End' });
    await page.get('.way').trigger('keydown', { key: 'ArrowRight' });
    expect(stops(page)).toEqual(['3']);
  });
  test('each is said with how far it is', () => {
    const page = shown([step(1, { flagged: true, progress: 'answered' }), step(2)]);
    expect(page.findAll('.way button').map((button) => button.attributes('aria-label'))).toEqual([
      'Question 1, answered, flagged',
      'Question 2, not answered, you are here',
    ]);
  });
});

describe('the keys of a sitting', () => {
  function pressing() {
    const pressed: string[] = [];
    const acts = Object.fromEntries(
      ['next', 'back', 'flag', 'help'].map((name) => [name, () => pressed.push(name)]),
    ) as unknown as SittingActs;
    const page = mount(
      defineComponent({ setup: () => useSittingKeys(acts), template: '<input /><p />' }),
      { attachTo: document.body },
    );
    const press = (init: KeyboardEventInit, where: Element = document.body) =>
      where.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, ...init }));
    return { page, press, pressed };
  }

  test.each([
    ['KeyN', 'next'],
    ['KeyB', 'back'],
    ['KeyM', 'flag'],
  ])('Alt with %s: %s, also while an answer is typed', (code, act) => {
    const { page, press, pressed } = pressing();
    press({ code, altKey: true }, page.get('input').element);
    expect(pressed).toEqual([act]);
    page.unmount();
  });
  test('a letter alone is a letter', () => {
    const { page, press, pressed } = pressing();
    press({ code: 'KeyN', key: 'n' });
    expect(pressed).toEqual([]);
    page.unmount();
  });
  test('“?” shows the keys, but not where something is typed', () => {
    const { page, press, pressed } = pressing();
    press({ key: '?' }, page.get('input').element);
    press({ key: '?' });
    expect(pressed).toEqual(['help']);
    page.unmount();
  });
  test('over an open sheet they do nothing', () => {
    const { page, press, pressed } = pressing();
    const sheet = document.createElement('dialog');
    sheet.setAttribute('open', '');
    document.body.append(sheet);
    press({ code: 'KeyN', altKey: true });
    sheet.remove();
    expect(pressed).toEqual([]);
    page.unmount();
  });
});
