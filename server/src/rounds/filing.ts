/**
 * What became of a round, as results like any other: an edition of what was asked, once for each
 * asking, and an attempt for each student who answered. Saying it twice files it once.
 */
import { usualRules, type AssignmentRules } from '@oaken/core/assignments';
import type { Edition, EditionEntry } from '@oaken/core/forms';
import { itemPoints } from '@oaken/core/items';
import { applyToRound, askable, secondEntry, type RoundState } from '@oaken/core/rounds';
import { day } from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { type Transaction, Op } from 'sequelize';
import type { Editions } from '../attempts/editions';
import { handIn } from '../attempts/hand-in';
import { storeAnswers } from '../attempts/writing';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { forgotten, type Round, type RoundAnswer } from '../models';
import { Line } from '../threads/line';
import { stateOf } from './facts';
import { takeOffAsked } from './prepared';
import { rewriteQuestions } from './questions';
import { struckOut } from './guests';

const device = '000000000000';

/** So many attempts are handed in at the same time, and so long whoever ends the round waits for it. */
const handingInLine = new Line(6, Infinity);
const patience = 2_000;

/** Students read how it went in the room; the list shows no score before the teacher releases it. */
const rules: AssignmentRules = {
  ...usualRules,
  limitMinutes: null,
  warnMinutes: [],
  shuffleChoices: false,
  release: {
    ...usualRules.release,
    score: 'by-hand',
    marks: 'by-hand',
    answers: 'by-hand',
    explanations: 'by-hand',
  },
};

interface Asked extends EditionEntry {
  askingId: string;
}

/** Every asking that was opened, as an entry of its own; at one's own pace all there were. */
function askedIn(edition: Edition, { askings, pace }: RoundState): Asked[] {
  const all = askable(edition.sections);
  const entries = new Map(all.map((entry) => [entry.id, entry]));
  if (pace)
    return all.map((entry) => ({
      ...entry,
      points: itemPoints(entry.content),
      askingId: entry.id,
    }));
  return askings
    .filter(({ openedAt }) => openedAt !== null)
    .flatMap(({ id, entry, time }) => {
      const asked = entries.get(entry);
      if (!asked) return [];
      const entryId = time === 'first' ? entry : secondEntry(entry);
      return [{ ...asked, id: entryId, points: itemPoints(asked.content), askingId: id }];
    });
}

/** @returns the assignment; null where nobody answered anything */
export async function fileRound(
  context: Context,
  editions: Editions,
  roundId: number,
): Promise<number | null> {
  const { database } = context;
  const filed = await database.transaction(async (transaction) => {
    const round = await database.models.Round.findByPk(roundId, { lock: true, transaction });
    if (!round?.state.ended || round.assignmentId !== null) return round?.assignmentId ?? null;
    const out = await struckOut(database, roundId, transaction);
    const { edition } = await editions.get(round.editionId);
    const answers = await database.models.RoundAnswer.findAll({ where: { roundId }, transaction });
    const counting = answers.filter(
      ({ responses, studentId }) => responses !== null && !out.has(studentId),
    );
    if (counting.length === 0) return null;
    const asked = askedIn(edition, stateOf(round));
    const itemIds = asked.map(({ itemId }) => itemId);
    await takeOffAsked(database, { classId: round.classId, itemIds }, transaction);
    const editionId = await writeAsked(context, round, { edition, asked }, transaction);
    return writeWork(context, round, { editionId, asked, answers: counting }, transaction);
  });
  if (filed === null) return null;
  const open = await database.models.Attempt.findAll({
    attributes: ['id'],
    where: { assignmentId: filed, handedInAt: null },
  });
  const handingIn = Promise.all(
    open.map(({ id }) =>
      handingInLine.pass(() => handIn(context, editions, id, { kind: 'teacher' })),
    ),
  );
  // Of a very large class the rest follows while its teacher reads on; if it fails, the job that hands in does it.
  handingIn.catch((error: unknown) =>
    context.log.warn({ err: error }, 'handing in a round failed'),
  );
  await Promise.race([handingIn, wait(patience, undefined, { ref: false })]);
  return filed;
}

/** A round that ended and has answers and no results is one whose server stopped in between. */
export async function fileEnded(context: Context, editions: Editions): Promise<void> {
  const { Round } = context.database.models;
  await endForgotten(context);
  const since = new Date(context.now() - day);
  const ended = await Round.findAll({
    attributes: ['id'],
    where: { endedAt: { [Op.gt]: since }, assignmentId: null },
  });
  for (const { id } of ended) await fileRound(context, editions, id);
}

/** A round that nobody ended ends by itself after a school day, with what was answered. */
async function endForgotten({ database, now }: Context): Promise<void> {
  const { Round } = database.models;
  const left = await Round.findAll({ attributes: ['id'], where: forgotten(now()) });
  for (const { id } of left)
    await database.transaction(async (transaction) => {
      const round = await Round.findByPk(id, { lock: true, transaction });
      if (!round || round.endedAt !== null) return;
      const outcome = applyToRound(stateOf(round), { do: 'end' }, [], now());
      if (!outcome.ok) return;
      await round.update(
        { state: outcome.state, version: round.version + 1, endedAt: new Date(now()) },
        { transaction },
      );
    });
}

/** What was asked, as an edition of the same test. */
async function writeAsked(
  context: Context,
  round: Round,
  { edition, asked }: { edition: Edition; asked: Asked[] },
  transaction: Transaction,
): Promise<number> {
  const entries = asked.map(({ askingId: _, ...entry }) => entry);
  const section = { id: 'round', title: '', directions: '', entries };
  const filed = { of: round.editionId, edition: { ...edition, sections: [section], forms: [] } };
  return rewriteQuestions(context, filed, transaction);
}

async function writeWork(
  { database, now }: Context,
  round: Round,
  work: { editionId: number; asked: Asked[]; answers: RoundAnswer[] },
  transaction: Transaction,
): Promise<number> {
  const { models } = database;
  const { classId } = round;
  const endedAt = round.endedAt ?? new Date(now());
  const { id: assignmentId } = await models.Assignment.create(
    {
      schoolId: round.schoolId,
      editionId: work.editionId,
      assignedBy: round.ownerId,
      title: round.title,
      kind: 'round',
      opensAt: round.createdAt,
      closesAt: endedAt,
      rules,
      recipients: {
        who: { classIds: [classId], groupIds: [], studentIds: [], link: false },
        forms: [null],
        formsFor: [],
      },
      clientKey: round.clientKey,
      createdAt: round.createdAt,
    },
    { transaction },
  );
  await models.AssignmentClass.create({ assignmentId, classId }, { transaction });
  await writeStudents(database, { assignmentId, classId, endedAt, round }, work, transaction);
  await round.update({ assignmentId }, { transaction });
  return assignmentId;
}

async function writeStudents(
  database: Database,
  {
    assignmentId,
    classId,
    endedAt,
    round,
  }: { assignmentId: number; classId: number; endedAt: Date; round: Round },
  { asked, answers }: { asked: Asked[]; answers: RoundAnswer[] },
  transaction: Transaction,
): Promise<void> {
  const { models } = database;
  const here = [...new Set(answers.map(({ studentId }) => studentId))];
  const enrollments = await models.Enrollment.findAll({
    where: { classId, leftAt: null },
    transaction,
  });
  const guests = await models.Account.findAll({
    attributes: ['id'],
    where: { id: here, guestOfRound: round.id },
    transaction,
  });
  const isGuest = (studentId: number) => guests.some(({ id }) => id === studentId);
  // Who left the class meanwhile keeps what was answered.
  const all = [...new Set([...enrollments.map(({ studentId }) => studentId), ...here])];
  await models.AssignmentStudent.bulkCreate(
    all.map((studentId) => ({
      assignmentId,
      studentId,
      classId: isGuest(studentId) ? null : classId,
    })),
    { transaction },
  );
  // From now on they are guests of the results, which say later which student each of them was.
  await models.Account.update(
    { guestOf: assignmentId },
    { where: { id: guests.map(({ id }) => id) }, transaction },
  );
  const entryOf = new Map(asked.map(({ askingId, id }) => [askingId, id]));
  await models.Attempt.bulkCreate(
    here.map((studentId) => ({
      ...{ assignmentId, studentId, number: 1, beganAt: round.createdAt, deadlineAt: endedAt },
      seed: randomBytes(16).toString('base64url'),
    })),
    { transaction },
  );
  const attempts = await models.Attempt.findAll({
    attributes: ['id', 'studentId'],
    where: { assignmentId },
    transaction,
  });
  const attemptOf = new Map(attempts.map(({ id, studentId }) => [studentId, id]));
  const given = answers.flatMap(({ studentId, askingId, number, responses }) => {
    const entry = entryOf.get(askingId);
    const attemptId = attemptOf.get(studentId);
    return entry && attemptId !== undefined && responses
      ? [{ attemptId, answer: { entry, number, device, responses, flagged: false } }]
      : [];
  });
  await storeAnswers(database, given, endedAt.getTime(), transaction);
}
