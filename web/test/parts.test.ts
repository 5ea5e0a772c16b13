/**
 * The parts that pages of desk and office are put together from.
 *
 * @jest-environment jsdom
 */
import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils';
import ElementPlus, { ElOption } from 'element-plus';
import { h } from 'vue';
import CommitInput from '../src/parts/CommitInput.vue';
import DateField from '../src/parts/DateField.vue';
import EmptyNote from '../src/parts/EmptyNote.vue';
import FileButton from '../src/parts/FileButton.vue';
import FootingLine from '../src/parts/FootingLine.vue';
import SelectField from '../src/parts/SelectField.vue';
import SeveralField from '../src/parts/SeveralField.vue';
import TabStrip from '../src/parts/TabStrip.vue';
import FacingPages from '../src/desk/shared/FacingPages.vue';
import GradeRow from '../src/desk/shared/GradeRow.vue';
import UndoStrip from '../src/desk/shared/UndoStrip.vue';
import { done, failed, notice, steps, takeBack } from '../src/desk/shared/undo';
import { useDialogFocus } from '../src/desk/shared/useDialogFocus';

beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
enableAutoUnmount(afterEach);
const link = { props: ['to'], template: '<a :href="to"><slot /></a>' };
const global = { plugins: [ElementPlus], stubs: { RouterLink: link } };

describe('tabs', () => {
  const shown = (chosen = 'first') =>
    mount(TabStrip, {
      props: { tabs: { first: 'First', second: 'Second' }, label: 'Parts', modelValue: chosen },
      slots: { default: () => h('p', 'a page') },
      global,
      attachTo: document.body,
    });

  test('the strip is called by its name', () => {
    expect(shown().get('[role=tablist]').attributes('aria-label')).toBe('Parts');
  });
  test('the page stands in the panel of the chosen one alone', () => {
    const panels = shown('second').findAll('[role=tabpanel]');
    expect(panels.map((panel) => panel.text())).toEqual(['', 'a page']);
  });
  test('pressing another asks for it', async () => {
    const strip = shown();
    await strip.findAll('[role=tab]')[1]!.trigger('click');
    expect(strip.emitted('update:modelValue')).toEqual([['second']]);
  });
});

describe('a choice of several', () => {
  const options = [
    { value: 'a', name: 'Apples', n: 3 },
    { value: 'b', name: 'Pears', n: 0 },
  ];
  const shown = (modelValue: string[]) =>
    mount(SeveralField, {
      props: { modelValue, options, any: 'Any fruit', label: 'Fruit' },
      global,
      attachTo: document.body,
    });

  test('nothing chosen means any, and says so', () => {
    expect(shown([]).text()).toContain('Any fruit');
  });
  test('what is chosen stands there by name, without its count', () => {
    expect(shown(['b', 'a']).get('.names').text()).toBe('Apples, Pears');
  });
  test('the field is called by its name', () => {
    expect(shown([]).get('input').attributes('aria-label')).toBe('Fruit');
  });
});

describe('a choice of one', () => {
  const shown = (modelValue: string | null) =>
    mount(SelectField, {
      props: { modelValue, 'aria-label': 'Form' },
      slots: {
        default: () => [
          h(ElOption, { value: null as never, label: 'none' }),
          h(ElOption, { value: 'b', label: 'Form B' }),
        ],
      },
      global,
      attachTo: document.body,
    });

  test.each([
    [null, 'none'],
    ['b', 'Form B'],
  ])('%s is heard as “%s”', async (value, words) => {
    const field = shown(value);
    await flushPromises();
    const heard = field.get('input').attributes('aria-describedby');
    expect(document.getElementById(heard!)?.textContent).toBe(words);
    field.unmount();
  });
});

describe('a text that counts when it is left', () => {
  test('gives on what was typed', async () => {
    const field = mount(CommitInput, { props: { modelValue: 'before' }, global });
    await field.get('input').setValue('after');
    await field.get('input').trigger('change');
    expect(field.emitted('change')).toContainEqual(['after']);
  });
  test('what was refused does not stay', async () => {
    const field = mount(CommitInput, { props: { modelValue: 'before' }, global });
    await field.get('input').setValue('after');
    await field.get('input').trigger('change');
    await flushPromises();
    expect(field.get('input').element.value).toBe('before');
  });
});

describe('a day', () => {
  const weekday = (wall: string) =>
    mount(DateField, { props: { modelValue: wall, label: 'Closes' }, global })
      .get('.day')
      .text();
  test.each([
    ['2026-12-04', 'Fri'],
    ['2026-12-05T08:00', 'Sat'],
    ['', ''],
  ])('%s is a %s', (wall, name) => {
    expect(weekday(wall)).toBe(name);
  });
});

describe('grades', () => {
  const shown = (modelValue: number[]) =>
    mount(GradeRow, {
      props: { modelValue, grades: [5, 6, 7], label: 'Grades', each: 'Grade' },
      global,
    });
  test('are added in their order', async () => {
    const row = shown([7]);
    await row.findAll('button')[0]!.trigger('click');
    expect(row.emitted('update:modelValue')).toEqual([[[5, 7]]]);
  });
  test('a chosen one is let go', async () => {
    const row = shown([5, 7]);
    expect(row.findAll('[aria-pressed=true]')).toHaveLength(2);
    await row.findAll('button')[0]!.trigger('click');
    expect(row.emitted('update:modelValue')).toEqual([[[7]]]);
  });
});

describe('a button for a file', () => {
  test('gives the file on, and the same one can be chosen again', async () => {
    const button = mount(FileButton, {
      props: { accept: '.csv' },
      slots: { default: 'Choose' },
      global,
    });
    const field = button.get('input').element as HTMLInputElement;
    const file = new File(['a'], 'list.csv');
    Object.defineProperty(field, 'files', { value: [file], configurable: true });
    await button.get('input').trigger('change');
    expect([button.emitted('chosen'), field.value]).toEqual([[[file]], '']);
  });
});

test('an empty list says why, and what to do', () => {
  const note = mount(EmptyNote, { props: { title: 'Nothing yet.' }, slots: { default: 'Begin.' } });
  expect(note.text()).toBe('Nothing yet.Begin.');
});
test('totals are a region with a name', () => {
  const line = mount(FootingLine, { props: { label: 'Totals' }, slots: { default: '3 items' } });
  expect([line.attributes('role'), line.attributes('aria-label')]).toEqual(['region', 'Totals']);
});

describe('facing pages', () => {
  const shown = () =>
    mount(FacingPages, {
      props: { name: 'test', left: 'Index', right: 'Items', start: 40 },
      global,
    });
  const width = (pages: ReturnType<typeof shown>) =>
    Number(pages.get('[role=separator]').attributes('aria-valuenow'));
  beforeEach(() => localStorage.clear());

  test('the arrow keys move the line between them, and the place is kept', async () => {
    const pages = shown();
    await pages.get('[role=separator]').trigger('keydown', { key: 'ArrowRight' });
    expect([width(pages), width(shown())]).toEqual([42, 42]);
  });
  test('F6 goes over to the other page, and back', async () => {
    const pages = mount(FacingPages, {
      props: { name: 'test', left: 'Index', right: 'Items' },
      global,
      attachTo: document.body,
    });
    const press = async () => {
      dispatchEvent(new KeyboardEvent('keydown', { key: 'F6' }));
      await flushPromises();
      return document.activeElement?.getAttribute('aria-label');
    };
    (pages.get('.page.left').element as HTMLElement).focus();
    expect([await press(), await press()]).toEqual(['Items', 'Index']);
    pages.unmount();
  });
  test('neither page is pushed away', async () => {
    const pages = shown();
    for (let n = 0; n < 40; n++)
      await pages.get('[role=separator]').trigger('keydown', { key: 'ArrowLeft' });
    expect(width(pages)).toBe(22);
  });
});

describe('what was done', () => {
  beforeEach(() => {
    notice.value = null;
    steps.value = [];
  });

  test('is said, and can be taken back', async () => {
    const undone = jest.fn();
    const strip = mount(UndoStrip, { global });
    done('One item removed.', undone);
    await flushPromises();
    expect(strip.text()).toContain('One item removed.');
    await strip.findAll('button')[0]!.trigger('click');
    await flushPromises();
    expect([undone.mock.calls.length, notice.value, steps.value]).toEqual([1, null, []]);
  });
  test('a failure has no way back, and is said as one', async () => {
    const strip = mount(UndoStrip, { global });
    failed(new Error('It did not go.'));
    await flushPromises();
    expect([strip.get('.strip').classes(), strip.text()]).toEqual([
      expect.arrayContaining(['failed']),
      expect.stringContaining('It did not go.'),
    ]);
  });
  test('ten steps are kept, the latest first', () => {
    for (let n = 1; n <= 12; n++) done(`Step ${n}`, () => {});
    expect([steps.value.length, steps.value[0]!.text]).toEqual([10, 'Step 12']);
  });
  test('what cannot be taken back any more says why', async () => {
    done('Moved.', () => Promise.reject(new Error('Somebody changed it meanwhile.')));
    await takeBack(steps.value[0]!);
    expect(notice.value).toMatchObject({ kind: 'failed', text: 'Somebody changed it meanwhile.' });
  });
});

describe('a dialog that opens', () => {
  let page: ReturnType<typeof mount>;
  const opening = {
    setup: () => useDialogFocus(),
    template: `<div><button id="before">Open</button><div class="el-dialog" tabindex="-1">
        <button class="el-dialog__headerbtn">Close</button>
        <div class="el-dialog__body"><input type="checkbox" /><input id="title" /></div></div></div>`,
  };
  beforeEach(() => (page = mount(opening, { attachTo: document.body })));
  const focus = (selector: string) => (page.get(selector).element as HTMLElement).focus();
  const here = () => document.activeElement?.id;

  test('has the focus in its first field', () => {
    focus('#before');
    focus('.el-dialog');
    expect(here()).toBe('title');
  });
  test('whoever goes back to its close button stays there', () => {
    focus('#title');
    focus('.el-dialog__headerbtn');
    expect(document.activeElement?.className).toBe('el-dialog__headerbtn');
  });
});
