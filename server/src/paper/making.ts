/** Answer sheets for the students of an assignment: each is dealt its form when it is made, and keeps it. */
import type { api, BodyOf } from '@oaken/contract';
import { formRules, type AssignmentRules } from '@oaken/core/assignments';
import type { Edition, FormRules } from '@oaken/core/forms';
import { randomBytes } from 'node:crypto';
import { literal, type InferCreationAttributes, type Transaction } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readAssigned } from '../assignments/assigned';
import { formFor } from '../attempts/begin';
import type { Editions } from '../attempts/editions';
import { givenOf, type Given } from '../attempts/given';
import { withAccommodation } from '../attempts/times';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { PrintedSheet } from '../models';
import { notFound, problem } from '../problems/problem';
import { SheetForms, type Dealt } from './sheet-form';
import { readableAssignment } from './sheets';

/** Numbers that the code of a page can say; after them they begin anew, and the newest sheet is meant. */
const mostSheetNumbers = 65_535;
/** A roster number has two digits of bubbles. */
const highestNumber = 99;

type NewSheet = Omit<InferCreationAttributes<PrintedSheet>, 'id'>;

/** @throws Problem 404 for what I do not run, 409 where paper cannot take the test */
export async function makeSheets(
  { database, now }: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  { paper, shuffled, spares }: BodyOf<typeof api.makeSheets>,
): Promise<{ made: number }> {
  const register = await readAssigned(database, assignmentId);
  const { editionId: first } = await readableAssignment(database, me, assignmentId);
  // Known before the transaction, so that it asks for no second connection.
  await editions.get(first);
  return database.transaction(async (transaction) => {
    await insistOnRunningAssignment(database, me, assignmentId, transaction);
    const students = await readStudents(database, assignmentId, transaction);
    const given = students[0]?.given ?? (await readForNobody(database, assignmentId, transaction));
    if (given.rules.mode === 'practice') throw problem('practice-on-paper');
    const { editionId } = given;
    const { edition } = await editions.get(editionId);
    const forms = new SheetForms(editions);
    const how = { paper, shuffled };
    const common = { assignmentId, printedBy: me.account.id, printedAt: new Date(now()), sheet: 0 };
    const made = async (
      dealt: Dealt,
      studentId: number | null,
      rosterNumber: number | null,
    ): Promise<NewSheet> => {
      const { geometry } = await forms.of(dealt);
      return {
        ...{ ...common, ...dealt, studentId, rosterNumber, attemptId: null },
        ...{ layoutCheck: geometry.check, pageCount: geometry.pages.length },
      };
    };
    const have = await database.models.PrintedSheet.findAll({
      where: { assignmentId, paper },
      transaction,
    });
    const withSheet = new Set(have.map(({ studentId }) => studentId));
    const free = have.filter(({ studentId }) => studentId === null).length;
    const givenTo = new Map(students.map((student) => [student.studentId, student.given]));
    const rows = await Promise.all([
      ...register.flatMap(({ studentId, rosterNumber: number }) => {
        const theirs = givenTo.get(studentId);
        if (!theirs || withSheet.has(studentId)) return [];
        const fits = number !== null && number <= highestNumber;
        return made(dealtTo(edition, theirs, how), studentId, fits ? number : null);
      }),
      ...Array.from({ length: Math.max(0, spares - free) }, (_, index) =>
        made(dealtToSpare(given, how, students.length + free + index), null, null),
      ),
    ]);
    await store(database, assignmentId, rows, transaction);
    return { made: rows.length };
  });
}

/** Their number is known only when the database has given them an id. */
async function store(
  { models }: Database,
  assignmentId: number,
  rows: NewSheet[],
  transaction: Transaction,
): Promise<void> {
  if (rows.length === 0) return;
  await models.PrintedSheet.bulkCreate(rows, { transaction });
  await models.PrintedSheet.update(
    { sheet: literal(`(id - 1) % ${mostSheetNumbers} + 1`) as unknown as number },
    { where: { assignmentId, sheet: 0 }, transaction },
  );
}

async function readStudents({ models }: Database, assignmentId: number, transaction: Transaction) {
  const lines = await models.AssignmentStudent.findAll({
    where: { assignmentId, withdrawnAt: null },
    include: [
      withAccommodation,
      { association: 'assignment', where: { unassignedAt: null }, required: true },
    ],
    order: ['seat', 'studentId'],
    transaction,
  });
  return lines.map((line) => ({ studentId: line.studentId, given: givenOf(line) }));
}

/** What an assignment gives where nobody has it yet, such as one for guests. */
async function readForNobody(
  { models }: Database,
  assignmentId: number,
  transaction: Transaction,
): Promise<Pick<Given, 'rules' | 'editionId'>> {
  const where = { id: assignmentId, unassignedAt: null };
  const assignment = await models.Assignment.findOne({ where, transaction });
  if (!assignment) throw notFound('assignment');
  return assignment;
}

interface How {
  paper: Dealt['paper'];
  shuffled: boolean;
}

const orderFor = (rules: AssignmentRules, shuffled: boolean): FormRules =>
  shuffled ? formRules(rules) : { shuffleItems: false, shuffleChoices: false };

const newSeed = () => randomBytes(16).toString('base64url');

function dealtTo(edition: Edition, given: Given, { paper, shuffled }: How): Dealt {
  const { accommodations, editionId, form, rules, seat } = given;
  return {
    ...{ editionId, paper, seat, seed: newSeed() },
    form: formFor(edition, form, accommodations?.form ?? null),
    conditions: { ...orderFor(rules, shuffled), accommodations },
  };
}

/** The first form, in a place of the deal that nobody else has. */
const dealtToSpare = (
  { editionId, rules }: Pick<Given, 'rules' | 'editionId'>,
  { paper, shuffled }: How,
  seat: number,
): Dealt => ({
  ...{ editionId, paper, seat, seed: newSeed(), form: null },
  conditions: { ...orderFor(rules, shuffled), accommodations: null },
});
