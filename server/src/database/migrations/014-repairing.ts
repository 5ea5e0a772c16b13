import type { Migration } from './migration';

const steps = [
  // An item whose score was settled for everybody says nothing about itself any more.
  `ALTER TABLE edition_revisions ADD COLUMN settled ENUM('all-points', 'left-out') NULL`,
  // Editions never change: a repair makes another one, and undoing it goes back to the one before.
  `CREATE TABLE repairs (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    assignment_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    edition_before INT UNSIGNED NOT NULL,
    edition_after INT UNSIGNED NOT NULL,
    words VARCHAR(4000) NOT NULL,
    reason VARCHAR(500) NOT NULL,
    gained SMALLINT UNSIGNED NOT NULL,
    lost SMALLINT UNSIGNED NOT NULL,
    told BOOLEAN NOT NULL,
    made_by INT UNSIGNED NOT NULL,
    made_at DATETIME(3) NOT NULL,
    undone_by INT UNSIGNED NULL,
    undone_at DATETIME(3) NULL,
    KEY assignment (assignment_id),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (edition_before) REFERENCES editions (id),
    FOREIGN KEY (edition_after) REFERENCES editions (id),
    FOREIGN KEY (made_by) REFERENCES accounts (id),
    FOREIGN KEY (undone_by) REFERENCES accounts (id)
  )`,
  // What a teacher decided about one student's work; without an entry about the whole of it.
  `CREATE TABLE adjustments (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    attempt_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '',
    kind ENUM('excused', 'override', 'bonus') NOT NULL,
    points DOUBLE NULL,
    reason VARCHAR(500) NOT NULL,
    made_by INT UNSIGNED NOT NULL,
    made_at DATETIME(3) NOT NULL,
    undone_by INT UNSIGNED NULL,
    undone_at DATETIME(3) NULL,
    KEY attempt (attempt_id),
    FOREIGN KEY (attempt_id) REFERENCES attempts (id),
    FOREIGN KEY (made_by) REFERENCES accounts (id),
    FOREIGN KEY (undone_by) REFERENCES accounts (id)
  )`,
  `ALTER TABLE attempts ADD COLUMN excused BOOLEAN NOT NULL DEFAULT FALSE`,
];

export const repairing: Migration = {
  name: '014-repairing',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    await run('ALTER TABLE attempts DROP COLUMN excused');
    await run('DROP TABLE adjustments');
    await run('DROP TABLE repairs');
    await run('ALTER TABLE edition_revisions DROP COLUMN settled');
  },
};
