/** What the shelf knows of a test, kept beside it and made anew after each change. */
import { searchableText, media, mediaBits } from '@oaken/core/items';
import { allEntries, countItems, readOutline, totalPoints } from '@oaken/core/assessments';
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
  const standards = new Map(
    pinned.flatMap((row) => row.standards.map(({ id, code }) => [id, code] as const)),
  );
  const words = pinned.map(({ content }) => Object.values(searchableText(content)).join(' '));
  return {
    kind: outline.kind,
    subject: outline.subject,
    grades: outline.grades,
    standards: [...standards]
      .map(([id, code]) => ({ id, code }))
      .sort((a, b) => (a.code < b.code ? -1 : 1)),
    items: countItems(outline),
    points: totalPoints(outline),
    machine: pinned.every(({ markedBy }) => markedBy !== 'hand'),
    media: media.filter((medium) => (shown & mediaBits[medium]) !== 0),
    words: [outline.directions, ...outline.sections.map(({ title }) => title), ...words]
      .join(' ')
      .slice(0, mostText),
  };
}
