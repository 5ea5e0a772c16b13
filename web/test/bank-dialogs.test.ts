/**
 * What is done to banks and to many items of them, and saved searches.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { flushPromises } from '@vue/test-utils';
import { reactive } from 'vue';
import BankDialog from '../src/desk/banks/BankDialog.vue';
import KeptSearches from '../src/desk/banks/KeptSearches.vue';
import LabelDialog from '../src/desk/banks/LabelDialog.vue';
import RetireDialog from '../src/desk/banks/RetireDialog.vue';
import { noFilters } from '../src/desk/banks/useSearch';
import FactsEditor from '../src/desk/items/FactsEditor.vue';
import { useLibrary } from '../src/desk/library/library';
import RubricLevels from '../src/desk/marking/RubricLevels.vue';
import { notice, takeBack } from '../src/desk/shared/undo';
import { Refused } from '../src/client/request';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  opened,
  press,
  sent,
  submit,
  type,
} from './support/desk';

atTheDesk();
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';
const refused = (title: string) => new Refused({ title } as never);
const disabled = (name: string) => control(name).hasAttribute('disabled');

/** Opens a dialog, as its button does. */
async function dialog(component: object, props: object) {
  const page = await opened(component, { modelValue: false, ...props });
  await page.setProps({ modelValue: true });
  await flushPromises();
  return page;
}

describe('standards and tags for many items', () => {
  const shown = () => dialog(LabelDialog, { items: [1, 2] });
  beforeEach(() => {
    answers.labelItems = { changed: 2 };
    answers.readRows = {
      items: [
        { id: 1, standards: [{ id: 5, code: 'MA.6.RAT.1' }], tags: ['old'] },
        { id: 2, standards: [], tags: ['homework'] },
      ],
    };
  });

  test('nothing is to be saved before something is chosen', async () => {
    await shown();
    expect(disabled(say('banks.saveChanges'))).toBe(true);
  });

  test('tags are parted by commas; undo gives each item exactly what it had', async () => {
    const page = await shown();
    await type(say('banks.addTags'), 'warm-up, , homework ');
    await check(say('banks.labelOfItems', { label: 'old', n: 1 }));
    await press(say('banks.saveChanges'));
    await takeBack({ undo: notice.value!.undo! });
    const nothing = { addStandards: [], removeStandards: [], addTags: [], removeTags: [] };
    expect(bodies('labelItems')).toEqual([
      { ...nothing, items: [1, 2], addTags: ['warm-up', 'homework'], removeTags: ['old'] },
      { ...nothing, items: [1, 2], removeTags: ['warm-up'] },
      // The second item had it before.
      { ...nothing, items: [1], removeTags: ['homework'] },
      { ...nothing, items: [1], addTags: ['old'] },
    ]);
    expect(page.emitted('changed')).toHaveLength(2);
  });

  test('the standards that they have are offered for removal, with how many have them', async () => {
    await shown();
    await check(say('banks.labelOfItems', { label: 'MA.6.RAT.1', n: 1 }));
    await press(say('banks.saveChanges'));
    expect(bodies('labelItems')).toMatchObject([{ items: [1, 2], removeStandards: [5] }]);
  });

  test('what is refused is said, and stays typed', async () => {
    answers.labelItems = refused('2 of the items are in banks of others.');
    const page = await shown();
    await type(say('banks.addTags'), 'warm-up');
    await press(say('banks.saveChanges'));
    expect(alert()).toContain('2 of the items are in banks of others.');
    expect(page.emitted('changed')).toBeUndefined();
  });
});

describe('retiring items', () => {
  const shown = async () => {
    answers.retireItems = { retired: 2 };
    return dialog(RetireDialog, { items: [1, 2] });
  };
  const retire = () => say('banks.retireItems', { n: 2 });

  test('nothing is retired before its uses were read', async () => {
    answers.readUses = () => new Promise(() => {});
    await shown();
    expect(disabled(retire())).toBe(true);
  });

  test('they are retired, and restored by undo', async () => {
    answers.readUses = { uses: [], hiddenUses: 0 };
    const page = await shown();
    await press(retire());
    await takeBack({ undo: notice.value!.undo! });
    expect([bodies('retireItems'), bodies('restoreItems')]).toEqual([
      [{ items: [1, 2] }],
      [{ items: [1, 2] }],
    ]);
    expect(page.emitted('changed')).toHaveLength(2);
  });
});

describe('a bank', () => {
  const bank = { id: 4, name: 'Brindlemere bank', reach: 'school', may: 'edit' };
  const colleagues = [{ accountId: 2, name: 'Ana Lee' }];

  test('a new one is made with its name and its readers', async () => {
    await dialog(BankDialog, { bank: null });
    await type(say('common.name'), 'Fractions');
    await check(say('banks.allTeachersAtMy'));
    await press(say('banks.makeBank'));
    expect(bodies('makeBank')).toEqual([{ name: 'Fractions', reach: 'school' }]);
  });

  test('one without a name is not made', async () => {
    await dialog(BankDialog, { bank: null });
    expect(disabled(say('banks.makeBank'))).toBe(true);
  });

  test('a colleague who is added may use and copy', async () => {
    answers.readShares = { shares: [], colleagues };
    const page = await dialog(BankDialog, { bank });
    page.findAllComponents({ name: 'SelectField' }).at(-1)!.vm.$emit('update:modelValue', 2);
    await flushPromises();
    await press(say('common.save'));
    expect(bodies('shareBank')).toEqual([{ shares: [{ accountId: 2, may: 'use' }] }]);
    expect(bodies('describeBank')).toEqual([{ name: 'Brindlemere bank', reach: 'school' }]);
  });

  test('a colleague is removed', async () => {
    answers.readShares = { shares: [{ ...colleagues[0], may: 'edit' }], colleagues };
    await dialog(BankDialog, { bank });
    await press(say('common.remove'));
    await press(say('common.save'));
    expect(bodies('shareBank')).toEqual([{ shares: [] }]);
  });

  test('a refusal is said in the dialog', async () => {
    answers.readShares = { shares: [], colleagues };
    answers.describeBank = refused('This bank belongs to somebody else.');
    await dialog(BankDialog, { bank });
    await press(say('common.save'));
    expect([alert(), sent('shareBank')]).toEqual([
      expect.stringContaining('This bank belongs to somebody else.'),
      [],
    ]);
  });
});

describe('saved searches', () => {
  const saved = { id: 8, name: 'Ratios', address: 'grades=6&words=ratio' };
  const shown = async (filters: object = {}) => {
    answers.listKeptSearches = { searches: [saved] };
    const search = { filters: reactive({ ...noFilters(), ...filters }) };
    await opened(KeptSearches, { search });
    return search.filters;
  };

  test('one is used as it was saved, whatever was there', async () => {
    const filters = await shown({ words: 'percent', depth: [2] });
    await press('Ratios');
    expect(filters).toEqual({ ...noFilters(), grades: [6], words: 'ratio' });
  });

  test('a search without filters cannot be saved', async () => {
    await shown();
    expect(disabled(say('banks.saveThisSearch'))).toBe(true);
  });

  test('a search is saved under a name', async () => {
    await shown({ words: 'percent' });
    await press(say('banks.saveThisSearch'));
    await type(say('banks.nameThisSearch'), 'Percents');
    await submit();
    expect(bodies('keepSearch')).toEqual([{ name: 'Percents', address: 'words=percent' }]);
  });

  test('one is deleted, and comes back by undo', async () => {
    await shown();
    await press(say('banks.deleteName', { name: 'Ratios' }));
    await takeBack({ undo: notice.value!.undo! });
    expect([sent('forgetSearch'), bodies('keepSearch')]).toEqual([
      [{ params: { searchId: 8 } }],
      [{ name: 'Ratios', address: saved.address }],
    ]);
  });

  test('what cannot be saved is said at the foot', async () => {
    answers.keepSearch = refused('The database is not answering.');
    await shown({ words: 'percent' });
    await press(say('banks.saveThisSearch'));
    await type(say('banks.nameThisSearch'), 'Percents');
    await submit();
    expect(notice.value).toMatchObject({ kind: 'failed' });
  });
});

describe('by what an item is found', () => {
  const standards = [
    { id: 5, code: 'MA.6.RAT.1', statement: 'Ratios', subject: 'Mathematics', grades: [6, 7] },
    { id: 6, code: 'ES.5.ROC.1', statement: 'Rocks', subject: 'Earth science', grades: [5] },
  ];
  async function shown(changes: object = {}) {
    const facts = reactive({
      subject: '',
      grades: [] as number[],
      standards: [] as number[],
      depth: null,
      seconds: null as number | null,
      tags: [] as string[],
      author: '',
      licence: '',
      ...changes,
    });
    const library = useLibrary();
    library.frameworks = [{ id: 1, name: 'Goals', standards }] as never;
    const page = await opened(FactsEditor, { modelValue: facts, problems: [] });
    const pick = (ids: number[]) =>
      page.findComponent({ name: 'StandardPicker' }).vm.$emit('done', ids);
    return { facts, page, pick };
  }

  test('a standard brings its subject and its grades', async () => {
    const { facts, pick } = await shown();
    pick([5]);
    expect(facts).toMatchObject({ standards: [5], subject: 'Mathematics', grades: [6, 7] });
  });

  test('what was said before stays', async () => {
    const { facts, pick } = await shown({ subject: 'Science', grades: [8] });
    pick([6]);
    expect(facts).toMatchObject({ subject: 'Science', grades: [8] });
  });

  test('a standard is removed', async () => {
    const { facts } = await shown({ standards: [5] });
    await press(say('common.remove'));
    expect(facts.standards).toEqual([]);
  });

  test('grades are pressed on and off, and stay in order', async () => {
    const { facts } = await shown({ grades: [7] });
    await press(say('items.gradeGrade', { grade: 6 }));
    await press(say('items.gradeGrade', { grade: 5 }));
    await press(say('items.gradeGrade', { grade: 7 }));
    expect(facts.grades).toEqual([5, 6]);
  });

  test('tags are small letters, each once', async () => {
    const { facts } = await shown();
    await type(say('items.tags'), 'Warm-up, warm-up ,, Homework');
    expect(facts.tags).toEqual(['warm-up', 'homework']);
  });

  test.each([
    ['90', 90],
    ['', null],
  ])('“%s” expected seconds', async (text, seconds) => {
    const { facts } = await shown({ seconds: 10 });
    await type(say('items.expectedSeconds'), text);
    expect(facts.seconds).toBe(seconds);
  });
});

describe('a rubric', () => {
  const criteria = [
    {
      id: 'c1',
      name: 'Ideas',
      levels: [
        { points: 0, words: 'None' },
        { points: 2, words: 'Some' },
      ],
    },
    {
      id: 'c2',
      name: 'Words',
      levels: [
        { points: 0, words: 'Few' },
        { points: 1, words: 'Many' },
      ],
    },
  ];

  test('a level is chosen for a criterion, and the others stay', async () => {
    const page = await opened(RubricLevels, { criteria, modelValue: { c2: 1 } });
    await check('2Some');
    expect(page.emitted('update:modelValue')).toEqual([[{ c2: 1, c1: 1 }]]);
  });

  test('whoever only reads chooses none', async () => {
    const page = await opened(RubricLevels, { criteria, modelValue: {}, disabled: true });
    expect(page.findAll('fieldset').every((set) => set.attributes('disabled') !== undefined)).toBe(
      true,
    );
  });
});
