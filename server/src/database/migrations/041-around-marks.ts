import type { Migration } from './migration';

const steps = [
  // A comment that is spoken: the address of the recording.
  'ALTER TABLE marks ADD COLUMN voice VARCHAR(60) NULL',
  'ALTER TABLE mark_log ADD COLUMN voice VARCHAR(60) NULL',
  // Answers that show what so many points mean; kept with the item, without a name.
  `CREATE TABLE anchor_answers (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    item_id INT UNSIGNED NOT NULL,
    part_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    response JSON NOT NULL,
    points DOUBLE NOT NULL,
    levels JSON NULL,
    note VARCHAR(500) NOT NULL DEFAULT '',
    kept_by INT UNSIGNED NOT NULL,
    kept_at DATETIME(3) NOT NULL,
    KEY part (item_id, part_id),
    FOREIGN KEY (item_id) REFERENCES items (id),
    FOREIGN KEY (kept_by) REFERENCES accounts (id)
  )`,
  // What staff note on a student's work, for themselves or for each other; never for the student.
  `CREATE TABLE attempt_notes (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    attempt_id INT UNSIGNED NOT NULL,
    author_id INT UNSIGNED NOT NULL,
    reach ENUM('mine', 'staff') NOT NULL,
    text VARCHAR(2000) NOT NULL,
    written_at DATETIME(3) NOT NULL,
    KEY attempt (attempt_id),
    FOREIGN KEY (attempt_id) REFERENCES attempts (id),
    FOREIGN KEY (author_id) REFERENCES accounts (id)
  )`,
];

/** What stands around marks: spoken comments, anchor answers, notes of staff. */
export const aroundMarks: Migration = {
  name: '041-around-marks',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    await run('DROP TABLE attempt_notes');
    await run('DROP TABLE anchor_answers');
    await run('ALTER TABLE mark_log DROP COLUMN voice');
    await run('ALTER TABLE marks DROP COLUMN voice');
  },
};
