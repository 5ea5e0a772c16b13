import { itemFromRow, itemToRow } from '@oaken/core/interchange';
import { readItem } from '@oaken/core/items';
import { allItems } from '../src/items';
import { largeBank } from '../src/large';

test('every item of the demonstration is whole, and comes back the same from a table', () => {
  let plain = 0;
  for (const { content, depth, seconds, standard } of allItems) {
    expect(readItem(JSON.parse(JSON.stringify(content)))).toMatchObject({ ok: true });
    const facts = {
      standards: [standard],
      subject: 'Any',
      grades: [6],
      depth,
      seconds,
      tags: [],
      author: '',
      licence: '',
    };
    const cells = itemToRow(content, facts);
    const read = itemFromRow(cells);
    expect(JSON.parse(JSON.stringify(read.ok && read.content))).toEqual(
      JSON.parse(JSON.stringify(content)),
    );
    if (cells.whole === '') plain++;
  }
  // Numbers, short answers and statements need no more than their plain columns.
  expect(plain).toBeGreaterThan(50);
});

test('the large bank is the same for the same seed, and each of its items is whole', () => {
  const [first, second] = [[...largeBank('a', 60, 20)], [...largeBank('a', 60, 20)]];
  expect(first).toEqual(second);
  expect([...largeBank('b', 60, 20)]).not.toEqual(first);
  for (const { content } of first) expect(readItem(content)).toMatchObject({ ok: true });
});
