import type { Migration } from './migration';

/** Tables under the names that their models have. Columns below are named by the new name of their table. */
const tables = [
  ['student_supports', 'accommodations'],
  ['silences', 'connection_gaps'],
  ['plays', 'media_plays'],
  ['spent', 'time_spent'],
  ['practised', 'practice_records'],
  ['kept_searches', 'saved_searches'],
  ['enrolments', 'enrollments'],
  ['roll_changes', 'roster_changes'],
  ['second_readings', 'second_markings'],
  ['wrong_answers', 'rejected_answers'],
  ['repairs', 'rescores'],
  ['sheets', 'answer_sheets'],
  ['test_places', 'test_filings'],
  ['imports', 'item_imports'],
] as const;

const columns: Record<string, (readonly [before: string, after: string])[]> = {
  bank_shares: [['may', 'right']],
  test_shares: [['may', 'right']],
  files: [['whole', 'complete']],
  item_imports: [
    ['total', 'total_rows'],
    ['done', 'done_rows'],
    ['good', 'good_rows'],
    ['bad', 'bad_rows'],
    ['near', 'similar'],
  ],
  classes: [['put_away_at', 'archived_at']],
  class_teachers: [['part', 'role']],
  enrollments: [['roll_number', 'roster_number']],
  roster_changes: [
    ['by_id', 'made_by'],
    ['at', 'made_at'],
  ],
  scores: [
    ['most', 'max_points'],
    ['waits', 'needs_marking'],
  ],
  second_markings: [
    ['reader_id', 'second_marker_id'],
    ['asked_by', 'requested_by'],
    ['asked_at', 'requested_at'],
  ],
  second_marks: [
    ['reading_id', 'second_marking_id'],
    ['settled_by', 'adjudicated_by'],
    ['settled_at', 'adjudicated_at'],
  ],
  rescores: [
    ['words', 'summary'],
    ['gained', 'gained_count'],
    ['lost', 'lost_count'],
    ['told', 'students_told'],
  ],
  items: [
    ['seen_n', 'answer_count'],
    ['seen_share', 'average_score'],
    ['uses', 'use_count'],
    ['separation', 'item_rest_correlation'],
  ],
  item_enemies: [
    ['one_id', 'item_id'],
    ['other_id', 'enemy_id'],
  ],
  item_figures: [
    ['n', 'answer_count'],
    ['share', 'average_score'],
    ['separation', 'item_rest_correlation'],
  ],
  assignments: [
    ['given_by', 'assigned_by'],
    ['taken_back_at', 'unassigned_at'],
    ['late_off', 'late_deduction'],
    ['word', 'start_word'],
    ['wishes', 'recipients'],
  ],
  assignment_classes: [['whole', 'whole_class']],
  assignment_students: [['place', 'seat']],
  notices: [
    ['said_by', 'sent_by'],
    ['said_at', 'sent_at'],
  ],
  letters: [
    ['tries', 'attempt_count'],
    ['given_up_at', 'abandoned_at'],
  ],
  editions: [['items', 'item_count']],
  attempts: [
    ['place', 'seat'],
    ['most', 'max_points'],
    ['counted', 'counted_points'],
    ['late_off', 'late_deduction'],
    ['given', 'conditions'],
    ['left_at', 'stages_left_at'],
  ],
  late_answers: [['silent_from', 'offline_since']],
  attempt_events: [['what', 'event']],
  presence: [['leaves', 'left_page_count']],
  media_plays: [['times', 'play_count']],
  time_spent: [['ms', 'milliseconds']],
};

/** Tables and columns take the names that the code and the trade use. What they hold stays. */
export const names: Migration = {
  name: '026-names',
  async up(run) {
    for (const [before, after] of tables) await run(`RENAME TABLE ${before} TO ${after}`);
    for (const [table, renamed] of Object.entries(columns))
      for (const [before, after] of renamed)
        await run(`ALTER TABLE ${table} RENAME COLUMN ${before} TO \`${after}\``);
  },
  async down(run) {
    for (const [table, renamed] of Object.entries(columns))
      for (const [before, after] of renamed)
        await run(`ALTER TABLE ${table} RENAME COLUMN \`${after}\` TO ${before}`);
    for (const [before, after] of tables) await run(`RENAME TABLE ${after} TO ${before}`);
  },
};
