/** What of results stays SQL. */
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect';

/** One work with what each of its questions earned. */
export interface ScoredWork {
  assignmentId: number;
  editionId: number;
  title: string;
  at: Date;
  studentId: number;
  scores: { entry: string; points: number; maxPoints: number }[];
}

/** Between the parts of a score, and between scores; neither stands in the id of an entry. */
const [inside, between] = ['\t', '\n'];

/**
 * Marked scores of students in counting work of some assignments. SQL, because over a year it reads
 * hundreds of thousands of scores: those of a work come as one text, of which a row each would cost
 * more than the statement. Measured: 35 ms for 24,000 scores, one row by its key 1.1 ms.
 */
export async function scoredWorks(
  database: Database,
  wanted: {
    assignmentIds: readonly number[];
    students: readonly number[];
    from: Date | null;
    to: Date | null;
  },
): Promise<ScoredWork[]> {
  if (wanted.assignmentIds.length === 0 || wanted.students.length === 0) return [];
  const works = await database.query<Omit<ScoredWork, 'scores'> & { scores: string }>(
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, a.title,
            COALESCE(a.closes_at, t.handed_in_at) AS at, t.student_id AS studentId,
            GROUP_CONCAT(s.entry_id, '${inside}', s.points, '${inside}', s.max_points
                         ORDER BY s.entry_id SEPARATOR '${between}') AS scores
       FROM attempts t JOIN assignments a ON a.id = t.assignment_id JOIN scores s ON s.attempt_id = t.id
       AND NOT s.needs_marking AND s.max_points > 0
      WHERE t.student_id IN (:students) AND a.id IN (:assignmentIds) AND t.counts AND NOT t.excused
        AND t.handed_in_at IS NOT NULL
        AND (:from IS NULL OR t.handed_in_at >= :from) AND (:to IS NULL OR t.handed_in_at < :to)
      GROUP BY t.id`,
    { type: QueryTypes.SELECT, replacements: { ...wanted } },
  );
  return works.map(({ scores, ...work }) => ({
    ...work,
    scores: scores.split(between).map((score) => {
      const [entry = '', points, maxPoints] = score.split(inside);
      return { entry, points: Number(points), maxPoints: Number(maxPoints) };
    }),
  }));
}

/**
 * How the scores of assignments are spread: students by tenth of the points possible. SQL, because
 * it counts every attempt of a year, of which ten numbers for each assignment are wanted.
 */
export async function spreadsOf(
  database: Database,
  assignmentIds: readonly number[],
): Promise<Map<number, number[]>> {
  if (assignmentIds.length === 0) return new Map();
  const counted = await database.query<{ assignmentId: number; tenth: number; students: number }>(
    `SELECT t.assignment_id AS assignmentId,
            LEAST(9, GREATEST(0, FLOOR(10 * t.counted_points / t.max_points + 1e-9))) AS tenth,
            COUNT(*) AS students
       FROM attempts t
      WHERE t.assignment_id IN (:assignmentIds) AND t.counts AND NOT t.excused AND t.max_points > 0
        AND t.handed_in_at IS NOT NULL AND t.id NOT IN
            (SELECT s.attempt_id FROM scores s WHERE s.needs_marking = 1)
      GROUP BY assignmentId, tenth`,
    { type: QueryTypes.SELECT, replacements: { assignmentIds } },
  );
  const spreads = new Map<number, number[]>();
  for (const { assignmentId, tenth, students } of counted) {
    const spread = spreads.get(assignmentId) ?? Array.from({ length: 10 }, () => 0);
    spread[Number(tenth)] = Number(students);
    spreads.set(assignmentId, spread);
  }
  return spreads;
}
