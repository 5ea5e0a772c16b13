/** The test as it stands now, whole: what students sit never changes with it. */
import type { Edition, EditionEntry } from '@oaken/core/forms';
import { allPins, pointsOf, type Outline } from '@oaken/core/assessments';
import type { SignedIn } from '../accounts/sessions';
import { readItems, readRevisions } from '../banks/rows';
import type { Context } from '../context';
import { passagesOf } from '../passages/service';
import { poolOf } from './pools';

/**
 * Whatever is the same for all students follows from the test itself: form B on paper is form B on the screen, today and
 * whenever it is given again.
 */
export async function freeze(
  context: Context,
  me: SignedIn,
  testId: number,
  outline: Outline,
): Promise<Edition> {
  const { database } = context;
  const pins = allPins(outline);
  const revisions = await readRevisions(database, me, [
    ...new Set(pins.map(({ revisionId }) => revisionId)),
  ]);
  const byId = new Map(revisions.map((own) => [own.revisionId, own]));
  const points = pointsOf(outline);
  const taken = new Set(pins.map(({ itemId }) => itemId));
  const entryOf = (
    { id, itemId, revisionId }: { id: string; itemId: number; revisionId: number },
    worth: number,
  ): EditionEntry => {
    const { content, standards, depth } = byId.get(revisionId)!;
    return {
      id,
      itemId,
      revisionId,
      points: worth,
      content,
      standards: standards.map(({ code }) => code),
      depth,
    };
  };
  const sections: Edition['sections'] = [];
  for (const [
    s,
    { id, title, directions, minutes, keepOrder, draw, entries },
  ] of outline.sections.entries()) {
    let own = entries.map((entry) => entryOf(entry, points.entries.get(entry.id) ?? 0));
    if (draw?.search) {
      const items = await readItems(
        database,
        me,
        await poolOf(context, me, draw.search, [...taken]),
      );
      // Two draws of one test never give the same item.
      for (const item of items) taken.add(item.id);
      for (const item of items) byId.set(item.revisionId, { ...item, testId: null });
      own = items.map((item) =>
        entryOf(
          { id: `p${s}i${item.id}`, itemId: item.id, revisionId: item.revisionId },
          points.drawn.get(id) ?? 0,
        ),
      );
    }
    sections.push({
      id,
      title,
      directions,
      minutes,
      keepOrder,
      draw: draw?.count ?? null,
      entries: own,
    });
  }
  const forms = outline.forms.map(
    ({ id, name, shuffle, mostChoices, swaps, without, easier, passages }) => ({
      id,
      name,
      shuffle,
      mostChoices,
      without,
      easier,
      passages,
      swaps: swaps
        .filter(({ of }) => points.entries.has(of))
        .map((swap) => ({ ...entryOf(swap, points.entries.get(swap.of)!), of: swap.of })),
    }),
  );
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
