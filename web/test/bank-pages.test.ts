/**
 * The banks' index of folders, the search line with its filters, and retired items.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { flushPromises, type VueWrapper } from '@vue/test-utils';
import type { Bank } from '@oaken/contract/banks';
import { Refused } from '../src/client/request';
import FolderTree from '../src/desk/banks/FolderTree.vue';
import ItemSearch from '../src/desk/banks/ItemSearch.vue';
import RetiredPage from '../src/desk/banks/RetiredPage.vue';
import { useSearch, type Filters } from '../src/desk/banks/useSearch';
import { useLibrary } from '../src/desk/library/library';
import { notice, takeBack } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import {
  answers,
  atTheDesk,
  bodies,
  check,
  control,
  now,
  opened,
  press,
  sent,
} from './support/desk';

atTheDesk();
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';

const folder = (id: number, name: string, parentId: number | null) => ({ id, name, parentId });
const mine: Bank = {
  id: 1,
  name: 'Mathematics',
  reach: 'mine',
  owner: null,
  mine: true,
  may: 'edit',
  items: 9,
  retired: 0,
  folders: [folder(11, 'Ratios', null), folder(12, 'Rates', 11), folder(13, 'Algebra', null)],
} as Bank;
const theirs: Bank = {
  ...mine,
  id: 2,
  name: 'Geography',
  mine: false,
  may: 'read' as never,
  owner: 'Amara Nwosu',
  folders: [folder(21, 'Rivers', null)] as never,
};
const page = {
  total: 3,
  items: [],
  matched: [],
  coming: 0,
  matchedStandards: [],
  mended: [] as { typed: string; taken: string[] }[],
  counts: {
    banks: [[1, 9]],
    folders: [
      [11, 4],
      [12, 1500],
    ],
    kinds: [['numeric', 2]],
    depths: [[2, 3]],
  } as unknown,
};
async function searching(start: Partial<Filters> = {}) {
  answers.searchItems ??= page;
  const search = useSearch(start);
  void search.reload();
  await flushPromises();
  return search;
}
beforeEach(() => {
  useLibrary().banks = [mine, theirs];
  answers.listBanks = { banks: [mine, theirs] };
});

describe('banks and folders', () => {
  async function shown(start: Partial<Filters> = {}, picked: number[] = []) {
    const search = await searching(start);
    const tree = await opened(FolderTree, { search, picked: new Set(picked) });
    return { search, tree };
  }
  const lines = (tree: VueWrapper) => tree.findAll('.name').map((line) => line.text());
  const entry = (tree: VueWrapper, name: string) =>
    tree.findAll('.entry').find((line) => line.find('.name').text().startsWith(name))!;
  const openMenu = (name: string) => press(say('banks.moreAboutName', { name }));

  test('each folder stands under the one that it lies in', async () => {
    const { tree } = await shown();
    expect(lines(tree).map((line) => line.split(' ')[0])).toEqual([
      'Mathematics',
      'Ratios',
      'Rates',
      'Algebra',
      'Geography',
      'Rivers',
    ]);
  });

  test('what lies in a folder is folded away and comes back', async () => {
    const { tree } = await shown();
    await press(`${say('banks.collapse')} Ratios`);
    expect(lines(tree)).not.toContain('Rates');
    await press(`${say('banks.expand')} Ratios`);
    expect(lines(tree)).toContain('Rates');
  });

  test('a folder is a filter, and pressed again it is none', async () => {
    const { search, tree } = await shown();
    await entry(tree, 'Rates').trigger('click');
    expect([search.filters.bank, search.filters.folder]).toEqual([1, 12]);
    await entry(tree, 'Rates').trigger('click');
    expect([search.filters.bank, search.filters.folder]).toEqual([null, null]);
  });

  test('its count is said once it is known, thousands apart', async () => {
    const { tree } = await shown();
    expect(entry(tree, 'Rates').find('.n').text()).toBe('1,500');
  });

  test('before it is known no count is claimed', async () => {
    answers.searchItems = { ...page, counts: null };
    const { tree } = await shown();
    expect(entry(tree, 'Rates').find('.n').text()).toBe('');
  });

  test('what is shared for reading has no menu', async () => {
    await shown();
    expect(() => control(say('banks.moreAboutName', { name: 'Rivers' }))).toThrow();
  });

  test('a new folder is made in its place, and its name can be typed at once', async () => {
    answers.makeFolder = { id: 12 };
    const { tree } = await shown();
    await openMenu('Ratios');
    await press(say('banks.newFolderInside'));
    expect(bodies('makeFolder')).toEqual([{ bank: 1, parent: 11, name: say('banks.newFolder') }]);
    expect(tree.find('input').exists()).toBe(true);
  });

  describe('renaming', () => {
    async function renaming(name: string, key: string) {
      const { tree } = await shown();
      await openMenu('Algebra');
      await press(say('banks.rename'));
      const field = tree.find('input');
      await field.setValue(name);
      await field.trigger('keydown', { key });
      await flushPromises();
      return tree;
    }

    test('is saved by Enter', async () => {
      await renaming('Equations', 'Enter');
      expect(sent('renameFolder')).toEqual([
        { params: { folderId: 13 }, body: { name: 'Equations' } },
      ]);
    });

    test('is left by Escape', async () => {
      const tree = await renaming('Equations', 'Esc');
      expect(sent('renameFolder')).toEqual([]);
      expect(tree.find('input').exists()).toBe(false);
    });

    test('to nothing leaves the name', async () => {
      await renaming('  ', 'Enter');
      expect(sent('renameFolder')).toEqual([]);
    });
  });

  test('deleting says where its contents went, and the filter goes with it', async () => {
    answers.removeFolder = { items: 2, folders: 0 };
    const { search } = await shown({ bank: 1, folder: 13 });
    await openMenu('Algebra');
    await press(say('banks.delete'));
    expect(search.filters.folder).toBeNull();
    expect(notice.value?.text).toBe(
      say('banks.nameDeletedRest', { name: 'Algebra', rest: say('banks.itsContentsMovedUp') }),
    );
  });

  test('a refusal is said, and nothing claims to be done', async () => {
    answers.removeFolder = new Refused({ title: 'Somebody else has it open.' } as never);
    await shown();
    await openMenu('Algebra');
    await press(say('banks.delete'));
    expect(notice.value).toMatchObject({ kind: 'failed', text: 'Somebody else has it open.' });
  });

  describe('dragging', () => {
    const held = (kind: string, value: unknown) => ({
      dataTransfer: {
        types: [kind],
        getData: (asked: string) => (asked === kind ? JSON.stringify(value) : ''),
      },
    });
    const line = (tree: VueWrapper, name: string) =>
      tree.findAll('li.line').find((each) => each.text().includes(name))!;

    test('a selected item takes all that are selected along, and undo brings each back', async () => {
      answers.moveItems = { from: [{ item: 5, bank: 1, folder: 11 }] };
      const { tree } = await shown({}, [5, 6]);
      await line(tree, 'Algebra').trigger('drop', held('application/x-oaken-item', 5));
      await flushPromises();
      expect(bodies('moveItems')).toEqual([{ items: [5, 6], bank: 1, folder: 13 }]);
      await takeBack({ undo: notice.value!.undo! });
      expect(bodies('moveItems')[1]).toEqual({ items: [5], bank: 1, folder: 11 });
    });

    test('an item that is not selected moves alone', async () => {
      answers.moveItems = { from: [] };
      const { tree } = await shown({}, [5, 6]);
      await line(tree, 'Algebra').trigger('drop', held('application/x-oaken-item', 7));
      expect(bodies('moveItems')).toEqual([{ items: [7], bank: 1, folder: 13 }]);
    });

    test('a folder is dropped into another', async () => {
      const { tree } = await shown();
      await line(tree, 'Algebra').trigger('drop', held('application/x-oaken-folder', [12]));
      await flushPromises();
      expect(bodies('moveFolders')).toEqual([{ folders: [12], bank: 1, parent: 13, before: null }]);
    });

    test('what may not be changed is no place to drop', async () => {
      const { tree } = await shown();
      const over = new Event('dragover', { bubbles: true, cancelable: true });
      Object.assign(over, held('application/x-oaken-item', 5));
      line(tree, 'Rivers').element.dispatchEvent(over);
      expect(over.defaultPrevented).toBe(false);
    });
  });

  test('several folders that are selected move together by the menu', async () => {
    const { tree } = await shown();
    for (const name of ['Algebra', 'Rates']) {
      await openMenu(name);
      await press(say('banks.selectMove'));
    }
    await openMenu('Algebra');
    await press(say('banks.moveTitle', { value: say('banks.allTicked', { ticked: 2 }) }).trim());
    await press(say('banks.moveHere'));
    expect(bodies('moveFolders')).toEqual([
      { folders: [12, 13], bank: 1, parent: null, before: null },
    ]);
    expect(tree.findAll('.ticked')).toHaveLength(0);
  });
});

describe('the search line', () => {
  async function shown(start: Partial<Filters> = {}) {
    const search = await searching(start);
    const line = await opened(ItemSearch, { search, compact: false });
    return { search, line };
  }
  const filters = (line: VueWrapper) =>
    line.findAll('.filter').map((filter) => filter.text().replace(' ✕', ''));

  test('every filter stands in words, and is taken off by its press', async () => {
    const { search, line } = await shown({ words: 'river', depth: [2] });
    const depth = say('banks.depthDepth', { depth: 2 });
    expect(filters(line)).toEqual(['“river”', depth]);
    await press(say('banks.removeFilterText', { text: depth }));
    expect(search.filters.depth).toEqual([]);
  });

  test('all of them go together, the order stays', async () => {
    const { search } = await shown({ words: 'river', depth: [2], sort: 'newest' });
    await press(say('banks.clearFilters'));
    expect([search.filters.words, search.filters.depth, search.filters.sort]).toEqual([
      '',
      [],
      'newest',
    ]);
  });

  test('a single filter needs no “clear all”', async () => {
    await shown({ words: 'river' });
    expect(() => control(say('banks.clearFilters'))).toThrow();
  });

  test('how many filters are out of sight is said on the way to them', async () => {
    const { line } = await shown({ subject: 'Science', tag: 'lab' });
    expect(line.text()).toContain(say('banks.moreFiltersHidden', { hidden: 2 }));
    await press(say('banks.moreFiltersHidden', { hidden: 2 }));
    expect(line.find(`[role=group][aria-label="${say('banks.moreFilters')}"]`).exists()).toBe(true);
    expect(line.text()).toContain(say('banks.fewerFilters'));
  });

  test.each([
    [['lighthouse'], 'banks.typedWasNotFound'],
    [[], 'banks.typedWasNotFoundSentence'],
  ] as const)('a word that was not found says what was taken for it: %p', async (taken, key) => {
    answers.searchItems = { ...page, mended: [{ typed: 'lighthuose', taken }] };
    const { line } = await shown({ words: 'lighthuose' });
    expect(line.find('.mended').text()).toBe(
      say(key, { typed: 'lighthuose', slice: taken.join(', ') }),
    );
  });

  test('nothing found says which filter to take off', async () => {
    answers.searchItems = { ...page, total: 0 };
    const { line } = await shown({ words: 'river' });
    expect(line.text()).toContain(say('banks.removeOneFiltersAbove', { text: '“river”' }));
  });

  test('nothing found without a filter says that there is nothing', async () => {
    answers.searchItems = { ...page, total: 0 };
    const { line } = await shown();
    expect(line.text()).toContain(say('banks.thereNoItemsIn'));
  });

  test('a failure is no empty list', async () => {
    answers.searchItems = new Refused({ title: 'The server is busy.' } as never);
    const { line } = await shown();
    expect(alert()).toBe('The server is busy.');
    expect(line.text()).not.toContain(say('banks.noMatchingItems'));
  });
});

describe('retired items', () => {
  const retired = (id: number, stem: string) => ({
    item: { id, kind: 'numeric', bank: 'Mathematics', content: { stem: `<p>${stem}</p>` } },
    at: now,
    by: 'Maren Holloway',
  });
  beforeEach(() => {
    answers.listRetired = { items: [retired(4, 'How many?'), retired(5, 'How long?')] };
    answers.restoreItems = { restored: 1 };
  });
  const selecting = (stem: string) => check(say('banks.selectStem', { stem }));

  test('each leads to its page, and says where it was', async () => {
    const shown = await opened(RetiredPage);
    expect(shown.find('tbody tr a').attributes('href')).toBe('/items/4');
    expect(shown.find('tbody tr').text()).toContain('Mathematics');
  });

  test('what is selected is restored, and retired again by undo', async () => {
    await opened(RetiredPage);
    await selecting('How long?');
    await press(say('banks.restore'));
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('restoreItems')).toEqual([{ items: [5] }]);
    expect(bodies('retireItems')).toEqual([{ items: [5] }]);
  });

  test('selected twice is not selected', async () => {
    await opened(RetiredPage);
    await selecting('How long?');
    await selecting('How long?');
    expect(control(say('banks.restore')).hasAttribute('disabled')).toBe(true);
  });

  test('none says why the page is empty', async () => {
    answers.listRetired = { items: [] };
    const shown = await opened(RetiredPage);
    expect(shown.text()).toContain(say('banks.itemsYouRetireStay'));
  });
});
