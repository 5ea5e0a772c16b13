/** What a round asks: editions of a test, of items, or of what is asked aloud, one after the other. */
import type { ItemRow } from '@oaken/contract/banks';
import { present } from '@oaken/core/certain';
import { entriesOf, entryFor, type Edition, type EditionEntry } from '@oaken/core/forms';
import { itemPoints, type ItemContent } from '@oaken/core/items';
import {
  askable,
  canBeAsked,
  itemAskedAloud,
  withKeyTold,
  type AskedAloud,
} from '@oaken/core/rounds';
import type { Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { newKey } from '../assessments/outlines';
import { storeEdition } from '../attempts/store-edition';
import { insertUnworded } from '../banks/item-writing';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { passagesOf } from '../passages/service';
import { problem } from '../problems/problem';
import { askedInClassBank } from './bank';
import { sentence } from './sentences';

/** More is no round any more. */
const mostQuestions = 60;

/** A round's edition before anything is in it. */
export const noQuestions = (title: string): Edition => ({
  title,
  directions: '',
  subject: '',
  sections: [{ id: 'round', title: '', directions: '', entries: [] }],
  forms: [],
  passages: {},
});

/**
 * Items that I may ask a class, in the order of `itemIds`, each once.
 *
 * @throws Problem 404 where some are not mine to use; 409 where one asks for a file
 */
export async function itemsToAsk(
  database: Database,
  me: SignedIn,
  itemIds: readonly number[],
): Promise<ItemRow[]> {
  const wanted = [...new Set(itemIds)];
  const items = (await readItems(database, me, wanted)).filter(({ may }) => may !== 'read');
  if (items.length < wanted.length)
    throw problem('picked-items-gone', { items: wanted.length - items.length });
  const forFiles = items.filter(({ content }) => !canBeAsked(content));
  if (forFiles.length > 0) throw problem('files-cannot-be-asked', { items: forFiles.length });
  return items;
}

export const entriesFromItems = async (
  { database }: Context,
  me: SignedIn,
  itemIds: readonly number[],
): Promise<EditionEntry[]> => (await itemsToAsk(database, me, itemIds)).map(entryFrom);

const entryFrom = (item: ItemRow): EditionEntry => ({
  id: `item-${item.id}`,
  itemId: item.id,
  revisionId: item.revisionId,
  points: itemPoints(item.content),
  content: item.content,
  standards: item.standards.map(({ code }) => code),
  depth: item.depth,
});

const noFacts = {
  grades: [],
  standards: [],
  depth: null,
  seconds: null,
  tags: [],
  author: '',
  licence: '',
};

/** A question asked aloud: an item without a place in any search until it is given its wording. */
export async function entryAloud(
  context: Context,
  me: SignedIn,
  { aloud, subject }: { aloud: AskedAloud; subject: string },
  transaction: Transaction,
): Promise<EditionEntry> {
  const content = itemAskedAloud(aloud, {
    heading: sentence('askedAloud'),
    yes: sentence('yes'),
    no: sentence('no'),
    photo: sentence('photoOfBoard'),
  });
  const bankId = await askedInClassBank(context, me, transaction);
  const facts = { ...noFacts, subject };
  const item = await insertUnworded(context, me, { bankId, content, facts }, transaction);
  return {
    id: `item-${item.id}`,
    itemId: item.id,
    revisionId: item.revisionId,
    points: itemPoints(item.content),
    content: item.content,
    standards: [],
    depth: null,
    // What is right is not known yet.
    override: 'dropped',
  };
}

/** A class that talks about a question has one and the same: what makes itself is drawn once. */
function withNumbers(edition: Edition): Edition {
  const seed = newKey();
  return {
    ...edition,
    sections: edition.sections.map((section) => ({
      ...section,
      entries: section.entries.map((entry) => entryFor(entry, seed)),
    })),
  };
}

/** Stores what a round asks. @returns the edition's id */
export function writeQuestions(
  { database, now }: Context,
  { testId, edition }: { testId: number | null; edition: Edition },
  transaction: Transaction,
): Promise<number> {
  const entries = entriesOf(edition);
  const points = entries.reduce((sum, entry) => sum + entry.points, 0);
  const stored = { testId, content: withNumbers(edition), itemCount: entries.length, points };
  return storeEdition(database, stored, now(), transaction);
}

/** Stores what becomes of an edition, as one of the same test. @returns the new edition's id */
export async function rewriteQuestions(
  context: Context,
  { of, edition }: { of: number; edition: Edition },
  transaction: Transaction,
): Promise<number> {
  const before = await context.database.models.Edition.findByPk(of, {
    attributes: ['testId'],
    transaction,
  });
  return writeQuestions(context, { testId: before?.testId ?? null, edition }, transaction);
}

/** The edition with more questions behind the others; those that it has already are left where they are. */
export async function withQuestions(
  database: Database,
  edition: Edition,
  entries: readonly EditionEntry[],
  transaction?: Transaction,
): Promise<Edition> {
  const asked = askable(edition.sections);
  const known = new Set(asked.map(({ itemId }) => itemId));
  const more = entries.filter(({ itemId }) => !known.has(itemId));
  if (asked.length + more.length > mostQuestions) throw problem('too-many-questions');
  const passages = await passagesOf(
    database,
    more.flatMap(({ content }) => content.passage?.revision ?? []),
    transaction,
  );
  return {
    ...edition,
    subject: edition.subject,
    sections: [
      ...edition.sections,
      { id: 'more', title: '', directions: '', entries: more },
    ].filter((section) => section.entries.length > 0),
    passages: { ...edition.passages, ...passages },
  };
}

/** The edition with some of its entries only. */
export const onlyQuestions = (
  edition: Edition,
  keep: (entry: EditionEntry) => boolean,
): Edition => ({
  ...edition,
  sections: [
    { id: 'round', title: '', directions: '', entries: askable(edition.sections).filter(keep) },
  ],
  forms: [],
});

/** The edition with one entry changed. */
export const withEntry = (
  edition: Edition,
  entryId: string,
  change: (entry: EditionEntry) => EditionEntry,
): Edition => ({
  ...edition,
  sections: edition.sections.map((section) => ({
    ...section,
    entries: section.entries.map((entry) => (entry.id === entryId ? change(entry) : entry)),
  })),
});

/** @throws Problem 422 where that is no answer to it; 409 where what is right was told before */
export function entryWithKey(entry: EditionEntry, right: readonly string[]): EditionEntry {
  if (entry.override !== 'dropped') throw problem('key-was-told');
  const content = withKeyTold(entry.content, right);
  if (!content) throw problem('no-such-key');
  const { override: _, ...rest } = entry;
  return { ...rest, content };
}

/** The passage of an item, as the edition has it. */
export const passageOf = ({ passages }: Edition, { passage }: ItemContent) =>
  passage ? present(passages?.[String(passage.revision)], 'passage of the edition') : null;
