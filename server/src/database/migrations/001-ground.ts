import type { Migration } from './migration';

/** All times are UTC. Ids are unsigned so that a negative one is refused by the database as well. */
const tables = [
  `CREATE TABLE schools (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(120) NOT NULL,
    zone VARCHAR(60) NOT NULL,
    created_at DATETIME(3) NOT NULL
  )`,
  `CREATE TABLE accounts (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    school_id INT UNSIGNED NOT NULL,
    role ENUM('administrator', 'teacher', 'student') NOT NULL,
    given_name VARCHAR(80) NOT NULL,
    family_name VARCHAR(80) NOT NULL,
    sign_in_name VARCHAR(120) NULL,
    student_number VARCHAR(40) NULL,
    grade TINYINT UNSIGNED NULL,
    secret_hash VARCHAR(200) NOT NULL,
    disabled_at DATETIME(3) NULL,
    signed_in_at DATETIME(3) NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY sign_in_name (sign_in_name),
    UNIQUE KEY student_number (school_id, student_number),
    FOREIGN KEY (school_id) REFERENCES schools (id)
  )`,
  `CREATE TABLE sessions (
    token_hash BINARY(32) PRIMARY KEY,
    account_id INT UNSIGNED NOT NULL,
    csrf CHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    KEY expires_at (expires_at),
    FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE sign_in_failures (
    subject VARCHAR(160) PRIMARY KEY,
    failures INT UNSIGNED NOT NULL,
    last_at DATETIME(3) NOT NULL,
    blocked_until DATETIME(3) NULL,
    KEY last_at (last_at)
  )`,
  `CREATE TABLE frameworks (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    name VARCHAR(200) NOT NULL,
    publisher VARCHAR(200) NOT NULL,
    created_at DATETIME(3) NOT NULL
  )`,
  `CREATE TABLE standards (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    framework_id INT UNSIGNED NOT NULL,
    parent_id INT UNSIGNED NULL,
    code VARCHAR(60) NOT NULL,
    statement VARCHAR(1000) NOT NULL,
    subject VARCHAR(60) NOT NULL,
    position INT UNSIGNED NOT NULL,
    UNIQUE KEY code (framework_id, code),
    KEY parent (parent_id, position),
    FOREIGN KEY (framework_id) REFERENCES frameworks (id),
    FOREIGN KEY (parent_id) REFERENCES standards (id)
  )`,
  `CREATE TABLE standard_grades (
    standard_id INT UNSIGNED NOT NULL,
    grade TINYINT UNSIGNED NOT NULL,
    PRIMARY KEY (standard_id, grade),
    KEY grade (grade, standard_id),
    FOREIGN KEY (standard_id) REFERENCES standards (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE banks (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    school_id INT UNSIGNED NOT NULL,
    owner_id INT UNSIGNED NULL,
    reach ENUM('mine', 'school', 'everybody') NOT NULL,
    name VARCHAR(120) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    KEY reach (school_id, reach),
    FOREIGN KEY (school_id) REFERENCES schools (id),
    FOREIGN KEY (owner_id) REFERENCES accounts (id)
  )`,
  `CREATE TABLE folders (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    bank_id INT UNSIGNED NOT NULL,
    parent_id INT UNSIGNED NULL,
    name VARCHAR(120) NOT NULL,
    position INT UNSIGNED NOT NULL,
    KEY tree (bank_id, parent_id, position),
    FOREIGN KEY (bank_id) REFERENCES banks (id),
    FOREIGN KEY (parent_id) REFERENCES folders (id)
  )`,
  `CREATE TABLE items (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    bank_id INT UNSIGNED NOT NULL,
    folder_id INT UNSIGNED NULL,
    revision_id INT UNSIGNED NULL,
    created_by INT UNSIGNED NOT NULL,
    created_at DATETIME(3) NOT NULL,
    retired_at DATETIME(3) NULL,
    seen_n INT UNSIGNED NOT NULL DEFAULT 0,
    seen_share DOUBLE NOT NULL DEFAULT 0,
    KEY bank (bank_id, folder_id, retired_at),
    KEY revision (revision_id),
    FOREIGN KEY (bank_id) REFERENCES banks (id),
    FOREIGN KEY (folder_id) REFERENCES folders (id),
    FOREIGN KEY (created_by) REFERENCES accounts (id)
  )`,
  `CREATE TABLE tests (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    school_id INT UNSIGNED NOT NULL,
    owner_id INT UNSIGNED NOT NULL,
    title VARCHAR(200) NOT NULL,
    outline JSON NOT NULL,
    version INT UNSIGNED NOT NULL DEFAULT 1,
    client_key CHAR(36) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    changed_at DATETIME(3) NOT NULL,
    removed_at DATETIME(3) NULL,
    UNIQUE KEY client_key (owner_id, client_key),
    KEY owner (owner_id, removed_at, changed_at),
    FOREIGN KEY (school_id) REFERENCES schools (id),
    FOREIGN KEY (owner_id) REFERENCES accounts (id)
  )`,
  // A revision with a test belongs to that test alone: the bank's own item does not know it.
  `CREATE TABLE revisions (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    item_id INT UNSIGNED NOT NULL,
    number INT UNSIGNED NOT NULL,
    test_id INT UNSIGNED NULL,
    based_on_id INT UNSIGNED NULL,
    content JSON NOT NULL,
    words TEXT NOT NULL,
    kind VARCHAR(40) NOT NULL,
    points DOUBLE NOT NULL,
    subject VARCHAR(60) NOT NULL,
    depth TINYINT UNSIGNED NULL,
    seconds INT UNSIGNED NULL,
    created_by INT UNSIGNED NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY number (item_id, test_id, number),
    KEY kind (kind, depth),
    KEY subject (subject),
    FULLTEXT KEY words (words),
    FOREIGN KEY (item_id) REFERENCES items (id),
    FOREIGN KEY (test_id) REFERENCES tests (id),
    FOREIGN KEY (based_on_id) REFERENCES revisions (id),
    FOREIGN KEY (created_by) REFERENCES accounts (id)
  )`,
  `ALTER TABLE items ADD FOREIGN KEY item_revision (revision_id) REFERENCES revisions (id)`,
  `CREATE TABLE revision_standards (
    revision_id INT UNSIGNED NOT NULL,
    standard_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (revision_id, standard_id),
    KEY standard (standard_id, revision_id),
    FOREIGN KEY (revision_id) REFERENCES revisions (id) ON DELETE CASCADE,
    FOREIGN KEY (standard_id) REFERENCES standards (id)
  )`,
  `CREATE TABLE revision_grades (
    revision_id INT UNSIGNED NOT NULL,
    grade TINYINT UNSIGNED NOT NULL,
    PRIMARY KEY (revision_id, grade),
    KEY grade (grade, revision_id),
    FOREIGN KEY (revision_id) REFERENCES revisions (id) ON DELETE CASCADE
  )`,
  // Follows tests.outline, so that the database itself keeps a pinned revision and "where used" is one lookup.
  `CREATE TABLE test_revisions (
    test_id INT UNSIGNED NOT NULL,
    revision_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (test_id, revision_id),
    KEY revision (revision_id),
    FOREIGN KEY (test_id) REFERENCES tests (id) ON DELETE CASCADE,
    FOREIGN KEY (revision_id) REFERENCES revisions (id)
  )`,
  `CREATE TABLE classes (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    school_id INT UNSIGNED NOT NULL,
    name VARCHAR(60) NOT NULL,
    period VARCHAR(40) NOT NULL,
    grade TINYINT UNSIGNED NOT NULL,
    subject VARCHAR(60) NOT NULL,
    term VARCHAR(60) NOT NULL,
    code CHAR(8) NOT NULL,
    put_away_at DATETIME(3) NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY code (code),
    FOREIGN KEY (school_id) REFERENCES schools (id)
  )`,
  `CREATE TABLE class_teachers (
    class_id INT UNSIGNED NOT NULL,
    teacher_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (class_id, teacher_id),
    KEY teacher (teacher_id),
    FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
    FOREIGN KEY (teacher_id) REFERENCES accounts (id)
  )`,
  `CREATE TABLE enrolments (
    class_id INT UNSIGNED NOT NULL,
    student_id INT UNSIGNED NOT NULL,
    roll_number SMALLINT UNSIGNED NOT NULL,
    left_at DATETIME(3) NULL,
    PRIMARY KEY (class_id, student_id),
    UNIQUE KEY roll (class_id, roll_number),
    KEY student (student_id),
    FOREIGN KEY (class_id) REFERENCES classes (id),
    FOREIGN KEY (student_id) REFERENCES accounts (id)
  )`,
  `CREATE TABLE editions (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    test_id INT UNSIGNED NOT NULL,
    content JSON NOT NULL,
    items INT UNSIGNED NOT NULL,
    points DOUBLE NOT NULL,
    created_at DATETIME(3) NOT NULL,
    FOREIGN KEY (test_id) REFERENCES tests (id)
  )`,
  `CREATE TABLE edition_revisions (
    edition_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    item_id INT UNSIGNED NOT NULL,
    revision_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (edition_id, entry_id),
    KEY item (item_id),
    KEY revision (revision_id),
    FOREIGN KEY (edition_id) REFERENCES editions (id),
    FOREIGN KEY (item_id) REFERENCES items (id),
    FOREIGN KEY (revision_id) REFERENCES revisions (id)
  )`,
  `CREATE TABLE assignments (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    school_id INT UNSIGNED NOT NULL,
    edition_id INT UNSIGNED NOT NULL,
    given_by INT UNSIGNED NOT NULL,
    title VARCHAR(200) NOT NULL,
    kind VARCHAR(20) NOT NULL,
    opens_at DATETIME(3) NOT NULL,
    closes_at DATETIME(3) NULL,
    late_until DATETIME(3) NULL,
    rules JSON NOT NULL,
    released_at DATETIME(3) NULL,
    client_key CHAR(36) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    taken_back_at DATETIME(3) NULL,
    figures_at DATETIME(3) NULL,
    UNIQUE KEY client_key (given_by, client_key),
    KEY windows (given_by, taken_back_at, closes_at),
    FOREIGN KEY (school_id) REFERENCES schools (id),
    FOREIGN KEY (edition_id) REFERENCES editions (id),
    FOREIGN KEY (given_by) REFERENCES accounts (id)
  )`,
  `CREATE TABLE assignment_classes (
    assignment_id INT UNSIGNED NOT NULL,
    class_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (assignment_id, class_id),
    KEY class (class_id),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
  // Who was given it, each student once, with the class through which it came.
  `CREATE TABLE assignment_students (
    assignment_id INT UNSIGNED NOT NULL,
    student_id INT UNSIGNED NOT NULL,
    class_id INT UNSIGNED NOT NULL,
    time_factor DECIMAL(4, 2) NULL DEFAULT 1,
    PRIMARY KEY (assignment_id, student_id),
    KEY student (student_id),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (student_id) REFERENCES accounts (id),
    FOREIGN KEY (class_id) REFERENCES classes (id)
  )`,
  `CREATE TABLE attempts (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    assignment_id INT UNSIGNED NOT NULL,
    student_id INT UNSIGNED NOT NULL,
    number TINYINT UNSIGNED NOT NULL,
    seed CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    began_at DATETIME(3) NOT NULL,
    deadline_at DATETIME(3) NULL,
    handed_in_at DATETIME(3) NULL,
    handed_in_by ENUM('student', 'server', 'teacher') NULL,
    late BOOLEAN NOT NULL DEFAULT FALSE,
    points DOUBLE NULL,
    UNIQUE KEY one_each (assignment_id, student_id, number),
    KEY running (handed_in_at, deadline_at),
    KEY student (student_id),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id),
    FOREIGN KEY (student_id) REFERENCES accounts (id)
  )`,
  `CREATE TABLE answers (
    attempt_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    number BIGINT UNSIGNED NOT NULL,
    device CHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    responses JSON NOT NULL,
    flagged BOOLEAN NOT NULL,
    saved_at DATETIME(3) NOT NULL,
    PRIMARY KEY (attempt_id, entry_id),
    FOREIGN KEY (attempt_id) REFERENCES attempts (id)
  )`,
  `CREATE TABLE scores (
    attempt_id INT UNSIGNED NOT NULL,
    entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    points DOUBLE NOT NULL,
    most DOUBLE NOT NULL,
    reached BOOLEAN NOT NULL,
    PRIMARY KEY (attempt_id, entry_id),
    FOREIGN KEY (attempt_id) REFERENCES attempts (id)
  )`,
];

const names = [
  'scores',
  'answers',
  'attempts',
  'assignment_students',
  'assignment_classes',
  'assignments',
  'edition_revisions',
  'editions',
  'enrolments',
  'class_teachers',
  'classes',
  'test_revisions',
  'revision_grades',
  'revision_standards',
  'revisions',
  'tests',
  'items',
  'folders',
  'banks',
  'standard_grades',
  'standards',
  'frameworks',
  'sign_in_failures',
  'sessions',
  'accounts',
  'schools',
];

export const ground: Migration = {
  name: '001-ground',
  async up(run) {
    for (const table of tables) await run(table);
  },
  async down(run) {
    // Items and revisions point at each other.
    await run('SET FOREIGN_KEY_CHECKS = 0');
    for (const name of names) await run(`DROP TABLE IF EXISTS ${name}`);
    await run('SET FOREIGN_KEY_CHECKS = 1');
  },
};
