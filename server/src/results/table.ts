/** Gathers one assignment's work into what the analysis and the pages need. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import type { ScoreTable } from '@oaken/core/analysis';
import { entriesOf, type Edition, type EditionEntry } from '@oaken/core/forms';
import { countable, kindOf, type AnswerOption, type Part, type Responses } from '@oaken/core/items';
import type { Sequelize } from 'sequelize';
import { fromJson, rows } from '../database/connect';

export interface StudentLine {
  studentId: number;
  rollNumber: number;
  givenName: string;
  familyName: string;
  class: string;
  attemptId: number | null;
  beganAt: Date | null;
  handedInAt: Date | null;
  handedInBy: 'student' | 'server' | 'teacher' | null;
  late: number | null;
  excused: number | null;
  lateAnswers: number;
  arrivedAt: Date | null;
  points: number | null;
  most: number | null;
}

export interface Sheet {
  assignment: AssignmentRow;
  entries: EditionEntry[];
  students: StudentLine[];
  /** By attempt, then entry. */
  answers: Map<number, Map<string, Responses>>;
  scores: Map<number, Map<string, { points: number; most: number; reached: boolean; waits: boolean }>>;
}

export async function readSheet(database: Sequelize, assignment: AssignmentRow): Promise<Sheet> {
  const values = { id: assignment.id };
  const [editions, students, answers, scores] = await Promise.all([
    rows<{ content: unknown }>(
      database,
      'SELECT e.content FROM assignments a JOIN editions e ON e.id = a.edition_id WHERE a.id = :id',
      values,
    ),
    rows<StudentLine>(
      database,
      `SELECT s.id AS studentId, COALESCE(n.roll_number, 0) AS rollNumber, s.given_name AS givenName, s.family_name AS familyName,
              COALESCE(c.name, 'Guests') AS class, t.id AS attemptId, t.began_at AS beganAt, t.handed_in_at AS handedInAt,
              t.handed_in_by AS handedInBy, t.late, t.excused, t.arrived_at AS arrivedAt,
              (SELECT COUNT(*) FROM answers r WHERE r.attempt_id = t.id AND r.arrived_late) AS lateAnswers, t.counted AS points, t.most
         FROM assignment_students g JOIN accounts s ON s.id = g.student_id LEFT JOIN classes c ON c.id = g.class_id
         LEFT JOIN enrolments n ON n.class_id = g.class_id AND n.student_id = g.student_id
         LEFT JOIN attempts t ON t.assignment_id = g.assignment_id AND t.student_id = g.student_id AND t.counts
        WHERE g.assignment_id = :id AND (g.withdrawn_at IS NULL OR t.id IS NOT NULL) ORDER BY c.name IS NULL, c.name, n.roll_number, s.family_name`,
      values,
    ),
    rows<{ attempt: number; entry: string; responses: unknown }>(
      database,
      `SELECT r.attempt_id AS attempt, r.entry_id AS entry, r.responses
         FROM attempts t JOIN answers r ON r.attempt_id = t.id WHERE t.assignment_id = :id`,
      values,
    ),
    rows<{ attempt: number; entry: string; points: number; most: number; reached: number; waits: number }>(
      database,
      `SELECT s.attempt_id AS attempt, s.entry_id AS entry, s.points, s.most, s.reached, s.waits
         FROM attempts t JOIN scores s ON s.attempt_id = t.id WHERE t.assignment_id = :id`,
      values,
    ),
  ]);
  const byAttempt = gather(scores, ({ points, most, reached, waits }) => ({
    points,
    most,
    reached: Boolean(reached),
    waits: Boolean(waits),
  }));
  const edition = fromJson<Edition>(editions[0]!.content);
  return {
    assignment,
    entries: askedOf(edition, byAttempt),
    students,
    answers: gather(answers, ({ responses }) => fromJson<Responses>(responses)),
    scores: byAttempt,
  };
}

/** The entries of a test without draws; of one with draws or forms only those that somebody was given. */
function askedOf(edition: Edition, scores: Sheet['scores']): EditionEntry[] {
  const differs = edition.sections.some(({ draw }) => draw != null) || (edition.forms ?? []).length > 0;
  if (!differs) return entriesOf(edition);
  const asked = new Set([...scores.values()].flatMap((own) => [...own.keys()]));
  return entriesOf(edition).filter(({ id }) => asked.has(id));
}

function gather<Row extends { attempt: number; entry: string }, T>(list: Row[], value: (row: Row) => T) {
  const byAttempt = new Map<number, Map<string, T>>();
  for (const one of list) {
    const held = byAttempt.get(one.attempt) ?? new Map<string, T>();
    byAttempt.set(one.attempt, held.set(one.entry, value(one)));
  }
  return byAttempt;
}

/** The part whose choices are counted: the first that has any. */
export function choicePart({ content }: EditionEntry): { part: Part; options: AnswerOption[] } | null {
  for (const part of content.parts) {
    const options = kindOf(part).options?.(part);
    if (options) return { part, options };
  }
  return null;
}

/** The work that was handed in, as the analysis reads it; rows in the order of `finished`. */
export function tableOf(
  { entries, answers, scores }: Pick<Sheet, 'entries' | 'answers' | 'scores'>,
  finished: readonly { attemptId: number | null }[],
): ScoreTable {
  const k = entries.length;
  const points = new Float64Array(finished.length * k).fill(NaN);
  const chosen = new Uint32Array(finished.length * k);
  const counted = entries.map(choicePart);
  const differing = finished.some(({ attemptId }) => entries.some(({ id }) => !scores.get(attemptId!)?.has(id)));
  finished.forEach(({ attemptId }, s) => {
    entries.forEach(({ id }, i) => {
      const score = scores.get(attemptId!)?.get(id);
      // What waits to be marked says nothing about the item yet.
      if (!score?.reached || score.waits || score.most === 0) return;
      points[s * k + i] = score.points;
      const own = counted[i];
      if (!own) return;
      for (const choice of countable(own.part, answers.get(attemptId!)?.get(id) ?? {}).chosen) {
        const at = own.options.findIndex((option) => option.id === choice);
        if (at >= 0) chosen[s * k + i]! |= 1 << at;
      }
    });
  });
  return {
    students: finished.length,
    items: k,
    points,
    most: Float64Array.from(entries, (entry) => entry.points),
    chosen,
    choices: Uint8Array.from(counted, (own) => own?.options.length ?? 0),
    differing,
  };
}
