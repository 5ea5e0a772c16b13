/** The test as it stands now, whole: what students sit never changes with it. */
import type { ItemRow } from '@oaken/contract/banks';
import { valueOf } from '@oaken/core/certain';
import type { Edition, EditionEntry } from '@oaken/core/forms';
import { allPins, pointsOf, type Outline } from '@oaken/core/assessments';
import type { SignedIn } from '../access/signed-in';
import { readItems, readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { passagesOf } from '../passages/service';
import { poolOf } from './pools';

/**
 * Whatever is the same for all students follows from the test itself: form B on paper is form B on
 * the screen, today and whenever it is given again.
 */
export async function freeze(
  context: Context,
  me: SignedIn,
  testId: number,
  outline: Outline,
): Promise<Edition> {
  const { database } = context;
  const revisionIds = allPins(outline).map(({ revisionId }) => revisionId);
  const revisions = await readRevisions(database, me, [...new Set(revisionIds)]);
  const known = new Map(revisions.map((revision) => [revision.revisionId, revision]));
  const sections = await sectionsOf(context, me, outline, known);
  const forms = formsOf(outline, known);
  const inItems = [
    ...sections.flatMap(({ entries }) => entries),
    ...forms.flatMap(({ swaps }) => swaps),
  ].flatMap(({ content }) => content.passage?.revision ?? []);
  const inForms = forms.flatMap(({ passages }) => passages.map(({ revision }) => revision));
  return {
    title: outline.title,
    directions: outline.directions,
    subject: outline.subject,
    sections,
    forms,
    passages: await passagesOf(database, [...new Set([...inItems, ...inForms])]),
    deal: `test ${testId}`,
  };
}

type Known = ReadonlyMap<number, Awaited<ReturnType<typeof readRevisions>>[number]>;

/** An item as it is asked, worth so many points. */
function entryOf(
  known: Known,
  { id, itemId, revisionId }: { id: string; itemId: number; revisionId: number },
  points: number,
): EditionEntry {
  const { content, standards, depth } = valueOf(known, revisionId);
  const codes = standards.map(({ code }) => code);
  return { id, itemId, revisionId, points, content, standards: codes, depth };
}

/** The sections; what is drawn from a search is looked for now, and two draws never give the same item. */
async function sectionsOf(
  context: Context,
  me: SignedIn,
  outline: Outline,
  known: Known,
): Promise<Edition['sections']> {
  const points = pointsOf(outline);
  const taken = new Set(allPins(outline).map(({ itemId }) => itemId));
  const sections: Edition['sections'] = [];
  for (const [index, section] of outline.sections.entries()) {
    const { id, title, directions, minutes, keepOrder, draw, entries } = section;
    const drawn = draw?.search ? await drawnItems(context, me, draw.search, taken) : null;
    sections.push({
      id,
      title,
      directions,
      minutes,
      keepOrder,
      draw: draw?.count ?? null,
      entries: drawn
        ? drawn.map((item) => drawnEntry(item, index, points.drawn.get(id) ?? 0))
        : entries.map((entry) => entryOf(known, entry, points.entries.get(entry.id) ?? 0)),
    });
  }
  return sections;
}

/** The items that a search finds beside those that are taken; they are taken then. */
async function drawnItems(
  context: Context,
  me: SignedIn,
  search: Parameters<typeof poolOf>[2],
  taken: Set<number>,
): Promise<ItemRow[]> {
  const pool = await poolOf(context, me, search, [...taken]);
  const items = await readItems(context.database, me, pool);
  for (const { id } of items) taken.add(id);
  return items;
}

const drawnEntry = (item: ItemRow, index: number, points: number): EditionEntry => ({
  id: `p${index}i${item.id}`,
  itemId: item.id,
  revisionId: item.revisionId,
  points,
  content: item.content,
  standards: item.standards.map(({ code }) => code),
  depth: item.depth,
});

/** The other forms; what replaces an entry is worth what the entry is. */
function formsOf(outline: Outline, known: Known) {
  const points = pointsOf(outline).entries;
  return outline.forms.map(
    ({ id, name, shuffle, mostChoices, swaps, without, easier, passages }) => ({
      id,
      name,
      shuffle,
      mostChoices,
      without,
      easier,
      passages,
      swaps: swaps
        .filter(({ of }) => points.has(of))
        .map((swap) => ({ ...entryOf(known, swap, valueOf(points, swap.of)), of: swap.of })),
    }),
  );
}
