/**
 * What one student sees of an edition: the edition and who sits it give the same on the server, in a browser and in
 * every later version. Each thing that is shuffled has a stream of its own, named after its id, so that a change to
 * one item never moves the choices of another.
 */
import { elementAt } from '../certain';
import { kindOf } from '../items';
import { randomFrom, type Random } from '../random';
import { plainText } from '../text';
import { dealtTo } from './deal';
import { entryFor } from './variant';
import type { Edition, EditionEntry, EditionForm, EditionSection } from './edition';

export interface FormRules {
  shuffleItems: boolean;
  shuffleChoices: boolean;
}

/** Whose form it is. */
export interface Sitter {
  /** The attempt's own seed. */
  seed: string;
  /** The student's place in the deal, from 0. */
  seat?: number | undefined;
  /** The id of their form; none for the first. */
  form?: string | null | undefined;
  /** At most so many choices in every question, for a student who needs fewer. */
  mostChoices?: number | null | undefined;
  /** A question that is practised once more with other numbers, the first time, the second, … */
  again?: { entry: string; round: number } | undefined;
}

type Streams = (name: string) => Random;

/** The edition with the items, order and choices that belong to `sitter`. */
export function formOf(whole: Edition, sitter: Sitter, rules: FormRules): Edition {
  const { seed, seat = 0, form = null, mostChoices = null, again } = sitter;
  const edition = mostChoices === null ? whole : withFewerChoicesEverywhere(whole, mostChoices);
  const common: Streams = (name) => randomFrom(`${edition.deal ?? ''}/${name}`);
  const streams: Streams = (name) => randomFrom(`${seed}/${name}`);
  const chosen = edition.forms?.find(({ id }) => id === form) ?? null;
  const together = edition.deal !== undefined;
  const sections = edition.sections.map((section) => {
    // What a form leaves out is not dealt either: a draw gives its number to everybody.
    let entries = section.entries.filter(({ id }) => !chosen?.without.includes(id));
    if (section.draw != null)
      entries = dealtTo(seat, section.draw, entries.length, common(`deal/${section.id}`)).map(
        (index) => elementAt(entries, index),
      );
    if (chosen) entries = inForm({ ...section, entries }, chosen, common);
    if (rules.shuffleItems && !section.keepOrder)
      entries = shuffled(entries, streams(`items/${section.id}`), together);
    const seedOf = (id: string) => (again?.entry === id ? `${seed}/again/${again.round}` : seed);
    // Values come first: how a content is filled is known for it as it stands in the edition.
    entries = entries.map((entry) => entryFor(entry, seedOf(entry.id)));
    if (rules.shuffleChoices) entries = entries.map((entry) => withShuffledChoices(entry, streams));
    return { ...section, entries };
  });
  return { ...edition, sections, ...(chosen?.easier && { passages: easierOf(edition.passages) }) };
}

/** Each passage in its easier version, where it has one. */
const easierOf = (passages: Edition['passages'] = {}): Edition['passages'] =>
  Object.fromEntries(
    Object.entries(passages).map(([id, passage]) => [
      id,
      plainText(passage.easier) === '' ? passage : { ...passage, body: passage.easier },
    ]),
  );

/** A section's entries as one form has them. */
function inForm(
  { id, keepOrder, entries }: EditionSection,
  form: EditionForm,
  common: Streams,
): EditionEntry[] {
  const streams: Streams = (name) => common(`form/${form.id}/${name}`);
  const passages = new Map(
    form.passages.map((passage) => [passage.of, { id: passage.id, revision: passage.revision }]),
  );
  let editionEntries = entries
    .map((entry) => {
      const swap = form.swaps.find(({ of }) => of === entry.id);
      return swap ? { ...swap, points: entry.points } : entry;
    })
    .map((entry) => {
      const passage = entry.content.passage && passages.get(entry.content.passage.id);
      return passage ? { ...entry, content: { ...entry.content, passage } } : entry;
    });
  const { mostChoices } = form;
  if (mostChoices !== null)
    editionEntries = editionEntries.map((entry) => withFewerChoices(entry, mostChoices, streams));
  if (!form.shuffle) return editionEntries;
  if (!keepOrder) editionEntries = shuffled(editionEntries, streams(`items/${id}`), true);
  return editionEntries.map((entry) => withShuffledChoices(entry, streams));
}

/** The entries in another order; those of one passage that stood beside each other still do. */
function shuffled(entries: EditionEntry[], random: Random, together: boolean): EditionEntry[] {
  if (!together) return random.shuffle(entries);
  const runs: EditionEntry[][] = [];
  for (const entry of entries) {
    const passage = entry.content.passage?.id;
    const last = runs.at(-1);
    if (last && passage !== undefined && elementAt(last, 0).content.passage?.id === passage)
      last.push(entry);
    else runs.push([entry]);
  }
  return random.shuffle(runs).flatMap((run) => random.shuffle(run));
}

function withShuffledChoices(entry: EditionEntry, streams: Streams): EditionEntry {
  const parts = entry.content.parts.map((part) => {
    const random = streams(`choices/${entry.id}/${part.id}`);
    return kindOf(part).arrange?.(part, (list) => random.shuffle(list)) ?? part;
  });
  return { ...entry, content: { ...entry.content, parts } };
}

/** The right choices and some of the others, at most so many together. */
export function withFewerChoices<Entry extends Pick<EditionEntry, 'id' | 'content'>>(
  entry: Entry,
  limit: number,
  streams: Streams,
): Entry {
  const parts = entry.content.parts.map((part) => {
    const random = streams(`fewer/${entry.id}/${part.id}`);
    return kindOf(part).fewer?.(part, limit, (list) => random.shuffle(list)) ?? part;
  });
  return { ...entry, content: { ...entry.content, parts } };
}

/** The edition with at most so many choices everywhere, for a student who needs fewer; the same for all who do. */
export const withFewerChoicesEverywhere = (edition: Edition, limit: number): Edition => ({
  ...edition,
  sections: edition.sections.map((section) => ({
    ...section,
    entries: section.entries.map((entry) =>
      withFewerChoices(entry, limit, (name) => randomFrom(`${edition.deal ?? ''}/support/${name}`)),
    ),
  })),
});
