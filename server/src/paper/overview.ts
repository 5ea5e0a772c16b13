/** How far an assignment is on paper: which sheets are out, which pages are back, and what stands in the way. */
import type { api, AnswerOf } from '@oaken/contract';
import type { ScanLine } from '@oaken/contract/paper';
import { formRules } from '@oaken/core/assignments';
import { Op } from 'sequelize';
import { mayRun } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readAssignments } from '../assignments/rows';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import type { Assignment, Scan, ScannedPage } from '../models';
import { notFound, Problem } from '../problems/problem';
import { sentence } from './sentences';
import { SheetForms } from './sheet-form';
import { formNameOf, readableAssignment, readSheets, type OwnedSheet } from './sheets';

type Overview = AnswerOf<typeof api.readPaper>;

/** Scans that are listed; older ones say nothing any more. */
const mostScans = 20;

export async function readPaper(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<Overview> {
  const assignment = await readableAssignment(database, me, assignmentId);
  const [row] = await readAssignments(database, me, { id: assignmentId });
  if (!row) throw notFound('assignment');
  const { edition } = await editions.get(assignment.editionId);
  // In this order, since scans are read meanwhile: a scan that is done has its pages by then, and an
  // attempt that a sheet made is known to the sheet.
  const scans = await readScanLines(database, assignmentId);
  const answered = await readAnswered(database, assignmentId);
  const sheets = await readSheets(database, assignmentId);
  const pages = await readPages(database, assignmentId);
  const owners = new Set(sheets.flatMap(({ sheet: { studentId } }) => studentId ?? []));
  return {
    title: assignment.title,
    recipients: row.recipients,
    mayChange: await mayRun(database, me, assignmentId),
    hindrance: await hindranceTo(editions, assignment),
    sheets: sheets.map((owned) => ({
      ...lineOf(owned, pages),
      form: formNameOf(edition, owned.sheet.form),
      onScreen: answered.some(
        ({ id, studentId }) => studentId === owned.sheet.studentId && id !== owned.sheet.attemptId,
      ),
    })),
    withoutSheet: await withoutSheet(database, assignmentId, owners),
    scans,
    pages: pages.flatMap((page) => problemLine(page, sheets, assignmentId)),
    toLookAt: pages.reduce((sum, page) => sum + toLookAtOn(page), 0),
  };
}

/** Rows of a page that is taken, or the page itself. */
const toLookAtOn = ({ state, openRows }: ScannedPage): number => {
  if (state === 'waiting') return 1;
  return state === 'taken' ? openRows : 0;
};

/** Why it cannot be answered on paper, in words. */
async function hindranceTo(
  editions: Editions,
  { editionId, rules }: Pick<Assignment, 'editionId' | 'rules'>,
): Promise<string | null> {
  if (rules.mode === 'practice') return sentence('practiceIsOnScreens');
  const conditions = { ...formRules(rules), accommodations: null };
  try {
    const dealt = {
      editionId,
      conditions,
      paper: 'letter' as const,
      seed: '',
      seat: 0,
      form: null,
    };
    await new SheetForms(editions).of(dealt);
    return null;
  } catch (error) {
    if (error instanceof Problem) return error.title;
    throw error;
  }
}

const readPages = ({ models }: Database, assignmentId: number): Promise<ScannedPage[]> =>
  models.ScannedPage.findAll({
    attributes: { exclude: ['reading'] },
    where: { assignmentId },
    include: ['scan', { association: 'printedSheet', include: ['assignment', 'student'] }],
    order: ['id'],
  });

const readAnswered = ({ models }: Database, assignmentId: number) =>
  models.Attempt.findAll({ attributes: ['id', 'studentId'], where: { assignmentId }, raw: true });

function lineOf({ sheet, student }: OwnedSheet, pages: readonly ScannedPage[]) {
  const taken = pages.filter(
    ({ printedSheetId, state }) => printedSheetId === sheet.id && state === 'taken',
  );
  return {
    id: sheet.id,
    sheet: sheet.sheet,
    student: student && {
      id: student.studentId,
      name: student.name,
      className: student.className ?? '',
    },
    rosterNumber: sheet.rosterNumber,
    pages: sheet.pageCount,
    read: taken.flatMap(({ page }) => page ?? []).sort((a, b) => a - b),
    unclear: taken.reduce((sum, { openRows }) => sum + openRows, 0),
  };
}

async function withoutSheet(
  { models }: Database,
  assignmentId: number,
  owners: ReadonlySet<number>,
): Promise<number> {
  const given = await models.AssignmentStudent.findAll({
    attributes: ['studentId'],
    where: { assignmentId, withdrawnAt: null },
    raw: true,
  });
  return given.filter(({ studentId }) => !owners.has(studentId)).length;
}

export async function readScanLines(database: Database, assignmentId: number): Promise<ScanLine[]> {
  const scans = await database.models.Scan.findAll({
    where: { assignmentId, [Op.not]: { state: 'cancelled', pageCount: null } },
    include: ['bringer'],
    order: [['createdAt', 'DESC']],
    limit: mostScans,
  });
  return scans.map(scanLine);
}

const scanLine = (scan: Scan): ScanLine => ({
  id: scan.id,
  name: scan.name,
  state: scan.state,
  pages: scan.pageCount,
  read: scan.readCount,
  message: scan.message,
  by: scan.bringer?.fullName ?? '',
  at: toMillis(scan.createdAt),
});

/** A page that is not among the answers, by name. */
function problemLine(
  page: ScannedPage,
  sheets: readonly OwnedSheet[],
  assignmentId: number,
): Overview['pages'] {
  const { id, state, problem, position, printedSheet } = page;
  if (problem === null || state === 'taken') return [];
  const own = sheets.find(({ sheet }) => sheet.id === page.printedSheetId);
  const isElsewhere = printedSheet && printedSheet.assignmentId !== assignmentId;
  return [
    {
      ...{ id, position, problem },
      scanName: page.scan?.name ?? '',
      waiting: state === 'waiting',
      name: own?.student?.name ?? printedSheet?.student?.fullName ?? '',
      page: page.page,
      elsewhere: isElsewhere ? (printedSheet.assignment?.title ?? '') : '',
    },
  ];
}
