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
export function hindrances(own: Outline, { pools }: TestFacts = noFacts): Hindrance[] {
  const found: Hindrance[] = [];
  if (own.title.trim() === '') found.push({ words: 'The test has no title.', at: 'title' });
  if (countItems(own) === 0) found.push({ words: 'The test has no items.', at: 'items' });
  else if (totalPoints(own) === 0) found.push({ words: 'No item gives any points.', at: 'items' });
  own.sections.forEach(({ id, entries, title, draw }, at) => {
    const name = `Section ${at + 1}${title ? ` (${title})` : ''}`;
    if (draw) {
      const pool = draw.search ? pools[id] : entries.length;
      if (draw.search && entries.length > 0)
        found.push({
          words: `${name} draws from a search but has items of its own. Take them out or draw from them.`,
          at: { section: id },
        });
      if (pool !== undefined && pool < draw.count)
        found.push({
          words: `${name} draws ${count(draw.count, 'item')} out of ${pool}.`,
          at: { section: id },
        });
    } else if (entries.length === 0 && own.sections.length > 1)
      found.push({ words: `${name} has no items.`, at: { section: id } });
  });
  for (const form of own.forms) {
    own.sections.forEach(({ id, draw, entries }, at) => {
      const pool = entries.filter((entry) => !form.without.includes(entry.id)).length;
      if (draw && !draw.search && pool < draw.count && entries.length >= draw.count)
        found.push({
          words: `Form ${form.name} leaves ${pool} of section ${at + 1}, which draws ${count(draw.count, 'item')}.`,
          at: { section: id },
        });
    });
    const left = own.sections.some(({ entries }) =>
      entries.some(({ id }) => !form.without.includes(id)),
    );
    if (!left && own.sections.every(({ draw }) => !draw))
      found.push({ words: `Form ${form.name} leaves every item out.`, at: 'items' });
  }
  return found;
}
