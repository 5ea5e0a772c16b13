/** Finds whose a page is, and takes it among the answers where nothing speaks against it. */
import type { PageProblem } from '@oaken/contract/paper';
import { Op, type InferCreationAttributes, type Transaction } from 'sequelize';
import { readAssigned } from '../assignments/assigned';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { PrintedSheet, ScannedPage, StoredReading } from '../models';
import { giveToStudent, settleSheet } from './settling';

/** A page as it was read, before it is known what becomes of it. */
export type NewPage = Omit<
  InferCreationAttributes<ScannedPage>,
  'id' | 'state' | 'problem' | 'openRows'
>;

type Verdict = Pick<ScannedPage, 'state' | 'problem'>;
const waiting = (problem: PageProblem): Verdict => ({ state: 'waiting', problem });

export const openRowsOf = (reading: StoredReading | null) =>
  reading?.rows.filter(({ doubt }) => doubt !== null).length ?? 0;

/** Stores a page; it is among the answers afterwards, or waits for a person. */
export async function placePage(
  context: Context,
  editions: Editions,
  page: NewPage,
  problem: PageProblem | null,
): Promise<void> {
  const { database } = context;
  const claimant = await claimantOf(database, page);
  await database.transaction(async (transaction) => {
    const sheet = await lockSheet(database, page.printedSheetId ?? null, transaction);
    const verdict =
      sheet && problem === null
        ? await verdictOn(database, sheet, page, claimant, transaction)
        : waiting(problem ?? 'foreign');
    const openRows = openRowsOf(page.reading ?? null);
    const stored = await database.models.ScannedPage.create(
      { ...page, ...verdict, openRows },
      { transaction },
    );
    if (sheet && verdict.state === 'taken')
      await settle(context, editions, sheet, stored, transaction);
  });
}

/** Scores the sheet with this page, and gives its pictures to the student. */
export async function settle(
  context: Context,
  editions: Editions,
  sheet: PrintedSheet,
  page: ScannedPage,
  transaction: Transaction,
): Promise<void> {
  await settleSheet(context, editions, sheet, transaction);
  await giveToStudent(context.database, sheet, filesOf(page), transaction);
}

const idOf = (address: string) => address.slice(address.lastIndexOf('/') + 1);

/** The page's picture, and those of its frames. */
export const filesOf = ({ pictureId, reading }: Pick<ScannedPage, 'pictureId' | 'reading'>) => [
  pictureId,
  ...(reading?.fields.flatMap(({ file }) => (file === null ? [] : idOf(file))) ?? []),
];

export async function lockSheet(
  { models }: Database,
  id: number | null,
  transaction: Transaction,
): Promise<PrintedSheet | null> {
  if (id === null) return null;
  return models.PrintedSheet.findByPk(id, { lock: true, transaction });
}

/** Whose a spare is by the number on it. @returns null where that does not say it, and where it is no spare */
async function claimantOf(
  database: Database,
  { printedSheetId = null, rosterNumber = null }: NewPage,
): Promise<number | null> {
  if (printedSheetId === null || rosterNumber === null) return null;
  const sheet = await database.models.PrintedSheet.findByPk(printedSheetId);
  if (!sheet || sheet.studentId !== null) return null;
  const [only, ...others] = (await studentsWithout(database, sheet.assignmentId)).filter(
    (student) => student.rosterNumber === rosterNumber,
  );
  return only && others.length === 0 ? only.studentId : null;
}

/** Whether a page of a known sheet can be taken; a spare becomes its claimant's. */
async function verdictOn(
  database: Database,
  sheet: PrintedSheet,
  page: NewPage,
  claimant: number | null,
  transaction: Transaction,
): Promise<Verdict> {
  const { reading } = page;
  if (!reading) return waiting('foreign');
  const studentId = sheet.studentId ?? claimant;
  if (studentId === null || !(await isGiven(database, sheet, studentId, transaction)))
    return waiting('whose');
  if (sheet.studentId === null) await sheet.update({ studentId }, { transaction });
  const before = await takenPage(database, sheet.id, page.page ?? null, transaction);
  if (before) {
    if (changesBetween(before.reading, reading).length > 0) return waiting('doubled');
    return { state: 'left-out', problem: 'same-again' };
  }
  if (sheet.attemptId === null && (await hasAnswered(database, sheet, studentId, transaction)))
    return waiting('answered');
  return { state: 'taken', problem: null };
}

async function isGiven(
  { models }: Database,
  { assignmentId }: PrintedSheet,
  studentId: number,
  transaction: Transaction,
): Promise<boolean> {
  const where = { assignmentId, studentId, withdrawnAt: null };
  return (await models.AssignmentStudent.count({ where, transaction })) > 0;
}

export const takenPage = (
  { models }: Database,
  printedSheetId: number,
  page: number | null,
  transaction?: Transaction,
): Promise<ScannedPage | null> =>
  models.ScannedPage.findOne({ where: { printedSheetId, page, state: 'taken' }, transaction });

/** Rows of a page that is read again, which say something else for sure than was taken before. */
export function changesBetween(before: StoredReading | null, after: StoredReading | null) {
  return (after?.rows ?? []).flatMap(({ label, question, marks, doubt }, index) => {
    const was = before?.rows[index]?.marks.join(' ') ?? '';
    const now = marks.join(' ');
    if (doubt !== null || was === now) return [];
    return [{ label: label || question, was, now }];
  });
}

async function hasAnswered(
  { models }: Database,
  { assignmentId }: PrintedSheet,
  studentId: number,
  transaction: Transaction,
): Promise<boolean> {
  return (await models.Attempt.count({ where: { studentId, assignmentId }, transaction })) > 0;
}

/** Students who were given an assignment and have no work in it. */
export async function studentsWithout(database: Database, assignmentId: number) {
  const students = await readAssigned(database, assignmentId);
  const attempts = await database.models.Attempt.findAll({
    attributes: ['studentId'],
    where: { assignmentId },
  });
  const answered = new Set(attempts.map(({ studentId }) => studentId));
  return students.filter(
    ({ studentId, withdrawnAt }) => withdrawnAt === null && !answered.has(studentId),
  );
}

/** The sheet that a page's code names: of several with the same code, the newest. */
export async function sheetByCode(
  { models }: Database,
  schoolId: number,
  { sheet, check }: { sheet: number; check: number },
): Promise<PrintedSheet | null> {
  return models.PrintedSheet.findOne({
    where: { sheet, layoutCheck: check },
    include: [{ association: 'assignment', where: { schoolId, unassignedAt: null } }],
    order: [['id', 'DESC']],
  });
}

/** The sheet of a page whose code is lost, by its student's number: where there is one only, and it has one page. */
export async function sheetByNumber(
  { models }: Database,
  assignmentId: number,
  rosterNumber: number,
): Promise<PrintedSheet | null> {
  const sheets = await models.PrintedSheet.findAll({
    where: { assignmentId, rosterNumber, studentId: { [Op.ne]: null } },
  });
  const [only, ...others] = sheets;
  return only && others.length === 0 && only.pageCount === 1 ? only : null;
}
