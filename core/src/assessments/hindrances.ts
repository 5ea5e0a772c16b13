/** What keeps a test from being given. */
import { count } from '../text';
import { countItems, type Outline } from './outline';
import { totalPoints } from './points';
import { sentence } from './sentences';

/** Where something stands in the way, for a link to it. */
export interface Hindrance {
  words: string;
  at: { section: string } | 'title' | 'items';
}

/** What the outline itself does not know. */
export interface TestFacts {
  /** By the section's id: how many items its search finds. */
  pools: Readonly<Record<string, number>>;
}

const noFacts: TestFacts = { pools: {} };

/** Everything that stands in the way, in words; empty when the test could be sat. */
export function hindrances(outline: Outline, { pools }: TestFacts = noFacts): Hindrance[] {
  const problems: Hindrance[] = [];
  if (outline.title.trim() === '')
    problems.push({ words: sentence('testHasNoTitle'), at: 'title' });
  if (countItems(outline) === 0) problems.push({ words: sentence('testHasNoItems'), at: 'items' });
  else if (totalPoints(outline) === 0)
    problems.push({ words: sentence('noItemGivesAnyPoints'), at: 'items' });
  outline.sections.forEach(({ id, entries, title, draw }, index) => {
    const name = sentence(title ? 'sectionTitled' : 'section', { number: index + 1, title });
    if (draw) {
      const pool = draw.search ? pools[id] : entries.length;
      if (draw.search && entries.length > 0)
        problems.push({
          words: sentence('drawsFromSearchButHasItems', { name }),
          at: { section: id },
        });
      if (pool !== undefined && pool < draw.count)
        problems.push({
          words: sentence('drawsTooMany', { name, items: count(draw.count, 'item'), pool }),
          at: { section: id },
        });
    } else if (entries.length === 0 && outline.sections.length > 1)
      problems.push({ words: sentence('hasNoItems', { name }), at: { section: id } });
  });
  for (const form of outline.forms) {
    outline.sections.forEach(({ id, draw, entries }, index) => {
      const pool = entries.filter((entry) => !form.without.includes(entry.id)).length;
      if (draw && !draw.search && pool < draw.count && entries.length >= draw.count)
        problems.push({
          words: sentence('formLeavesTooFew', {
            name: form.name,
            pool,
            number: index + 1,
            items: count(draw.count, 'item'),
          }),
          at: { section: id },
        });
    });
    const left = outline.sections.some(({ entries }) =>
      entries.some(({ id }) => !form.without.includes(id)),
    );
    if (!left && outline.sections.every(({ draw }) => !draw))
      problems.push({
        words: sentence('formLeavesEveryItemOut', { name: form.name }),
        at: 'items',
      });
  }
  return problems;
}
