/** Puts what was read of a sheet into its student's work, and scores it. */
import { answersOnPages } from '@oaken/core/on-paper';
import type { Transaction } from 'sequelize';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readAttempts, readGiven, type StudentsAttempt } from '../attempts/given';
import { paperDevice, storeAnswers } from '../attempts/writing';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { PrintedSheet, ScannedPage } from '../models';
import { present } from '@oaken/core/certain';
import { SheetForms } from './sheet-form';

/**
 * Writes all answers of the sheet anew from its pages. The first page that is taken begins the attempt and hands it in:
 * paper comes back when its student is done.
 *
 * @param sheet locked, and somebody's
 */
export async function settleSheet(
  { database, now }: Context,
  editions: Editions,
  sheet: PrintedSheet,
  transaction: Transaction,
): Promise<void> {
  const studentId = present(sheet.studentId, 'student of the sheet');
  const given = await readGiven(database, studentId, sheet.assignmentId, transaction);
  const attempt = await attemptOf(database, sheet, new Date(now()), transaction);
  const { questions } = await new SheetForms(editions).of(sheet);
  const pages = await database.models.ScannedPage.findAll({
    where: { printedSheetId: sheet.id, state: 'taken' },
    transaction,
  });
  const answers = answersOnPages(questions, pages.flatMap(asPageRead));
  const before = await database.models.Answer.findAll({
    attributes: ['entryId', 'number'],
    where: { attemptId: attempt.id },
    transaction,
  });
  // The highest number of an answer stands.
  const numbers = new Map(before.map(({ entryId, number }) => [entryId, Number(number)]));
  const entries = new Set([...answers.keys(), ...numbers.keys()]);
  const written = [...entries].map((entry) => ({
    attemptId: attempt.id,
    answer: {
      ...{ entry, device: paperDevice, number: (numbers.get(entry) ?? 0) + 1, flagged: false },
      responses: answers.get(entry) ?? {},
    },
  }));
  if (written.length > 0) await storeAnswers(database, written, now(), transaction);
  await scoreAnew(database, editions, attempt, given, now(), transaction);
}

const asPageRead = ({ reading }: ScannedPage) =>
  reading
    ? {
        rows: reading.rows,
        fields: reading.fields.map(({ question, file }) => ({ question, picture: file })),
      }
    : [];

async function attemptOf(
  database: Database,
  sheet: PrintedSheet,
  time: Date,
  transaction: Transaction,
): Promise<StudentsAttempt> {
  const { assignmentId, seed, seat, form, conditions } = sheet;
  const studentId = present(sheet.studentId, 'student of the sheet');
  if (sheet.attemptId !== null)
    return present(
      await lockAttempt(database, sheet.attemptId, transaction),
      'attempt of the sheet',
    );
  const made = await readAttempts(database, studentId, assignmentId, transaction);
  const { id } = await database.models.Attempt.create(
    {
      ...{ assignmentId, studentId, seed, seat, form, conditions },
      number: (made.at(-1)?.number ?? 0) + 1,
      counts: made.length === 0,
      ...{ beganAt: time, handedInAt: time, handedInBy: 'paper' as const },
    },
    { transaction },
  );
  await sheet.update({ attemptId: id }, { transaction });
  await database.models.AttemptEvent.create(
    { attemptId: id, event: 'on-paper', doneAt: time },
    { transaction },
  );
  return present(await lockAttempt(database, id, transaction), 'attempt of the sheet');
}

/** Pictures of a sheet are its student's: they and the staff may see them. */
export async function giveToStudent(
  { models }: Database,
  { studentId, attemptId }: PrintedSheet,
  fileIds: readonly string[],
  transaction: Transaction,
): Promise<void> {
  await models.StoredFile.update(
    { madeBy: present(studentId, 'student of the sheet'), attemptId },
    { where: { id: [...fileIds] }, transaction },
  );
}
