import type { Migration } from './migration';

const steps = [
  `ALTER TABLE tests
    ADD COLUMN reach ENUM('mine', 'school', 'everybody') NOT NULL DEFAULT 'mine',
    ADD COLUMN ready BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN facts JSON NULL,
    ADD COLUMN words MEDIUMTEXT NOT NULL DEFAULT '',
    ADD COLUMN source_test_id INT UNSIGNED NULL,
    ADD COLUMN source_title VARCHAR(200) NOT NULL DEFAULT '',
    ADD KEY reach (reach, school_id),
    ADD CONSTRAINT tests_source FOREIGN KEY (source_test_id) REFERENCES tests (id)`,
  // What was given could be given.
  `UPDATE tests t SET t.ready = TRUE, t.outline = JSON_SET(t.outline, '$.ready', JSON_EXTRACT('[true]', '$[0]'))
    WHERE EXISTS (SELECT 1 FROM editions e WHERE e.test_id = t.id)`,
  `CREATE TABLE test_shares (
    test_id INT UNSIGNED NOT NULL,
    account_id INT UNSIGNED NOT NULL,
    may ENUM('read', 'edit') NOT NULL,
    PRIMARY KEY (test_id, account_id),
    KEY account (account_id),
    FOREIGN KEY (test_id) REFERENCES tests (id) ON DELETE CASCADE,
    FOREIGN KEY (account_id) REFERENCES accounts (id)
  )`,
  `CREATE TABLE test_folders (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    owner_id INT UNSIGNED NOT NULL,
    parent_id INT UNSIGNED NULL,
    name VARCHAR(120) NOT NULL,
    KEY owner (owner_id, parent_id),
    FOREIGN KEY (owner_id) REFERENCES accounts (id),
    FOREIGN KEY (parent_id) REFERENCES test_folders (id)
  )`,
  // Each teacher puts a test where they look for it, also one that they build together.
  `CREATE TABLE test_places (
    account_id INT UNSIGNED NOT NULL,
    test_id INT UNSIGNED NOT NULL,
    folder_id INT UNSIGNED NOT NULL,
    PRIMARY KEY (account_id, test_id),
    KEY folder (folder_id),
    FOREIGN KEY (account_id) REFERENCES accounts (id),
    FOREIGN KEY (test_id) REFERENCES tests (id) ON DELETE CASCADE,
    FOREIGN KEY (folder_id) REFERENCES test_folders (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE item_enemies (
    one_id INT UNSIGNED NOT NULL,
    other_id INT UNSIGNED NOT NULL,
    declared_by INT UNSIGNED NOT NULL,
    declared_at DATETIME(3) NOT NULL,
    PRIMARY KEY (one_id, other_id),
    KEY other (other_id),
    FOREIGN KEY (one_id) REFERENCES items (id) ON DELETE CASCADE,
    FOREIGN KEY (other_id) REFERENCES items (id) ON DELETE CASCADE,
    FOREIGN KEY (declared_by) REFERENCES accounts (id)
  )`,
  `ALTER TABLE assignment_students
    ADD COLUMN place SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN form VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NULL`,
  // A student keeps the form that they began with; how much it gives can differ from another's.
  `ALTER TABLE attempts
    ADD COLUMN place SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN form VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD COLUMN most DOUBLE NULL`,
  `UPDATE attempts t JOIN assignments a ON a.id = t.assignment_id JOIN editions e ON e.id = a.edition_id
      SET t.most = e.points WHERE t.handed_in_at IS NOT NULL`,
];

export const tests: Migration = {
  name: '004-tests',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    await run('ALTER TABLE attempts DROP COLUMN place, DROP COLUMN form, DROP COLUMN most');
    await run('ALTER TABLE assignment_students DROP COLUMN place, DROP COLUMN form');
    for (const table of ['item_enemies', 'test_places', 'test_folders', 'test_shares'])
      await run(`DROP TABLE ${table}`);
    await run(`ALTER TABLE tests DROP FOREIGN KEY tests_source, DROP KEY reach, DROP COLUMN reach, DROP COLUMN ready,
      DROP COLUMN facts, DROP COLUMN words, DROP COLUMN source_test_id, DROP COLUMN source_title`);
  },
};
