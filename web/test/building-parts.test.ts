/**
 * The parts in which a test is built: sections, draws, blueprints, and the dialogs about a test.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import type { Section } from '@oaken/core/assessments';
import { flushPromises } from '@vue/test-utils';
import ApartDialog from '../src/desk/assessments/ApartDialog.vue';
import BlueprintLimits from '../src/desk/assessments/BlueprintLimits.vue';
import BlueprintTable from '../src/desk/assessments/BlueprintTable.vue';
import CopyTestDialog from '../src/desk/assessments/CopyTestDialog.vue';
import DrawEditor from '../src/desk/assessments/DrawEditor.vue';
import SectionHead from '../src/desk/assessments/SectionHead.vue';
import ShareTestDialog from '../src/desk/assessments/ShareTestDialog.vue';
import { Refused } from '../src/client/request';
import { say } from '../src/words/teacher';
import { chooseIn } from './support/choose-in';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  opened,
  press,
  submit,
  type,
} from './support/desk';

atTheDesk();
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';
const entry = (id: string, itemId: number) =>
  ({ id, itemId, revisionId: itemId, points: 2 }) as unknown as Section['entries'][number];
const section = (changes: Partial<Section> = {}): Section => ({
  id: 's1',
  title: '',
  directions: '',
  minutes: null,
  keepOrder: false,
  entries: [entry('e1', 1), entry('e2', 2)],
  draw: null,
  ...changes,
});
const draw = (changes: object = {}) => ({ count: 3, points: 1, search: null, ...changes });
const anything = { standard: null, grade: null, depth: null, bank: null };

describe('which items each student gets', () => {
  async function shown(changes: Partial<Section> = {}, pool = 10) {
    answers.countPool = { total: pool };
    const page = await opened(DrawEditor, {
      section: section(changes),
      name: 'section 1',
      but: [7],
    });
    const given = () => page.emitted('draw')?.at(-1)?.[0];
    const choose = async (way: string) => {
      page.findAllComponents({ name: 'SelectField' })[0]!.vm.$emit('update:modelValue', way);
      await flushPromises();
    };
    return { page, given, choose };
  }

  test('a draw from these begins with no more than there are, at their points', async () => {
    const { choose, given } = await shown();
    await choose('these');
    expect(given()).toEqual({ count: 2, points: 2, search: null });
  });

  test('a draw from a search begins with anything', async () => {
    const { choose, given } = await shown({ entries: [] });
    await choose('search');
    expect(given()).toEqual({ count: 3, points: 1, search: anything });
  });

  test('everybody getting all is no draw', async () => {
    const { choose, given } = await shown({ draw: draw() });
    await choose('all');
    expect(given()).toBeNull();
  });

  test('the pool is counted without the items of the test', async () => {
    await shown({ entries: [], draw: draw({ search: anything }) });
    expect(bodies('countPool')).toEqual([{ search: anything, but: [7] }]);
    expect(document.body.textContent).toContain(say('tests.of', { value: 10 }));
  });

  test('asking for more than there are is said', async () => {
    await shown({ draw: draw({ count: 5 }) });
    expect(alert()).toContain(say('tests.areOnlyItems', { n: 2 }));
  });

  test('a search beside items of its own is said', async () => {
    await shown({ draw: draw({ search: anything }) });
    expect(alert()).toBe(say('tests.theSectionHasItems', { n: 2 }));
  });

  test.each(['0', '2.5', '201', 'many'])('“%s” is no number of items', async (text) => {
    const { given } = await shown({ draw: draw() });
    await type(say('tests.howManyEachStudent', { name: 'section 1' }), text);
    expect([alert(), given()]).toEqual([say('tests.aDrawGivesFrom'), undefined]);
  });

  test('a number of items is kept', async () => {
    const { given } = await shown({ draw: draw() });
    await type(say('tests.howManyEachStudent', { name: 'section 1' }), '2');
    expect(given()).toEqual(draw({ count: 2 }));
  });

  test.each(['', '-1', '1001', 'x'])('“%s” are no points', async (text) => {
    const { given } = await shown({ draw: draw() });
    await type(say('tests.pointsEachDrawnItem', { name: 'section 1' }), text);
    expect([alert(), given()]).toEqual([say('tests.pointsNumberFrom'), undefined]);
  });

  test('points may have a comma', async () => {
    const { given } = await shown({ draw: draw() });
    await type(say('tests.pointsEachDrawnItem', { name: 'section 1' }), '1,5');
    expect(given()).toEqual(draw({ points: 1.5 }));
  });

  test('a pool that cannot be counted says why', async () => {
    answers.countPool = new Refused({ title: 'The database is not answering.' } as never);
    await opened(DrawEditor, {
      section: section({ entries: [], draw: draw({ search: anything }) }),
      name: 'section 1',
      but: [],
    });
    expect(alert()).toContain('The database is not answering.');
  });
});

describe('the head of a section', () => {
  async function shown(changes: Partial<Section> = {}, more: object = {}) {
    const page = await opened(SectionHead, {
      section: section(changes),
      number: 2,
      alone: false,
      but: [],
      mayChange: true,
      ...more,
    });
    return { page, changed: () => page.emitted('change')?.map(([, ...changes]) => changes) };
  }
  const name = () => say('tests.sectionNumber', { number: 2 });

  test('its rules are said in a line', async () => {
    const { page } = await shown({ keepOrder: true, minutes: 20 });
    expect(page.get('.rules').text()).toBe(
      [
        say('tests.everybodyGetsAllItems'),
        say('tests.notShuffled'),
        say('tests.timeMin', { time: 20 }),
      ].join('; '),
    );
  });

  test('a title is kept once it is typed, and only where it changed', async () => {
    const { changed } = await shown({ title: 'Part one' });
    await type(say('tests.titleSectionNumber', { number: 2 }), 'Part one');
    expect(changed()).toBeUndefined();
    await type(say('tests.titleSectionNumber', { number: 2 }), 'Part two');
    expect(changed()).toEqual([
      [{ do: 'describe-section', section: 's1', facts: { title: 'Part two' } }],
    ]);
  });

  test.each(['0', '-3', '1441', 'soon'])('“%s” is no time', async (text) => {
    const { changed } = await shown();
    await press(say('tests.rulesName', { name: name() }));
    await type(say('tests.minutesName', { name: name() }), text);
    expect([alert(), changed()]).toEqual([say('tests.theTimeNumberMinutes'), undefined]);
  });

  test('an empty time is none', async () => {
    const { changed } = await shown({ minutes: 20 });
    await press(say('tests.rulesName', { name: name() }));
    await type(say('tests.minutesName', { name: name() }), '');
    expect(changed()).toEqual([
      [{ do: 'describe-section', section: 's1', facts: { minutes: null } }],
    ]);
  });

  test('its order can be kept', async () => {
    const { changed } = await shown();
    await press(say('tests.rulesName', { name: name() }));
    await check(say('tests.dontShuffleThisSection'));
    expect(changed()).toEqual([
      [{ do: 'describe-section', section: 's1', facts: { keepOrder: true } }],
    ]);
  });

  test('the only section cannot be removed and needs no title', async () => {
    const { page } = await shown({}, { alone: true });
    expect(() => control(say('tests.removeSection'))).toThrow();
    expect(page.findAll('input')).toEqual([]);
  });

  test('one of several is removed', async () => {
    const { changed } = await shown();
    await press(say('tests.removeSection'));
    expect(changed()).toEqual([[{ do: 'remove-section', section: 's1' }]]);
  });

  test('whoever only reads changes nothing', async () => {
    const { page } = await shown({}, { mayChange: false });
    expect(page.findAll('input:not([readonly])')).toEqual([]);
  });
});

describe('a blueprint', () => {
  const blueprint = (changes: object = {}) => ({
    rows: [{ standard: 5, wants: [2, 0, 1, 0] }],
    byDepth: true,
    measure: 'items',
    minutes: null,
    facility: null,
    byHand: null,
    unknownToo: true,
    level: 'any',
    variantsOnly: false,
    banks: null,
    without: [],
    ...changes,
  });
  const states = [
    { want: 2, have: 1 },
    { want: 0, have: 0 },
    { want: 1, have: 1 },
    { want: 0, have: 0 },
  ];
  const shown = async (changes: object = {}) => {
    const page = await opened(BlueprintTable, {
      blueprint: blueprint(changes),
      states,
      mayChange: true,
    });
    return {
      page,
      cells: page.findAll<HTMLInputElement>('tbody input'),
      changed: () => page.emitted('change')?.at(-1)?.[0] as { rows: object[] } | undefined,
    };
  };

  test('a cell that wants nothing is empty', async () => {
    const { cells } = await shown();
    expect(cells.map(({ element }) => element.value)).toEqual(['2', '', '1', '']);
  });

  test('what is typed into a cell is wanted', async () => {
    const { cells, changed } = await shown();
    await cells[1]!.setValue('3');
    await cells[1]!.trigger('change');
    expect(changed()!.rows).toEqual([{ standard: 5, wants: [2, 3, 1, 0] }]);
  });

  test('an emptied cell wants nothing', async () => {
    const { cells, changed } = await shown();
    await cells[0]!.setValue('');
    await cells[0]!.trigger('change');
    expect(changed()!.rows).toEqual([{ standard: 5, wants: [0, 0, 1, 0] }]);
  });

  test.each([
    ['1.5', 'items', 'tests.cellsCountItemsHold'],
    ['-1', 'items', 'tests.aCellHoldsNumber'],
    ['501', 'points', 'tests.aCellHoldsNumber'],
    ['a', 'points', 'tests.aCellHoldsNumber'],
  ] as const)('“%s” %s is refused', async (text, measure, key) => {
    const { cells, changed } = await shown({ measure });
    await cells[0]!.setValue(text);
    await cells[0]!.trigger('change');
    expect([alert(), changed()]).toEqual([say(key), undefined]);
  });

  test('points may be parts of one', async () => {
    const { cells, changed } = await shown({ measure: 'points' });
    await cells[0]!.setValue('1,5');
    await cells[0]!.trigger('change');
    expect(changed()!.rows).toEqual([{ standard: 5, wants: [1.5, 0, 1, 0] }]);
  });

  test('a row is removed whole', async () => {
    const { changed } = await shown();
    await press(say('tests.removeName', { name: say('tests.aStandard') }));
    expect(changed()!.rows).toEqual([]);
  });

  test('the foot adds up what is wanted and what is there', async () => {
    const { page } = await shown();
    expect(page.get('tfoot').text().replace(/\s+/g, ' ')).toContain(
      `3${say('tests.hasHaveAll', { haveAll: 2 })}`,
    );
  });

  const limited = async (changes: object = {}) => {
    const page = await opened(BlueprintLimits, { blueprint: blueprint(changes), mayChange: true });
    return () => page.emitted('set')?.at(-1)?.[0];
  };
  test.each([
    ['tests.minutesAtMost', '0', 'tests.theTimeNumberMinutes'],
    ['tests.sharePointsStudentsShould', '0.99', 'tests.theShareStudentsShould'],
    ['tests.itemsMarkedByHand', '1.5', 'tests.thisMustBeWhole'],
  ] as const)('%s: “%s” is refused', async (label, text, key) => {
    const set = await limited();
    await type(say(label), text);
    expect([alert(), set()]).toEqual([say(key), undefined]);
  });

  test.each([
    ['tests.minutesAtMost', '45', { minutes: 45 }],
    ['tests.sharePointsStudentsShould', '0,7', { facility: 0.7 }],
    ['tests.itemsMarkedByHand', '2', { byHand: 2 }],
  ] as const)('%s: “%s” is kept', async (label, text, changed) => {
    const set = await limited();
    await type(say(label), text);
    expect(set()).toEqual(changed);
  });

  test.each([
    ['easy', 'tests.easyOnes'],
    ['easy-to-hard', 'tests.easyToHard'],
  ] as const)('the level “%s” is chosen by its name', async (level, name) => {
    const page = await opened(BlueprintLimits, { blueprint: blueprint(), mayChange: true });
    await chooseIn(page.get('[role=combobox]'), say(name));
    expect(page.emitted('set')).toEqual([[{ level }]]);
  });

  test('only items with other numbers are taken where that is ticked', async () => {
    const set = await limited();
    await check(say('tests.onlyVariants'));
    expect(set()).toEqual({ variantsOnly: true });
  });

  test('an emptied limit is none', async () => {
    const set = await limited({ minutes: 45 });
    await type(say('tests.minutesAtMost'), '');
    expect(set()).toEqual({ minutes: null });
  });
});

describe('copying a test', () => {
  const shown = async (more: object = {}) => {
    answers.copyTest = { id: 12 };
    const page = await opened(CopyTestDialog, {
      modelValue: false,
      testId: 9,
      title: 'Ratios',
      owner: 'Ana Lee',
      mine: false,
      ...more,
    });
    await page.setProps({ modelValue: true });
    await flushPromises();
    return page;
  };

  test('a colleague’s test keeps its title, one of mine gets another', async () => {
    await shown();
    await submit();
    expect(bodies('copyTest')).toEqual([
      { title: 'Ratios', clientKey: expect.stringMatching(/^[0-9a-f-]{36}$/) },
    ]);
  });

  test('of a test of mine the copy says that it is one', async () => {
    await shown({ mine: true });
    await submit();
    expect(bodies('copyTest')).toEqual([
      expect.objectContaining({ title: say('tests.titleCopy', { title: 'Ratios' }) }),
    ]);
  });

  test('a refusal is said, and the same copy is asked for again', async () => {
    const page = await shown();
    answers.copyTest = new Refused({ title: 'The database is not answering.' } as never);
    await submit();
    expect(alert()).toContain('The database is not answering.');
    await submit();
    const keys = (bodies('copyTest') as { clientKey: string }[]).map(({ clientKey }) => clientKey);
    expect(new Set(keys).size).toBe(1);
    expect(page.emitted('update:modelValue')).toBeUndefined();
  });
});

describe('sharing a test', () => {
  const colleagues = [
    { accountId: 2, name: 'Ana Lee' },
    { accountId: 3, name: 'Tom Reyes' },
  ];
  const shown = async (shares: object[] = [], ready = true) => {
    answers.readTestSharing = { reach: 'mine', shares, colleagues };
    const page = await opened(ShareTestDialog, {
      modelValue: false,
      testId: 9,
      title: 'Ratios',
      ready,
    });
    await page.setProps({ modelValue: true });
    await flushPromises();
    return page;
  };
  const save = () => press(say('common.save'));

  test('a colleague who is added edits it with me', async () => {
    const page = await shown();
    page.findAllComponents({ name: 'SelectField' }).at(-1)!.vm.$emit('update:modelValue', 3);
    await flushPromises();
    await save();
    expect(bodies('shareTest')).toEqual([
      { reach: 'mine', shares: [{ accountId: 3, may: 'edit' }] },
    ]);
    expect(page.emitted('changed')).toHaveLength(1);
  });

  test('a colleague is removed', async () => {
    await shown([{ accountId: 2, name: 'Ana Lee', may: 'read' }]);
    await press(say('common.remove'));
    await save();
    expect(bodies('shareTest')).toEqual([{ reach: 'mine', shares: [] }]);
  });

  test('whoever has it already is not offered', async () => {
    await shown([{ accountId: 2, name: 'Ana Lee', may: 'read' }]);
    const options = [...document.body.querySelectorAll('.el-select-dropdown__item')].map((option) =>
      option.textContent!.trim(),
    );
    expect(options).toContain('Tom Reyes');
    expect(options).not.toContain('Ana Lee');
  });

  test('of a draft it is said that others see it later', async () => {
    await shown([], false);
    await check(say('tests.allTeachersAtMy'));
    expect(document.body.textContent).toContain(say('tests.itDraftTheySee'));
  });

  test('nothing can be saved before it is read', async () => {
    answers.readTestSharing = new Refused({ title: 'The test was not found.' } as never);
    const page = await opened(ShareTestDialog, {
      modelValue: false,
      testId: 9,
      title: '',
      ready: true,
    });
    await page.setProps({ modelValue: true });
    await flushPromises();
    expect(control(say('common.save')).hasAttribute('disabled')).toBe(true);
    expect(alert()).toContain('The test was not found.');
  });
});

describe('items that are not used together', () => {
  const others = [
    { entry: entry('e2', 2), number: 2, words: 'Two' },
    { entry: entry('e3', 3), number: 3, words: 'Three' },
  ];
  const shown = async (more: object = {}) => {
    const page = await opened(ApartDialog, {
      modelValue: false,
      entry: entry('e1', 1),
      number: 1,
      others,
      enemies: [[1, 3]],
      ...more,
    });
    await page.setProps({ modelValue: true });
    await flushPromises();
    return page;
  };

  test('only what was changed is told', async () => {
    const page = await shown();
    await check('2 Two');
    await press(say('tests.dontUseWithItems', { n: 2 }));
    expect(page.emitted('done')).toEqual([[1, [{ other: 2, apart: true }]]]);
  });

  test('what is unchecked may meet again', async () => {
    const page = await shown();
    await check('3 Three');
    await press(say('tests.dontUseWithItems', { n: 0 }));
    expect(page.emitted('done')).toEqual([[1, [{ other: 3, apart: false }]]]);
  });

  test('a test of one item has nothing to choose', async () => {
    await shown({ others: [] });
    expect(document.body.textContent).toContain(say('tests.theTestHasNo'));
  });
});
