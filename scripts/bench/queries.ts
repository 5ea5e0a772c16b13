/**
 * Every statement that stays SQL, on a grade of 600 that has handed in a test of 40 items: the
 * median of nine runs. The floor is one row by its key in the same process; what writes in a
 * transaction is rolled back each time.
 */
import { describeItem } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import type { Transaction } from 'sequelize';
import * as accounts from '../../server/src/accounts/queries';
import * as assessments from '../../server/src/assessments/queries';
import * as assignments from '../../server/src/assignments/queries';
import * as attempts from '../../server/src/attempts/queries';
import * as banks from '../../server/src/banks/queries';
import { connect, type Database } from '../../server/src/database/connect';
import * as figures from '../../server/src/figures/queries';
import * as interchange from '../../server/src/interchange/queries';
import * as letters from '../../server/src/letters/queries';
import * as marking from '../../server/src/marking/queries';
import * as rescoring from '../../server/src/rescoring/queries';
import * as results from '../../server/src/results/queries';
import { percentile, report } from './figure';
import { largeTest } from './large-test';
import { name, pool, prepareSchool, signInStaff, studentIds } from './load';

const runs = 9;
const grade = 600;
const items = 40;

await prepareSchool(grade);
const { id: teacher } = await signInStaff('holloway');
const { edition, handedIn } = await largeTest(teacher, items, randomFrom('queries'));
const students = studentIds(grade);
const assignmentId = await handedIn(students);
const attemptIds: number[] = (
  await pool.query('SELECT id FROM attempts WHERE assignment_id = ?', [assignmentId])
).map(({ id }: { id: number }) => id);
const first = attemptIds[0] ?? 0;
const entries = edition.sections.flatMap(({ entries: list }) => list);
const entry = entries[0]?.id ?? '';
const itemIds = entries.map(({ itemId }) => itemId);
const revisionIds = entries.map(({ revisionId }) => revisionId);
const time = new Date();
const database = connect({ socket: process.env.OAKEN_SOCKET ?? '', name });

const worths = attemptIds.map((id) => ({
  id,
  points: 20,
  maxPoints: 40,
  counts: true,
  countedPoints: 20,
}));
const scores = entries.map(({ id }) => ({
  entry: id,
  points: 1,
  maxPoints: 1,
  reached: true,
  needsMarking: false,
}));
const newRows = Array.from({ length: 25 }, () => entries)
  .flat()
  .map(({ content }) => ({
    content: JSON.stringify(content),
    described: describeItem(content),
    passageId: null,
    subject: 'Mathematics',
    depth: 2,
    seconds: 60,
    author: 'Bench',
    licence: 'CC0',
  }));
const shelf = { bankId: 1, folderId: null, createdBy: teacher, createdAt: time };
const answersOf = (attemptId: number) => ({
  attemptId,
  answer: { entry, number: 2, device: 'benchdevice0', responses: { a: 'x' }, flagged: false },
});

type Run = (database: Database, transaction: Transaction) => Promise<unknown>;
const queries: Record<string, Run> = {
  unmarkedEntries: (on) => marking.unmarkedEntries(on, [assignmentId]),
  lockDueLetters: (on, inside) => letters.lockDueLetters(on, time, 20, inside),
  attemptsToSaveInto: (on, inside) => attempts.attemptsToSaveInto(on, attemptIds, inside),
  'noteHeartbeats, 300 signs': (on, inside) =>
    attempts.noteHeartbeats(
      on,
      attemptIds.slice(0, 300).map((attemptId) => ({
        ...{ attemptId, entry, hidden: false, leaves: 0, time },
      })),
      inside,
    ),
  noteTimes: (on, inside) =>
    attempts.noteTimes(
      on,
      [{ attemptId: first, entryId: entry, page: 'bench', milliseconds: 5 }],
      inside,
    ),
  keepLateAnswer: (on, inside) => {
    const late = { writtenAt: time, arrivedAt: time, offlineSince: time };
    return attempts.keepLateAnswer(on, { ...answersOf(first), ...late }, inside);
  },
  'upsertAnswers, 600 answers': (on, inside) =>
    attempts.upsertAnswers(on, attemptIds.map(answersOf), time, inside),
  'replaceScores, one attempt': (on, inside) =>
    attempts.replaceScores(on, [{ attemptId: first, scores }], inside),
  sumsOfAssignment: (on) => figures.sumsOfAssignment(on, assignmentId),
  staleFigures: (on) => figures.staleFigures(on, 50),
  'recountUses, 40 items': (on, inside) => banks.recountUses(on, itemIds, inside),
  'insertItems, 1,000 items': (on, inside) => interchange.insertItems(on, shelf, newRows, inside),
  nextRevisionNumber: (on, inside) =>
    banks.nextRevisionNumber(on, { itemId: itemIds[0] ?? 0, testId: null }, inside),
  sumsOfEarlierWordings: (on) => banks.sumsOfEarlierWordings(on, itemIds[0] ?? 0),
  'listsOfRevisions, 40 revisions': (on) => banks.listsOfRevisions(on, { revisions: revisionIds }),
  'presentItems, 40 items': (on) => banks.presentItems(on, itemIds, [1], false),
  touchedItems: (on) => banks.touchedItems(on, null),
  folderWithBelow: (on, inside) => banks.folderWithBelow(on, 1, inside),
  sumsByClass: (on) => assessments.sumsByClass(on, revisionIds),
  sumsOfSharedItems: (on) =>
    assessments.sumsOfSharedItems(on, { latestAssignments: 40, mostItems: 200 }),
  'writeWorths, 600 attempts': (on, inside) => rescoring.writeWorths(on, worths, inside),
  'scoredWorks, 24,000 scores': (on) =>
    results.scoredWorks(on, { assignmentIds: [assignmentId], students, from: null, to: null }),
  addFailures: (on, inside) =>
    accounts.addFailures(on, { subject: 'bench', add: 1, now: time, forgotten: time }, inside),
  progressOf: (on) => attempts.progressOf(on, [assignmentId]),
  'extendStudents, 600 students': (on, inside) => {
    const more = { assignmentId, studentIds: students, closesAt: null, minutes: 5, attempts: 0 };
    return assignments.extendStudents(on, more, inside);
  },
};

/** @returns milliseconds; what was written is taken back */
async function timed(run: Run): Promise<number> {
  const transaction = await database.transaction();
  const began = performance.now();
  await run(database, transaction);
  const took = performance.now() - began;
  await transaction.rollback();
  return took;
}

async function median(run: Run): Promise<number> {
  const times: number[] = [];
  for (let n = 0; n < runs; n++) times.push(await timed(run));
  return percentile(times, 0.5);
}

const floor = await median((on) => on.models.Account.findByPk(teacher));
for (const [query, run] of Object.entries(queries))
  report({ name: `query: ${query}`, value: await median(run), unit: 'ms', floor });
await database.close();
await pool.end();
