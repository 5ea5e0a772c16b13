/** Reads what was brought in, page by page; it goes on where it stopped, also after the server was away. */
import type { PageProblem } from '@oaken/contract/paper';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { keepMade } from '../files/made';
import type { PrintedSheet, Scan, StoredReading } from '../models';
import { Unreadable } from './pictures';
import { placePage, sheetByCode, sheetByNumber } from './placing';
import type { Announced, Awaited, Jpeg, ReadScanPage } from './read-scan';
import { SheetForms } from './sheet-form';
import { sentence } from './sentences';

/** Reads scans until none waits. */
export async function readScans(context: Context, editions: Editions): Promise<void> {
  for (;;) {
    const scan = await context.database.models.Scan.findOne({
      where: { state: 'reading' },
      order: ['createdAt', 'id'],
    });
    if (!scan) return;
    await readOne(context, editions, scan);
  }
}

async function readOne(context: Context, editions: Editions, scan: Scan): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'oaken-scan-'));
  try {
    const file = join(folder, 'scan');
    await pipeline(Readable.from(chunksOf(context, scan.id)), createWriteStream(file));
    await readPages(context, editions, scan, file);
    if (scan.assignmentId === null) await findAssignment(context, scan);
    await end(context, scan, 'done', '');
  } catch (error) {
    const known = error instanceof Unreadable;
    if (!known) context.log.error({ scan: scan.id, err: error }, 'a scan could not be read');
    await end(context, scan, 'failed', sentence(known ? `unreadable.${error.why}` : 'scanFailed'));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** What came from the copier belongs where most of its pages do; pages that have no place are looked at there. */
async function findAssignment({ database, log }: Context, { id }: Scan): Promise<void> {
  const { Scan, ScannedPage } = database.models;
  const pages = await ScannedPage.findAll({ attributes: ['assignmentId'], where: { scanId: id } });
  const counts = new Map<number, number>();
  for (const { assignmentId } of pages)
    if (assignmentId !== null) counts.set(assignmentId, (counts.get(assignmentId) ?? 0) + 1);
  const [most] = [...counts].sort(([, a], [, b]) => b - a);
  if (!most) return log.warn({ scan: id }, 'a scan in the folder has no sheet of this school');
  const [assignmentId] = most;
  await Scan.update({ assignmentId }, { where: { id } });
  await ScannedPage.update({ assignmentId }, { where: { scanId: id, assignmentId: null } });
}

async function* chunksOf({ database }: Context, scanId: string): AsyncGenerator<Buffer> {
  for (let number = 0; ; number++) {
    const chunk = await database.models.ScanChunk.findOne({ where: { scanId, number } });
    if (!chunk) return;
    yield chunk.bytes;
  }
}

/** The file itself is not kept any longer: each page has its own picture. */
async function end(
  { database }: Context,
  { id }: Scan,
  state: 'done' | 'failed',
  message: string,
): Promise<void> {
  await database.models.Scan.update({ state, message }, { where: { id, state: 'reading' } });
  await database.models.ScanChunk.destroy({ where: { scanId: id } });
}

async function readPages(
  context: Context,
  editions: Editions,
  scan: Scan,
  file: string,
): Promise<void> {
  const { Scan } = context.database.models;
  const forms = new SheetForms(editions);
  let sheet: PrintedSheet | null = null;
  const awaiting = async (announced: Announced): Promise<Awaited | null> => {
    sheet = await sheetOf(context, scan, announced);
    if (!sheet) return null;
    const { questions } = await forms.of(sheet);
    return {
      paper: sheet.paper,
      questions: questions.map(({ question }) => question),
      page: announced.code ? null : 1,
    };
  };
  const pages = context.scanReader.read(file, scan.readCount + 1, awaiting);
  for await (const page of pages) {
    await keepPage(context, editions, scan, page, sheet);
    sheet = null;
    const { position: readCount, count: pageCount } = page;
    await Scan.update({ readCount, pageCount }, { where: { id: scan.id } });
    const { state } = (await Scan.findByPk(scan.id)) ?? { state: 'cancelled' };
    if (state !== 'reading') return;
  }
}

async function sheetOf(
  { database }: Context,
  { schoolId, assignmentId }: Scan,
  { code, number }: Announced,
): Promise<PrintedSheet | null> {
  if (code) return sheetByCode(database, schoolId, code);
  if (assignmentId === null || number === null) return null;
  return sheetByNumber(database, assignmentId, number);
}

/** Back sides of sheets are scanned too, and nobody has to look at them. */
const isBackSide = ({ sheet, blank }: ReadScanPage) => sheet === null && blank;

async function keepPage(
  context: Context,
  editions: Editions,
  scan: Scan,
  read: ReadScanPage,
  sheet: PrintedSheet | null,
): Promise<void> {
  const { ScannedPage } = context.database.models;
  const { position, reading } = read;
  const known = { scanId: scan.id, position };
  // Read before, and the server was away before it could be counted.
  if (isBackSide(read) || (await ScannedPage.count({ where: known })) > 0) return;
  const keeper = new PictureKeeper(context, scan, sheet);
  const { id: pictureId } = await keeper.keep(read.picture);
  const page = {
    ...known,
    assignmentId: ownAssignment(scan, sheet),
    printedSheetId: sheet?.id ?? null,
    page: reading?.page ?? null,
    rosterNumber: read.sheet?.number ?? null,
    reading: reading && (await stored(reading, keeper)),
    pictureId,
    readAt: new Date(context.now()),
  };
  await placePage(context, editions, page, problemOf(scan, read, sheet));
}

/** A sheet of another assignment is named where it was brought to; what comes from the copier finds its own. */
const ownAssignment = (scan: Scan, sheet: PrintedSheet | null) =>
  scan.assignmentId ?? sheet?.assignmentId ?? null;

function problemOf(scan: Scan, read: ReadScanPage, sheet: PrintedSheet | null): PageProblem | null {
  if (read.sheet === null) return 'no-sheet';
  if (sheet && scan.assignmentId !== null && sheet.assignmentId !== scan.assignmentId)
    return 'foreign';
  if (read.reading) return null;
  return read.sheet.code ? 'foreign' : 'no-code';
}

/** Keeps pictures of one page. */
export class PictureKeeper {
  constructor(
    private readonly context: Context,
    private readonly scan: Scan,
    private readonly sheet: PrintedSheet | null,
  ) {}

  async keep({ bytes, width, height }: Jpeg): Promise<{ id: string; address: string }> {
    const { schoolId, id, broughtBy } = this.scan;
    const madeBy = this.sheet?.studentId ?? broughtBy ?? (await this.somebody());
    const name = `${id}.jpg`;
    const facts = { attemptId: null, type: 'image/jpeg', width, height };
    return keepMade(this.context, { schoolId, madeBy, name, ...facts }, bytes);
  }

  /** What comes from the copier's folder and is nobody's yet is the administrator's. */
  private async somebody(): Promise<number> {
    const { schoolId } = this.scan;
    const administrator = await this.context.database.models.Account.findOne({
      where: { schoolId, role: 'administrator' },
      order: ['id'],
      rejectOnEmpty: true,
    });
    return administrator.id;
  }
}

/** A reading with its pictures kept. */
export async function stored(
  { rows, fields }: NonNullable<ReadScanPage['reading']>,
  keeper: PictureKeeper,
): Promise<StoredReading> {
  const kept: StoredReading['fields'] = [];
  for (const { question, picture } of fields)
    kept.push({ question, file: picture && (await keeper.keep(picture)).address });
  return { rows, fields: kept };
}
