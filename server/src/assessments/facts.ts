/** What the shelf knows of a test, kept beside it and made anew after each change. */
import { searchableText, media, mediaBits } from '@oaken/core/items';
import {
  allEntries,
  countItems,
  readOutline,
  totalPoints,
  type Outline,
} from '@oaken/core/assessments';
import type { SignedIn } from '../access/signed-in';
import { readRevisions } from '../banks/rows';
import { type Database } from '../database/connect';
import type { TestFacts } from '../models';

const mostText = 20_000;

/**
 * Makes the facts of tests that have none, a few at a time: new ones, and those changed since the
 * shelf was last read.
 */
export async function renewFacts(database: Database, me: SignedIn): Promise<void> {
  const { Test } = database.models;
  const stale = await Test.findAll({
    attributes: ['id', 'version', 'outline'],
    where: { facts: null, removedAt: null },
    limit: atOnce,
  });
  for (const { id, version, outline } of stale) {
    const { words, ...facts } = await factsOf(database, me, outline);
    await Test.update({ facts, words }, { where: { id, version } });
  }
  if (stale.length === atOnce) await renewFacts(database, me);
}

const atOnce = 200;

/** Those that the test was given, or those of its items; by code. */
async function standardsOf(
  { models }: Database,
  { standards }: Outline,
  pinned: readonly { standards: readonly { id: number; code: string }[] }[],
): Promise<TestFacts['standards']> {
  const given =
    standards &&
    (await models.Standard.findAll({ attributes: ['id', 'code'], where: { id: standards } }));
  const known = given ?? pinned.flatMap((row) => row.standards);
  const codes = new Map(known.map(({ id, code }) => [id, code]));
  return [...codes].map(([id, code]) => ({ id, code })).sort((a, b) => (a.code < b.code ? -1 : 1));
}

/** @returns with them directions, section titles and the items' own words, for finding */
async function factsOf(
  database: Database,
  me: SignedIn,
  stored: unknown,
): Promise<TestFacts & { words: string }> {
  const outline = readOutline(stored);
  const ids = [...new Set(allEntries(outline).map(({ revisionId }) => revisionId))];
  const pinned = await readRevisions(database, me, ids);
  const bits = await database.models.Revision.findAll({
    attributes: ['media'],
    where: { id: ids },
  });
  const shown = bits.reduce((all, bit) => all | bit.media, 0);
  const standards = await standardsOf(database, outline, pinned);
  const words = pinned.map(({ content }) => Object.values(searchableText(content)).join(' '));
  return {
    kind: outline.kind,
    subject: outline.subject,
    grades: outline.grades,
    standards,
    tags: [...new Set(pinned.flatMap((row) => row.tags))].sort(),
    items: countItems(outline),
    points: totalPoints(outline),
    machine: pinned.every(({ markedBy }) => markedBy !== 'hand'),
    media: media.filter((medium) => (shown & mediaBits[medium]) !== 0),
    words: [outline.directions, ...outline.sections.map(({ title }) => title), ...words]
      .join(' ')
      .slice(0, mostText),
  };
}
