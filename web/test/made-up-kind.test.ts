/**
 * A kind that is made up here is edited, sat and printed by the pages that know no kind; only the
 * two lists are told of it.
 *
 * @jest-environment jsdom
 */
import { kinds, type Part, type SittingItem, type SittingPart } from '@oaken/core/items';
import { mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { defineComponent, h } from 'vue';
import { estimatePart } from '../../core/test/support/estimate';
import { chooseIn } from './support/choose-in';

jest.mock('../../core/src/items/kinds/list', () => {
  const { kinds } = jest.requireActual('../../core/src/items/kinds/list');
  const { estimate } = jest.requireActual('../../core/test/support/estimate');
  return { kinds: { ...kinds, estimate } };
});
/** What the other kinds show is none of this test's business: their editors need the whole desk. */
jest.mock('../src/kinds/authoring', () => ({ authoring: {} }));
jest.mock('../src/rich/RichField.vue', () => ({
  __esModule: true,
  default: { render: () => null },
}));

import { answers } from '../src/kinds/answers';
import { authoring } from '../src/kinds/authoring';
import ItemView from '../src/kinds/ItemView.vue';
import PaperPart from '../src/desk/assessments/print/PaperPart.vue';
import PartEditor from '../src/desk/items/PartEditor.vue';

const part = estimatePart as unknown as Part;
const shown = { id: 'a', kind: 'estimate', unit: 'm' } as unknown as SittingPart;

const EstimateAnswer = defineComponent({
  props: ['part', 'response'],
  emits: ['answer'],
  setup:
    (props, { emit }) =>
    () =>
      h('input', {
        value: props.response,
        onChange: (event: Event) =>
          emit('answer', Number((event.target as HTMLInputElement).value)),
      }),
});
const EstimateEditor = defineComponent({
  props: ['modelValue', 'problems'],
  emits: ['update:modelValue'],
  setup:
    (props, { emit }) =>
    () =>
      h('button', {
        class: 'wider',
        onClick: () => emit('update:modelValue', { ...props.modelValue, unit: 'km' }),
      }),
});
const EstimatePaper = defineComponent({
  props: ['part'],
  setup: (props) => () => h('p', `About ____ ${props.part.unit}`),
});
Object.assign(answers, { estimate: EstimateAnswer });
Object.assign(authoring, { estimate: { editor: EstimateEditor, paper: EstimatePaper } });

const global = { plugins: [ElementPlus] };
const sitting = (responses: Record<string, unknown> = {}) =>
  mount(ItemView, {
    props: {
      item: { stem: '<p>How wide?</p>', parts: [shown] } as SittingItem,
      responses,
      name: 'q',
    },
    global,
  });
const editing = () =>
  mount(PartEditor, {
    props: { modelValue: part, problems: [], at: 0, earlier: [], several: false },
    global,
  });

test('a student answers it', async () => {
  const page = sitting();
  await page.get('input').setValue('42');
  expect(page.emitted('answer')).toEqual([['a', 42]]);
});

test('what was answered stands there again', () => {
  expect(sitting({ a: 38 }).get('input').element.value).toBe('38');
});

test('an author finds it among the kinds, with what it is good for', async () => {
  const page = editing();
  await chooseIn(page.get('[role=combobox]'), 'Estimate');
  expect(page.text()).toContain('A number that is near enough');
});

test('an author edits it with its own editor', async () => {
  const page = editing();
  await page.get('.wider').trigger('click');
  expect(page.emitted('update:modelValue')!.at(-1)).toEqual([{ ...estimatePart, unit: 'km' }]);
});

test('an author says its points, and no rule is to be chosen where there is one', async () => {
  const page = editing();
  expect(page.get('.rule').findAll('[role=combobox]')).toHaveLength(0);
  const points = page.get('.rule input');
  expect((points.element as HTMLInputElement).value).toBe('2');
});

test('a change to it asks first when something would be lost', async () => {
  const page = editing();
  await chooseIn(page.get('[role=combobox]'), kinds.information.title);
  expect(page.get('[role=alertdialog]').text()).toContain('the points');
  expect(page.emitted('update:modelValue')).toBeUndefined();
});

test('it stands on paper in its own form', () => {
  expect(mount(PaperPart, { props: { part: shown }, global }).text()).toBe('About ____ m');
});
