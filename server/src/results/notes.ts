/** Notes of staff on a student's attempt: for oneself, or for all who may read the work. Students never see them. */
import type { api, BodyOf } from '@oaken/contract';
import type { StudentWork } from '@oaken/contract/results';
import { Op } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { invalid, notFound } from '../problems/problem';
import { sentence } from './sentences';

const mostNotes = 40;

/** What I may read: my own, and what colleagues wrote for all. */
const readableBy = (me: SignedIn) => ({
  [Op.or]: [{ authorId: me.account.id }, { reach: 'staff' }],
});

/** The earliest first. */
export async function readNotes(
  { models }: Database,
  me: SignedIn,
  attemptId: number,
): Promise<StudentWork['notes']> {
  const notes = await models.AttemptNote.findAll({
    where: { attemptId, ...readableBy(me) },
    include: ['author'],
    order: ['id'],
  });
  return notes.map(({ id, text, reach, author, authorId, writtenAt }) => ({
    id,
    text,
    reach,
    by: author?.fullName ?? '',
    mine: authorId === me.account.id,
    at: toMillis(writtenAt),
  }));
}

interface WorkPath {
  assignmentId: number;
  studentId: number;
}

/** @throws Problem 404 for work that I may not read */
async function insistOnReadable(
  { models }: Database,
  me: SignedIn,
  { assignmentId, studentId }: WorkPath,
  attemptId: number,
): Promise<void> {
  const { Assignment, Attempt } = models;
  const readable = await Assignment.scope(rule('readableBy', me)).findByPk(assignmentId);
  const attempt =
    readable && (await Attempt.findOne({ where: { id: attemptId, assignmentId, studentId } }));
  if (!attempt) throw notFound('studentWork');
}

/** @throws Problem 404 for work that I may not read, 422 for one note too many */
export async function writeNote(
  { database, now }: Context,
  me: SignedIn,
  path: WorkPath,
  { attemptId, text, reach }: BodyOf<typeof api.writeNote>,
): Promise<{ id: number }> {
  const { AttemptNote } = database.models;
  await insistOnReadable(database, me, path, attemptId);
  const mine = { attemptId, authorId: me.account.id };
  if ((await AttemptNote.count({ where: mine })) >= mostNotes)
    throw invalid([{ pointer: '/text', message: sentence('enoughNotes', { n: mostNotes }) }]);
  const writtenAt = new Date(now());
  const { id } = await AttemptNote.create({ ...mine, text, reach, writtenAt });
  return { id };
}

/** @throws Problem 404 for a note that is not mine */
async function findMine({ models }: Database, me: SignedIn, noteId: number) {
  const note = await models.AttemptNote.findOne({
    where: { id: noteId, authorId: me.account.id },
  });
  if (!note) throw notFound('note');
  return note;
}

export async function changeNote(
  { database, now }: Context,
  me: SignedIn,
  noteId: number,
  { text, reach }: BodyOf<typeof api.changeNote>,
): Promise<void> {
  const note = await findMine(database, me, noteId);
  await note.update({ text, reach, writtenAt: new Date(now()) });
}

export async function removeNote(
  { database }: Context,
  me: SignedIn,
  noteId: number,
): Promise<void> {
  const note = await findMine(database, me, noteId);
  await note.destroy();
}
