/** Bringing items in: first every row is checked, then the good ones are made, all in one transaction. */
import type { ImportState } from '@oaken/contract/interchange';
import { concealIds, describeItem, itemFacts, type ItemContent, type ItemFacts } from '@oaken/core/items';
import { columnNames, firstWords, itemFromRow, type RowProblem } from '@oaken/core/interchange';
import { randomBytes } from 'node:crypto';
import { setImmediate as breath } from 'node:timers/promises';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, readableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { randomLetters } from '../banks/revisions';
import { readableBanks } from '../banks/search';
import { insistOnPlace } from '../banks/shelves';
import { markupProblems } from '../banks/wording';
import type { Context } from '../context';
import { fromJson, row, rows } from '../database/connect';
import { keepFile } from '../files/service';
import { invalid, notFound, Problem } from '../http/problem';
import { decode, readTable, unpack, type Line } from './unpack';

const chunk = 512 * 1024;
const mostProblems = 1000;
const mostNear = 300;
const atOnce = 200;

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
  own: { bytes: unknown; name: string; bank: number; folder?: number | undefined },
) {
  const { database, now } = context;
  if (!Buffer.isBuffer(own.bytes) || own.bytes.length === 0)
    throw invalid([{ pointer: '', message: 'The file is empty.' }]);
  const bytes = own.bytes;
  const id = randomBytes(16).toString('base64url');
  await database.transaction(async (transaction) => {
    await insistOnPlace(database, me, { bank: own.bank, folder: own.folder ?? null }, transaction);
    // What is still about from earlier is no longer wanted.
    await database.query('DELETE FROM imports WHERE account_id = :me AND created_at < :old', { replacements: { ...asking(me), old: new Date(now() - 86_400_000) }, transaction }); // prettier-ignore
    await database.query(
      `INSERT INTO imports (id, account_id, bank_id, folder_id, name, state, problems, near, created_at)
       VALUES (:id, :me, :bank, :folder, :name, 'reading', '[]', '[]', :time)`,
      { replacements: { ...asking(me), id, bank: own.bank, folder: own.folder ?? null, name: own.name.slice(0, 200), time: new Date(now()) }, transaction },
    ); // prettier-ignore
    for (let number = 0; number * chunk < bytes.length; number++)
      await database.query('INSERT INTO import_chunks (import_id, number, bytes) VALUES (:id, :number, :piece)', { replacements: { id, number, piece: bytes.subarray(number * chunk, (number + 1) * chunk) }, transaction }); // prettier-ignore
  });
  void inBackground(context, id, () => check(context, me, id));
  return { id };
}

async function find(database: Sequelize, me: SignedIn, id: string): Promise<Stored> {
  const found = await row<Stored>(
    database,
    'SELECT id, account_id AS account, bank_id AS bank, folder_id AS folder, state FROM imports WHERE id = :id AND account_id = :me',
    { ...asking(me), id },
  );
  if (!found) throw notFound('The import');
  return found;
}

export async function readImport({ database }: Context, me: SignedIn, id: string): Promise<ImportState> {
  await find(database, me, id);
  const own = await row<
    Omit<ImportState, 'rows' | 'problems' | 'near'> & { total: number; problems: unknown; near: unknown }
  >(database, 'SELECT id, name, state, total, done, good, bad, problems, near, message FROM imports WHERE id = :id', {
    id,
  });
  const { total, problems, near, ...rest } = own!;
  return { ...rest, rows: total, problems: fromJson(problems), near: fromJson(near) };
}

export async function cancelImport({ database }: Context, me: SignedIn, id: string) {
  await find(database, me, id);
  await database.query("UPDATE imports SET state = 'cancelled' WHERE id = :id AND state IN ('reading', 'checked', 'writing')", { replacements: { id } }); // prettier-ignore
}

export async function applyImport(context: Context, me: SignedIn, id: string, take: 'good' | 'all') {
  const { database } = context;
  const { state } = await find(database, me, id);
  const own = await readImport(context, me, id);
  if (state !== 'checked') throw new Problem(409, 'This import is not waiting for a decision.', 'It is still being read, or it has ended.'); // prettier-ignore
  if (take === 'all' && own.bad > 0) throw new Problem(409, `${own.bad} rows have something wrong with them, so nothing was made.`, 'Mend them and bring the file in again, or take the good rows only.'); // prettier-ignore
  if (own.good === 0) throw new Problem(409, 'There is no good row to make an item of.');
  await database.query("UPDATE imports SET state = 'writing', done = 0 WHERE id = :id AND state = 'checked'", { replacements: { id } }); // prettier-ignore
  void inBackground(context, id, () => write(context, me, id));
}

/** A thing that takes long runs on after its request; whatever goes wrong is said where the teacher looks. */
async function inBackground({ database, log }: Context, id: string, work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    if (error instanceof Cancelled) return;
    const known = error instanceof Problem;
    if (!known) log.error({ import: id, err: error }, 'an import failed');
    const message = known ? (error.errors?.[0]?.message ?? error.message) : 'Something went wrong on the server. It was noted there; try again.'; // prettier-ignore
    await database.query("UPDATE imports SET state = 'failed', message = :message WHERE id = :id", { replacements: { id, message: message.slice(0, 500) } }).catch(() => undefined); // prettier-ignore
  }
}

class Cancelled extends Error {}

async function report(database: Sequelize, id: string, done: number): Promise<void> {
  await database.query("UPDATE imports SET done = :done WHERE id = :id AND state <> 'cancelled'", { replacements: { id, done } }); // prettier-ignore
  const own = await row<{ state: string }>(database, 'SELECT state FROM imports WHERE id = :id', { id });
  if (own?.state === 'cancelled') throw new Cancelled();
}

interface Ready {
  line: number;
  content: ItemContent;
  facts: ItemFacts;
  picture: { file: string; words: string } | null;
}

/** Reads what was sent, row by row, giving way to other work between. */
async function* readRows(
  context: Context,
  me: SignedIn,
  id: string,
): AsyncGenerator<{
  line: Line;
  total: number;
  reading: { ok: true; ready: Ready; bytes: Buffer | null } | { ok: false; problems: RowProblem[] };
}> {
  const { database } = context;
  const pieces = await rows<{ bytes: Buffer }>(database, 'SELECT bytes FROM import_chunks WHERE import_id = :id ORDER BY number', { id }); // prettier-ignore
  const { csv, pictures } = await unpack(Buffer.concat(pieces.map(({ bytes }) => bytes)));
  const { names, lines } = readTable(decode(csv));
  if (!names.includes('question') && !names.includes('whole'))
    throw invalid([{ pointer: '', message: `The first row must name the columns; it has no column “question”. Known columns: ${columnNames.slice(0, 6).join(', ')} …` }]); // prettier-ignore
  const standards = new Map<string, { id: number; subject: string }>();
  for (const own of await rows<{ id: number; code: string; subject: string }>(
    database,
    'SELECT id, code, subject FROM standards ORDER BY framework_id DESC',
  ))
    // prettier-ignore
    standards.set(squash(own.code), own);

  for (const [at, line] of lines.entries()) {
    if (at % 25 === 0) await breath();
    const reading = readLine(line, standards, pictures);
    const lost = reading.ok ? await lostReferences(context, me, reading.ready.content) : [];
    yield { line, total: lines.length, reading: lost.length > 0 ? { ok: false, problems: lost } : reading };
  }
}
/** Files and passages that an item refers to, but that are not here; only whole items can refer to any. */
async function lostReferences({ database }: Context, me: SignedIn, content: ItemContent): Promise<RowProblem[]> {
  const files = [...new Set(JSON.stringify(content).match(/(?<=\/api\/files\/)[A-Za-z0-9_-]{22}/g) ?? [])];
  const lost: RowProblem[] = [];
  if (files.length > 0) {
    const known = await rows(database, 'SELECT id FROM files WHERE id IN (:files)', { files });
    if (known.length < files.length)
      lost.push({ column: 'whole', message: 'A picture, sound or film of it is not kept here.' });
  }
  if (content.passage) {
    const known = await row(
      database,
      `SELECT r.id FROM passage_revisions r JOIN passages p ON p.id = r.passage_id JOIN banks b ON b.id = p.bank_id
        WHERE r.id = :revision AND p.id = :id AND ${readableBank}`,
      { ...asking(me), ...content.passage },
    );
    if (!known) lost.push({ column: 'whole', message: 'The passage of it is not here.' });
  }
  return lost;
}

const squash = (code: string) => code.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

function readLine(
  line: Line,
  standards: ReadonlyMap<string, { id: number; subject: string }>,
  pictures: ReadonlyMap<string, Buffer>,
) {
  const read = itemFromRow(line.cells);
  if (!read.ok) return read;
  const problems: RowProblem[] = [];
  const known = read.facts.standards.flatMap((code) => {
    const own = standards.get(squash(code));
    if (!own) problems.push({ column: 'standards', message: `There is no standard “${code}”.` });
    return own ? [own] : [];
  });
  const facts = itemFacts.safeParse({ ...read.facts, standards: known.map(({ id }) => id), subject: read.facts.subject || known[0]?.subject || '' }); // prettier-ignore
  if (!facts.success)
    for (const issue of facts.error.issues) problems.push({ column: String(issue.path[0]), message: issue.message });
  for (const { pointer, message } of markupProblems(read.content)) problems.push({ column: /explanation/.test(pointer) ? 'explanation' : /hints/.test(pointer) ? 'hints' : /choices\/(\d+)/.test(pointer) ? `choice ${Number(/choices\/(\d+)/.exec(pointer)![1]) + 1}` : 'question', message }); // prettier-ignore
  const bytes = read.picture ? (pictures.get(read.picture.file.toLowerCase()) ?? null) : null;
  if (read.picture && !bytes)
    problems.push({ column: 'picture', message: `There is no file “${read.picture.file}” in the zip.` });
  if (problems.length > 0 || !facts.success) return { ok: false as const, problems };
  return {
    ok: true as const,
    ready: { line: line.number, content: read.content, facts: facts.data, picture: read.picture },
    bytes,
  };
}

async function check(context: Context, me: SignedIn, id: string): Promise<void> {
  const { database } = context;
  const banks = await readableBanks(context, me);
  const problems: ImportState['problems'] = [];
  const near: ImportState['near'] = [];
  let [done, good, total] = [0, 0, 0];
  for await (const { line, reading, total: all } of readRows(context, me, id)) {
    total = all;
    if (reading.ok) {
      good++;
      if (done < mostNear && near.length < 50) {
        const { words, choiceWords } = describeItem(reading.ready.content);
        const [closest] = await context.finder.near(`${words} ${choiceWords}`, banks, null);
        if (closest) near.push({ line: line.number, itemId: closest.id, words: firstWords(reading.ready.content) });
      }
    } else if (problems.length < mostProblems)
      problems.push(...reading.problems.map((own) => ({ line: line.number, ...own })).slice(0, mostProblems - problems.length)); // prettier-ignore
    done++;
    if (done % 200 === 0) {
      await database.query('UPDATE imports SET total = :total WHERE id = :id', { replacements: { id, total } });
      await report(database, id, done);
    }
  }
  await database.query(
    `UPDATE imports SET state = 'checked', total = :total, done = :total, good = :good, bad = :bad, problems = :problems, near = :near
      WHERE id = :id AND state = 'reading'`,
    {
      replacements: {
        id,
        total,
        good,
        bad: total - good,
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
    let done = 0;
    const made: number[] = [];
    const flush = async () => {
      if (waiting.length > 0) made.push(await insertMany(context, me, { bank, folder }, waiting, transaction));
      done += waiting.length;
      waiting = [];
      // Outside the transaction, so that it can be seen, and a cancellation heard, while it runs.
      await report(database, id, done);
    };
    for await (const { reading } of readRows(context, me, id)) {
      if (!reading.ok) continue;
      waiting.push(reading.bytes ? await withPicture(context, me, reading.ready, reading.bytes) : reading.ready);
      if (waiting.length >= atOnce) await flush();
    }
    await flush();
    // The search index looks for what changed lately, and this may have taken long.
    await database.query('UPDATE items SET touched_at = NOW(3) WHERE id >= :first AND bank_id = :bank', {
      replacements: { first: Math.min(...made), bank },
      transaction,
    });
  });
  await database.query("UPDATE imports SET state = 'done' WHERE id = :id AND state = 'writing'", {
    replacements: { id },
  });
  await database.query('DELETE FROM import_chunks WHERE import_id = :id', { replacements: { id } });
}

async function withPicture(context: Context, me: SignedIn, own: Ready, bytes: Buffer): Promise<Ready> {
  const { file, words } = own.picture!;
  const kept = await keepFile(context, me, { bytes, name: file, type: '', as: 'picture' });
  const width = Math.min(640, kept.width!);
  const safe = words.replace(/&/g, '&amp;').replace(/"/g, '&quot;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
  const shown = `<p><img src="${kept.address}" alt="${safe}" width="${width}" height="${Math.round((width * kept.height!) / kept.width!)}"></p>`; // prettier-ignore
  return { ...own, content: { ...own.content, stem: shown + own.content.stem } };
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
    await database.query(`INSERT INTO ${table} (${columns}) VALUES :lines`, { replacements: { lines }, transaction });
    return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!.id;
  };
  const item = await insert('items', 'bank_id, folder_id, created_by, created_at', list.map(() => [bank, folder, by, time])); // prettier-ignore
  const revision = await insert(
    'revisions',
    'item_id, number, content, words, choice_words, kind, points, marked_by, media, passage_id, subject, depth, seconds, author, licence, created_by, created_at',
    list.map(({ content: given, facts }, at) => {
      const content = concealIds(given, randomLetters);
      const d = describeItem(content);
      return [item + at, 1, JSON.stringify(content), d.words, d.choiceWords, d.kind, d.points, d.markedBy, d.media, content.passage?.id ?? null, facts.subject, facts.depth, facts.seconds, facts.author, facts.licence, by, time]; // prettier-ignore
    }),
  );
  await database.query('UPDATE items SET revision_id = id - :item + :revision WHERE id BETWEEN :item AND :last', { replacements: { item, revision, last: item + list.length - 1 }, transaction }); // prettier-ignore
  const lists = (of: (facts: ItemFacts) => readonly (string | number)[]) => list.flatMap(({ facts }, at) => [...new Set(of(facts))].map((value) => [revision + at, value])); // prettier-ignore
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
