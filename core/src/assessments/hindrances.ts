/** What keeps a test from being given. */
import { count } from '../text';
import { countItems, type Outline } from './outline';
import { totalPoints } from './points';

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
  if (outline.title.trim() === '') problems.push({ words: 'The test has no title.', at: 'title' });
  if (countItems(outline) === 0) problems.push({ words: 'The test has no items.', at: 'items' });
  else if (totalPoints(outline) === 0)
    problems.push({ words: 'No item gives any points.', at: 'items' });
  outline.sections.forEach(({ id, entries, title, draw }, index) => {
    const name = `Section ${index + 1}${title ? ` (${title})` : ''}`;
    if (draw) {
      const pool = draw.search ? pools[id] : entries.length;
      if (draw.search && entries.length > 0)
        problems.push({
          words: `${name} draws from a search but has items of its own. Remove them, or draw from them.`,
          at: { section: id },
        });
      if (pool !== undefined && pool < draw.count)
        problems.push({
          words: `${name} draws ${count(draw.count, 'item')} out of ${pool}.`,
          at: { section: id },
        });
    } else if (entries.length === 0 && outline.sections.length > 1)
      problems.push({ words: `${name} has no items.`, at: { section: id } });
  });
  for (const form of outline.forms) {
    outline.sections.forEach(({ id, draw, entries }, index) => {
      const pool = entries.filter((entry) => !form.without.includes(entry.id)).length;
      if (draw && !draw.search && pool < draw.count && entries.length >= draw.count)
        problems.push({
          words: `Form ${form.name} leaves ${pool} of section ${index + 1}, which draws ${count(draw.count, 'item')}.`,
          at: { section: id },
        });
    });
    const left = outline.sections.some(({ entries }) =>
      entries.some(({ id }) => !form.without.includes(id)),
    );
    if (!left && outline.sections.every(({ draw }) => !draw))
      problems.push({ words: `Form ${form.name} leaves every item out.`, at: 'items' });
  }
  return problems;
}
