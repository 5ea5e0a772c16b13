/** Importing items: first every row is checked, then the good ones are made, all in one transaction. */
import type { ImportState } from '@oaken/contract/interchange';
import { itemFacts, type ItemFacts } from '@oaken/core/items';
import type { RowProblem, UnreadColumn } from '@oaken/core/interchange';
import type { Request } from 'express';
import { randomBytes } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { asking, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { readableBanks } from '../banks/rights';
import { insistOnPlace } from '../banks/shelves';
import type { Context } from '../context';
import { fromJson, row, rows, type Database } from '../database/connect';
import { insistOnRoom } from '../files/quotas';
import { announcedSize, piecesOf } from '../files/receive';
import { writePiece } from '../files/service';
import { pieceSize } from '../files/limits';
import { invalid, notFound, Problem } from '../http/problem';
import type { BadRow, GoodRow, RowPicture } from '../reading/item-rows';
import { Line } from '../threads/line';

const mostProblems = 1000;
const mostNear = 300;
/** Items that go into the database in one statement, and their size. */
const atOnce = 200;
const charactersAtOnce = 2_000_000;
const largestFile = 25 * 1024 * 1024;
/** Files that are received at once. */
const receiving = new Line(8, 0);

interface Stored {
  id: string;
  account: number;
  bank: number;
  folder: number | null;
  state: ImportState['state'];
}

export async function beginImport(
  context: Context,
  me: SignedIn,
  wish: { name: string; bank: number; folder?: number | undefined },
  request: Request,
) {
  const size = announcedSize(request, largestFile);
  if (size === 0) throw invalid([{ pointer: '', message: 'The file is empty.' }]);
  return receiving.pass(async () => {
    await insistOnRoom(context, me, null, size);
    const id = await begin(context, me, wish);
    try {
      let number = 0;
      for await (const piece of piecesOf(request)) await writeChunk(context, id, number++, piece);
    } catch (error) {
      await context.database.query('DELETE FROM imports WHERE id = :id', { replacements: { id } });
      throw error;
    }
    void inBackground(context, id, () => check(context, me, id));
    return { id };
  });
}

async function begin(
  { database, now }: Context,
  me: SignedIn,
  { name, bank, folder }: { name: string; bank: number; folder?: number | undefined },
): Promise<string> {
  const id = randomBytes(16).toString('base64url');
  await database.transaction(async (transaction) => {
    await insistOnPlace(database, me, { bank, folder: folder ?? null }, transaction);
    // What is still about from earlier is no longer wanted.
    await database.query('DELETE FROM imports WHERE account_id = :me AND created_at < :old', {
      replacements: { ...asking(me), old: new Date(now() - 86_400_000) },
      transaction,
    });
    await database.query(
      `INSERT INTO imports (id, account_id, bank_id, folder_id, name, state, problems, near, created_at)
       VALUES (:id, :me, :bank, :folder, :name, 'reading', '[]', '[]', :time)`,
      {
        replacements: {
          ...asking(me),
          id,
          bank,
          folder: folder ?? null,
          name: name.slice(0, 200),
          time: new Date(now()),
        },
        transaction,
      },
    );
  });
  return id;
}

const writeChunk = ({ database }: Context, id: string, number: number, piece: Buffer) =>
  database.query(
    'INSERT INTO import_chunks (import_id, number, bytes) VALUES (:id, :number, :piece)',
    {
      replacements: { id, number, piece },
    },
  );

async function find(database: Database, me: SignedIn, id: string): Promise<Stored> {
  const found = await row<Stored>(
    database,
    'SELECT id, account_id AS account, bank_id AS bank, folder_id AS folder, state FROM imports WHERE id = :id AND account_id = :me',
    { ...asking(me), id },
  );
  if (!found) throw notFound('The import');
  return found;
}

export async function readImport(
  { database }: Context,
  me: SignedIn,
  id: string,
): Promise<ImportState> {
  await find(database, me, id);
  const own = await row<
    Omit<ImportState, 'rows' | 'problems' | 'near'> & {
      total: number;
      problems: unknown;
      near: unknown;
    }
  >(
    database,
    'SELECT id, name, state, total, done, good, bad, problems, near, message FROM imports WHERE id = :id',
    {
      id,
    },
  );
  const { total, problems, near, ...rest } = own!;
  return { ...rest, rows: total, problems: fromJson(problems), near: fromJson(near) };
}

export async function cancelImport({ database }: Context, me: SignedIn, id: string) {
  await find(database, me, id);
  await database.query(
    "UPDATE imports SET state = 'cancelled' WHERE id = :id AND state IN ('reading', 'checked', 'writing')",
    { replacements: { id } },
  );
}

export async function applyImport(
  context: Context,
  me: SignedIn,
  id: string,
  take: 'good' | 'all',
) {
  const { database } = context;
  const { state } = await find(database, me, id);
  const own = await readImport(context, me, id);
  if (state !== 'checked')
    throw new Problem(
      409,
      'This import is not waiting for a decision.',
      'It is still being read, or it has ended.',
    );
  if (take === 'all' && own.bad > 0)
    throw new Problem(
      409,
      `${own.bad} rows have something wrong with them, so nothing was made.`,
      'Mend them and bring the file in again, or take the good rows only.',
    );
  if (own.good === 0) throw new Problem(409, 'There is no good row to make an item of.');
  await database.query(
    "UPDATE imports SET state = 'writing', done = 0 WHERE id = :id AND state = 'checked'",
    { replacements: { id } },
  );
  void inBackground(context, id, () => write(context, me, id));
}

/** A thing that takes long runs on after its request; whatever goes wrong is said where the teacher looks. */
async function inBackground(
  { database, log }: Context,
  id: string,
  work: () => Promise<void>,
): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (error instanceof Cancelled) return;
    const known = error instanceof Problem;
    if (!known) log.error({ import: id, err: error }, 'an import failed');
    const message = known
      ? (error.errors?.[0]?.message ?? error.message)
      : 'Something went wrong on the server. It was noted there; try again.';
    await database
      .query("UPDATE imports SET state = 'failed', message = :message WHERE id = :id", {
        replacements: { id, message: message.slice(0, 500) },
      })
      .catch(() => undefined);
  }
}

class Cancelled extends Error {}

async function report(database: Database, id: string, done: number): Promise<void> {
  await database.query("UPDATE imports SET done = :done WHERE id = :id AND state <> 'cancelled'", {
    replacements: { id, done },
  });
  const own = await row<{ state: string }>(database, 'SELECT state FROM imports WHERE id = :id', {
    id,
  });
  if (own?.state === 'cancelled') throw new Cancelled();
}

interface Ready {
  row: GoodRow;
  facts: ItemFacts;
}

type Checked = { ok: true; ready: Ready } | { ok: false; line: number; problems: RowProblem[] };

interface KnownStandard {
  id: number;
  code: string;
  subject: string;
}

/** Reads what was sent in a thread, batch by batch, and asks the database what only it knows. */
async function readRows(
  context: Context,
  me: SignedIn,
  id: string,
  { pictures }: { pictures: boolean },
  take: (checked: Checked[], unread: UnreadColumn[]) => Promise<void>,
): Promise<void> {
  const { database, reader } = context;
  const pieces = await rows<{ bytes: Buffer }>(
    database,
    'SELECT bytes FROM import_chunks WHERE import_id = :id ORDER BY number',
    { id },
  );
  const standards = new Map<string, KnownStandard>();
  for (const standard of await rows<KnownStandard>(
    database,
    'SELECT id, code, subject FROM standards ORDER BY framework_id DESC',
  ))
    standards.set(squash(standard.code), standard);
  await reader.read(
    'items',
    Buffer.concat(pieces.map(({ bytes }) => bytes)),
    { pictures },
    async (batch) => {
      const checked: Checked[] = [];
      for (const read of batch.rows) checked.push(await checkRow(context, me, read, standards));
      await take(checked, batch.unread);
    },
  );
}

async function checkRow(
  context: Context,
  me: SignedIn,
  read: GoodRow | BadRow,
  standards: ReadonlyMap<string, KnownStandard>,
): Promise<Checked> {
  const { line } = read;
  if ('problems' in read) return { ok: false, line, problems: read.problems };
  const problems: RowProblem[] = await lostReferences(context, me, read);
  const known = read.facts.standards.flatMap((code) => {
    const standard = standards.get(squash(code));
    if (!standard)
      problems.push({ column: 'standards', message: `There is no standard “${code}”.` });
    return standard ? [standard] : [];
  });
  const facts = itemFacts.safeParse({
    ...read.facts,
    standards: known.map((standard) => standard.id),
    subject: read.facts.subject || known[0]?.subject || '',
  });
  if (!facts.success)
    for (const issue of facts.error.issues)
      problems.push({ column: String(issue.path[0]), message: issue.message });
  if (problems.length > 0 || !facts.success) return { ok: false, line, problems };
  return { ok: true, ready: { row: read, facts: facts.data } };
}

/** Files and passages that an item refers to, but that are not here; only whole items can refer to any. */
async function lostReferences(
  { database }: Context,
  me: SignedIn,
  { files, passage }: GoodRow,
): Promise<RowProblem[]> {
  const lost: RowProblem[] = [];
  if (files.length > 0) {
    const known = await rows(database, 'SELECT id FROM files WHERE id IN (:files) AND whole', {
      files,
    });
    if (known.length < files.length)
      lost.push({ column: 'whole', message: 'A picture, sound or film of it is not kept here.' });
  }
  if (passage) {
    const known = await row(
      database,
      `SELECT r.id FROM passage_revisions r JOIN passages p ON p.id = r.passage_id JOIN banks b ON b.id = p.bank_id
        WHERE r.id = :revision AND p.id = :id AND ${readableBank}`,
      { ...asking(me), ...passage },
    );
    if (!known) lost.push({ column: 'whole', message: 'The passage of it is not here.' });
  }
  return lost;
}

const squash = (code: string) => code.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

const unreadInWords = ({ name, meant }: UnreadColumn): ImportState['problems'][number] => ({
  line: 1,
  column: name.slice(0, 80),
  message:
    meant === null
      ? 'Nothing is read from this column.'
      : `Nothing is read from this column. Call it “${meant}” if that is what it holds.`,
});

async function check(context: Context, me: SignedIn, id: string): Promise<void> {
  const { database, finder } = context;
  const banks = [...(await readableBanks(context.database, me)).keys()];
  const problems: ImportState['problems'] = [];
  const near: ImportState['near'] = [];
  let [done, good] = [0, 0];
  await readRows(context, me, id, { pictures: false }, async (batch, unread) => {
    problems.push(...unread.slice(0, 50).map(unreadInWords));
    for (const checked of batch) {
      done++;
      if (checked.ok) {
        good++;
        const { row: found } = checked.ready;
        if (done > mostNear || near.length >= 50) continue;
        const { words, choiceWords } = found.described;
        const [closest] = await finder.near(`${words} ${choiceWords}`, banks, null);
        if (closest) near.push({ line: found.line, itemId: closest.id, words: found.words });
      } else if (problems.length < mostProblems) {
        const told = checked.problems.slice(0, mostProblems - problems.length);
        problems.push(...told.map((problem) => ({ line: checked.line, ...problem })));
      }
    }
    await database.query('UPDATE imports SET total = :done WHERE id = :id', {
      replacements: { id, done },
    });
    await report(database, id, done);
  });
  await database.query(
    `UPDATE imports SET state = 'checked', total = :done, done = :done, good = :good, bad = :bad, problems = :problems,
            near = :near WHERE id = :id AND state = 'reading'`,
    {
      replacements: {
        id,
        done,
        good,
        bad: done - good,
        problems: JSON.stringify(problems),
        near: JSON.stringify(near),
      },
    },
  );
}

async function write(context: Context, me: SignedIn, id: string): Promise<void> {
  const { database } = context;
  const { bank, folder } = await find(database, me, id);
  await database.transaction(async (transaction) => {
    await insistOnPlace(database, me, { bank, folder }, transaction);
    let waiting: Ready[] = [];
    let characters = 0;
    let done = 0;
    let first = Infinity;
    const flush = async () => {
      if (waiting.length > 0)
        first = Math.min(
          first,
          await insertMany(context, me, { bank, folder }, waiting, transaction),
        );
      done += waiting.length;
      waiting = [];
      characters = 0;
      // Outside the transaction, so that it can be seen, and a cancellation heard, while it runs.
      await report(database, id, done);
    };
    await readRows(context, me, id, { pictures: true }, async (batch) => {
      for (const checked of batch) {
        if (!checked.ok) continue;
        const { row: good } = checked.ready;
        if (good.picture) await keepPicture(context, me, good.picture);
        waiting.push(checked.ready);
        characters += good.content.length;
        if (waiting.length >= atOnce || characters >= charactersAtOnce) await flush();
      }
    });
    await flush();
    // The search index looks for what changed lately, and this may have taken long.
    if (first < Infinity)
      await database.query(
        'UPDATE items SET touched_at = NOW(3) WHERE id >= :first AND bank_id = :bank',
        {
          replacements: { first, bank },
          transaction,
        },
      );
  });
  await database.query("UPDATE imports SET state = 'done' WHERE id = :id AND state = 'writing'", {
    replacements: { id },
  });
  await database.query('DELETE FROM import_chunks WHERE import_id = :id', { replacements: { id } });
}

/** Keeps a picture of the zip under the id that the item's wording names. */
async function keepPicture(
  context: Context,
  me: SignedIn,
  { id, name, file, digest, bytes }: RowPicture,
) {
  await insistOnRoom(context, me, null, bytes.length);
  const { type, width, height } = file;
  await context.database.query(
    `INSERT INTO files (id, school_id, made_by, name, type, bytes, width, height, digest, created_at)
     VALUES (:id, :school, :me, :name, :type, :size, :width, :height, :digest, :time)`,
    {
      replacements: {
        ...asking(me),
        id,
        name: name.slice(0, 200),
        type,
        size: bytes.length,
        width,
        height,
        digest: Buffer.from(digest),
        time: new Date(context.now()),
      },
    },
  );
  for (let number = 0; number * pieceSize < bytes.length; number++)
    await writePiece(
      context,
      id,
      number,
      bytes.subarray(number * pieceSize, (number + 1) * pieceSize),
    );
}

/** @returns the first of the new ids. Many items in few statements: rows of one plain INSERT get ids that follow each other (innodb_autoinc_lock_mode 1). */
async function insertMany(
  { database, now }: Context,
  me: SignedIn,
  { bank, folder }: { bank: number; folder: number | null },
  list: Ready[],
  transaction: Transaction,
): Promise<number> {
  const time = new Date(now());
  const by = me.account.id;
  const insert = async (table: string, columns: string, lines: unknown[][]) => {
    if (lines.length === 0) return 0;
    await database.query(`INSERT INTO ${table} (${columns}) VALUES :lines`, {
      replacements: { lines },
      transaction,
    });
    return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!
      .id;
  };
  const item = await insert(
    'items',
    'bank_id, folder_id, created_by, created_at',
    list.map(() => [bank, folder, by, time]),
  );
  const revision = await insert(
    'revisions',
    'item_id, number, content, words, choice_words, kind, points, marked_by, media, passage_id, subject, depth, seconds, author, licence, created_by, created_at',
    list.map(({ row: { content, described, passage }, facts }, at) => [
      ...[
        item + at,
        1,
        content,
        described.words,
        described.choiceWords,
        described.kind,
        described.points,
      ],
      ...[
        described.markedBy,
        described.media,
        passage?.id ?? null,
        facts.subject,
        facts.depth,
        facts.seconds,
      ],
      ...[facts.author, facts.licence, by, time],
    ]),
  );
  await database.query(
    'UPDATE items SET revision_id = id - :item + :revision WHERE id BETWEEN :item AND :last',
    { replacements: { item, revision, last: item + list.length - 1 }, transaction },
  );
  const lists = (of: (facts: ItemFacts) => readonly (string | number)[]) =>
    list.flatMap(({ facts }, at) => [...new Set(of(facts))].map((value) => [revision + at, value]));
  await insert(
    'revision_standards',
    'revision_id, standard_id',
    lists(({ standards }) => standards),
  );
  await insert(
    'revision_grades',
    'revision_id, grade',
    lists(({ grades }) => grades),
  );
  await insert(
    'revision_tags',
    'revision_id, tag',
    lists(({ tags }) => tags),
  );
  return item;
}
