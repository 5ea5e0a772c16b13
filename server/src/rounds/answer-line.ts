/**
 * Answers of a class come together. Those of one round that wait at the same moment are stored in one
 * transaction, which holds the round: a step of its teacher comes before all of them or after.
 */
import { elementAt } from '@oaken/core/certain';
import type { Edition } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import {
  askable,
  presentAsking,
  takesAnswers,
  takesAtOwnPace,
  type RoundState,
} from '@oaken/core/rounds';
import { defaultGrace } from '@oaken/core/timing';
import type { Transaction } from 'sequelize';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { Together } from '../together';
import { AnswerRows } from './answer-rows';
import { factorOf, stateOf } from './facts';
import { veilOf } from './showing';

export interface Answerer {
  id: number;
  /** How much longer a limit is; null: no limit. */
  timeFactor: number | null;
}

/** An answer that a page sent. */
export interface SentAnswer {
  student: Answerer;
  asking: string;
  /** Of the device's own count; the highest stands. */
  number: number;
  unsure: boolean;
  responses: Responses;
}

/** What becomes of one: the number that stands, null where it came too late, or why it was refused. */
type Outcome = { number: number | null } | { error: unknown };

export class AnswerLine {
  private readonly line = new Together<SentAnswer, Outcome>((roundId, answers) =>
    this.context.database.transaction((transaction) => this.write(roundId, answers, transaction)),
  );

  constructor(
    private readonly context: Context,
    private readonly editions: Editions,
  ) {}

  /** @returns the number that stands; null for what came too late, which is kept beside what counts */
  async store(roundId: number, answer: SentAnswer): Promise<number | null> {
    const outcome = await this.line.ask(roundId, answer);
    if ('error' in outcome) throw outcome.error;
    return outcome.number;
  }

  private async write(
    roundId: number,
    answers: readonly SentAnswer[],
    transaction: Transaction,
  ): Promise<Outcome[]> {
    const { database, now } = this.context;
    const { Round } = database.models;
    const round = await Round.findByPk(roundId, { lock: true, transaction });
    if (!round) throw notFound('round');
    const { edition } = await this.editions.get(round.editionId);
    const along = await this.answeringAlong(round, answers, transaction);
    const students = answers.flatMap(({ student }) => [student.id, ...along(student.id)]);
    const askings = answers.map(({ asking }) => asking);
    const rows = await AnswerRows.read(
      database,
      { roundId, askings, students },
      now(),
      transaction,
    );
    const outcomes = answers.map((answer): Outcome => {
      try {
        return { number: take(rows, answer, { round, edition, along, now: now() }) };
      } catch (error) {
        return { error };
      }
    });
    await rows.save(database, transaction);
    return outcomes;
  }

  /** Who answers along with a student: whoever shares the device, or the team that shares one. */
  private async answeringAlong(
    round: Round,
    answers: readonly SentAnswer[],
    transaction: Transaction,
  ): Promise<(student: number) => number[]> {
    const { teams } = stateOf(round);
    if (teams?.devices === 'shared')
      return (student) => {
        const team = teams.list.find(({ students }) => students.includes(student));
        return team?.students.filter((id) => id !== student) ?? [];
      };
    const participants = await this.context.database.models.RoundParticipant.findAll({
      attributes: ['studentId', 'companionId'],
      where: { roundId: round.id, studentId: answers.map(({ student }) => student.id) },
      transaction,
      raw: true,
    });
    const companions = new Map(
      participants.flatMap(({ studentId, companionId }) =>
        companionId === null ? [] : [[studentId, companionId]],
      ),
    );
    return (student) => [companions.get(student) ?? []].flat();
  }
}

/** @returns the number that stands; null where it came too late */
function take(
  rows: AnswerRows,
  { student, asking, number, unsure, responses: sent }: SentAnswer,
  {
    round,
    edition,
    along,
    now,
  }: { round: Round; edition: Edition; along: (student: number) => number[]; now: number },
): number | null {
  const factor = factorOf(student.timeFactor);
  const { entry, isOpen } = placeOf(stateOf(round), edition, { asking, factor, now });
  const responses = unveiled(round, entry, sent, edition);
  const mine = rows.of(asking, student.id);
  if (!isOpen) {
    for (const id of [student.id, ...along(student.id)])
      rows.change(rows.of(asking, id), { lateResponses: responses });
    return null;
  }
  if (mine.checkedAt !== null) throw problem('answer-checked');
  // What was sent earlier and comes later changes nothing.
  if (number <= mine.number) return mine.number;
  rows.change(mine, { number, unsure, responses });
  for (const id of along(student.id)) {
    const theirs = rows.of(asking, id);
    if (theirs.checkedAt === null) rows.change(theirs, { unsure, responses });
  }
  return number;
}

/** What an answer is to, and whether it counts. */
function placeOf(
  state: RoundState,
  edition: Edition,
  { asking: askingId, factor, now }: { asking: string; factor: number; now: number },
): { entry: string; isOpen: boolean } {
  if (state.pace) {
    const entry = askable(edition.sections).find(({ id }) => id === askingId);
    if (!entry) throw notFound('question');
    if (state.pace.openedAt === null) throw problem('not-open');
    const isOpen = !state.ended && takesAtOwnPace(state.pace, factor, now, defaultGrace);
    return { entry: entry.id, isOpen };
  }
  const asking = state.askings.find(({ id }) => id === askingId);
  if (!asking) throw notFound('question');
  if (asking.openedAt === null) throw problem('not-open');
  const isOpen =
    presentAsking(state)?.id === askingId && takesAnswers(asking, factor, now, defaultGrace);
  return { entry: asking.entry, isOpen };
}

function unveiled(round: Round, entry: string, responses: Responses, edition: Edition): Responses {
  const answer = { entry, number: 1, device: '000000000000', responses, flagged: false };
  return elementAt(veilOf(round).stored([answer], edition), 0).responses;
}
