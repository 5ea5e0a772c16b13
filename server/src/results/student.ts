/** One student's work on an assignment, every answer with its history. */
import type { StudentWork } from '@oaken/contract/results';
import { entriesOf } from '@oaken/core/forms';
import { asksFor, responsesInWords, rightInWords } from '@oaken/core/items';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import { readEvents } from '../attempts/events';
import { attemptForm, readAttempts, type Attempt } from '../attempts/given';
import type { Context } from '../context';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../http/problem';
import { readRecord } from '../attempts/record';
import { readLateAnswers } from './late-answers';
import { readRatings, readStatements } from './standards';
import { mayRun, rule } from '../access';

export async function readStudentWork(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  { assignmentId, studentId }: { assignmentId: number; studentId: number },
  attemptId?: number,
): Promise<StudentWork> {
  const { Assignment, AssignmentStudent } = database.models;
  const own = await Assignment.scope(rule('readableBy', me)).findByPk(assignmentId);
  const place = await AssignmentStudent.findOne({
    where: { assignmentId, studentId },
    include: ['student', 'class'],
  });
  if (!own || !place?.student) throw notFound('The student’s work');
  const attempts = await readAttempts(database, studentId, assignmentId);
  const shown =
    attempts.find(({ id }) => id === attemptId) ??
    attempts.find(({ counts }) => counts) ??
    attempts.at(-1);
  if (!shown) throw notFound('The student’s work');
  const { rules } = own;
  const { edition } = await editions.get(own.editionId);
  const order = entriesOf(edition).map(({ id }) => id);
  const record = await readRecord(database, shown.id, [
    'answers',
    'scores',
    'practice',
    'timeSpent',
  ]);
  const logged = await database.models.MarkLogEntry.findAll({
    where: { attemptId: shown.id },
    include: ['marker'],
    order: ['id'],
  });
  const marks = logged.map(({ entryId, marker, points, comment, markedAt }) => ({
    entry: entryId,
    by: marker?.fullName ?? '',
    points,
    comment,
    at: markedAt,
  }));
  const decided = await readDecisions(database, shown.id);
  const entries = entriesOf({ sections: attemptForm(edition, shown, rules).sections });
  const standards = [...new Set(entries.flatMap((entry) => entry.standards))].sort();
  const statements = await readStatements(database, standards);
  const ratings = await readRatings(database, assignmentId);
  return {
    title: own.title,
    student: { id: studentId, name: place.student.fullName, class: place.class?.name ?? 'Guests' },
    mayChange: await mayRun(database, me, assignmentId),
    attempt: {
      id: shown.id,
      number: shown.number,
      counts: Boolean(shown.counts),
      beganAt: toMillis(shown.beganAt),
      handedInAt: toMillisOrNull(shown.handedInAt),
      late: Boolean(shown.late),
      lateOff: Number(shown.lateOff),
      points: shown.counted,
      most: shown.most,
      excused: decided.some(
        (own) => own.undoneAt === null && own.entry === '' && own.kind === 'excused',
      ),
    },
    attempts: attempts.map(({ number, points, most, counts }) => ({
      number,
      points,
      most,
      counts: Boolean(counts),
    })),
    entries: entries.map((entry) => {
      const score = record.scores.get(entry.id);
      const practised = record.practice.get(entry.id);
      const responses = record.answers.get(entry.id) ?? {};
      const said = responsesInWords(entry.content, responses);
      const first = practised?.first ? responsesInWords(entry.content, practised.first) : said;
      const latest = new Map(
        marks.filter((one) => one.entry === entry.id).map((one) => [one.by, one]),
      );
      return {
        entry: entry.id,
        number: order.indexOf(entry.id) + 1,
        stem: entry.content.stem,
        asks: asksFor(entry.content),
        standards: entry.standards,
        said,
        first: first === said ? null : first,
        right: rightInWords(entry.content),
        points: score?.points ?? null,
        most: score?.most ?? entry.points,
        share: score && score.reached && score.most > 0 ? score.points / score.most : null,
        waits: score?.waits ?? false,
        tries: practised?.tries ?? 0,
        hints: practised?.hints ?? 0,
        shown: practised?.shown ?? false,
        ms: record.timeSpent.get(entry.id) ?? null,
        comments: [...latest.values()].map(({ by, points, comment }) => ({ by, points, comment })),
        settled: entry.settled ?? null,
      };
    }),
    lateAnswers: await readLateAnswers(
      database,
      shown.id,
      entries.map((entry) => ({ ...entry, number: order.indexOf(entry.id) + 1 })),
    ),
    adjustments: decided
      .filter(({ undoneAt }) => undoneAt === null)
      .map(({ id, entry, kind, points, reason, by, at }) => ({
        id,
        entry: entry || null,
        kind,
        points,
        reason,
        by,
        at: toMillis(at),
      })),
    ratings: standards.map((standard) => ({
      standard,
      statement: statements.get(standard) ?? '',
      rating: ratings.get(`${studentId} ${standard}`) ?? null,
    })),
    history: await readHistory(database, shown, place.student.fullName, marks, decided, order),
  };
}

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
  marks: { entry: string; by: string; points: number | null; at: Date }[],
  decided: Decision[],
  order: string[],
): Promise<StudentWork['history']> {
  const question = (entry: string) => `question ${order.indexOf(entry) + 1}`;
  const events = await readEvents(database, attempt.id);
  const lines: { at: Date; by: string; words: string }[] = [
    { at: attempt.beganAt, by: student, words: 'began' },
    ...(attempt.handedInAt
      ? [
          {
            at: attempt.handedInAt,
            by: attempt.handedInBy === 'student' ? student : '',
            words:
              attempt.handedInBy === 'server'
                ? 'time ran out: handed in with what was saved'
                : 'handed in',
          },
        ]
      : []),
    ...events,
    ...marks.map(({ at, by, entry, points }) => ({
      at,
      by,
      words:
        points === null
          ? `took the mark of ${question(entry)} back`
          : `marked ${question(entry)}: ${points}`,
    })),
    ...decided.flatMap((own) => {
      const what = own.entry ? question(own.entry) : 'the whole work';
      const words = {
        excused: `does not count ${what}`,
        override: `set ${what} to ${own.points}`,
        bonus: `gave ${own.points} besides`,
      }[own.kind];
      return [
        { at: own.at, by: own.by, words: `${words}: ${own.reason}` },
        ...(own.undoneAt
          ? [{ at: own.undoneAt, by: own.undoneBy ?? '', words: `took back: ${words}` }]
          : []),
      ];
    }),
  ];
  return lines
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .map((own) => ({ ...own, at: toMillis(own.at) }));
}
