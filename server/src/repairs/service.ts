/** Repairs: said before they are done, done in one transaction, kept with who did it, and undone in one step. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { AssignmentRules } from '@oaken/core/assignments';
import { entriesOf, type Edition, type EditionEntry } from '@oaken/core/forms';
import {
  effectOf,
  repaired,
  repairInWords,
  RepairProblem,
  withAccepted,
  type Repair,
} from '@oaken/core/repairs';
import { roundPoints } from '@oaken/core/scoring';
import type { Transaction } from 'sequelize';
import { asking, insistOnRunningAssignment, ownAssignment, runsAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { replaceScores } from '../attempts/scoring';
import type { Context } from '../context';
import { fromJson, insertedId, row, rows, toMillis, type Database } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { insistOnItemWording } from '../wording';
import { figuresOf, readEdition, readStored, reckon, type Reckoning } from './reckoning';

type Change = BodyOf<typeof api.lookAhead>;

interface Assignment {
  id: number;
  editionId: number;
  rules: AssignmentRules;
  released: number;
  mayRepair: number;
}

async function find(
  { database }: Context,
  me: SignedIn,
  id: number,
  transaction?: Transaction,
): Promise<Assignment> {
  const own = await row<Omit<Assignment, 'rules'> & { rules: unknown }>(
    database,
    `SELECT a.id, a.edition_id AS editionId, a.rules, a.released_at IS NOT NULL AS released, ${runsAssignment} AS mayRepair
       FROM assignments a WHERE a.id = :id AND ${ownAssignment} ${transaction ? 'FOR UPDATE' : ''}`,
    { ...asking(me), id },
    transaction,
  );
  if (!own) throw notFound('The assignment');
  return { ...own, rules: fromJson<AssignmentRules>(own.rules) };
}

const entryIn = (edition: Edition, id: string): EditionEntry => {
  const found = entriesOf(edition).find((entry) => entry.id === id);
  if (!found) throw notFound('The item');
  return found;
};

/** The edition as the change makes it. @throws Problem 422 with the reason in words */
async function changed(
  edition: Edition,
  { accept, ...change }: Change,
): Promise<{ after: Edition; words: string[] }> {
  const before = entryIn(edition, change.entry);
  if (change.content) await insistOnItemWording(change.content);
  try {
    let { content } = change;
    if (accept) content = withAccepted(content ?? before.content, accept.part, accept.response);
    const repair: Repair = { ...change, content };
    const after = repaired(edition, repair);
    return { after, words: repairInWords(before, entryIn(after, change.entry)) };
  } catch (error) {
    if (error instanceof RepairProblem)
      throw invalid([{ pointer: error.pointer, message: error.message }]);
    throw error;
  }
}

interface Named {
  id: number;
  name: string;
  class: string;
}

const readNames = (database: Database, assignmentId: number) =>
  rows<Named>(
    database,
    `SELECT s.id, CONCAT(s.given_name, ' ', s.family_name) AS name, COALESCE(c.name, 'Guests') AS class
       FROM assignment_students g JOIN accounts s ON s.id = g.student_id LEFT JOIN classes c ON c.id = g.class_id WHERE g.assignment_id = :assignmentId`,
    { assignmentId },
  );

/** Each student's worth before and after. */
function worths(before: Reckoning, after: Reckoning) {
  return [...before.counted].map(([studentId, old]) => {
    const made = after.counted.get(studentId)!;
    const worth = ({ attempt, points }: typeof old) => ({ points, most: attempt.most });
    return { student: studentId, before: worth(old), after: worth(made) };
  });
}

export async function lookAhead(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  change: Change,
): Promise<AnswerOf<typeof api.lookAhead>> {
  const { database } = context;
  const assignment = await find(context, me, assignmentId);
  const edition = await readEdition(database, assignment.editionId);
  const { after, words } = await changed(edition, change);
  const stored = await readStored(database, assignmentId, assignment.rules);
  const [old, made] = [reckon(stored, edition), reckon(stored, after)];
  const names = new Map((await readNames(database, assignmentId)).map((own) => [own.id, own]));
  const { show, bands } = assignment.rules.release;
  const effect = effectOf(worths(old, made), show === 'band' ? bands : []);
  const named = ({ student, ...own }: (typeof effect.gain)[number]) => ({
    ...own,
    student: { ...names.get(student)!, name: names.get(student)!.name.trim() },
  });
  return {
    edition: assignment.editionId,
    words,
    attempts: stored.attempts.length,
    gain: effect.gain.map(named),
    lose: effect.lose.map(named),
    same: effect.same,
    bands: effect.bands,
    figures: { before: figuresOf(old, stored, edition), after: figuresOf(made, stored, after) },
    working: stored.working,
    released: Boolean(assignment.released),
  };
}

/** What the whole is worth; of a draw its number of items. */
const pointsOf = ({ sections }: Edition) =>
  roundPoints(
    sections.reduce((sum, { draw, entries }) => {
      const counting = entries.filter(({ settled }) => settled !== 'left-out');
      const all = counting.reduce((own, { points }) => own + points, 0);
      return sum + (draw == null || draw >= counting.length ? all : (all / counting.length) * draw);
    }, 0),
  );

async function keepEdition(
  database: Database,
  before: number,
  after: Edition,
  now: number,
  transaction: Transaction,
) {
  const id = await insertedId(
    database,
    'INSERT INTO editions (test_id, content, items, points, created_at) SELECT test_id, :content, items, :points, :time FROM editions WHERE id = :before',
    { before, content: JSON.stringify(after), points: pointsOf(after), time: new Date(now) },
    transaction,
  );
  await database.query(
    'INSERT INTO edition_revisions (edition_id, entry_id, item_id, revision_id, settled) VALUES :pins',
    {
      replacements: {
        pins: entriesOf(after).map((own) => [
          id,
          own.id,
          own.itemId,
          own.revisionId,
          own.settled ?? null,
        ]),
      },
      transaction,
    },
  );
  return id;
}

/** Scores all that was handed in under `edition` and makes it the assignment's, within the caller's transaction. */
async function rescore(
  { database }: Context,
  assignment: Assignment,
  editionId: number,
  edition: Edition,
  transaction: Transaction,
): Promise<{ attempts: number; gained: number; lost: number }> {
  const stored = await readStored(database, assignment.id, assignment.rules, transaction);
  const old = reckon(stored, await readEdition(database, assignment.editionId, transaction));
  const made = reckon(stored, edition);
  const was = new Map(old.lines.map((line) => [line.id, line]));
  // Only what differs is written; everything is reckoned.
  const differing = made.lines.flatMap(({ id, scores }) => {
    const before = was.get(id)!.scores;
    const own = scores.filter((score, at) => JSON.stringify(score) !== JSON.stringify(before[at]));
    return own.length > 0 ? [{ attemptId: id, scores: own }] : [];
  });
  await replaceScores(database, differing, transaction);
  const worth = made.lines.map(({ id, studentId, number, points, most }) => {
    const counted = made.counted.get(studentId)!;
    const counts = counted.attempt.number === number;
    return [id, points, most, counts ? 1 : 0, counts ? counted.points : points];
  });
  if (worth.length > 0)
    await database.query(
      `UPDATE attempts t JOIN JSON_TABLE(:worth, '$[*]' COLUMNS (id INT UNSIGNED PATH '$[0]', points DOUBLE PATH '$[1]', most DOUBLE PATH '$[2]',
              counts BOOLEAN PATH '$[3]', counted DOUBLE PATH '$[4]')) w ON w.id = t.id
          SET t.points = w.points, t.most = w.most, t.counts = w.counts, t.counted = w.counted`,
      { replacements: { worth: JSON.stringify(worth) }, transaction },
    );
  // The items' own figures follow from the scores.
  await database.query(
    'UPDATE assignments SET edition_id = :editionId, figures_at = NULL WHERE id = :id',
    { replacements: { id: assignment.id, editionId }, transaction },
  );
  const { gain, lose } = effectOf(worths(old, made), []);
  return { attempts: made.lines.length, gained: gain.length, lost: lose.length };
}

/** Locks the work first and then the assignment: whoever hands in does so in this order too. */
async function lockAll(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  transaction: Transaction,
) {
  await insistOnRunningAssignment(context.database, me, assignmentId);
  await rows(
    context.database,
    'SELECT id FROM attempts WHERE assignment_id = :assignmentId ORDER BY id FOR UPDATE',
    { assignmentId },
    transaction,
  );
  return find(context, me, assignmentId, transaction);
}

export async function makeRepair(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  { change, edition: lookedAt, reason, tell }: BodyOf<typeof api.makeRepair>,
): Promise<AnswerOf<typeof api.makeRepair>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const assignment = await lockAll(context, me, assignmentId, transaction);
    if (assignment.editionId !== lookedAt)
      throw new Problem(
        409,
        'What counts was changed meanwhile.',
        'Look again at who gains and loses; your change is still here.',
      );
    const { after, words } = await changed(
      await readEdition(database, assignment.editionId, transaction),
      change,
    );
    const editionId = await keepEdition(database, assignment.editionId, after, now(), transaction);
    const done = await rescore(context, assignment, editionId, after, transaction);
    const id = await insertedId(
      database,
      `INSERT INTO repairs (assignment_id, entry_id, edition_before, edition_after, words, reason, gained, lost, told, made_by, made_at)
       VALUES (:assignmentId, :entry, :before, :editionId, :words, :reason, :gained, :lost, :tell, :me, :time)`,
      {
        assignmentId,
        entry: change.entry,
        before: assignment.editionId,
        editionId,
        words: words.join(' ').slice(0, 4000),
        reason,
        ...done,
        tell,
        me: me.account.id,
        time: new Date(now()),
      },
      transaction,
    );
    return { id, ...done };
  });
}

export async function undoRepair(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  repairId: number,
): Promise<AnswerOf<typeof api.undoRepair>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const assignment = await lockAll(context, me, assignmentId, transaction);
    const own = await row<{ before: number; after: number; undoneAt: Date | null }>(
      database,
      'SELECT edition_before AS `before`, edition_after AS `after`, undone_at AS undoneAt FROM repairs WHERE id = :repairId AND assignment_id = :assignmentId FOR UPDATE',
      { repairId, assignmentId },
      transaction,
    );
    if (!own) throw notFound('The change');
    if (own.undoneAt !== null) return { attempts: 0 };
    if (own.after !== assignment.editionId)
      throw new Problem(409, 'Something was changed after it.', 'Undo the later change first.');
    const { attempts } = await rescore(
      context,
      assignment,
      own.before,
      await readEdition(database, own.before, transaction),
      transaction,
    );
    await database.query(
      'UPDATE repairs SET undone_by = :me, undone_at = :time WHERE id = :repairId',
      { replacements: { repairId, me: me.account.id, time: new Date(now()) }, transaction },
    );
    return { attempts };
  });
}

export async function readRepairs(
  context: Context,
  me: SignedIn,
  assignmentId: number,
): Promise<AnswerOf<typeof api.readRepairs>> {
  const { database } = context;
  const { editionId, mayRepair } = await find(context, me, assignmentId);
  const order = new Map(
    entriesOf(await readEdition(database, editionId)).map(({ id }, at) => [id, at + 1]),
  );
  const found = await rows<{
    id: number;
    entry: string;
    after: number;
    words: string;
    reason: string;
    gained: number;
    lost: number;
    told: number;
    by: string;
    at: Date;
    undoneBy: string | null;
    undoneAt: Date | null;
  }>(
    database,
    `SELECT r.id, r.entry_id AS entry, r.edition_after AS \`after\`, r.words, r.reason, r.gained, r.lost, r.told, CONCAT(m.given_name, ' ', m.family_name) AS \`by\`,
            r.made_at AS at, CONCAT(u.given_name, ' ', u.family_name) AS undoneBy, r.undone_at AS undoneAt
       FROM repairs r JOIN accounts m ON m.id = r.made_by LEFT JOIN accounts u ON u.id = r.undone_by WHERE r.assignment_id = :assignmentId ORDER BY r.id DESC`,
    { assignmentId },
  );
  return {
    repairs: found.map(({ after, undoneBy, undoneAt, told, ...own }) => ({
      ...own,
      told: Boolean(told),
      number: order.get(own.entry) ?? null,
      at: toMillis(own.at),
      undone: undoneAt === null ? null : { by: undoneBy ?? '', at: toMillis(undoneAt) },
      mayUndo: Boolean(mayRepair) && undoneAt === null && after === editionId,
    })),
  };
}
