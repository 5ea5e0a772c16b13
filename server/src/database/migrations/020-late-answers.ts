import type { Migration } from './migration';

export const lateAnswers: Migration = {
  name: '020-late-answers',
  async up(run) {
    // Times in which nothing was heard of a student's page: only then can an answer have been written and not sent.
    await run(`CREATE TABLE silences (
      id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
      attempt_id INT UNSIGNED NOT NULL,
      began_at DATETIME(3) NOT NULL,
      ended_at DATETIME(3) NOT NULL,
      KEY attempt (attempt_id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id)
    )`);
    // Answers that arrived after their end and wait for the teacher, or were decided about.
    await run(`CREATE TABLE late_answers (
      attempt_id INT UNSIGNED NOT NULL,
      entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      number INT UNSIGNED NOT NULL,
      device CHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      responses JSON NOT NULL,
      flagged BOOLEAN NOT NULL,
      written_at DATETIME(3) NOT NULL,
      arrived_at DATETIME(3) NOT NULL,
      silent_from DATETIME(3) NOT NULL,
      decision ENUM('waiting', 'counted', 'refused') NOT NULL DEFAULT 'waiting',
      decided_by INT UNSIGNED NULL,
      decided_at DATETIME(3) NULL,
      PRIMARY KEY (attempt_id, entry_id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id),
      FOREIGN KEY (decided_by) REFERENCES accounts (id)
    )`);
  },
  async down(run) {
    await run('DROP TABLE late_answers');
    await run('DROP TABLE silences');
  },
};
