/**
 * A search as a page holds it: what comes into view is loaded once, and an answer that was overtaken
 * is not shown.
 *
 * @jest-environment jsdom
 */
const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));

import { pageSize } from '@oaken/contract/banks';
import { nextTick } from 'vue';
import { useSearch } from '../src/desk/banks/useSearch';

const pageOf = (from: number, change: object = {}) => ({
  total: 500,
  items: [{ id: from + 1 }, { id: from + 2 }],
  counts: from === 0 ? { kinds: [['numeric', 12]] } : null,
  matched: ['ratio'],
  coming: 0,
  matchedStandards: [],
  mended: [],
  ...change,
});
const asked = () => call.mock.calls.map(([, { query }]) => query.from);
const turns = async () => {
  for (let n = 0; n < 6; n++) await nextTick();
};

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask'] });
  call.mockReset();
  call.mockImplementation(async (_, { query }) => pageOf(query.from));
});
afterEach(() => jest.useRealTimers());

async function searching() {
  const search = useSearch({ subject: 'mathematics' });
  void search.reload();
  await turns();
  return search;
}

test('begins with the first page, under the filters that it is given', async () => {
  const search = await searching();
  expect(call.mock.calls[0]![1].query).toMatchObject({ subject: 'mathematics', from: 0 });
  expect([search.total.value, search.items.value.map(({ id }) => id)]).toEqual([500, [1, 2]]);
});

test('counts stand at the values of a filter', async () => {
  const search = await searching();
  expect(search.counts.kinds.value.get('numeric')).toBe(12);
  expect(search.counts.tags.value.size).toBe(0);
});

test('what comes into view is asked for once', async () => {
  const search = await searching();
  search.ensure(pageSize - 3, pageSize + 3);
  search.ensure(pageSize - 3, pageSize + 3);
  await turns();
  expect(asked()).toEqual([0, pageSize]);
});

test('nothing is asked for beyond the last item', async () => {
  call.mockImplementation(async (_, { query }) => pageOf(query.from, { total: 2 }));
  const search = await searching();
  search.ensure(0, 4 * pageSize);
  expect(asked()).toEqual([0]);
});

test('a page that failed is asked for again', async () => {
  const search = await searching();
  call.mockRejectedValueOnce(new Error('away'));
  search.ensure(pageSize, pageSize);
  await turns();
  expect(search.wrong.value).not.toBe('');
  search.ensure(pageSize, pageSize);
  await turns();
  expect(asked()).toEqual([0, pageSize, pageSize]);
});

test('typing asks once it rests', async () => {
  const search = await searching();
  for (const words of ['r', 'ra', 'rat']) {
    search.filters.words = words;
    await nextTick();
    jest.advanceTimersByTime(50);
  }
  jest.advanceTimersByTime(200);
  expect(call.mock.calls.map(([, { query }]) => query.words)).toEqual(['', 'rat']);
});

test('an answer that a newer search has overtaken is not shown', async () => {
  const search = await searching();
  let late: (page: object) => void = () => undefined;
  call.mockReturnValueOnce(new Promise((resolve) => (late = resolve)));
  call.mockResolvedValueOnce(pageOf(0, { total: 7 }));
  const older = search.reload();
  await search.reload();
  late(pageOf(0, { total: 99 }));
  await older;
  expect(search.total.value).toBe(7);
});

test('clearing lets go of the filters and keeps the order', async () => {
  const search = await searching();
  search.filters.sort = 'newest' as never;
  search.clear();
  expect([search.filters.subject, search.filters.sort]).toEqual([null, 'newest']);
});

describe('while the search fills after a start', () => {
  const filling = () => {
    let coming = 900;
    call.mockImplementation(async (_, { query }) =>
      pageOf(query.from, { coming: (coming -= 300) }),
    );
  };

  test('says how many items are still coming, and asks again until none are', async () => {
    filling();
    const search = await searching();
    expect(search.coming.value).toBe(600);
    for (const left of [300, 0, 0]) {
      jest.advanceTimersByTime(2_000);
      await turns();
      expect(search.coming.value).toBe(left);
    }
    expect(asked()).toEqual([0, 0, 0]);
  });

  test('leaves the list alone where somebody has gone down it', async () => {
    filling();
    const search = await searching();
    search.ensure(pageSize, pageSize + 3);
    await turns();
    jest.advanceTimersByTime(6_000);
    await turns();
    expect(asked()).toEqual([0, pageSize]);
  });
});
