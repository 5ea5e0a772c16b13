/** A test of many items, and assignments of it that whole grades have handed in; for the benches that read much. */
import { scoreAttempt } from '@oaken/core/attempts';
import type { Edition, EditionEntry } from '@oaken/core/forms';
import { kindOf, type ItemContent } from '@oaken/core/items';
import type { Random } from '@oaken/core/random';
import { pool } from './load';

/** @param teacher who gives it */
export async function largeTest(teacher: number, items: number, random: Random) {
  const chosen: { item: number; revision: number; content: unknown }[] = await pool.query(
    `SELECT i.id AS item, r.id AS revision, r.content FROM items i JOIN revisions r ON r.id = i.revision_id
    WHERE r.kind IN ('single-choice', 'numeric', 'short-text', 'true-false') ORDER BY i.id LIMIT ${items}`,
  );
  const entries = chosen.map(({ item, revision, content }, index): EditionEntry => ({
    id: `b${index}`,
    itemId: item,
    revisionId: revision,
    points: 1,
    content: (typeof content === 'string' ? JSON.parse(content) : content) as ItemContent,
    standards: ['MA.6.RAT.1'],
    depth: 1,
  }));
  const edition: Edition = {
    title: 'Bench',
    directions: '',
    subject: 'Mathematics',
    deal: 'bench',
    sections: [{ id: 's', title: '', directions: '', entries }],
  };
  const [{ rules }] = await pool.query('SELECT rules FROM assignments WHERE id = 1');

  /** An assignment that so many students have handed in. */
  async function handedIn(students: number[]): Promise<number> {
    const now = new Date(Date.now() - 60_000);
    const { insertId: editionId } = await pool.query(
      'INSERT INTO editions (test_id, content, item_count, points, created_at) VALUES (1, ?, ?, ?, ?)',
      [JSON.stringify(edition), items, items, now],
    );
    await pool.batch(
      'INSERT INTO edition_revisions (edition_id, entry_id, item_id, revision_id) VALUES (?, ?, ?, ?)',
      entries.map((entry) => [editionId, entry.id, entry.itemId, entry.revisionId]),
    );
    const { insertId } = await pool.query(
      `INSERT INTO assignments (school_id, edition_id, assigned_by, title, kind, opens_at, closes_at, rules, recipients, start_word, instructions, note, client_key, created_at)
     VALUES (1, ?, ?, 'Bench', 'test', ?, ?, ?, NULL, '', '', '', UUID(), ?)`,
      [
        editionId,
        teacher,
        new Date(Date.now() - 7_200_000),
        now,
        JSON.stringify(typeof rules === 'string' ? JSON.parse(rules) : rules),
        now,
      ],
    );
    const id = Number(insertId);
    await pool.batch(
      'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, 1, ?)',
      students.map((student, index) => [id, student, index]),
    );
    await pool.batch(
      "INSERT INTO attempts (assignment_id, student_id, number, seed, seat, began_at, handed_in_at, handed_in_by, counts) VALUES (?, ?, 1, 'seedseedseedseedseed00', ?, ?, ?, 'student', TRUE)",
      students.map((student, index) => [
        id,
        student,
        index,
        new Date(now.getTime() - 1_200_000),
        now,
      ]),
    );
    const attempts: { id: number }[] = await pool.query(
      'SELECT id FROM attempts WHERE assignment_id = ? ORDER BY id',
      [id],
    );
    const answers: unknown[][] = [];
    const scores: unknown[][] = [];
    const sums: unknown[][] = [];
    for (const attempt of attempts) {
      const given = new Map(
        entries.map(({ id: entry, content }) => {
          const [part] = content.parts;
          const options = kindOf(part!).options?.(part!);
          const response = options
            ? options[random.below(options.length)]!.id
            : String(random.below(40));
          return [entry, { [part!.id]: response }];
        }),
      );
      const scored = scoreAttempt(edition, given, {
        seed: 'seedseedseedseedseed00',
        rules: { shuffleItems: false, shuffleChoices: false },
        ranOut: false,
      });
      for (const [entry, responses] of given)
        answers.push([attempt.id, entry, 1, 'benchdevice0', JSON.stringify(responses), false, now]);
      for (const entryScore of scored)
        scores.push([
          attempt.id,
          entryScore.entry,
          entryScore.points,
          entryScore.maxPoints,
          entryScore.reached,
          entryScore.needsMarking,
        ]);
      const points = scored.reduce((sum, entryScore) => sum + entryScore.points, 0);
      sums.push([points, points, items, attempt.id]);
    }
    await pool.batch(
      'INSERT INTO answers (attempt_id, entry_id, number, device, responses, flagged, saved_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
      answers,
    );
    await pool.batch(
      'INSERT INTO scores (attempt_id, entry_id, points, max_points, reached, needs_marking) VALUES (?, ?, ?, ?, ?, ?)',
      scores,
    );
    await pool.batch(
      'UPDATE attempts SET points = ?, counted_points = ?, max_points = ? WHERE id = ?',
      sums,
    );
    return id;
  }
  return { edition, entries, handedIn };
}
