/** What of the answer sheets a person has to look at, and one sheet as it came back. */
import type { api, AnswerOf } from '@oaken/contract';
import { boxOf, type BubbleRow, type SheetGeometry } from '@oaken/core/capture/sheets';
import { mayRun, rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { fileAddressOf } from '@oaken/core/markup';
import type { ScannedPage } from '../models';
import { notFound } from '../problems/problem';
import { changesBetween, studentsWithout, takenPage } from './placing';
import { SheetForms } from './sheet-form';
import { readableAssignment, readSheets, type OwnedSheet } from './sheets';
import { sentence } from './sentences';

type Unclear = AnswerOf<typeof api.readUnclear>;
type SheetAnswer = AnswerOf<typeof api.readSheet>;

/** As much as one person looks at in one go. */
const mostRows = 400;
const mostPages = 100;

export async function readUnclear(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<Unclear> {
  const { title } = await readableAssignment(database, me, assignmentId);
  const sheets = await readSheets(database, assignmentId);
  const pages = await database.models.ScannedPage.findAll({
    where: { assignmentId, state: ['taken', 'waiting'] },
    include: ['scan'],
    order: ['id'],
  });
  const open = pages.filter(({ state, openRows }) => state === 'taken' && openRows > 0);
  const waiting = pages.filter(({ state }) => state === 'waiting').slice(0, mostPages);
  const forms = new SheetForms(editions);
  const rows: Unclear['rows'] = [];
  for (const page of open)
    if (rows.length < mostRows) rows.push(...(await unclearRows(page, sheets, forms)));
  return {
    title,
    mayChange: await mayRun(database, me, assignmentId),
    rows,
    pages: await Promise.all(waiting.map((page) => unclearPage(database, page, sheets))),
    sheets: sheets.map(({ sheet, student }) => ({
      id: sheet.id,
      sheet: sheet.sheet,
      name: nameOf({ sheet, student }),
      pages: sheet.pageCount,
      spare: sheet.studentId === null,
    })),
    students: (await studentsWithout(database, assignmentId)).map(({ studentId, name }) => ({
      id: studentId,
      name,
    })),
  };
}

const nameOf = ({ sheet, student }: OwnedSheet) =>
  student?.name ?? sentence('spare', { sheet: sheet.sheet });

/** Rows of a page as the geometry has them; a page that is not of the sheet has none. */
const rowsOn = ({ pages }: SheetGeometry, page: number | null): BubbleRow[] =>
  pages.find((other) => other.page === page)?.rows ?? [];

/** Shares of the page. */
function shareOf({ width, height }: SheetGeometry, row: BubbleRow) {
  const [left, top, across, down] = boxOf(row);
  const shares: [number, number, number, number] = [
    left / width,
    top / height,
    across / width,
    down / height,
  ];
  return shares;
}

async function unclearRows(
  page: ScannedPage,
  sheets: readonly OwnedSheet[],
  forms: SheetForms,
): Promise<Unclear['rows']> {
  const owned = sheets.find(({ sheet }) => sheet.id === page.printedSheetId);
  if (!owned || !page.reading) return [];
  const { geometry } = await forms.of(owned.sheet);
  const printed = rowsOn(geometry, page.page);
  return page.reading.rows.flatMap(({ doubt, label, marks, question }, row) => {
    const place = printed[row];
    if (doubt === null || !place) return [];
    return [
      {
        ...{ pageId: page.id, row, doubt, marks, question },
        label: label || question,
        name: nameOf(owned),
        says: place.bubbles.map(({ says }) => says),
        several: place.several,
        picture: fileAddressOf(page.pictureId),
        box: shareOf(geometry, place),
      },
    ];
  });
}

async function unclearPage(
  database: Database,
  page: ScannedPage,
  sheets: readonly OwnedSheet[],
): Promise<Unclear['pages'][number]> {
  const { problem, printedSheetId, rosterNumber } = page;
  const [byNumber, ...others] = sheets.filter(
    ({ sheet }) => rosterNumber !== null && sheet.rosterNumber === rosterNumber,
  );
  const proposed = others.length === 0 ? (byNumber?.sheet.id ?? null) : null;
  const before =
    problem === 'doubled' && printedSheetId !== null
      ? await takenPage(database, printedSheetId, page.page)
      : null;
  return {
    pageId: page.id,
    problem: problem ?? 'no-sheet',
    scanName: page.scan?.name ?? '',
    position: page.position,
    picture: fileAddressOf(page.pictureId),
    sheetId: sheets.some(({ sheet }) => sheet.id === printedSheetId) ? printedSheetId : proposed,
    page: page.page,
    changes: before ? changesBetween(before.reading, page.reading) : [],
  };
}

/** @throws Problem 404 for what is not mine */
export async function readSheet(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  sheetId: number,
): Promise<SheetAnswer> {
  const sheet = await database.models.PrintedSheet.findByPk(sheetId, {
    include: [
      'student',
      { model: database.models.Assignment.scope(rule('readableBy', me)), as: 'assignment' },
    ],
  });
  if (!sheet?.assignment) throw notFound('sheet');
  const { geometry } = await new SheetForms(editions).of(sheet);
  const pages = await database.models.ScannedPage.findAll({
    where: { printedSheetId: sheetId, state: 'taken' },
    order: ['page'],
  });
  return {
    sheet: sheet.sheet,
    name: sheet.student?.fullName ?? sentence('spare', { sheet: sheet.sheet }),
    assignmentId: sheet.assignmentId,
    title: sheet.assignment.title,
    mayChange: await mayRun(database, me, sheet.assignmentId),
    pages: pages.map((page) => sheetPage(page, geometry)),
    decisions: await readDecisions(database, pages),
  };
}

function sheetPage(page: ScannedPage, geometry: SheetGeometry): SheetAnswer['pages'][number] {
  const printed = rowsOn(geometry, page.page);
  return {
    id: page.id,
    page: page.page ?? 1,
    picture: fileAddressOf(page.pictureId),
    rows: (page.reading?.rows ?? []).flatMap(({ doubt, label, marks, question }, row) => {
      const place = printed[row];
      if (!place) return [];
      return [
        {
          ...{ row, marks },
          label: label || question,
          says: place.bubbles.map(({ says }) => says),
          several: place.several,
          unclear: doubt !== null,
          box: shareOf(geometry, place),
        },
      ];
    }),
  };
}

async function readDecisions(
  { models }: Database,
  pages: readonly ScannedPage[],
): Promise<SheetAnswer['decisions']> {
  const byId = new Map(pages.map((page) => [page.id, page]));
  const decisions = await models.PageDecision.findAll({
    where: { scannedPageId: [...byId.keys()] },
    include: ['decider'],
    order: [['id', 'DESC']],
  });
  return decisions.flatMap(({ scannedPageId, rowIndex, was, became, decider, decidedAt }) => {
    const page = byId.get(scannedPageId);
    if (!page || rowIndex === null) return [];
    const row = page.reading?.rows[rowIndex];
    return [
      {
        page: page.page ?? 1,
        label: row ? row.label || row.question : '',
        ...{ was, became },
        by: decider?.fullName ?? '',
        at: toMillis(decidedAt),
      },
    ];
  });
}
