/** What a camera reads of strips that the class holds up. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { valueOf } from '@oaken/core/certain';
import {
  askable,
  endOfAsking,
  responsesHeldUp,
  stripLetters,
  type Asking,
} from '@oaken/core/rounds';
import { defaultGrace } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { notFound, problem } from '../problems/problem';
import { AnswerRows } from './answer-rows';
import { factorOf, readList, stateOf } from './facts';

type Sent = BodyOf<typeof api.takeStrips>;
type Taken = Omit<AnswerOf<typeof api.takeStrips>, 'now'>;

/**
 * Stores what was held up. It counts where the question was open when it was read, however late it
 * arrives; what was read later is kept beside what counts. The count of a phone's own answers is left
 * alone, so that what is given on it afterwards stands.
 *
 * @throws Problem 409 where the round has ended, or strips cannot answer the question
 */
export async function takeStrips(
  { database, now }: Context,
  editions: Editions,
  roundId: number,
  sent: Sent,
): Promise<AnswerOf<typeof api.takeStrips>> {
  const taken = await database.transaction(async (transaction) => {
    const round = await database.models.Round.findByPk(roundId, { lock: true, transaction });
    if (!round) throw notFound('round');
    const state = stateOf(round);
    if (state.ended) throw problem('round-ended');
    if (state.pace) throw problem('at-own-pace');
    const asking = state.askings.find(({ id }) => id === sent.asking);
    const { edition } = await editions.get(round.editionId);
    const entry = askable(edition.sections).find(({ id }) => id === asking?.entry);
    if (!asking || !entry) throw notFound('question');
    if (stripLetters(entry.content).length === 0) throw problem('strips-cannot-answer');
    const students = await readList(database.models, round.classId);
    const byNumber = new Map(students.map((student) => [student.rosterNumber, student]));
    const taken: Taken = { counted: [], late: [], notOffered: [], unknown: [] };
    const wanted = { roundId, askings: [asking.id], students: students.map(({ id }) => id) };
    const rows = await AnswerRows.read(database, wanted, now(), transaction);
    for (const { number, letter, ago } of sent.strips) {
      const student = byNumber.get(number);
      const responses = responsesHeldUp(entry.content, letter);
      const outcome = outcomeOf(asking, { student, responses, readAt: now() - ago });
      taken[outcome].push(number);
      if (!student || !responses) continue;
      const row = rows.of(asking.id, student.id);
      if (outcome === 'late') rows.change(row, { lateResponses: responses });
      else rows.change(row, { responses, unsure: false });
    }
    await rows.save(database, transaction);
    const present = [...taken.counted, ...taken.late].map((number) => valueOf(byNumber, number).id);
    await noteHeldUp(database, { roundId, students: present }, now(), transaction);
    return taken;
  });
  return { now: now(), ...taken };
}

function outcomeOf(
  asking: Asking,
  read: {
    student: { timeFactor: number | null } | undefined;
    responses: object | null;
    readAt: number;
  },
): keyof Taken {
  if (!read.student) return 'unknown';
  if (!read.responses) return 'notOffered';
  const end = endOfAsking(asking, factorOf(read.student.timeFactor));
  const closesAt = Math.min(asking.closedAt ?? Infinity, end ?? Infinity);
  const wasOpen =
    asking.openedAt !== null &&
    read.readAt >= asking.openedAt - defaultGrace &&
    read.readAt <= closesAt + defaultGrace;
  return wasOpen ? 'counted' : 'late';
}

/** Whose strip was read is in the room, with a device or without. */
async function noteHeldUp(
  { models }: Database,
  { roundId, students }: { roundId: number; students: readonly number[] },
  now: number,
  transaction: Transaction,
): Promise<void> {
  const moment = new Date(now);
  await models.RoundParticipant.bulkCreate(
    [...new Set(students)].map((studentId) => ({
      ...{ roundId, studentId, joinedAt: moment, seenAt: moment, heldUpAt: moment },
    })),
    { updateOnDuplicate: ['heldUpAt'], transaction },
  );
}
