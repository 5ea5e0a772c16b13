/** Writes revisions: the content, and beside it whatever an item is found by. */
import { concealIds, describeItem, type ItemContent, type ItemFacts } from '@oaken/core/items';
import { randomInt } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { row, rows } from '../database/connect';
import { invalid, type WrongField } from '../http/problem';
import { itemWordingProblems } from '../wording';

export interface NewRevision {
  itemId: number;
  /** The test that it belongs to; null for the bank's own. */
  testId: number | null;
  basedOn: number | null;
  content: ItemContent;
  facts: ItemFacts;
  by: number;
  at: number;
}

export const randomLetters = (n: number) =>
  Array.from({ length: n }, () => 'abcdefghijklmnopqrstuvwxyz0123456789'[randomInt(36)]).join('');

/** @returns the new revision's id */
export async function writeRevision(
  database: Sequelize,
  own: NewRevision,
  transaction: Transaction,
): Promise<number> {
  const content = concealIds(own.content, randomLetters);
  const { facts } = own;
  await database.query(
    `INSERT INTO revisions (item_id, number, test_id, based_on_id, content, words, choice_words, kind, points, marked_by, media,
                            passage_id, subject, depth, seconds, author, licence, created_by, created_at)
     SELECT :itemId, 1 + COALESCE(MAX(o.number), 0), :testId, :basedOn, :content, :words, :choiceWords, :kind, :points, :markedBy,
            :media, :passage, :subject, :depth, :seconds, :author, :licence, :by, :at
       FROM revisions o WHERE o.item_id = :itemId AND o.test_id <=> :testId`,
    {
      replacements: {
        ...describeItem(content),
        ...facts,
        itemId: own.itemId,
        testId: own.testId,
        basedOn: own.basedOn,
        content: JSON.stringify(content),
        passage: content.passage?.id ?? null,
        by: own.by,
        at: new Date(own.at),
      },
      transaction,
    },
  );
  const { id } = (await row<{ id: number }>(
    database,
    'SELECT LAST_INSERT_ID() AS id',
    {},
    transaction,
  ))!;
  const lists: [string, string, (string | number)[]][] = [
    ['revision_standards', 'standard_id', facts.standards],
    ['revision_grades', 'grade', facts.grades],
    ['revision_tags', 'tag', facts.tags],
  ];
  for (const [table, column, values] of lists) {
    const lines = [...new Set(values)].map((value) => [id, value]);
    if (lines.length > 0)
      await database.query(`INSERT INTO ${table} (revision_id, ${column}) VALUES :lines`, {
        replacements: { lines },
        transaction,
      });
  }
  return id;
}

/** What the database alone can say against an item: files, standards and passages that are not there. */
export async function refuseBroken(
  database: Sequelize,
  content: ItemContent,
  standards: readonly number[],
  transaction?: Transaction,
): Promise<void> {
  const wrong: WrongField[] = await itemWordingProblems(content);
  const files = [
    ...new Set(JSON.stringify(content).match(/(?<=\/api\/files\/)[A-Za-z0-9_-]{22}/g) ?? []),
  ];
  if (files.length > 0) {
    const known = await rows<{ id: string }>(
      database,
      'SELECT id FROM files WHERE id IN (:files)',
      { files },
      transaction,
    );
    if (known.length < files.length)
      wrong.push({
        pointer: '/content',
        message: 'A picture, sound or film in it is no longer kept here. Upload it again.',
      });
  }
  const wanted = [...new Set(standards)];
  if (wanted.length > 0) {
    const known = await rows(
      database,
      'SELECT id FROM standards WHERE id IN (:wanted)',
      { wanted },
      transaction,
    );
    if (known.length < wanted.length)
      wrong.push({
        pointer: '/facts/standards',
        message: 'One of the standards is gone from its framework. Choose another one.',
      });
  }
  if (content.passage) {
    const known = await row(
      database,
      'SELECT id FROM passage_revisions WHERE id = :revision AND passage_id = :id',
      content.passage,
      transaction,
    );
    if (!known)
      wrong.push({
        pointer: '/content/passage',
        message: 'The passage is gone. Choose another one.',
      });
  }
  if (wrong.length > 0) throw invalid(wrong);
}
