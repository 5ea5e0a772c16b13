/** Repairs: said before they are done, done in one transaction, kept with who did it, and undone in one step. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { AssignmentRules } from '@oaken/core/assignments';
import { entriesOf, type Edition, type EditionEntry } from '@oaken/core/forms';
import {
  effectOf,
  rescored,
  rescoreInWords,
  RescoreProblem,
  withAccepted,
  type Rescore,
} from '@oaken/core/rescoring';
import { roundPoints } from '@oaken/core/scoring';
import type { Transaction } from 'sequelize';
import { insistOnRunningAssignment, rule, mayRun } from '../access';
import type { SignedIn } from '../access/signed-in';
import { replaceScores } from '../attempts/queries';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import { insistOnItemWording } from '../wording';
import { figuresOf, readEdition, readStored, reckon, type Reckoning } from './reckoning';
import { present, valueOf } from '@oaken/core/certain';
import { writeWorths } from './queries';

type Change = BodyOf<typeof api.lookAhead>;

interface Rescoreable {
  id: number;
  editionId: number;
  rules: AssignmentRules;
  released: boolean;
  mayRescore: boolean;
}

async function find(
  { database }: Context,
  me: SignedIn,
  id: number,
  transaction?: Transaction,
): Promise<Rescoreable> {
  const { Assignment } = database.models;
  const assignment = await Assignment.scope(rule('readableBy', me)).findByPk(id, {
    lock: transaction !== undefined,
    transaction,
  });
  if (!assignment) throw notFound('The assignment');
  return {
    id,
    editionId: assignment.editionId,
    rules: assignment.rules,
    released: assignment.releasedAt !== null,
    mayRescore: await mayRun(database, me, id, transaction),
  };
}

const entryIn = (edition: Edition, id: string): EditionEntry => {
  const editionEntry = entriesOf(edition).find((entry) => entry.id === id);
  if (!editionEntry) throw notFound('The item');
  return editionEntry;
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
    const rescore: Rescore = { ...change, content };
    const after = rescored(edition, rescore);
    return { after, words: rescoreInWords(before, entryIn(after, change.entry)) };
  } catch (error) {
    if (error instanceof RescoreProblem)
      throw invalid([{ pointer: error.pointer, message: error.message }]);
    throw error;
  }
}

async function readNames({ models }: Database, assignmentId: number) {
  const lines = await models.AssignmentStudent.findAll({
    where: { assignmentId },
    include: ['student', 'class'],
  });
  return new Map(
    lines.map((line) => [
      line.studentId,
      {
        id: line.studentId,
        name: line.student?.fullName ?? '',
        class: line.class?.name ?? 'Guests',
      },
    ]),
  );
}

/** Each student's worth before and after. */
function worths(before: Reckoning, after: Reckoning) {
  return [...before.counted].map(([studentId, old]) => {
    const made = valueOf(after.counted, studentId);
    const worth = ({ attempt, points }: typeof old) => ({ points, maxPoints: attempt.maxPoints });
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
  const names = await readNames(database, assignmentId);
  const { show, bands } = assignment.rules.release;
  const effect = effectOf(worths(old, made), show === 'band' ? bands : []);
  const named = ({ student, ...move }: (typeof effect.gain)[number]) => ({
    ...move,
    student: present(names.get(student), 'student of the assignment'),
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
    released: assignment.released,
  };
}

/** What the whole is worth; of a draw its number of items. */
const pointsOf = ({ sections }: Edition) =>
  roundPoints(
    sections.reduce((sum, { draw, entries }) => {
      const counting = entries.filter(({ settled }) => settled !== 'left-out');
      const all = counting.reduce((value, { points }) => value + points, 0);
      return sum + (draw == null || draw >= counting.length ? all : (all / counting.length) * draw);
    }, 0),
  );

async function keepEdition(
  { models }: Database,
  before: number,
  after: Edition,
  now: number,
  transaction: Transaction,
) {
  const { testId, itemCount } = present(
    await models.Edition.findByPk(before, {
      attributes: ['testId', 'itemCount'],
      transaction,
    }),
    'edition before',
  );
  const { id: editionId } = await models.Edition.create(
    { testId, itemCount, content: after, points: pointsOf(after), createdAt: new Date(now) },
    { transaction },
  );
  await models.EditionRevision.bulkCreate(
    entriesOf(after).map(({ id, itemId, revisionId, settled = null }) => ({
      editionId,
      entryId: id,
      itemId,
      revisionId,
      settled,
    })),
    { transaction },
  );
  return editionId;
}

/** Scores all that was handed in under `edition` and makes it the assignment's, within the caller's transaction. */
async function rescore(
  { database }: Context,
  assignment: Rescoreable,
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
    const before = valueOf(was, id).scores;
    const entryScores = scores.filter(
      (score, index) => JSON.stringify(score) !== JSON.stringify(before[index]),
    );
    return entryScores.length > 0 ? [{ attemptId: id, scores: entryScores }] : [];
  });
  await replaceScores(database, differing, transaction);
  const worth = made.lines.map(({ id, studentId, number, points, maxPoints }) => {
    const counted = present(made.counted.get(studentId), 'counting attempt');
    const counts = counted.attempt.number === number;
    return {
      id,
      points,
      maxPoints: maxPoints,
      counts,
      countedPoints: counts ? counted.points : points,
    };
  });
  await writeWorths(database, worth, transaction);
  // The items' own figures follow from the scores.
  await database.models.Assignment.update(
    { editionId, figuresAt: null },
    { where: { id: assignment.id }, transaction },
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
  await context.database.models.Attempt.findAll({
    attributes: ['id'],
    where: { assignmentId },
    order: ['id'],
    lock: true,
    transaction,
  });
  return find(context, me, assignmentId, transaction);
}

export async function makeRescore(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  { change, edition: lookedAt, reason, tell }: BodyOf<typeof api.makeRescore>,
): Promise<AnswerOf<typeof api.makeRescore>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const assignment = await lockAll(context, me, assignmentId, transaction);
    if (assignment.editionId !== lookedAt) throw problem('rescored-meanwhile');
    const { after, words } = await changed(
      await readEdition(database, assignment.editionId, transaction),
      change,
    );
    const editionId = await keepEdition(database, assignment.editionId, after, now(), transaction);
    const done = await rescore(context, assignment, editionId, after, transaction);
    const { id } = await database.models.Rescore.create(
      {
        assignmentId,
        entryId: change.entry,
        editionBefore: assignment.editionId,
        editionAfter: editionId,
        summary: words.join(' ').slice(0, 4000),
        reason,
        gainedCount: done.gained,
        lostCount: done.lost,
        studentsTold: tell,
        madeBy: me.account.id,
        madeAt: new Date(now()),
      },
      { transaction },
    );
    return { id, ...done };
  });
}

export async function undoRescore(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  rescoreId: number,
): Promise<AnswerOf<typeof api.undoRescore>> {
  const { database, now } = context;
  return database.transaction(async (transaction) => {
    const assignment = await lockAll(context, me, assignmentId, transaction);
    const rescored = await database.models.Rescore.findOne({
      where: { id: rescoreId, assignmentId },
      lock: true,
      transaction,
    });
    if (!rescored) throw notFound('The change');
    const { editionBefore, editionAfter, undoneAt } = rescored;
    if (undoneAt !== null) return { attempts: 0 };
    if (editionAfter !== assignment.editionId) throw problem('rescored-after');
    const { attempts } = await rescore(
      context,
      assignment,
      editionBefore,
      await readEdition(database, editionBefore, transaction),
      transaction,
    );
    await rescored.update({ undoneBy: me.account.id, undoneAt: new Date(now()) }, { transaction });
    return { attempts };
  });
}

export async function readRescores(
  context: Context,
  me: SignedIn,
  assignmentId: number,
): Promise<AnswerOf<typeof api.readRescores>> {
  const { database } = context;
  const { editionId, mayRescore } = await find(context, me, assignmentId);
  const order = new Map(
    entriesOf(await readEdition(database, editionId)).map(({ id }, index) => [id, index + 1]),
  );
  const rescores = await database.models.Rescore.findAll({
    where: { assignmentId },
    include: ['maker', 'undoer'],
    order: [['id', 'DESC']],
  });
  return {
    rescores: rescores.map((rescored) => ({
      id: rescored.id,
      entry: rescored.entryId,
      words: rescored.summary,
      reason: rescored.reason,
      gained: rescored.gainedCount,
      lost: rescored.lostCount,
      told: rescored.studentsTold,
      by: rescored.maker?.fullName ?? '',
      number: order.get(rescored.entryId) ?? null,
      at: toMillis(rescored.madeAt),
      undone:
        rescored.undoneAt === null
          ? null
          : { by: rescored.undoer?.fullName ?? '', at: toMillis(rescored.undoneAt) },
      mayUndo: mayRescore && rescored.undoneAt === null && rescored.editionAfter === editionId,
    })),
  };
}
