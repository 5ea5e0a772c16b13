/** What the shelf knows of a test, kept beside it and made anew after each change. */
import { searchableText, type Medium, media, mediaBits } from '@oaken/core/items';
import {
  allEntries,
  countItems,
  readOutline,
  totalPoints,
  type TestKind,
} from '@oaken/core/assessments';
import type { Sequelize } from 'sequelize';
import type { SignedIn } from '../accounts/sessions';
import { readRevisions } from '../banks/rows';
import { fromJson, rows } from '../database/connect';

export interface TestFacts {
  kind: TestKind;
  subject: string;
  grades: number[];
  standards: { id: number; code: string }[];
  items: number;
  points: number;
  machine: boolean;
  media: Medium[];
}

const mostText = 20_000;

/** Makes the facts of tests that have none, a few at a time: new ones, and those changed since the shelf was last read. */
export async function renewFacts(database: Sequelize, me: SignedIn): Promise<void> {
  const stale = await rows<{ id: number; version: number; outline: unknown }>(
    database,
    'SELECT id, version, outline FROM tests WHERE facts IS NULL AND removed_at IS NULL LIMIT 200',
  );
  for (const { id, version, outline } of stale) {
    const { words, ...facts } = await factsOf(database, me, outline);
    await database.query(
      'UPDATE tests SET facts = :facts, words = :words WHERE id = :id AND version = :version',
      {
        replacements: { id, version, facts: JSON.stringify(facts), words },
      },
    );
  }
  if (stale.length === 200) await renewFacts(database, me);
}

/** @returns with them directions, section titles and the items' own words, for finding */
async function factsOf(
  database: Sequelize,
  me: SignedIn,
  stored: unknown,
): Promise<TestFacts & { words: string }> {
  const outline = readOutline(fromJson(stored));
  const ids = [...new Set(allEntries(outline).map(({ revisionId }) => revisionId))];
  const pinned = await readRevisions(database, me, ids);
  const bits =
    ids.length === 0
      ? []
      : await rows<{ media: number }>(
          database,
          'SELECT DISTINCT media FROM revisions WHERE id IN (:ids)',
          { ids },
        );
  const shown = bits.reduce((all, own) => all | own.media, 0);
  const standards = new Map(
    pinned.flatMap((own) => own.standards.map(({ id, code }) => [id, code] as const)),
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
    media: media.filter((own) => (shown & mediaBits[own]) !== 0),
    words: [outline.directions, ...outline.sections.map(({ title }) => title), ...words]
      .join(' ')
      .slice(0, mostText),
  };
}
