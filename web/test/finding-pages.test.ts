/**
 * Filters of the pages that find things: in the address, several at once, and back again.
 *
 * @jest-environment jsdom
 */
import { mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import { defineComponent, reactive } from 'vue';
import { createMemoryHistory, createRouter, type LocationQuery } from 'vue-router';
import { shelfAddress } from '../src/desk/assessments/useShelf';
import { itemAddress } from '../src/desk/banks/address';
import StandardIndex from '../src/desk/banks/StandardIndex.vue';
import { noFilters, type Filters } from '../src/desk/banks/useSearch';
import { useLibrary } from '../src/desk/library/library';
import { useFilterAddress } from '../src/desk/shared/useFilterAddress';

describe('filters in an address', () => {
  const asked: Filters = {
    ...noFilters(),
    words: 'river',
    standard: [3, 4],
    grades: [6],
    kind: ['numeric', 'ordering'],
    depth: [1, 2],
    passage: 'yes',
  };

  test('only what is asked for stands there', () => {
    expect(itemAddress.toQuery(asked)).toEqual({
      words: 'river',
      standard: '3,4',
      grades: '6',
      kind: 'numeric,ordering',
      depth: '1,2',
      passage: 'yes',
    });
  });
  test('and is read back the same', () => {
    const query = itemAddress.toQuery(asked) as LocationQuery;
    expect({ ...noFilters(), ...itemAddress.fromQuery(query) }).toEqual(asked);
  });
  test('what no search could have is left out', () => {
    expect(
      itemAddress.fromQuery({ depth: '9', kind: 'riddle', standard: 'x', sort: 'up' }),
    ).toEqual({});
  });
  test('“everybody’s tests” can be asked for, although mine are the usual ones', () => {
    const everybody = { ...shelfAddress.fromQuery({}), shelf: null };
    const query = shelfAddress.toQuery(everybody as never) as LocationQuery;
    expect(shelfAddress.fromQuery(query)).toMatchObject({ shelf: null });
  });
});

describe('a page whose filters stand in its address', () => {
  async function page() {
    const filters = reactive(noFilters());
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [{ path: '/banks', component: {} }],
    });
    await router.push('/banks');
    mount(
      defineComponent({
        setup: () => useFilterAddress(filters, itemAddress, noFilters),
        template: '<p />',
      }),
      { global: { plugins: [router] } },
    );
    const change = async (changed: Partial<Filters>) => {
      Object.assign(filters, changed);
      await settled();
    };
    const settled = () => new Promise((resolve) => setTimeout(resolve, 20));
    const back = async () => {
      router.back();
      await settled();
    };
    return { filters, change, back };
  }

  test('going back takes away the filter that came last', async () => {
    const { filters, change, back } = await page();
    await change({ grades: [6] });
    await change({ kind: ['numeric'] });
    await back();
    expect([filters.grades, filters.kind]).toEqual([[6], []]);
  });
  test('a word is one step back, however many letters it has', async () => {
    const { filters, change, back } = await page();
    await change({ grades: [6] });
    for (const words of ['r', 'ri', 'river']) await change({ words });
    await back();
    expect([filters.words, filters.grades]).toEqual(['', [6]]);
  });
});

describe('the index of standards', () => {
  const standard = (id: number, parentId: number | null) => ({
    id,
    parentId,
    frameworkId: 1,
    code: `S${id}`,
    statement: `Standard ${id}`,
    grades: [6],
    subject: '',
  });
  const standards = [standard(1, null), standard(2, 1), standard(3, 1), standard(4, null)];

  async function choosing(chosen: number[], id: number) {
    setActivePinia(createPinia());
    useLibrary().frameworks = [{ id: 1, name: 'Ours', standards }] as never;
    const index = mount(StandardIndex, {
      props: {
        grades: [],
        standard: chosen,
        what: 'items',
        gradeCounts: new Map(),
        standardCounts: new Map(),
        known: false,
      },
      global: { plugins: [ElementPlus] },
    });
    const closed = index.find('.turn[aria-expanded=false]');
    if (closed.exists()) await closed.trigger('click');
    const entry = index
      .findAll('.tree .entry')
      .find((candidate) => candidate.text().includes(`Standard ${id}`));
    await entry!.trigger('click');
    return index.emitted('update:standard')?.at(-1)?.[0];
  }

  test.each([
    ['one beside it is taken too', [2], 3, [2, 3]],
    ['one below takes the place of the whole', [1], 2, [2]],
    ['the whole takes the place of what lies below', [2, 3], 1, [1]],
    ['one that is chosen is let go', [2, 4], 2, [4]],
  ])('%s', async (_, chosen, id, expected) => {
    expect(await choosing(chosen, id)).toEqual(expected);
  });
});
