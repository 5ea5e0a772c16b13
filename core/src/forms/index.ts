/**
 * What one student sees of an edition: an edition and a seed give the same order on the server, in a browser and in
 * every later version. Each thing that is shuffled has a stream of its own, named after its id, so that a change to
 * one item never moves the choices of another.
 */
import { forSitting, kindOf, type ItemContent, type SittingItem } from '../items';
import { passageForSitting, type PassageContent, type ShownPassage } from '../passages';
import { randomFrom } from '../random';

export interface EditionEntry {
  id: string;
  itemId: number;
  revisionId: number;
  points: number;
  content: ItemContent;
  /** Codes of the standards. */
  standards: string[];
  depth: number | null;
}

export interface EditionSection {
  id: string;
  title: string;
  directions: string;
  entries: EditionEntry[];
}

/** A test as it stood when it was given. */
export interface Edition {
  title: string;
  directions: string;
  subject: string;
  sections: EditionSection[];
  /** By the id of their revision; editions from before there were any have none. */
  passages?: Record<string, PassageContent> | undefined;
}

export interface FormRules {
  shuffleItems: boolean;
  shuffleChoices: boolean;
}

/** The edition in the order that belongs to `seed`: items within their section, choices within their part. */
export function formOf(edition: Edition, seed: string, rules: FormRules): Edition {
  const stream = (name: string) => randomFrom(`${seed}/${name}`);
  return {
    ...edition,
    sections: edition.sections.map((section) => {
      const entries = rules.shuffleItems ? stream(`items/${section.id}`).shuffle(section.entries) : section.entries;
      return {
        ...section,
        entries: rules.shuffleChoices ? entries.map((entry) => withShuffledChoices(entry, stream)) : entries,
      };
    }),
  };
}

function withShuffledChoices(
  entry: EditionEntry,
  stream: (name: string) => ReturnType<typeof randomFrom>,
): EditionEntry {
  const parts = entry.content.parts.map((part) => {
    const random = stream(`choices/${entry.id}/${part.id}`);
    return kindOf(part).arrange?.(part, (list) => random.shuffle(list)) ?? part;
  });
  return { ...entry, content: { ...entry.content, parts } };
}

export interface SittingEntry {
  id: string;
  points: number;
  item: SittingItem;
}

export interface SittingForm {
  title: string;
  directions: string;
  sections: { id: string; title: string; directions: string; entries: SittingEntry[] }[];
  /** By the id of their revision. */
  passages: Record<string, ShownPassage>;
}

/** A form without anything that gives an answer away: no key, rule, hint, explanation, note or standard. */
export function formForSitting({ title, directions, sections, passages = {} }: Edition): SittingForm {
  return {
    title,
    directions,
    passages: Object.fromEntries(Object.entries(passages).map(([id, own]) => [id, passageForSitting(own)])),
    sections: sections.map((section) => ({
      id: section.id,
      title: section.title,
      directions: section.directions,
      entries: section.entries.map(({ id, points, content }) => ({ id, points, item: forSitting(content) })),
    })),
  };
}

export const entriesOf = ({ sections }: Edition) => sections.flatMap(({ entries }) => entries);
