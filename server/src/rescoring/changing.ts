/** What a change of what counts would make of an edition, and of every work. */
import { sentence } from './sentences';
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { AssignmentRules } from '@oaken/core/assignments';
import { present, valueOf } from '@oaken/core/certain';
import { type Edition, type EditionEntry, entriesOf } from '@oaken/core/forms';
import {
  effectOf,
  type Rescore,
  rescored,
  rescoreInWords,
  RescoreProblem,
  withAccepted,
} from '@oaken/core/rescoring';
import type { Transaction } from 'sequelize';
import { mayRun, rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { invalid, notFound } from '../problems/problem';
import { insistOnItemWording } from '../wording';
import { figuresOf, readEdition, readStored, compute, type Computed } from './computing';

type Change = BodyOf<typeof api.previewRescore>;

export interface Rescoreable {
  id: number;
  editionId: number;
  rules: AssignmentRules;
  released: boolean;
  mayRescore: boolean;
}

export async function find(
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
  if (!assignment) throw notFound('assignment');
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
  if (!editionEntry) throw notFound('item');
  return editionEntry;
};

/** The edition as the change makes it. @throws Problem 422 with the reason in words */
export async function changed(
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
        class: line.class?.name ?? sentence('guests'),
      },
    ]),
  );
}

/** Each student's worth before and after. */
export function worths(before: Computed, after: Computed) {
  return [...before.counted].map(([studentId, old]) => {
    const made = valueOf(after.counted, studentId);
    const worth = ({ attempt, points }: typeof old) => ({ points, maxPoints: attempt.maxPoints });
    return { student: studentId, before: worth(old), after: worth(made) };
  });
}

export async function previewRescore(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  change: Change,
): Promise<AnswerOf<typeof api.previewRescore>> {
  const { database } = context;
  const assignment = await find(context, me, assignmentId);
  const edition = await readEdition(database, assignment.editionId);
  const { after, words } = await changed(edition, change);
  const stored = await readStored(database, assignmentId, assignment.rules);
  const [old, made] = [compute(stored, edition), compute(stored, after)];
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
