import type { Migration } from './migration';

/** Asking a class now: how a round stands, who is in it, and what was answered. */
export const rounds: Migration = {
  name: '031-rounds',
  async up(run) {
    await run(`CREATE TABLE rounds (
      id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
      school_id INT UNSIGNED NOT NULL,
      owner_id INT UNSIGNED NOT NULL,
      class_id INT UNSIGNED NOT NULL,
      edition_id INT UNSIGNED NOT NULL,
      title VARCHAR(200) NOT NULL,
      state JSON NOT NULL,
      version INT UNSIGNED NOT NULL DEFAULT 0,
      client_key CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      created_at DATETIME(3) NOT NULL,
      ended_at DATETIME(3) NULL,
      assignment_id INT UNSIGNED NULL,
      UNIQUE KEY once (owner_id, client_key),
      KEY class (class_id, ended_at),
      FOREIGN KEY (school_id) REFERENCES schools (id),
      FOREIGN KEY (owner_id) REFERENCES accounts (id),
      FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
      FOREIGN KEY (edition_id) REFERENCES editions (id),
      FOREIGN KEY (assignment_id) REFERENCES assignments (id)
    )`);
    await run(`CREATE TABLE round_participants (
      round_id INT UNSIGNED NOT NULL,
      student_id INT UNSIGNED NOT NULL,
      joined_at DATETIME(3) NOT NULL,
      seen_at DATETIME(3) NOT NULL,
      PRIMARY KEY (round_id, student_id),
      FOREIGN KEY (round_id) REFERENCES rounds (id) ON DELETE CASCADE,
      FOREIGN KEY (student_id) REFERENCES accounts (id)
    )`);
    // What came after the question was closed is kept beside what counts.
    await run(`CREATE TABLE round_answers (
      round_id INT UNSIGNED NOT NULL,
      asking_id VARCHAR(26) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      student_id INT UNSIGNED NOT NULL,
      number INT UNSIGNED NOT NULL DEFAULT 0,
      responses JSON NULL,
      late_responses JSON NULL,
      answered_at DATETIME(3) NOT NULL,
      PRIMARY KEY (round_id, asking_id, student_id),
      FOREIGN KEY (round_id) REFERENCES rounds (id) ON DELETE CASCADE,
      FOREIGN KEY (student_id) REFERENCES accounts (id)
    )`);
  },
  async down(run) {
    await run('DROP TABLE round_answers');
    await run('DROP TABLE round_participants');
    await run('DROP TABLE rounds');
  },
};
