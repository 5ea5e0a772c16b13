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
  /** What is unfair in the variants of an item, by its revision. */
  unfair: ReadonlyMap<number, readonly string[]>;
}

const noFacts: TestFacts = { pools: {}, unfair: new Map() };

/** Items that make themselves, and not for every student a fair question. */
function unfairItems(outline: Outline, { unfair }: TestFacts): Hindrance[] {
  if (unfair.size === 0) return [];
  const entries = outline.sections.flatMap(({ id: section, entries: inSection }) =>
    inSection.map((entry) => ({ section, revisionId: entry.revisionId })),
  );
  const swaps = outline.forms.flatMap((form) => form.swaps);
  const swapped = swaps.map(({ of, revisionId }) => ({
    revisionId,
    section:
      outline.sections.find((section) => section.entries.some(({ id }) => id === of))?.id ?? '',
  }));
  return [...entries, ...swapped].flatMap(({ section, revisionId }, index) => {
    const [first] = unfair.get(revisionId) ?? [];
    if (first === undefined) return [];
    const words = sentence(index < entries.length ? 'unfairVariants' : 'unfairVariantsInForm', {
      number: index + 1,
      first,
    });
    return [{ words, at: { section } }];
  });
}

/** Everything that stands in the way, in words; empty when the test could be sat. */
export function hindrances(outline: Outline, facts: TestFacts = noFacts): Hindrance[] {
  const { pools } = facts;
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
  problems.push(...unfairItems(outline, facts));
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
