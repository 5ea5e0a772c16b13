import type { Migration } from './migration';

export const watching: Migration = {
  name: '012-watching',
  async up(run) {
    // What a student's page last said of itself.
    await run(`CREATE TABLE presence (
      attempt_id INT UNSIGNED PRIMARY KEY,
      seen_at DATETIME(3) NOT NULL,
      entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NULL,
      hidden BOOLEAN NOT NULL DEFAULT FALSE,
      leaves SMALLINT UNSIGNED NOT NULL DEFAULT 0,
      FOREIGN KEY (attempt_id) REFERENCES attempts (id)
    )`);
    await run(
      `ALTER TABLE attempts ADD COLUMN paused_at DATETIME(3) NULL, ADD COLUMN paused_ms INT UNSIGNED NOT NULL DEFAULT 0`,
    );
    await run(`CREATE TABLE notices (
      id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
      assignment_id INT UNSIGNED NOT NULL,
      student_id INT UNSIGNED NULL,
      said_by INT UNSIGNED NOT NULL,
      text VARCHAR(500) NOT NULL,
      said_at DATETIME(3) NOT NULL,
      KEY assignment (assignment_id, id),
      FOREIGN KEY (assignment_id) REFERENCES assignments (id),
      FOREIGN KEY (student_id) REFERENCES accounts (id),
      FOREIGN KEY (said_by) REFERENCES accounts (id)
    )`);
    // Who did what to an attempt, and when.
    await run(`CREATE TABLE attempt_events (
      id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
      attempt_id INT UNSIGNED NOT NULL,
      done_by INT UNSIGNED NULL,
      what VARCHAR(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      done_at DATETIME(3) NOT NULL,
      KEY attempt (attempt_id, id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id),
      FOREIGN KEY (done_by) REFERENCES accounts (id)
    )`);
  },
  async down(run) {
    await run('DROP TABLE attempt_events');
    await run('DROP TABLE notices');
    await run('ALTER TABLE attempts DROP COLUMN paused_at, DROP COLUMN paused_ms');
    await run('DROP TABLE presence');
  },
};
