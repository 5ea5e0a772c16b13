import type { Migration } from './migration';

const id = 'CHAR(22) CHARACTER SET ascii COLLATE ascii_bin';

const printedSheets = `CREATE TABLE printed_sheets (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  assignment_id INT UNSIGNED NOT NULL,
  edition_id INT UNSIGNED NOT NULL,
  student_id INT UNSIGNED NULL,
  sheet SMALLINT UNSIGNED NOT NULL,
  layout_check SMALLINT UNSIGNED NOT NULL,
  roster_number SMALLINT UNSIGNED NULL,
  paper ENUM('a4', 'letter') NOT NULL,
  form VARCHAR(24) NULL,
  seat SMALLINT UNSIGNED NOT NULL DEFAULT 0,
  seed ${id} NOT NULL,
  conditions JSON NOT NULL,
  printed_by INT UNSIGNED NOT NULL,
  printed_at DATETIME(3) NOT NULL,
  attempt_id INT UNSIGNED NULL,
  page_count TINYINT UNSIGNED NOT NULL,
  KEY code (sheet, layout_check, id),
  KEY assignment (assignment_id),
  UNIQUE KEY attempt (attempt_id),
  FOREIGN KEY (assignment_id) REFERENCES assignments (id),
  FOREIGN KEY (edition_id) REFERENCES editions (id),
  FOREIGN KEY (student_id) REFERENCES accounts (id),
  FOREIGN KEY (printed_by) REFERENCES accounts (id),
  FOREIGN KEY (attempt_id) REFERENCES attempts (id)
)`;

const scans = `CREATE TABLE scans (
  id ${id} PRIMARY KEY,
  school_id INT UNSIGNED NOT NULL,
  brought_by INT UNSIGNED NULL,
  assignment_id INT UNSIGNED NULL,
  name VARCHAR(200) NOT NULL,
  state ENUM('reading', 'done', 'cancelled', 'failed') NOT NULL,
  page_count SMALLINT UNSIGNED NULL,
  read_count SMALLINT UNSIGNED NOT NULL DEFAULT 0,
  message VARCHAR(300) NOT NULL DEFAULT '',
  created_at DATETIME(3) NOT NULL,
  KEY turn (state, created_at),
  KEY assignment (assignment_id, created_at),
  FOREIGN KEY (school_id) REFERENCES schools (id),
  FOREIGN KEY (brought_by) REFERENCES accounts (id),
  FOREIGN KEY (assignment_id) REFERENCES assignments (id)
)`;

const scanChunks = `CREATE TABLE scan_chunks (
  scan_id ${id} NOT NULL,
  number INT UNSIGNED NOT NULL,
  bytes MEDIUMBLOB NOT NULL,
  PRIMARY KEY (scan_id, number),
  FOREIGN KEY (scan_id) REFERENCES scans (id) ON DELETE CASCADE
)`;

const scannedPages = `CREATE TABLE scanned_pages (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  scan_id ${id} NOT NULL,
  position SMALLINT UNSIGNED NOT NULL,
  assignment_id INT UNSIGNED NULL,
  printed_sheet_id INT UNSIGNED NULL,
  page TINYINT UNSIGNED NULL,
  roster_number SMALLINT UNSIGNED NULL,
  state ENUM('waiting', 'taken', 'left-out') NOT NULL,
  problem ENUM('no-sheet', 'no-code', 'foreign', 'whose', 'doubled', 'same-again', 'answered') NULL,
  reading JSON NULL,
  open_rows SMALLINT UNSIGNED NOT NULL DEFAULT 0,
  picture_id ${id} NOT NULL,
  read_at DATETIME(3) NOT NULL,
  UNIQUE KEY once (scan_id, position),
  KEY assignment (assignment_id, state),
  KEY sheet (printed_sheet_id, page),
  FOREIGN KEY (scan_id) REFERENCES scans (id) ON DELETE CASCADE,
  FOREIGN KEY (assignment_id) REFERENCES assignments (id),
  FOREIGN KEY (printed_sheet_id) REFERENCES printed_sheets (id),
  FOREIGN KEY (picture_id) REFERENCES files (id)
)`;

const pageDecisions = `CREATE TABLE page_decisions (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  scanned_page_id INT UNSIGNED NOT NULL,
  row_index SMALLINT UNSIGNED NULL,
  was VARCHAR(60) NOT NULL,
  became VARCHAR(60) NOT NULL,
  decided_by INT UNSIGNED NOT NULL,
  decided_at DATETIME(3) NOT NULL,
  FOREIGN KEY (scanned_page_id) REFERENCES scanned_pages (id) ON DELETE CASCADE,
  FOREIGN KEY (decided_by) REFERENCES accounts (id)
)`;

/** Answer sheets on paper: what was printed, what came back, and what was decided about it. */
export const answerSheets: Migration = {
  name: '034-answer-sheets',
  async up(run) {
    await run(
      `ALTER TABLE attempts MODIFY handed_in_by ENUM('student', 'server', 'teacher', 'paper') NULL`,
    );
    for (const table of [printedSheets, scans, scanChunks, scannedPages, pageDecisions])
      await run(table);
  },
  async down(run) {
    for (const table of [
      'page_decisions',
      'scanned_pages',
      'scan_chunks',
      'scans',
      'printed_sheets',
    ])
      await run(`DROP TABLE ${table}`);
    await run(`UPDATE attempts SET handed_in_by = 'student' WHERE handed_in_by = 'paper'`);
    await run(`ALTER TABLE attempts MODIFY handed_in_by ENUM('student', 'server', 'teacher') NULL`);
  },
};
