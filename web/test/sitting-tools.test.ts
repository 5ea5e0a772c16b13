/**
 * The tools beside a question: the calculator's panel, the scratch pad, ruler and protractor.
 *
 * @jest-environment jsdom
 */
import 'fake-indexeddb/auto';
import { afterEach, describe, expect, test } from '@jest/globals';
import { enableAutoUnmount, mount } from '@vue/test-utils';
import { createApp, effectScope, ref } from 'vue';
import CalculatorPanel from '../src/sitting/CalculatorPanel.vue';
import MeasureTool from '../src/sitting/MeasureTool.vue';
import ScratchPad from '../src/sitting/ScratchPad.vue';
import { rulerMarks } from '../src/sitting/measureMarks';
import { forgetOtherPads, keptPads } from '../src/seat/keptPads';
import { useTools } from '../src/sitting/useTools';

globalThis.structuredClone ??= (value: unknown) => JSON.parse(JSON.stringify(value));
enableAutoUnmount(afterEach);
/** The browser's store answers when it does. */
async function waitFor(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5));
}

describe('the calculator', () => {
  const shown = () =>
    mount(CalculatorPanel, {
      props: { level: 'basic', tape: [], 'onUpdate:tape': () => undefined },
      attachTo: document.body,
    });
  const press = async (panel: ReturnType<typeof shown>, keys: string) => {
    for (const key of keys)
      await panel
        .findAll('button')
        .find((button) => button.text() === key)!
        .trigger('click');
  };

  test('keeps what was worked out on its tape, and goes on with the result', async () => {
    const panel = shown();
    await press(panel, '7×8=');
    expect(panel.find('input').element.value).toBe('56');
    expect(panel.emitted('update:tape')?.at(-1)).toEqual([[{ line: '7×8', result: '56' }]]);
    await press(panel, '+');
    expect(panel.find('input').element.value).toBe('56+');
  });

  test('begins anew with a number after a result', async () => {
    const panel = shown();
    await press(panel, '7×8=');
    await press(panel, '3');
    expect(panel.find('input').element.value).toBe('3');
  });

  test('says in a sentence what cannot be worked out', async () => {
    const panel = shown();
    await press(panel, '7÷0=');
    expect(panel.find('[role=status]').text()).toBe('Nothing can be divided by 0.');
    expect(panel.find('input').element.value).toBe('7÷0');
  });
});

describe('the scratch pad', () => {
  const pads = () => keptPads(() => 3, 12);

  test('shows again what was noted, and is empty for another question', async () => {
    const pad = mount(ScratchPad, { props: { entry: 'e1', pads: pads() } });
    await waitFor(() => pad.find('textarea').exists());
    await pad.find('textarea').setValue('a = 12');
    const later = pads();
    expect(await later.read('e1')).toEqual({ notes: 'a = 12', strokes: [] });
    expect(await later.read('e2')).toEqual({ notes: '', strokes: [] });
    await waitFor(() => later.used.has('e1'));
  });

  test('of work that is over is gone, of work that goes on is kept', async () => {
    keptPads(() => 3, 12).write('e1', { notes: 'over', strokes: [] });
    keptPads(() => 3, 13).write('e1', { notes: 'goes on', strokes: [] });
    await forgetOtherPads(3, [13]);
    expect((await keptPads(() => 3, 12).read('e1')).notes).toBe('');
    expect((await keptPads(() => 3, 13).read('e1')).notes).toBe('goes on');
  });
});

describe('ruler and protractor', () => {
  test.each(['ruler', 'protractor'] as const)(
    'a %s is turned by keys and says how far',
    async (tool) => {
      const measure = mount(MeasureTool, { props: { tool } }).find('[role=application]');
      await measure.trigger('keydown', { key: 'PageDown' });
      await measure.trigger('keydown', { key: 'PageUp', shiftKey: true });
      expect(measure.attributes('aria-description')).toBe('turned 4°');
    },
  );

  test('ten centimeters are as long as they are in CSS', () => {
    const { centimeters } = rulerMarks(700);
    // CSS Values and Units 4, section 6.2: 1in = 2.54cm = 96px.
    expect(centimeters.find(({ label }) => label === '10')?.at).toBeCloseTo((96 / 2.54) * 10, 6);
  });
});

test('a tool stays open over a question that does not allow it', () => {
  effectScope().run(() => createApp({}).runWithContext(keepsOpen));
});
function keepsOpen(): void {
  const here = ref<('ruler' | 'basic-calculator')[]>(['ruler']);
  const tools = useTools(
    () => [['basic-calculator'], here.value],
    () => 'e1',
  );
  tools.toggle('ruler');
  here.value = [];
  expect(tools.offered.value.map(({ name }) => name)).toEqual(['calculator']);
  expect(tools.isOpen('ruler')).toBe(false);
  here.value = ['ruler'];
  expect(tools.isOpen('ruler')).toBe(true);
}
