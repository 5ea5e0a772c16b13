import type { Migration } from './migration';

const steps = [
  // How long each question was open on each page of an attempt, in ms; a page only ever adds to its own.
  `CREATE TABLE spent (
    attempt_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    page VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    ms INT UNSIGNED NOT NULL,
    PRIMARY KEY (attempt_id, entry_id, page),
    FOREIGN KEY (attempt_id) REFERENCES attempts (id)
  )`,
  // A teacher's own view of a student's work on a standard, 1 to 4; for staff only. The latest stands.
  `CREATE TABLE ratings (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    assignment_id INT UNSIGNED NOT NULL,
    student_id INT UNSIGNED NOT NULL,
    standard VARCHAR(60) NOT NULL,
    rating TINYINT UNSIGNED NULL,
    rated_by INT UNSIGNED NOT NULL,
    rated_at DATETIME(3) NOT NULL,
    KEY work (assignment_id, student_id, standard),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (student_id) REFERENCES accounts (id),
    FOREIGN KEY (rated_by) REFERENCES accounts (id)
  )`,
  // Answers that were gathered elsewhere, as they came.
  `CREATE TABLE sheets (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    owner_id INT UNSIGNED NOT NULL,
    title VARCHAR(200) NOT NULL,
    answers LONGTEXT NOT NULL,
    answer_key MEDIUMTEXT NULL,
    created_at DATETIME(3) NOT NULL,
    KEY owner (owner_id),
    FOREIGN KEY (owner_id) REFERENCES accounts (id)
  )`,
  // An item's observed figures in each grade, from all work that was ever handed in on it.
  `CREATE TABLE item_figures (
    item_id INT UNSIGNED NOT NULL,
    grade TINYINT UNSIGNED NOT NULL,
    n INT UNSIGNED NOT NULL,
    share DOUBLE NOT NULL,
    separation DOUBLE NULL,
    PRIMARY KEY (item_id, grade),
    FOREIGN KEY (item_id) REFERENCES items (id)
  )`,
];

export const reading: Migration = {
  name: '016-reading',
  async up(run) {
    for (const step of steps) await run(step);
    // Figures by grade are gathered with the next renewal.
    await run('UPDATE assignments SET figures_at = NULL');
  },
  async down(run) {
    for (const table of ['item_figures', 'sheets', 'ratings', 'spent'])
      await run(`DROP TABLE ${table}`);
  },
};
