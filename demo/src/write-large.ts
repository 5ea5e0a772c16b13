/** Puts a large bank, readable for everybody, beside what a database holds already. */
import type { Connection } from 'mariadb';
import { day } from '@oaken/core/timing';
import { largeBank, type LargeItem } from './large';

export const largeBankName = 'Large trial bank';
const atOnce = 500;

export async function writeLarge(
  connection: Connection,
  n: number,
  now: number,
  progress: (done: number) => void,
): Promise<number> {
  const [known] = await connection.query('SELECT id FROM banks WHERE name = ?', [largeBankName]);
  if (known) return 0;
  const standards: { id: number; subject: string; grade: number }[] = await connection.query(
    `SELECT s.id, s.subject, MIN(g.grade) AS grade FROM standards s JOIN standard_grades g ON g.standard_id = s.id
      WHERE NOT EXISTS (SELECT 1 FROM standards c WHERE c.parent_id = s.id) GROUP BY s.id`,
  );
  const [owner] = await connection.query(
    "SELECT id, school_id AS school FROM accounts WHERE role = 'teacher' ORDER BY id LIMIT 1",
  );
  const made = await connection.query(
    'INSERT INTO banks (school_id, owner_id, reach, name, created_at) VALUES (?, NULL, ?, ?, ?)',
    [owner.school, 'everybody', largeBankName, new Date(now)],
  );
  const bank = Number(made.insertId);
  const insert = (table: string, columns: string[], lines: unknown[][]) =>
    lines.length === 0
      ? Promise.resolve()
      : connection.query(
          `INSERT INTO ${table} (${columns.join(', ')}) VALUES ${lines.map((line) => `(${line.map(() => '?').join(', ')})`).join(', ')}`,
          lines.flat(),
        );
  const [{ item, revision }] = await connection.query(
    'SELECT COALESCE(MAX(id), 0) AS item, (SELECT COALESCE(MAX(id), 0) FROM revisions) AS revision FROM items',
  );
  let itemId = Number(item);
  let revisionId = Number(revision);
  let waiting: LargeItem[] = [];

  const flush = async () => {
    const lines = waiting.map((largeItem) => ({
      largeItem,
      id: ++itemId,
      revision: ++revisionId,
      standard: standards[largeItem.standard]!,
      at: new Date(now - largeItem.age * day),
    }));
    waiting = [];
    await connection.beginTransaction();
    await insert(
      'items',
      [
        'id',
        'bank_id',
        'revision_id',
        'created_by',
        'created_at',
        'answer_count',
        'average_score',
        'item_rest_correlation',
      ],
      lines.map(({ largeItem, id, revision: r, at }) => [
        id,
        bank,
        r,
        owner.id,
        at,
        largeItem.seenN,
        largeItem.seenShare,
        largeItem.itemRestCorrelation,
      ]),
    );
    await insert(
      'revisions',
      [
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
      ],
      lines.map(({ largeItem: { described: d, ...largeItem }, id, revision: r, standard, at }) => [
        r,
        id,
        1,
        JSON.stringify(largeItem.content),
        d.words,
        d.choiceWords,
        d.kind,
        d.points,
        d.markedBy,
        d.media,
        standard.subject,
        largeItem.depth,
        largeItem.seconds,
        owner.id,
        at,
      ]),
    );
    await insert(
      'revision_standards',
      ['revision_id', 'standard_id'],
      lines.map(({ revision: r, standard }) => [r, standard.id]),
    );
    await insert(
      'revision_grades',
      ['revision_id', 'grade'],
      lines.map(({ revision: r, standard }) => [r, standard.grade]),
    );
    await insert(
      'revision_tags',
      ['revision_id', 'tag'],
      lines.flatMap(({ largeItem, revision: r }) => largeItem.tags.map((tag) => [r, tag])),
    );
    await connection.commit();
  };

  await connection.query('SET FOREIGN_KEY_CHECKS = 0');
  let done = 0;
  for (const largeItem of largeBank('large', n, standards.length)) {
    waiting.push(largeItem);
    if (waiting.length < atOnce) continue;
    await flush();
    progress((done += atOnce));
  }
  if (waiting.length > 0) await flush();
  await connection.query('SET FOREIGN_KEY_CHECKS = 1');
  return n;
}
