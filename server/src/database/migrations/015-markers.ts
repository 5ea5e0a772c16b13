import type { Migration } from './migration';

const place = `assignment_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    part_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL`;

const steps = [
  // Which level was given for each criterion of the guide.
  'ALTER TABLE marks ADD COLUMN levels JSON NULL',
  'ALTER TABLE mark_log ADD COLUMN levels JSON NULL',
  // Somebody else marks the same answers without seeing names or marks.
  `CREATE TABLE second_readings (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    ${place},
    reader_id INT UNSIGNED NOT NULL,
    asked_by INT UNSIGNED NOT NULL,
    asked_at DATETIME(3) NOT NULL,
    UNIQUE KEY one_each (assignment_id, entry_id, part_id),
    KEY reader (reader_id),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (reader_id) REFERENCES accounts (id),
    FOREIGN KEY (asked_by) REFERENCES accounts (id)
  )`,
  // Agreement is reckoned from the marks as they were given blind: the first ones are kept when a difference is settled.
  `CREATE TABLE second_marks (
    reading_id INT UNSIGNED NOT NULL,
    attempt_id INT UNSIGNED NOT NULL,
    points DOUBLE NULL,
    comment VARCHAR(2000) NOT NULL DEFAULT '',
    levels JSON NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    marked_at DATETIME(3) NOT NULL,
    first_points DOUBLE NULL,
    settled_by INT UNSIGNED NULL,
    settled_at DATETIME(3) NULL,
    PRIMARY KEY (reading_id, attempt_id),
    FOREIGN KEY (reading_id) REFERENCES second_readings (id) ON DELETE CASCADE,
    FOREIGN KEY (attempt_id) REFERENCES attempts (id),
    FOREIGN KEY (settled_by) REFERENCES accounts (id)
  )`,
  // Short answers that the key does not know and that a teacher looked at: they stay wrong and are not shown again.
  `CREATE TABLE wrong_answers (
    ${place},
    spelling VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
    decided_by INT UNSIGNED NOT NULL,
    decided_at DATETIME(3) NOT NULL,
    PRIMARY KEY (assignment_id, entry_id, part_id, spelling),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (decided_by) REFERENCES accounts (id)
  )`,
];

export const markers: Migration = {
  name: '015-markers',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    for (const table of ['wrong_answers', 'second_marks', 'second_readings'])
      await run(`DROP TABLE ${table}`);
    await run('ALTER TABLE mark_log DROP COLUMN levels');
    await run('ALTER TABLE marks DROP COLUMN levels');
  },
};
