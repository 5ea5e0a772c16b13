/**
 * Items that make themselves, at the desk: variables, variants, named mistakes, and how results speak of them.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
jest.mock('../src/desk/items/template/useVariantCheck', () => {
  const { ref } = jest.requireActual('vue');
  return { useVariantCheck: () => ({ report: ref(mockReport), looking: ref(false) }) };
});

import { readItem, type ItemContent } from '@oaken/core/items';
import type { Template } from '@oaken/core/templates';
import type { TemplateReport } from '@oaken/core/variants';
import MistakesEditor from '../src/kinds/typed/MistakesEditor.vue';
import TemplateEditor from '../src/desk/items/template/TemplateEditor.vue';
import { listRead } from '../src/desk/items/template/variables';
import VariantsPanel from '../src/desk/items/template/VariantsPanel.vue';
import VariantGroups from '../src/desk/results/VariantGroups.vue';
import { withPlaces } from '../src/rich/placesInFormula';
import { say } from '../src/words/teacher';
import { atTheDesk, opened, press, type } from './support/desk';

let mockReport: TemplateReport = { draws: 72, all: true, variants: 72, faults: [] };
atTheDesk();

const template: Template = {
  variables: [
    { kind: 'range', name: 'a', from: '2', to: '9', step: '1' },
    { kind: 'range', name: 'b', from: '2', to: '9', step: '1' },
  ],
  conditions: ['a < b'],
};

describe('variables', () => {
  const last = (page: Awaited<ReturnType<typeof opened>>) =>
    (page.emitted('update:modelValue') as [Template | undefined][]).at(-1)![0];
  const editor = (model: Template | undefined, problems: object[] = []) =>
    opened(TemplateEditor, { modelValue: model, problems });

  test('begin with one', async () => {
    const page = await editor(undefined);
    await press(say('items.beginVariables'));
    expect(last(page)?.variables).toEqual([
      { kind: 'range', name: 'a', from: '1', to: '10', step: '1' },
    ]);
  });

  test('get names that are free', async () => {
    const page = await editor(template);
    await press(say('items.addVariable'));
    expect(last(page)?.variables.map(({ name }) => name)).toEqual(['a', 'b', 'c']);
  });

  test('the last one that is removed leaves a question that is the same for all', async () => {
    const page = await editor({
      ...template,
      variables: template.variables.slice(0, 1),
      conditions: [],
    });
    await press(say('items.remove'));
    expect(last(page)).toBeUndefined();
  });

  test('conditions are added below', async () => {
    const page = await editor(template);
    await press(say('items.addCondition'));
    expect(last(page)?.conditions).toEqual(['a < b', '']);
  });

  test('what is wrong stands at its variable', async () => {
    const page = await editor(template, [{ pointer: '/variables/1', message: 'Too many.' }]);
    const [first, second] = page.findAll('[role=group] [role=group]');
    expect([first!.text().includes('Too many.'), second!.text().includes('Too many.')]).toEqual([
      false,
      true,
    ]);
  });

  test.each([
    ['3; 5; 8', ['3', '5', '8']],
    ['3, 5, 8', ['3', '5', '8']],
    ['3,5; 8', ['3,5', '8']],
    [' Ada ;; Ben ', ['Ada', 'Ben']],
  ])('the list “%s” is read', (text, values) => expect(listRead(text)).toEqual(values));
});

describe('variants', () => {
  const item = (more: object = {}) => {
    const read = readItem({
      stem: '<p>What is [[a]] + [[b]]?</p>',
      parts: [
        {
          id: 'p',
          kind: 'numeric',
          key: {
            value: '[[a + b]]',
            mistakes: [{ value: '[[a * b]]', misconception: 'Multiplies.' }],
            tolerance: { by: 'exact' },
          },
          rule: { rule: 'all-or-nothing', points: 1 },
        },
      ],
      template: { ...template, ...more },
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.content;
  };
  const panel = (content: ItemContent = item()) =>
    opened(VariantsPanel, { content, grades: [5], mayChange: true });

  test('ten stand side by side, each with its own key and mistakes', async () => {
    const page = await panel();
    const rows = page
      .findAll('tbody tr')
      .map((row) => row.findAll('td').map((cell) => cell.text()));
    expect(rows).toHaveLength(10);
    for (const [question, right, wrong] of rows) {
      const [a, b] = [...question!.matchAll(/\d+/g)].map(Number) as [number, number];
      expect([right, wrong]).toEqual([String(a + b), String(a * b)]);
    }
  });

  test('others come when they are asked for', async () => {
    const page = await panel();
    const before = page.find('tbody').text();
    await press(say('items.tenOthers'));
    expect(page.find('tbody').text()).not.toBe(before);
  });

  test('what is unfair is said with the variant that shows it; what can be kept so is kept', async () => {
    mockReport = {
      draws: 72,
      all: true,
      variants: 72,
      faults: [
        {
          kind: 'same-text',
          pointer: '/a',
          words: 'Two choices read the same.',
          variant: 'a = 2, b = 2',
          count: 1,
        },
        {
          kind: 'harder',
          pointer: '/b',
          words: 'This one is long.',
          variant: 'a = 8, b = 9',
          count: 3,
        },
      ],
    };
    const page = await panel();
    expect(page.find('[role=status]').text()).toBe(
      'All 72 variants were checked. 2 things would be unfair.',
    );
    const faults = page.findAll('.faults li');
    expect(faults[0]!.text()).toContain('In a = 2, b = 2.');
    expect(faults.map((fault) => fault.findAll('button').length)).toEqual([0, 1]);
    await press(say('items.acceptFault'));
    expect(page.emitted('accept')).toEqual([[['harder']]]);
  });

  test('what was kept so is counted no more, and can be taken back', async () => {
    mockReport = {
      draws: 72,
      all: true,
      variants: 72,
      faults: [{ kind: 'harder', pointer: '', words: 'Long.', variant: 'a = 8, b = 9', count: 3 }],
    };
    const page = await panel(item({ accepted: ['harder'] }));
    expect(page.find('[role=status]').text()).toContain(say('items.noFaultsFound'));
    await press(say('items.dontAccept'));
    expect(page.emitted('accept')).toEqual([[[]]]);
  });
});

test('a wrong number gets the name of what was misunderstood', async () => {
  const page = await opened(MistakesEditor, {
    modelValue: [{ value: '7', misconception: '' }],
    problems: [],
  });
  await type(say('kinds.whatWasMisunderstood', { number: 1 }), 'Adds.');
  await press(say('kinds.addMistake'));
  expect(page.emitted('update:modelValue')).toEqual([
    [[{ value: '7', misconception: 'Adds.' }]],
    [
      [
        { value: '7', misconception: 'Adds.' },
        { value: '', misconception: '' },
      ],
    ],
  ]);
});

test('results show variants of like work together, with what may be made of them', async () => {
  const page = await opened(VariantGroups, {
    variants: {
      given: 40,
      groups: [
        { steps: [2, 4], example: 'a = 2, b = 3', n: 20, share: 0.9 },
        { steps: [9, 9], example: 'a = 8, b = 9', n: 20, share: 0.4 },
      ],
      chiSquare: { value: 11 },
      words: 'Some variants were harder than others.',
    },
  });
  expect(page.text()).toContain('40 variants were given. Some variants were harder than others.');
  expect(page.findAll('tbody tr').map((row) => row.text())).toEqual([
    '2 to 4 stepsa = 2, b = 32090%',
    '9 stepsa = 8, b = 92040%',
  ]);
});

describe('a formula that was entered as it looks', () => {
  test.each([
    ['\\left\\lbrack\\left\\lbrack a\\right\\rbrack\\right\\rbrack x', '[[a]] x'],
    ['[[\\frac{a}{b}]]', '[[((a) / (b))]]'],
    ['[[a\\cdot b]]', '[[a * b]]'],
    ['\\frac{[[a]]}{[[b]]}', '\\frac{[[a]]}{[[b]]}'],
    ['\\frac{1}{2}', '\\frac{1}{2}'],
  ])('%s', (latex, placed) => expect(withPlaces(latex)).toBe(placed));
});
