/** What is stored of a round, read together: how it stands, who is in the class, and what was answered. */
import type { Accommodations } from '@oaken/core/accommodations';
import { present } from '@oaken/core/certain';
import type { Edition, EditionEntry } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import {
  askable,
  leftOut,
  newRound,
  onProjector,
  presentAsking,
  type RoundState,
} from '@oaken/core/rounds';
import type { Editions } from '../attempts/editions';
import { toMillis, type Database } from '../database/connect';
import type { Round, RoundAnswer } from '../models';

/** Longer silent than this, a student's page counts as gone; it says every five seconds that it is there. */
export const silence = 12_000;

export interface RoundStudent extends RoundNeeds {
  id: number;
  name: string;
  /** Null for guests. */
  rosterNumber: number | null;
  seenAt: number | null;
  /** A camera has read their strip in this round. */
  heldUp: boolean;
  /** Who answers for this student as well, on one device. */
  with: { id: number; name: string } | null;
}

/** An answer that counts. */
export interface Given {
  responses: Responses;
  number: number;
  unsure: boolean;
  checked: boolean;
}
export type GivenBy = ReadonlyMap<number, Given>;

export interface RoundFacts {
  round: Round;
  state: RoundState;
  edition: Edition;
  className: string;
  code: string;
  teacher: string;
  entries: EditionEntry[];
  /** So many questions of the same test cannot be asked in class. */
  leftOut: number;
  students: RoundStudent[];
  /** Answers that count, by student, to an asking; at one's own pace, to an entry. */
  answersTo: (askingId: string) => GivenBy;
  /** Students whose answer to the present asking came after it was closed. */
  late: ReadonlySet<number>;
  /** Once it has ended: who answered anything, and the items that have no wording yet. */
  ever: ReadonlySet<number>;
  unworded: ReadonlySet<number>;
}

/** The state, with what rounds of earlier editions of this program did not know. */
export const stateOf = ({ state }: Pick<Round, 'state'>): RoundState => ({ ...newRound, ...state });

/** @returns null where there is no such round any more */
export async function readFacts(
  { models }: Database,
  editions: Editions,
  roundId: number,
): Promise<RoundFacts | null> {
  const round = await models.Round.findByPk(roundId, { include: ['class', 'owner'] });
  if (!round) return null;
  const state = stateOf(round);
  const { edition } = await editions.get(round.editionId);
  const taught = present(round.class, 'class of the round');
  const entries = askable(edition.sections);
  return {
    round,
    state,
    edition,
    className: taught.name,
    code: taught.code,
    teacher: round.owner?.fullName ?? '',
    entries,
    leftOut: leftOut(edition.sections),
    students: await readStudents(models, round),
    unworded: state.ended ? await readUnworded(models, entries) : new Set(),
    ...(await readAnswers(models, round, state)),
  };
}

/** Items that were asked aloud and have stood in no bank since. */
export async function readUnworded(
  { Item }: Database['models'],
  entries: readonly EditionEntry[],
): Promise<Set<number>> {
  const items = await Item.findAll({
    attributes: ['id'],
    where: { id: entries.map(({ itemId }) => itemId), revisionId: null },
  });
  return new Set(items.map(({ id }) => id));
}

/** Who only says that they are not sure has not answered. */
const given = ({ responses, number, unsure, checkedAt }: RoundAnswer): Given | null =>
  responses && Object.keys(responses).length > 0
    ? { responses, number, unsure: Boolean(unsure), checked: checkedAt !== null }
    : null;

async function readAnswers(
  { RoundAnswer: Answers }: Database['models'],
  { id: roundId }: Round,
  state: RoundState,
): Promise<Pick<RoundFacts, 'answersTo' | 'late' | 'ever'>> {
  const asking = presentAsking(state);
  // A goal is counted over all questions; else only the present one is looked at.
  const all = state.ended || state.pace !== null || state.goal !== null;
  const shown = [asking, presentAsking(onProjector(state))];
  const wanted = shown.flatMap((each) => (each ? [each.id, each.entry] : []));
  const rows = await Answers.findAll({
    where: all ? { roundId } : { roundId, askingId: wanted },
    raw: true,
  });
  const byAsking = new Map<string, Map<number, Given>>();
  for (const row of rows) {
    const answer = given(row);
    if (!answer) continue;
    const students = byAsking.get(row.askingId) ?? new Map<number, Given>();
    byAsking.set(row.askingId, students.set(row.studentId, answer));
  }
  const late = rows.filter(
    ({ askingId, lateResponses }) => askingId === asking?.id && lateResponses !== null,
  );
  return {
    answersTo: (askingId) => byAsking.get(askingId) ?? new Map<number, Given>(),
    late: new Set(late.map(({ studentId }) => studentId)),
    ever: new Set(rows.filter(given).map(({ studentId }) => studentId)),
  };
}

/** The responses alone, by student. */
export const responsesOf = (answers: GivenBy): Map<number, Responses> =>
  new Map([...answers].map(([student, { responses }]) => [student, responses]));

/** What somebody needs, as far as a round can give it. */
export interface RoundNeeds {
  /** How much longer a limit is; null: no limit. */
  timeFactor: number | null;
  aloud: boolean;
  textSize: number;
  /** At most so many choices in a question; null: all of them. */
  mostChoices: number | null;
}

export function needsOf(accommodation: { content: Accommodations } | null | undefined): RoundNeeds {
  const needs = accommodation?.content;
  return {
    timeFactor: needs ? needs.time : 1,
    aloud: needs?.aloud ?? false,
    textSize: needs?.textSize ?? 1,
    mostChoices: needs?.mostChoices ?? null,
  };
}

/** What of a class hardly changes while it is asked. */
interface Listed extends RoundNeeds {
  id: number;
  name: string;
  rosterNumber: number;
}

/** Joining and answering of a whole class would read its list hundreds of times a second. */
const listFor = 2_000;
const lists = new WeakMap<
  Database['models'],
  Map<number, { until: number; list: Promise<Listed[]> }>
>();

export function readList(models: Database['models'], classId: number): Promise<Listed[]> {
  const known = lists.get(models) ?? new Map<number, { until: number; list: Promise<Listed[]> }>();
  lists.set(models, known);
  const now = performance.now();
  const held = known.get(classId);
  if (held && held.until > now) return held.list;
  const list = readRoster(models, classId);
  known.set(classId, { until: now + listFor, list });
  list.catch(() => known.delete(classId));
  return list;
}

async function readRoster({ Enrollment }: Database['models'], classId: number): Promise<Listed[]> {
  const enrollments = await Enrollment.findAll({
    where: { classId, leftAt: null },
    include: [{ association: 'student', required: true, include: ['accommodation'] }],
    order: ['rosterNumber'],
  });
  return enrollments.map(({ studentId, rosterNumber, student }) => ({
    id: studentId,
    name: student?.fullName ?? '',
    rosterNumber,
    ...needsOf(student?.accommodation),
  }));
}

async function readStudents(
  models: Database['models'],
  { id: roundId, classId }: Round,
): Promise<RoundStudent[]> {
  const [roster, participants, guests] = await Promise.all([
    readList(models, classId),
    models.RoundParticipant.findAll({ where: { roundId }, raw: true }),
    models.Account.findAll({ where: { guestOfRound: roundId, disabledAt: null }, order: ['id'] }),
  ]);
  const seen = new Map(participants.map(({ studentId, seenAt }) => [studentId, toMillis(seenAt)]));
  const holders = new Set(
    participants.flatMap(({ studentId, heldUpAt }) => (heldUpAt === null ? [] : [studentId])),
  );
  const nameOf = new Map(roster.map(({ id, name }) => [id, name]));
  const sharing = new Map(
    participants.flatMap(({ studentId, companionId }) =>
      companionId === null ? [] : [[companionId, studentId]],
    ),
  );
  const enrolled = roster.map((student): RoundStudent => {
    const host = sharing.get(student.id);
    return {
      ...student,
      seenAt: seen.get(host ?? student.id) ?? seen.get(student.id) ?? null,
      heldUp: holders.has(student.id),
      with: host === undefined ? null : { id: host, name: nameOf.get(host) ?? '' },
    };
  });
  const uninvited = guests.map(({ id, fullName }): RoundStudent => ({
    id,
    name: fullName,
    rosterNumber: null,
    ...needsOf(null),
    seenAt: seen.get(id) ?? null,
    heldUp: false,
    with: null,
  }));
  return [...enrolled, ...uninvited];
}

/** A page says again and again that it is there; whoever held a strip up stays for the round. */
export const isHere = ({ seenAt, heldUp }: RoundStudent, now: number) =>
  heldUp || (seenAt !== null && now - seenAt < silence);

/** Time without a limit is longer than every other. */
export const factorOf = (timeFactor: number | null) => timeFactor ?? Infinity;

/** What closes an asking by itself: time that is over for everybody, or everybody's answer. */
export function settlingFacts({ students, answersTo, state }: RoundFacts, now: number) {
  const here = students.filter((student) => isHere(student, now));
  const answers = answersTo(presentAsking(state)?.id ?? '');
  return {
    now,
    longest: Math.max(1, ...here.map(({ timeFactor }) => factorOf(timeFactor))),
    allAnswered: here.length > 0 && here.every(({ id }) => answers.has(id)),
  };
}
