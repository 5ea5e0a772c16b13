import type { Migration } from './migration';

const steps = [
  `ALTER TABLE accounts
    ADD COLUMN email VARCHAR(254) NULL,
    ADD COLUMN sourced_id VARCHAR(64) NULL,
    ADD UNIQUE KEY sourced_id (school_id, sourced_id)`,
  `ALTER TABLE classes
    ADD COLUMN notes VARCHAR(2000) NOT NULL DEFAULT '',
    ADD COLUMN sourced_id VARCHAR(64) NULL,
    ADD COLUMN joining_until DATETIME(3) NULL,
    ADD COLUMN client_key CHAR(36) NULL,
    ADD UNIQUE KEY sourced_id (school_id, sourced_id),
    ADD UNIQUE KEY client_key (client_key)`,
  `ALTER TABLE class_teachers
    ADD COLUMN part ENUM('teacher', 'co-teacher', 'substitute') NOT NULL DEFAULT 'teacher',
    ADD COLUMN until DATETIME(3) NULL`,
  `ALTER TABLE enrolments ADD COLUMN joined_by_self BOOLEAN NOT NULL DEFAULT FALSE`,
  `CREATE TABLE class_groups (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    class_id INT UNSIGNED NOT NULL,
    name VARCHAR(60) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY name (class_id, name),
    FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE group_members (
    group_id INT UNSIGNED NOT NULL,
    student_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (group_id, student_id),
    KEY student (student_id),
    FOREIGN KEY (group_id) REFERENCES class_groups (id) ON DELETE CASCADE,
    FOREIGN KEY (student_id) REFERENCES accounts (id)
  )`,
  // One line for each student who has any; whoever has none has no line.
  `CREATE TABLE student_supports (
    student_id INT UNSIGNED PRIMARY KEY,
    content JSON NOT NULL,
    changed_by INT UNSIGNED NOT NULL,
    changed_at DATETIME(3) NOT NULL,
    FOREIGN KEY (student_id) REFERENCES accounts (id),
    FOREIGN KEY (changed_by) REFERENCES accounts (id)
  )`,
  // What a list did to the rolls, and how it is taken back.
  `CREATE TABLE roll_changes (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    by_id INT UNSIGNED NOT NULL,
    client_key CHAR(36) NOT NULL,
    at DATETIME(3) NOT NULL,
    outcome JSON NOT NULL,
    steps JSON NOT NULL,
    undone_at DATETIME(3) NULL,
    UNIQUE KEY client_key (by_id, client_key),
    FOREIGN KEY (by_id) REFERENCES accounts (id)
  )`,
  // A student who left the class before beginning is no longer asked to; one who comes back is.
  `ALTER TABLE assignment_students ADD COLUMN withdrawn_at DATETIME(3) NULL`,
];

export const classes: Migration = {
  name: '005-classes',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    await run('ALTER TABLE assignment_students DROP COLUMN withdrawn_at');
    for (const table of ['roll_changes', 'student_supports', 'group_members', 'class_groups'])
      await run(`DROP TABLE ${table}`);
    await run('ALTER TABLE enrolments DROP COLUMN joined_by_self');
    await run('ALTER TABLE class_teachers DROP COLUMN part, DROP COLUMN until');
    await run(
      'ALTER TABLE classes ADD KEY school (school_id), DROP KEY sourced_id, DROP KEY client_key, DROP COLUMN notes, DROP COLUMN sourced_id, DROP COLUMN joining_until, DROP COLUMN client_key',
    );
    await run(
      'ALTER TABLE accounts DROP KEY sourced_id, DROP COLUMN email, DROP COLUMN sourced_id',
    );
  },
};
