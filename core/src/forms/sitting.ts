/** What leaves the server for a student's page. */
import { forSitting, type SittingItem } from '../items';
import { passageForSitting, type ShownPassage } from '../passages';
import type { Edition } from './edition';

export interface SittingEntry {
  id: string;
  points: number;
  item: SittingItem;
}

export interface SittingForm {
  title: string;
  directions: string;
  sections: {
    id: string;
    title: string;
    directions: string;
    minutes: number | null;
    entries: SittingEntry[];
  }[];
  /** By the id of their revision. */
  passages: Record<string, ShownPassage>;
}

/**
 * A form without anything that gives an answer away: no key, rule, hint, explanation, note or standard; and without
 * the passages of items that this student does not have.
 *
 * @param open the entries that are open now; null: all of them. Of the others nothing leaves.
 */
export function formForSitting(
  { title, directions, sections: whole, passages = {} }: Edition,
  open: ReadonlySet<string> | null = null,
): SittingForm {
  const sections =
    open === null
      ? whole
      : whole
          .map((editionSection) => ({
            ...editionSection,
            entries: editionSection.entries.filter(({ id }) => open.has(id)),
          }))
          .filter(({ entries }) => entries.length > 0);
  const used = new Set(
    sections.flatMap(({ entries }) =>
      entries.flatMap(({ content }) => content.passage?.revision ?? []),
    ),
  );
  return {
    title,
    directions,
    passages: Object.fromEntries(
      Object.entries(passages)
        .filter(([id]) => used.has(Number(id)))
        .map(([id, passage]) => [id, passageForSitting(passage)]),
    ),
    sections: sections.map((section) => ({
      id: section.id,
      title: section.title,
      directions: section.directions,
      minutes: section.minutes ?? null,
      entries: section.entries.map(({ id, points, content }) => ({
        id,
        points,
        item: forSitting(content),
      })),
    })),
  };
}
