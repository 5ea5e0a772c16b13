import type { Migration } from './migration';

export const marking: Migration = {
  name: '013-marking',
  async up(run) {
    const columns = `attempt_id INT UNSIGNED NOT NULL,
      entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      part_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      points DOUBLE NULL,
      comment VARCHAR(2000) NOT NULL DEFAULT '',
      marked_by INT UNSIGNED NOT NULL,
      marked_at DATETIME(3) NOT NULL`;
    // The mark that stands, in the part's own points; without points it was taken back.
    await run(`CREATE TABLE marks (${columns}, version INT UNSIGNED NOT NULL DEFAULT 1, PRIMARY KEY (attempt_id, entry_id, part_id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id), FOREIGN KEY (marked_by) REFERENCES accounts (id))`);
    // Every mark that was ever given, by whom and when.
    await run(`CREATE TABLE mark_log (id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY, ${columns}, KEY attempt (attempt_id, entry_id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id), FOREIGN KEY (marked_by) REFERENCES accounts (id))`);
  },
  async down(run) {
    await run('DROP TABLE mark_log');
    await run('DROP TABLE marks');
  },
};
