import type { api, BodyOf } from '@oaken/contract';
import type { PassageRow } from '@oaken/contract/passages';
import { passageWords, type PassageContent } from '@oaken/core/passages';
import type { Transaction } from 'sequelize';
import { asking, bankRight, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { insistOnPlace } from '../banks/shelves';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis, type Database } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import { insistOnPassageWording } from '../wording';

const columns = `p.id, p.revision_id AS revisionId, b.name AS bank, b.id AS bankId, ${bankRight} AS may,
  JSON_UNQUOTE(JSON_EXTRACT(pr.content, '$.title')) AS title,
  (SELECT COUNT(*) FROM items i JOIN revisions r ON r.id = i.revision_id
    WHERE r.passage_id = p.id AND i.retired_at IS NULL) AS items`;
const from = `passages p JOIN banks b ON b.id = p.bank_id JOIN passage_revisions pr ON pr.id = p.revision_id`;

export async function listPassages(
  { database }: Context,
  me: SignedIn,
  words = '',
): Promise<{ passages: PassageRow[] }> {
  const typed = words.split(/\s+/).filter(Boolean).slice(0, 8);
  const values = Object.fromEntries(
    typed.map((word, at) => [`w${at}`, `%${word.replace(/[\\%_]/g, '\\$&')}%`]),
  );
  const all = typed.map((_, at) => `AND pr.words LIKE :w${at}`).join(' ');
  return {
    passages: await rows<PassageRow>(
      database,
      `SELECT ${columns} FROM ${from} WHERE ${readableBank} ${all} ORDER BY title LIMIT 100`,
      { ...asking(me), ...values },
    ),
  };
}

export async function readPassage(
  { database }: Context,
  me: SignedIn,
  passageId: number,
  revision: number | undefined,
) {
  const values = { ...asking(me), passageId, revision: revision ?? 0 };
  const passage = await row<PassageRow>(
    database,
    `SELECT ${columns} FROM ${from} WHERE p.id = :passageId AND ${readableBank}`,
    values,
  );
  if (!passage) throw notFound('The passage');
  const wanted = await row<{ content: unknown }>(
    database,
    'SELECT content FROM passage_revisions WHERE passage_id = :passageId AND id = :wanted',
    { ...values, wanted: revision ?? passage.revisionId },
  );
  if (!wanted) throw notFound('The revision of the passage');
  const revisions = await rows<{ id: number; number: number; by: string; at: Date }>(
    database,
    `SELECT r.id, r.number, CONCAT(a.given_name, ' ', a.family_name) AS \`by\`, r.created_at AS at
       FROM passage_revisions r JOIN accounts a ON a.id = r.created_by WHERE r.passage_id = :passageId ORDER BY r.id DESC LIMIT 100`,
    values,
  );
  return {
    passage,
    content: fromJson<PassageContent>(wanted.content),
    revisions: revisions.map((own) => ({ ...own, at: toMillis(own.at) })),
  };
}

async function write(
  { database, now }: Context,
  me: SignedIn,
  passageId: number,
  content: PassageContent,
  transaction: Transaction,
): Promise<number> {
  await database.query(
    `INSERT INTO passage_revisions (passage_id, number, content, words, created_by, created_at)
     SELECT :passageId, 1 + COALESCE(MAX(number), 0), :content, :words, :me, :time FROM passage_revisions WHERE passage_id = :passageId`,
    {
      replacements: {
        ...asking(me),
        passageId,
        content: JSON.stringify(content),
        words: passageWords(content),
        time: new Date(now()),
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
  await database.query('UPDATE passages SET revision_id = :id WHERE id = :passageId', {
    replacements: { id, passageId },
    transaction,
  });
  return id;
}

export async function makePassage(
  context: Context,
  me: SignedIn,
  own: BodyOf<typeof api.makePassage>,
) {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    await insistOnPlace(database, me, { bank: own.bank, folder: null }, transaction);
    await insistOnPassageWording(own.content);
    const made = await row<{ id: number; revisionId: number }>(
      database,
      'SELECT id, revision_id AS revisionId FROM passages WHERE created_by = :me AND client_key = :clientKey FOR UPDATE',
      { ...asking(me), clientKey: own.clientKey },
      transaction,
    );
    if (made) return made;
    await database.query(
      'INSERT INTO passages (bank_id, created_by, created_at, client_key) VALUES (:bank, :me, :time, :clientKey)',
      {
        replacements: {
          ...asking(me),
          bank: own.bank,
          clientKey: own.clientKey,
          time: new Date(now()),
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
    return { id, revisionId: await write(context, me, id, own.content, transaction) };
  });
}

export async function revisePassage(
  context: Context,
  me: SignedIn,
  passageId: number,
  own: BodyOf<typeof api.revisePassage>,
): Promise<{ revisionId: number; items: number }> {
  const { database } = context;
  return database.transaction(async (transaction) => {
    const held = await row<{ revisionId: number; may: string }>(
      database,
      `SELECT p.revision_id AS revisionId, ${bankRight} AS may FROM passages p JOIN banks b ON b.id = p.bank_id
        WHERE p.id = :passageId AND ${readableBank} FOR UPDATE`,
      { ...asking(me), passageId },
      transaction,
    );
    if (!held) throw notFound('The passage');
    if (held.may !== 'edit')
      throw new Problem(
        403,
        'This passage’s bank belongs to others.',
        'Copy its text into a passage of yours.',
      );
    if (held.revisionId !== own.basedOn)
      throw new Problem(
        409,
        'Somebody saved this passage meanwhile.',
        'Nothing of yours is lost; copy your text before you load the page again.',
      );
    await insistOnPassageWording(own.content);
    const revisionId = await write(context, me, passageId, own.content, transaction);
    return { revisionId, items: await bringItems(context, me, passageId, revisionId, transaction) };
  });
}

/** Gives every bank's item that asks about the passage a new revision that pins the new text; tests keep the old one. */
async function bringItems(
  { database, now }: Context,
  me: SignedIn,
  passageId: number,
  passageRevision: number,
  transaction: Transaction,
): Promise<number> {
  const items = await rows<{ id: number; revisionId: number }>(
    database,
    `SELECT i.id, i.revision_id AS revisionId FROM items i JOIN revisions r ON r.id = i.revision_id
      WHERE r.passage_id = :passageId AND i.retired_at IS NULL ORDER BY i.id FOR UPDATE`,
    { passageId },
    transaction,
  );
  for (const item of items) {
    const values = { ...asking(me), ...item, passageRevision, time: new Date(now()) };
    await database.query(
      `INSERT INTO revisions (item_id, number, based_on_id, content, words, choice_words, kind, points, marked_by, media, passage_id,
                              subject, depth, seconds, author, licence, created_by, created_at)
       SELECT item_id, number + 1, id, JSON_SET(content, '$.passage.revision', :passageRevision), words, choice_words, kind, points,
              marked_by, media, passage_id, subject, depth, seconds, author, licence, :me, :time
         FROM revisions WHERE id = :revisionId`,
      { replacements: values, transaction },
    );
    const { id } = (await row<{ id: number }>(
      database,
      'SELECT LAST_INSERT_ID() AS id',
      {},
      transaction,
    ))!;
    await copyLists(database, item.revisionId, id, transaction);
    await database.query('UPDATE items SET revision_id = :made WHERE id = :id', {
      replacements: { made: id, id: item.id },
      transaction,
    });
  }
  return items.length;
}

async function copyLists(
  database: Database,
  before: number,
  made: number,
  transaction: Transaction,
): Promise<void> {
  for (const [table, column] of [
    ['revision_standards', 'standard_id'],
    ['revision_grades', 'grade'],
    ['revision_tags', 'tag'],
  ])
    await database.query(
      `INSERT INTO ${table} (revision_id, ${column}) SELECT :made, ${column} FROM ${table} WHERE revision_id = :before`,
      { replacements: { made, before }, transaction },
    );
}

/** Passages by the ids of their revisions, for a test that is given. */
export async function passagesOf(
  database: Database,
  revisions: number[],
  transaction?: Transaction,
) {
  if (revisions.length === 0) return {};
  const found = await rows<{ id: number; content: unknown }>(
    database,
    'SELECT id, content FROM passage_revisions WHERE id IN (:revisions)',
    { revisions },
    transaction,
  );
  return Object.fromEntries(
    found.map(({ id, content }) => [String(id), fromJson<PassageContent>(content)]),
  );
}
