/** What a person says about rows and pages that could not be read for sure. */
import type { api, BodyOf } from '@oaken/contract';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { Readable } from 'node:stream';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { recount } from '../attempts/counting';
import { readGiven } from '../attempts/given';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { readBytes } from '../files/service';
import type { PrintedSheet, ScannedPage, StoredReading } from '../models';
import { invalid, notFound, problem } from '../problems/problem';
import { lockSheet, openRowsOf, settle, takenPage } from './placing';
import { PictureKeeper, stored } from './reading-scans';
import { SheetForms } from './sheet-form';
import { sentence } from './sentences';

type Placing = Extract<BodyOf<typeof api.decidePage>, { as: 'taken' }>;

/** @throws Problem 404 for a page of an assignment that I do not run */
async function findPage(
  database: Database,
  me: SignedIn,
  pageId: number,
  transaction?: Transaction,
): Promise<ScannedPage> {
  const page = await database.models.ScannedPage.findByPk(pageId, {
    ...(transaction && { transaction, lock: true }),
  });
  if (!page || page.assignmentId === null) throw notFound('page');
  await insistOnRunningAssignment(database, me, page.assignmentId, transaction);
  return page;
}

/** @throws Problem 404 for what I do not run or no such row, 422 for marks that the row does not have */
export async function decideRow(
  context: Context,
  editions: Editions,
  me: SignedIn,
  { pageId, row }: { pageId: number; row: number },
  marks: readonly string[],
): Promise<void> {
  const { database, now } = context;
  const { printedSheetId } = await findPage(database, me, pageId);
  if (printedSheetId === null) throw notFound('page');
  await database.transaction(async (transaction) => {
    const sheet = await lockSheet(database, printedSheetId, transaction);
    const page = await findPage(database, me, pageId, transaction);
    const before = page.reading?.rows[row];
    if (!sheet || !page.reading || !before || page.state !== 'taken') throw notFound('row');
    const { geometry } = await new SheetForms(editions).of(sheet);
    const printed = geometry.pages.find((other) => other.page === page.page)?.rows[row];
    const says = printed?.bubbles.map((bubble) => bubble.says) ?? [];
    const kept = says.filter((said) => marks.includes(said));
    if (kept.length < marks.length || (kept.length > 1 && !printed?.several))
      throw invalid([{ pointer: '/marks', message: sentence('noSuchMarks') }]);
    const rows = page.reading.rows.with(row, { ...before, marks: kept, doubt: null });
    const reading = { ...page.reading, rows };
    await page.update({ reading, openRows: openRowsOf(reading) }, { transaction });
    await database.models.PageDecision.create(
      {
        ...{ scannedPageId: pageId, rowIndex: row },
        was: before.marks.join(' '),
        became: kept.join(' '),
        ...{ decidedBy: me.account.id, decidedAt: new Date(now()) },
      },
      { transaction },
    );
    await settle(context, editions, sheet, page, transaction);
  });
}

/** @throws Problem 404 for what I do not run, 409 where it was decided meanwhile or cannot be read as that page */
export async function decidePage(
  context: Context,
  editions: Editions,
  me: SignedIn,
  pageId: number,
  decision: BodyOf<typeof api.decidePage>,
): Promise<void> {
  const { database } = context;
  const page = await findPage(database, me, pageId);
  if (page.state !== 'waiting') throw problem('page-settled');
  if (decision.as === 'taken') return placeByHand(context, editions, me, page, decision);
  await database.transaction(async (transaction) => {
    const locked = await findPage(database, me, pageId, transaction);
    if (locked.state !== 'waiting') throw problem('page-settled');
    await locked.update({ state: 'left-out' }, { transaction });
    await note(context, me, locked, 'left-out', transaction);
  });
}

const note = (
  { database, now }: Context,
  me: SignedIn,
  { id, problem: was }: ScannedPage,
  became: string,
  transaction: Transaction,
) =>
  database.models.PageDecision.create(
    {
      ...{ scannedPageId: id, rowIndex: null, was: was ?? '', became },
      ...{ decidedBy: me.account.id, decidedAt: new Date(now()) },
    },
    { transaction },
  );

/** Takes a page as one of a sheet, in place of the one that was taken before. */
async function placeByHand(
  context: Context,
  editions: Editions,
  me: SignedIn,
  page: ScannedPage,
  wanted: Placing,
): Promise<void> {
  const { database } = context;
  const { models } = database;
  const sheet = await models.PrintedSheet.findOne({
    where: {
      id: wanted.sheetId ?? page.printedSheetId ?? 0,
      assignmentId: page.assignmentId ?? 0,
    },
  });
  if (!sheet) throw notFound('sheet');
  const known = page.printedSheetId === sheet.id && page.reading !== null && page.page !== null;
  const placed = known
    ? { page: page.page, reading: page.reading }
    : await readAgain(context, editions, page, sheet, wanted.page ?? 1);
  await database.transaction(async (transaction) => {
    const locked = await lockSheet(database, sheet.id, transaction);
    const held = await findPage(database, me, page.id, transaction);
    if (!locked || held.state !== 'waiting') throw problem('page-settled');
    await ownedBy(database, locked, wanted.studentId ?? null, transaction);
    const before = await takenPage(database, locked.id, placed.page, transaction);
    await before?.update({ state: 'left-out', problem: 'doubled' }, { transaction });
    await note(context, me, held, 'taken', transaction);
    await held.update(
      {
        ...placed,
        ...{ printedSheetId: locked.id, state: 'taken', problem: null },
        openRows: openRowsOf(placed.reading),
      },
      { transaction },
    );
    await settle(context, editions, locked, held, transaction);
    await countAnew(database, locked, transaction);
  });
}

/**
 * A spare becomes the student's.
 *
 * @throws Problem 422 where nobody says whose it is, 409 for one who answered already
 */
async function ownedBy(
  { models }: Database,
  sheet: PrintedSheet,
  studentId: number | null,
  transaction: Transaction,
): Promise<void> {
  if (sheet.studentId !== null) return;
  if (studentId === null)
    throw invalid([{ pointer: '/studentId', message: sentence('whoseIsIt') }]);
  const { assignmentId } = sheet;
  const given = { assignmentId, studentId, withdrawnAt: null };
  if ((await models.AssignmentStudent.count({ where: given, transaction })) === 0)
    throw notFound('student');
  if ((await models.Attempt.count({ where: { assignmentId, studentId }, transaction })) > 0)
    throw problem('sheet-is-somebodys');
  await sheet.update({ studentId }, { transaction });
}

/** Beside an answer on a screen, the rule of the assignment says which one counts. */
async function countAnew(
  database: Database,
  { assignmentId, studentId }: PrintedSheet,
  transaction: Transaction,
): Promise<void> {
  if (studentId === null) return;
  const { rules } = await readGiven(database, studentId, assignmentId, transaction);
  await recount(database, assignmentId, rules.counts, studentId, transaction);
}

/** The page that a person says it is, read from its picture. @throws Problem 409 where it is not that page */
async function readAgain(
  context: Context,
  editions: Editions,
  page: ScannedPage,
  sheet: PrintedSheet,
  asPage: number,
): Promise<{ page: number; reading: StoredReading; pictureId: string }> {
  const { questions } = await new SheetForms(editions).of(sheet);
  const awaited = {
    paper: sheet.paper,
    questions: questions.map(({ question }) => question),
    page: asPage,
  };
  const folder = await mkdtemp(join(tmpdir(), 'oaken-page-'));
  try {
    const file = join(folder, 'page.jpg');
    const bytes = readBytes(context, page.pictureId, 0, Number.MAX_SAFE_INTEGER);
    await writeFile(file, await buffer(Readable.from(bytes)));
    for await (const read of context.scanReader.read(file, 1, async () => awaited)) {
      if (!read.reading) break;
      const scan = await context.database.models.Scan.findByPk(page.scanId, {
        rejectOnEmpty: true,
      });
      const keeper = new PictureKeeper(context, scan, sheet);
      const reading = await stored(read.reading, keeper);
      const { id: pictureId } = await keeper.keep(read.picture);
      return { page: read.reading.page, reading, pictureId };
    }
    throw problem('page-not-placed');
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
