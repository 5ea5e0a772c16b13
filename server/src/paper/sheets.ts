/** The answer sheets of an assignment: whose they are, as PDF, and with the questions that belong to them. */
import type { api, AnswerOf, QueryOf } from '@oaken/contract';
import type { Edition } from '@oaken/core/forms';
import { buffer } from 'node:stream/consumers';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readAssigned, type Assigned } from '../assignments/assigned';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { Download } from '../http/download';
import type { Assignment, PrintedSheet } from '../models';
import { notFound, problem } from '../problems/problem';
import { sentence } from './sentences';
import { SheetForms } from './sheet-form';
import { sheetsPdf, type SheetToPrint } from './sheets-pdf';

export interface OwnedSheet {
  sheet: PrintedSheet;
  /** Null: a spare that is nobody's yet. */
  student: Assigned | null;
}

/** @throws Problem 404 for what is not mine */
export async function readableAssignment(
  { models }: Database,
  me: SignedIn,
  assignmentId: number,
): Promise<Assignment> {
  const assignment = await models.Assignment.scope(rule('readableBy', me)).findByPk(assignmentId);
  if (!assignment) throw notFound('assignment');
  return assignment;
}

/** In the order of the register, spares at the end. */
export async function readSheets(database: Database, assignmentId: number): Promise<OwnedSheet[]> {
  const students = await readAssigned(database, assignmentId);
  const sheets = await database.models.PrintedSheet.findAll({
    where: { assignmentId },
    order: ['id'],
  });
  const places = new Map(students.map(({ studentId }, index) => [studentId, index]));
  const placeOf = ({ studentId }: PrintedSheet) =>
    studentId === null ? students.length : (places.get(studentId) ?? students.length);
  return sheets
    .sort((a, b) => placeOf(a) - placeOf(b) || a.sheet - b.sheet)
    .map((sheet) => ({ sheet, student: students[placeOf(sheet)] ?? null }));
}

/** The name of a form on paper; empty where all have the same. */
export function formNameOf({ forms = [] }: Edition, form: string | null): string {
  if (forms.length === 0) return '';
  return forms.find(({ id }) => id === form)?.name ?? 'A';
}

/** @throws Problem 404 for what is not mine, 409 where nothing is to be printed */
export async function printSheets(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  { paper, which }: QueryOf<typeof api.printSheets>,
): Promise<Download> {
  const { title, editionId } = await readableAssignment(database, me, assignmentId);
  const { edition } = await editions.get(editionId);
  const forms = new SheetForms(editions);
  const wanted = (await readSheets(database, assignmentId)).filter(
    ({ sheet }) =>
      sheet.paper === paper &&
      (which !== 'spares' || sheet.studentId === null) &&
      (which !== 'unread' || sheet.attemptId === null),
  );
  if (wanted.length === 0) throw problem('no-sheets-printed');
  const sheets: SheetToPrint[] = [];
  for (const { sheet, student } of wanted)
    sheets.push({
      title,
      geometry: (await forms.of(sheet)).geometry,
      owner: {
        sheet: sheet.sheet,
        number: sheet.rosterNumber,
        name: student?.name ?? '',
        form: formNameOf(edition, sheet.form),
      },
    });
  const pdf = await buffer(sheetsPdf(title, sheets));
  return new Download(sentence('sheetsFile', { title }), 'application/pdf', pdf);
}

export async function readBooklets(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<AnswerOf<typeof api.readBooklets>> {
  const { title, editionId, rules } = await readableAssignment(database, me, assignmentId);
  const { edition } = await editions.get(editionId);
  const sheets = await readSheets(database, assignmentId);
  return {
    title,
    minutes: rules.limitMinutes,
    edition,
    sheets: sheets.map(({ sheet, student }) => ({
      sheet: sheet.sheet,
      name: student?.name ?? '',
      formName: formNameOf(edition, sheet.form),
      seed: sheet.seed,
      seat: sheet.seat,
      form: sheet.form,
      shuffleItems: sheet.conditions.shuffleItems,
      shuffleChoices: sheet.conditions.shuffleChoices,
      mostChoices: sheet.conditions.accommodations?.mostChoices ?? null,
    })),
  };
}
