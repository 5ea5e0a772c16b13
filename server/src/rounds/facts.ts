/** What is stored of a round, read together: how it stands, who is in the class, and what was answered. */
import type { EditionEntry } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import { presentAsking, type RoundState } from '@oaken/core/rounds';
import { present } from '@oaken/core/certain';
import type { Editions } from '../attempts/editions';
import { toMillis, type Database } from '../database/connect';
import type { Round } from '../models';

/** Longer silent than this, a student's page counts as gone; it says every five seconds that it is there. */
export const silence = 12_000;

export interface RoundStudent {
  id: number;
  name: string;
  rosterNumber: number | null;
  /** How much longer a limit is; null: no limit. */
  timeFactor: number | null;
  seenAt: number | null;
}

export interface RoundFacts {
  round: Round;
  state: RoundState;
  className: string;
  code: string;
  teacher: string;
  entries: EditionEntry[];
  students: RoundStudent[];
  /** Answers that count, by student: to the present asking, and to the first asking of the same question. */
  answers: ReadonlyMap<number, Responses>;
  first: ReadonlyMap<number, Responses>;
  /** What came to the present asking after it was closed. */
  late: ReadonlyMap<number, Responses>;
}

/** What a class can be asked: items that everybody gets, in their order. */
export const askable = (
  sections: readonly { draw?: number | null | undefined; entries: EditionEntry[] }[],
) => sections.filter(({ draw }) => (draw ?? null) === null).flatMap(({ entries }) => entries);

/** @returns null where there is no such round any more */
export async function readFacts(
  { models }: Database,
  editions: Editions,
  roundId: number,
): Promise<RoundFacts | null> {
  const round = await models.Round.findByPk(roundId, { include: ['class', 'owner'] });
  if (!round) return null;
  const { edition } = await editions.get(round.editionId);
  const asking = presentAsking(round.state);
  const { answers, late } = await readAnswers(models, roundId, asking?.id ?? null);
  const again = asking?.time === 'again' ? asking.entry : null;
  const { answers: first } = await readAnswers(models, roundId, again);
  const taught = present(round.class, 'class of the round');
  return {
    round,
    state: round.state,
    className: taught.name,
    code: taught.code,
    teacher: round.owner?.fullName ?? '',
    entries: askable(edition.sections),
    students: await readStudents(models, round),
    answers,
    first,
    late,
  };
}

async function readAnswers(
  { RoundAnswer }: Database['models'],
  roundId: number,
  askingId: string | null,
) {
  const rows = askingId === null ? [] : await RoundAnswer.findAll({ where: { roundId, askingId } });
  const of = (pick: (row: (typeof rows)[number]) => Responses | null) =>
    new Map(
      rows.flatMap((row): [number, Responses][] => {
        const responses = pick(row);
        return responses === null ? [] : [[row.studentId, responses]];
      }),
    );
  return {
    answers: of(({ responses }) => responses),
    late: of(({ lateResponses }) => lateResponses),
  };
}

async function readStudents(
  { Enrollment, RoundParticipant }: Database['models'],
  { id: roundId, classId }: Round,
): Promise<RoundStudent[]> {
  const enrollments = await Enrollment.findAll({
    where: { classId, leftAt: null },
    include: [{ association: 'student', required: true, include: ['accommodation'] }],
    order: ['rosterNumber'],
  });
  const participants = await RoundParticipant.findAll({ where: { roundId } });
  const seen = new Map(participants.map(({ studentId, seenAt }) => [studentId, toMillis(seenAt)]));
  return enrollments.map(({ studentId, rosterNumber, student }) => {
    const needs = student?.accommodation?.content ?? null;
    return {
      id: studentId,
      name: student?.fullName ?? '',
      rosterNumber,
      timeFactor: needs === null ? 1 : needs.time,
      seenAt: seen.get(studentId) ?? null,
    };
  });
}

export const isHere = ({ seenAt }: RoundStudent, now: number) =>
  seenAt !== null && now - seenAt < silence;

/** Time without a limit is longer than every other. */
export const factorOf = (timeFactor: number | null) => timeFactor ?? Infinity;

/** What closes an asking by itself: time that is over for everybody, or everybody's answer. */
export function settlingFacts({ students, answers }: RoundFacts, now: number) {
  const here = students.filter((student) => isHere(student, now));
  return {
    now,
    longest: Math.max(1, ...here.map(({ timeFactor }) => factorOf(timeFactor))),
    allAnswered: here.length > 0 && here.every(({ id }) => answers.has(id)),
  };
}
