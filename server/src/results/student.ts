/** One student's work on an assignment, every answer with its history. */
import type { StudentWork } from '@oaken/contract/results';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { asksFor, remarkOn, responsesInWords, rightInWords } from '@oaken/core/items';
import type { AnswerWords } from '@oaken/words/answers';
import type { Language } from '@oaken/words/languages';
import { answersIn } from '@oaken/words/written';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { readEvents } from '../attempts/events';
import { attemptForm, readAttempts, type Attempt } from '../attempts/given';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import type { Account } from '../models/accounts';
import { notFound } from '../problems/problem';
import { readRecord, type AttemptRecord } from '../record';
import { readLateAnswers } from './late-answers';
import { readNotes } from './notes';
import { readRatings } from './ratings';
import { readStatements, unscoredCodes } from './standards';
import { mayRun, rule } from '../access';
import { sentence } from './sentences';

interface StudentWorkWishes {
  /** Another than the one that counts. */
  attempt?: number | undefined;
  /** In which language answers are said; English where nothing is given. */
  languageOf?: (student: Account) => Language;
}

export async function readStudentWork(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, studentId }: { assignmentId: number; studentId: number },
  { attempt: attemptId, languageOf = () => 'en' }: StudentWorkWishes = {},
): Promise<StudentWork> {
  const { Assignment, AssignmentStudent } = database.models;
  const assignment = await Assignment.scope(rule('readableBy', me)).findByPk(assignmentId);
  const line = await AssignmentStudent.findOne({
    where: { assignmentId, studentId },
    include: ['student', 'class'],
  });
  if (!assignment || !line?.student) throw notFound('studentWork');
  const attempts = await readAttempts(database, studentId, assignmentId);
  const shown =
    attempts.find(({ id }) => id === attemptId) ??
    attempts.find(({ counts }) => counts) ??
    attempts.at(-1);
  if (!shown) throw notFound('studentWork');
  const { edition } = await editions.get(assignment.editionId);
  const order = entriesOf(edition).map(({ id }) => id);
  const numberOf = (entryId: string) => order.indexOf(entryId) + 1;
  const { sections } = attemptForm(edition, shown, assignment.rules);
  const asked = entriesOf({ sections });
  const entries = asked.map((entry) => ({ ...entry, number: numberOf(entry.id) }));
  const record = await readRecord(database, shown.id, workParts);
  const marks = await readGivenMarks(database, shown.id);
  const decided = await readDecisions(database, shown.id);
  const { fullName: name } = line.student;
  const words = answersIn(languageOf(line.student));
  return {
    title: assignment.title,
    student: { id: studentId, name, class: line.class?.name ?? sentence('guests') },
    mayChange: await mayRun(database, me, assignmentId),
    sheetId: await sheetOf(database, shown.id),
    attempt: attemptFacts(shown, decided),
    attempts: attempts.map(({ number, points, maxPoints, counts }) => ({
      number,
      points,
      maxPoints,
      counts,
    })),
    entries: entries.map((entry) => entryWork(entry, record, marks, words)),
    lateAnswers: await readLateAnswers(database, shown.id, entries),
    adjustments: standingAdjustments(decided),
    ratings: await ratingsOf(database, { assignmentId, studentId }, entries),
    notes: await readNotes(database, me, shown.id),
    history: await readHistory(database, shown, name, marks, decided, numberOf),
  };
}

async function sheetOf({ models }: Database, attemptId: number): Promise<number | null> {
  const where = { attemptId };
  const sheet = await models.PrintedSheet.findOne({ attributes: ['id'], where });
  return sheet?.id ?? null;
}

const attemptFacts = (attempt: Attempt, decided: Decision[]): StudentWork['attempt'] => ({
  id: attempt.id,
  number: attempt.number,
  counts: attempt.counts,
  beganAt: toMillis(attempt.beganAt),
  handedInAt: toMillisOrNull(attempt.handedInAt),
  late: attempt.late,
  lateOff: Number(attempt.lateOff),
  points: attempt.counted,
  maxPoints: attempt.maxPoints,
  excused: decided.some(isExcused),
});

const workParts = ['answers', 'scores', 'practice', 'timeSpent'] as const;

type WorkRecord = Pick<AttemptRecord, (typeof workParts)[number]>;

/** A mark as somebody gave it, or took it back. */
interface GivenMark {
  entry: string;
  by: string;
  points: number | null;
  comment: string;
  voice: string | null;
  at: Date;
}

/** Every mark that was ever given, the earliest first. */
async function readGivenMarks({ models }: Database, attemptId: number): Promise<GivenMark[]> {
  const logged = await models.MarkLogEntry.findAll({
    where: { attemptId },
    include: ['marker'],
    order: ['id'],
  });
  return logged.map(({ entryId, marker, points, comment, voice, markedAt }) => ({
    entry: entryId,
    by: marker?.fullName ?? '',
    points,
    comment,
    voice,
    at: markedAt,
  }));
}

type Entry = EditionEntry & { number: number };

/** One question with what was answered, earned and said about it. */
function entryWork(
  entry: Entry,
  record: WorkRecord,
  marks: GivenMark[],
  words: AnswerWords,
): StudentWork['entries'][number] {
  const { content } = entry;
  const score = record.scores.get(entry.id);
  const practice = record.practice.get(entry.id);
  const text = responsesInWords(content, record.answers.get(entry.id) ?? {}, words);
  const first = practice?.first ? responsesInWords(content, practice.first, words) : text;
  // Of everybody who marked it, what they gave last.
  const latest = new Map(
    marks.filter((mark) => mark.entry === entry.id).map((mark) => [mark.by, mark]),
  );
  return {
    entry: entry.id,
    number: entry.number,
    stem: content.stem,
    asks: asksFor(content),
    standards: entry.standards,
    responseText: text,
    remark: remarkOn(content, record.answers.get(entry.id) ?? {}, words),
    first: first === text ? null : first,
    right: rightInWords(content, words),
    points: score?.points ?? null,
    maxPoints: score?.maxPoints ?? entry.points,
    share: score && score.reached && score.maxPoints > 0 ? score.points / score.maxPoints : null,
    needsMarking: score?.needsMarking ?? false,
    tries: practice?.tries ?? 0,
    hints: practice?.hints ?? 0,
    shown: practice?.shown ?? false,
    ms: record.timeSpent.get(entry.id) ?? null,
    comments: [...latest.values()].map(({ by, points, comment, voice }) => ({
      by,
      points,
      comment,
      voice,
    })),
    override: entry.override ?? null,
  };
}

/** The teacher's own ratings on the standards that the work speaks of. */
async function ratingsOf(
  database: Database,
  { assignmentId, studentId }: { assignmentId: number; studentId: number },
  entries: Entry[],
): Promise<StudentWork['ratings']> {
  const ratings = await readRatings(database, assignmentId);
  const ofItems = entries.flatMap((entry) => entry.standards);
  const others = await unscoredCodes(database, assignmentId, ratings);
  const standards = [...new Set([...ofItems, ...others])].sort();
  const statements = await readStatements(database, standards);
  return standards.map((standard) => ({
    standard,
    statement: statements.get(standard) ?? '',
    rating: ratings.get(`${studentId} ${standard}`) ?? null,
  }));
}

/** The whole work is excused. */
const isExcused = ({ undoneAt, entry, kind }: Decision) =>
  undoneAt === null && entry === '' && kind === 'excused';

/** Decisions that were not taken back. */
const standingAdjustments = (decided: Decision[]): StudentWork['adjustments'] =>
  decided
    .filter(({ undoneAt }) => undoneAt === null)
    .map(({ id, entry, kind, points, reason, by, at }) => ({
      id,
      entry: entry || null,
      kind,
      points,
      reason,
      by,
      at: toMillis(at),
    }));

interface Decision {
  id: number;
  entry: string;
  kind: 'excused' | 'override' | 'bonus';
  points: number | null;
  reason: string;
  by: string;
  at: Date;
  undoneBy: string | null;
  undoneAt: Date | null;
}

async function readDecisions({ models }: Database, attemptId: number): Promise<Decision[]> {
  const adjustments = await models.Adjustment.findAll({
    where: { attemptId },
    include: ['maker', 'undoer'],
    order: ['id'],
  });
  return adjustments.map((adjustment) => ({
    id: adjustment.id,
    entry: adjustment.entryId,
    kind: adjustment.kind,
    points: adjustment.points,
    reason: adjustment.reason,
    by: adjustment.maker?.fullName ?? '',
    at: adjustment.madeAt,
    undoneBy: adjustment.undoer?.fullName ?? null,
    undoneAt: adjustment.undoneAt,
  }));
}

async function readHistory(
  database: Database,
  attempt: Attempt,
  student: string,
  marks: GivenMark[],
  decided: Decision[],
  numberOf: (entryId: string) => number,
): Promise<StudentWork['history']> {
  const question = (entry: string) => sentence('history.question', { number: numberOf(entry) });
  const events = await readEvents(database, attempt.id);
  const lines: { at: Date; by: string; words: string }[] = [
    ...(attempt.handedInBy === 'paper'
      ? []
      : [{ at: attempt.beganAt, by: student, words: sentence('history.began') }]),
    ...(attempt.handedInAt && attempt.handedInBy !== 'paper'
      ? [
          {
            at: attempt.handedInAt,
            by: attempt.handedInBy === 'student' ? student : '',
            words:
              attempt.handedInBy === 'server'
                ? sentence('history.timeRanOut')
                : sentence('history.handedIn'),
          },
        ]
      : []),
    ...events,
    ...marks.map(({ at, by, entry, points }) => ({
      at,
      by,
      words:
        points === null
          ? sentence('history.tookMarkBack', { question: question(entry) })
          : sentence('history.marked', { question: question(entry), points }),
    })),
    ...decided.flatMap((decision) => {
      const what = decision.entry ? question(decision.entry) : sentence('history.wholeWork');
      const words = {
        excused: sentence('history.excused', { what }),
        override: sentence('history.pointsSet', { what, points: decision.points }),
        bonus: sentence('history.bonus', { n: decision.points }),
      }[decision.kind];
      return [
        { at: decision.at, by: decision.by, words: `${words}: ${decision.reason}` },
        ...(decision.undoneAt
          ? [
              {
                at: decision.undoneAt,
                by: decision.undoneBy ?? '',
                words: sentence('history.undone', { decision: words }),
              },
            ]
          : []),
      ];
    }),
  ];
  return lines
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .map((line) => ({ ...line, at: toMillis(line.at) }));
}
