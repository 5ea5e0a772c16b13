import { itemFromRow, itemToRow } from '@oaken/core/interchange';
import { readItem } from '@oaken/core/items';
import { checkTemplate, unfairIn } from '@oaken/core/variants';
import { templatesBySubject } from '../src/items/templates';

const templates = templatesBySubject.flatMap(([, items]) => items);

test('there are at least sixty, for every grade', () => {
  expect(templates.length).toBeGreaterThanOrEqual(60);
  const grades = new Set(templates.map(({ standard }) => standard.split('.')[1]));
  expect([...grades].sort()).toEqual(['5', '6', '7', '8']);
});

test.each(templates.map((item) => [`${item.standard} ${item.content.stem}`, item] as const))(
  '%s: every variant is fair',
  (_, { content, standard }) => {
    const read = readItem(JSON.parse(JSON.stringify(content)));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const report = checkTemplate(read.content, Number(standard.split('.')[1]))!;
    expect(unfairIn(report, read.content.template!)).toEqual([]);
    expect(report.variants).toBeGreaterThanOrEqual(20);
  },
);

test.each(templates.map((item) => [`${item.standard} ${item.content.stem}`, item] as const))(
  '%s: comes back from a table as it was',
  (_, { content, standard, depth, seconds, tags = [] }) => {
    const facts = {
      standards: [standard],
      subject: 'Mathematics',
      grades: [Number(standard.split('.')[1])],
      depth,
      seconds,
      tags,
      author: '',
      licence: '',
    };
    const written = readItem(JSON.parse(JSON.stringify(content)));
    if (!written.ok) throw new Error(JSON.stringify(written.problems));
    const row = itemToRow(written.content, facts);
    expect(itemFromRow(row)).toMatchObject({ ok: true, content: written.content, facts });
  },
);
