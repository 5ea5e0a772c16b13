/** Importing items: first every row is checked, then the good ones are made, all in one transaction. */
import { insertItems } from './queries';
import type { ImportState } from '@oaken/contract/interchange';
import { itemFacts, type ItemFacts } from '@oaken/core/items';
import type { RowProblem, UnreadColumn } from '@oaken/core/interchange';
import type { Request } from 'express';
import { randomBytes } from 'node:crypto';
import { type Transaction, Op, literal } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { readableBanks } from '../banks/rights';
import { insistOnPlace } from '../banks/shelves';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { insistOnRoom } from '../files/quotas';
import { announcedSize, piecesOf } from '../files/receive';
import { writePiece } from '../files/service';
import { pieceSize } from '../files/limits';
import { invalid, notFound, problem, Problem } from '../problems/problem';
import type { BadRow, GoodRow, RowPicture } from '../reading/item-rows';
import { Line } from '../threads/line';
import type { ItemImport } from '../models';

const mostProblems = 1000;
const mostNear = 300;
/** Items that go into the database in one statement, and their size. */
const atOnce = 200;
const charactersAtOnce = 2_000_000;
const largestFile = 25 * 1024 * 1024;
/** Files that are received at once. */
const receiving = new Line(8, 0);

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
      await context.database.models.ItemImport.destroy({ where: { id } });
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
    const { ItemImport } = database.models;
    const accountId = me.account.id;
    await ItemImport.destroy({
      where: { accountId, createdAt: { [Op.lt]: new Date(now() - 86_400_000) } },
      transaction,
    });
    await ItemImport.create(
      {
        id,
        accountId,
        bankId: bank,
        folderId: folder ?? null,
        name: name.slice(0, 200),
        state: 'reading',
        problems: [],
        similar: [],
        createdAt: new Date(now()),
      },
      { transaction },
    );
  });
  return id;
}

const writeChunk = ({ database }: Context, id: string, number: number, piece: Buffer) =>
  database.models.ImportChunk.create({ importId: id, number, bytes: piece });

async function find({ models }: Database, me: SignedIn, id: string): Promise<ItemImport> {
  const itemImport = await models.ItemImport.findOne({ where: { id, accountId: me.account.id } });
  if (!itemImport) throw notFound('The import');
  return itemImport;
}

export async function readImport(
  { database }: Context,
  me: SignedIn,
  id: string,
): Promise<ImportState> {
  const stored = await find(database, me, id);
  const { name, state, totalRows, doneRows, goodRows, badRows, problems, similar, message } =
    stored;
  return {
    id,
    name,
    state,
    rows: totalRows,
    done: doneRows,
    good: goodRows,
    bad: badRows,
    problems,
    near: similar,
    message,
  };
}

export async function cancelImport({ database }: Context, me: SignedIn, id: string) {
  await find(database, me, id);
  await database.models.ItemImport.update(
    { state: 'cancelled' },
    { where: { id, state: ['reading', 'checked', 'writing'] } },
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
  const importRow = await readImport(context, me, id);
  if (state !== 'checked') throw problem('import-not-waiting');
  if (take === 'all' && importRow.bad > 0)
    throw problem('import-has-bad-rows', { rows: importRow.bad });
  if (importRow.good === 0) throw problem('import-has-no-rows');
  await database.models.ItemImport.update(
    { state: 'writing', doneRows: 0 },
    { where: { id, state: 'checked' } },
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
      ? (error.body.errors?.[0]?.message ?? error.message)
      : 'Something went wrong on the server. It was noted there; try again.';
    await database.models.ItemImport.update(
      { state: 'failed', message: message.slice(0, 500) },
      { where: { id } },
    ).catch(() => undefined);
  }
}

class Cancelled extends Error {}

async function report({ models }: Database, id: string, done: number): Promise<void> {
  const { ItemImport } = models;
  await ItemImport.update({ doneRows: done }, { where: { id, state: { [Op.ne]: 'cancelled' } } });
  const stored = await ItemImport.findByPk(id, { attributes: ['state'] });
  if (stored?.state === 'cancelled') throw new Cancelled();
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
  const { ImportChunk, Standard } = database.models;
  const pieces = await ImportChunk.findAll({ where: { importId: id }, order: ['number'] });
  // Of frameworks that share a code the first one counts.
  const known = await Standard.findAll({ order: [['frameworkId', 'DESC']] });
  const standards = new Map<string, KnownStandard>(
    known.map((standard) => [squash(standard.code), standard]),
  );
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
    const known = await database.models.StoredFile.count({
      where: { id: files, complete: true },
    });
    if (known < files.length)
      lost.push({ column: 'whole', message: 'A picture, sound or film of it is not kept here.' });
  }
  if (passage) {
    const banks = await readableBanks(database, me);
    const known = await database.models.PassageRevision.findOne({
      where: { id: passage.revision, passageId: passage.id },
      include: [{ association: 'passage', where: { bankId: [...banks.keys()] } }],
    });
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
        const { row: row } = checked.ready;
        if (done > mostNear || near.length >= 50) continue;
        const { words, choiceWords } = row.described;
        const [closest] = await finder.near(`${words} ${choiceWords}`, banks, null);
        if (closest) near.push({ line: row.line, itemId: closest.id, words: row.words });
      } else if (problems.length < mostProblems) {
        const told = checked.problems.slice(0, mostProblems - problems.length);
        problems.push(...told.map((problem) => ({ line: checked.line, ...problem })));
      }
    }
    await database.models.ItemImport.update({ totalRows: done }, { where: { id } });
    await report(database, id, done);
  });
  await database.models.ItemImport.update(
    {
      state: 'checked',
      totalRows: done,
      doneRows: done,
      goodRows: good,
      badRows: done - good,
      problems,
      similar: near,
    },
    { where: { id, state: 'reading' } },
  );
}

async function write(context: Context, me: SignedIn, id: string): Promise<void> {
  const { database } = context;
  const { bankId: bank, folderId: folder } = await find(database, me, id);
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
      await database.models.Item.update(
        { touchedAt: literal('CURRENT_TIMESTAMP(3)') },
        { where: { id: { [Op.gte]: first }, bankId: bank }, transaction },
      );
  });
  const { ImportChunk, ItemImport } = database.models;
  await ItemImport.update({ state: 'done' }, { where: { id, state: 'writing' } });
  await ImportChunk.destroy({ where: { importId: id } });
}

/** Keeps a picture of the zip under the id that the item's wording names. */
async function keepPicture(
  context: Context,
  me: SignedIn,
  { id, name, file, digest, bytes }: RowPicture,
) {
  await insistOnRoom(context, me, null, bytes.length);
  const { type, width, height } = file;
  await context.database.models.StoredFile.create({
    id,
    schoolId: me.account.schoolId,
    madeBy: me.account.id,
    name: name.slice(0, 200),
    type,
    bytes: bytes.length,
    width,
    height,
    digest: Buffer.from(digest),
    createdAt: new Date(context.now()),
  });
  for (let number = 0; number * pieceSize < bytes.length; number++)
    await writePiece(
      context,
      id,
      number,
      bytes.subarray(number * pieceSize, (number + 1) * pieceSize),
    );
}

/** @returns the first of the new items' ids */
async function insertMany(
  { database, now }: Context,
  me: SignedIn,
  { bank, folder }: { bank: number; folder: number | null },
  list: Ready[],
  transaction: Transaction,
): Promise<number> {
  const { RevisionGrade, RevisionStandard, RevisionTag } = database.models;
  const { item, revision } = await insertItems(
    database,
    {
      bankId: bank,
      folderId: folder,
      createdBy: me.account.id,
      createdAt: new Date(now()),
    },
    list.map(({ row: { content, described, passage }, facts }) => ({
      content,
      described,
      passageId: passage?.id ?? null,
      subject: facts.subject,
      depth: facts.depth,
      seconds: facts.seconds,
      author: facts.author,
      licence: facts.licence,
    })),
    transaction,
  );
  const beside = <T, Line>(
    valuesIn: (facts: ItemFacts) => readonly T[],
    line: (revisionId: number, value: T) => Line,
  ) =>
    list.flatMap(({ facts }, place) =>
      [...new Set(valuesIn(facts))].map((value) => line(revision + place, value)),
    );
  await RevisionStandard.bulkCreate(
    beside(
      ({ standards }) => standards,
      (revisionId, standardId) => ({ revisionId, standardId }),
    ),
    { transaction },
  );
  await RevisionGrade.bulkCreate(
    beside(
      ({ grades }) => grades,
      (revisionId, grade) => ({ revisionId, grade }),
    ),
    { transaction },
  );
  await RevisionTag.bulkCreate(
    beside(
      ({ tags }) => tags,
      (revisionId, tag) => ({ revisionId, tag }),
    ),
    { transaction },
  );
  return item;
}
