/** Puts a large bank, readable for everybody, beside what a database holds already. */
import { elementAt } from '@oaken/core/certain';
import type { Connection } from 'mariadb';
import { day } from '@oaken/core/timing';
import { insertLines } from './bulk';
import { largeBank, type LargeItem } from './large';

export const largeBankName = 'Large trial bank';
const atOnce = 500;

interface Standard {
  id: number;
  subject: string;
  grade: number;
}

/** Where the items go, and what the next ones are numbered from. */
interface Target {
  connection: Connection;
  bank: number;
  owner: number;
  standards: Standard[];
  now: number;
  itemId: number;
  revisionId: number;
}

const itemColumns = [
  'id',
  'bank_id',
  'revision_id',
  'created_by',
  'created_at',
  'answer_count',
  'average_score',
  'item_rest_correlation',
];
const revisionColumns = [
  'id',
  'item_id',
  'number',
  'content',
  'words',
  'choice_words',
  'kind',
  'points',
  'marked_by',
  'media',
  'subject',
  'depth',
  'seconds',
  'created_by',
  'created_at',
];

/** Lowest standards with the lowest of their grades. */
const readStandards = (connection: Connection): Promise<Standard[]> =>
  connection.query(
    `SELECT s.id, s.subject, MIN(g.grade) AS grade FROM standards s JOIN standard_grades g ON g.standard_id = s.id
      WHERE NOT EXISTS (SELECT 1 FROM standards c WHERE c.parent_id = s.id) GROUP BY s.id`,
  );

async function makeTarget(connection: Connection, now: number): Promise<Target> {
  const [owner] = await connection.query(
    "SELECT id, school_id AS school FROM accounts WHERE role = 'teacher' ORDER BY id LIMIT 1",
  );
  const made = await connection.query(
    'INSERT INTO banks (school_id, owner_id, reach, name, created_at) VALUES (?, NULL, ?, ?, ?)',
    [owner.school, 'everybody', largeBankName, new Date(now)],
  );
  const [last] = await connection.query(
    'SELECT COALESCE(MAX(id), 0) AS item, (SELECT COALESCE(MAX(id), 0) FROM revisions) AS revision FROM items',
  );
  return {
    connection,
    bank: Number(made.insertId),
    owner: owner.id,
    standards: await readStandards(connection),
    now,
    itemId: Number(last.item),
    revisionId: Number(last.revision),
  };
}

async function write(target: Target, items: LargeItem[]): Promise<void> {
  const { connection, bank, owner, standards, now } = target;
  const lines = items.map((item) => ({
    item,
    id: ++target.itemId,
    revision: ++target.revisionId,
    standard: elementAt(standards, item.standard),
    madeAt: new Date(now - item.age * day),
  }));
  await connection.beginTransaction();
  await insertLines(
    connection,
    'items',
    itemColumns,
    lines.map(({ item, id, revision, madeAt }) => [
      id,
      bank,
      revision,
      owner,
      madeAt,
      item.seenN,
      item.seenShare,
      item.itemRestCorrelation,
    ]),
  );
  await insertLines(
    connection,
    'revisions',
    revisionColumns,
    lines.map(({ item, id, revision, standard, madeAt }) => [
      revision,
      id,
      1,
      JSON.stringify(item.content),
      item.described.words,
      item.described.choiceWords,
      item.described.kind,
      item.described.points,
      item.described.markedBy,
      item.described.media,
      standard.subject,
      item.depth,
      item.seconds,
      owner,
      madeAt,
    ]),
  );
  await insertLines(
    connection,
    'revision_standards',
    ['revision_id', 'standard_id'],
    lines.map(({ revision, standard }) => [revision, standard.id]),
  );
  await insertLines(
    connection,
    'revision_grades',
    ['revision_id', 'grade'],
    lines.map(({ revision, standard }) => [revision, standard.grade]),
  );
  await insertLines(
    connection,
    'revision_tags',
    ['revision_id', 'tag'],
    lines.flatMap(({ item, revision }) => item.tags.map((tag) => [revision, tag])),
  );
  await connection.commit();
}

/** @returns how many items were written; none where the bank is there already */
export async function writeLarge(
  connection: Connection,
  n: number,
  now: number,
  progress: (done: number) => void,
): Promise<number> {
  const [known] = await connection.query('SELECT id FROM banks WHERE name = ?', [largeBankName]);
  if (known) return 0;
  const target = await makeTarget(connection, now);
  await connection.query('SET FOREIGN_KEY_CHECKS = 0');
  let waiting: LargeItem[] = [];
  let done = 0;
  for (const item of largeBank('large', n, target.standards.length)) {
    waiting.push(item);
    if (waiting.length < atOnce) continue;
    await write(target, waiting);
    waiting = [];
    progress((done += atOnce));
  }
  if (waiting.length > 0) await write(target, waiting);
  await connection.query('SET FOREIGN_KEY_CHECKS = 1');
  return n;
}
