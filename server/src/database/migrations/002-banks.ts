import type { Migration } from './migration';

const steps = [
  // A cursor for whoever keeps an index of the items: it moves whenever a row changes.
  `ALTER TABLE items
    ADD COLUMN touched_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3) ON UPDATE CURRENT_TIMESTAMP(3),
    ADD COLUMN uses INT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN separation DOUBLE NULL,
    ADD COLUMN retired_by INT UNSIGNED NULL,
    ADD COLUMN client_key CHAR(36) NULL,
    ADD COLUMN source_item_id INT UNSIGNED NULL,
    ADD COLUMN source_revision_id INT UNSIGNED NULL,
    ADD KEY touched (touched_at),
    ADD UNIQUE KEY client_key (created_by, client_key),
    ADD CONSTRAINT items_retired_by FOREIGN KEY (retired_by) REFERENCES accounts (id),
    ADD CONSTRAINT items_source_item FOREIGN KEY (source_item_id) REFERENCES items (id),
    ADD CONSTRAINT items_source_revision FOREIGN KEY (source_revision_id) REFERENCES revisions (id)`,
  `UPDATE items i SET i.uses = (
    SELECT COUNT(DISTINCT t.id) FROM revisions r JOIN test_revisions tr ON tr.revision_id = r.id
      JOIN tests t ON t.id = tr.test_id AND t.removed_at IS NULL WHERE r.item_id = i.id)`,
  `ALTER TABLE folders
    ADD COLUMN touched_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3) ON UPDATE CURRENT_TIMESTAMP(3)`,
  `CREATE TABLE bank_shares (
    bank_id INT UNSIGNED NOT NULL,
    account_id INT UNSIGNED NOT NULL,
    may ENUM('read', 'use', 'edit') NOT NULL,
    PRIMARY KEY (bank_id, account_id),
    KEY account (account_id),
    FOREIGN KEY (bank_id) REFERENCES banks (id) ON DELETE CASCADE,
    FOREIGN KEY (account_id) REFERENCES accounts (id)
  )`,
  `CREATE TABLE passages (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    bank_id INT UNSIGNED NOT NULL,
    revision_id INT UNSIGNED NULL,
    created_by INT UNSIGNED NOT NULL,
    created_at DATETIME(3) NOT NULL,
    client_key CHAR(36) NULL,
    KEY bank (bank_id),
    UNIQUE KEY client_key (created_by, client_key),
    FOREIGN KEY (bank_id) REFERENCES banks (id),
    FOREIGN KEY (created_by) REFERENCES accounts (id)
  )`,
  `CREATE TABLE passage_revisions (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    passage_id INT UNSIGNED NOT NULL,
    number INT UNSIGNED NOT NULL,
    content JSON NOT NULL,
    words MEDIUMTEXT NOT NULL,
    created_by INT UNSIGNED NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY number (passage_id, number),
    FOREIGN KEY (passage_id) REFERENCES passages (id),
    FOREIGN KEY (created_by) REFERENCES accounts (id)
  )`,
  'ALTER TABLE passages ADD CONSTRAINT passages_revision FOREIGN KEY (revision_id) REFERENCES passage_revisions (id)',
  // The search index is in memory; MariaDB's own scores every match before it filters and only slows writing down.
  'ALTER TABLE revisions DROP KEY words',
  `ALTER TABLE revisions
    ADD COLUMN choice_words TEXT NOT NULL DEFAULT '',
    ADD COLUMN marked_by ENUM('machine', 'hand', 'nobody') NOT NULL DEFAULT 'machine',
    ADD COLUMN media TINYINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN passage_id INT UNSIGNED NULL,
    ADD COLUMN author VARCHAR(200) NOT NULL DEFAULT '',
    ADD COLUMN licence VARCHAR(120) NOT NULL DEFAULT '',
    ADD KEY passage (passage_id),
    ADD CONSTRAINT revisions_passage FOREIGN KEY (passage_id) REFERENCES passages (id)`,
  `CREATE TABLE revision_tags (
    revision_id INT UNSIGNED NOT NULL,
    tag VARCHAR(60) NOT NULL,
    PRIMARY KEY (revision_id, tag),
    FOREIGN KEY (revision_id) REFERENCES revisions (id) ON DELETE CASCADE
  )`,
  `CREATE TABLE kept_searches (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    account_id INT UNSIGNED NOT NULL,
    name VARCHAR(120) NOT NULL,
    address VARCHAR(2000) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    UNIQUE KEY name (account_id, name),
    FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE
  )`,
  // A file's id is its address: 128 random bits that nobody can guess.
  `CREATE TABLE files (
    id CHAR(22) CHARACTER SET ascii COLLATE ascii_bin PRIMARY KEY,
    school_id INT UNSIGNED NOT NULL,
    made_by INT UNSIGNED NOT NULL,
    name VARCHAR(200) NOT NULL,
    type VARCHAR(60) NOT NULL,
    bytes INT UNSIGNED NOT NULL,
    width INT UNSIGNED NULL,
    height INT UNSIGNED NULL,
    digest BINARY(32) NOT NULL,
    attempt_id INT UNSIGNED NULL,
    created_at DATETIME(3) NOT NULL,
    KEY same (made_by, digest),
    KEY attempt (attempt_id),
    FOREIGN KEY (school_id) REFERENCES schools (id),
    FOREIGN KEY (made_by) REFERENCES accounts (id),
    FOREIGN KEY (attempt_id) REFERENCES attempts (id)
  )`,
  `CREATE TABLE file_chunks (
    file_id CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    number INT UNSIGNED NOT NULL,
    bytes MEDIUMBLOB NOT NULL,
    PRIMARY KEY (file_id, number),
    FOREIGN KEY (file_id) REFERENCES files (id) ON DELETE CASCADE
  )`,
  // Answered, and a teacher has still to mark it.
  'ALTER TABLE scores ADD COLUMN waits BOOLEAN NOT NULL DEFAULT FALSE',
];

const back = [
  'ALTER TABLE scores DROP COLUMN waits',
  'DROP TABLE file_chunks',
  'DROP TABLE files',
  'DROP TABLE kept_searches',
  'DROP TABLE revision_tags',
  'ALTER TABLE revisions DROP FOREIGN KEY revisions_passage',
  `ALTER TABLE revisions DROP KEY passage, DROP COLUMN choice_words, DROP COLUMN marked_by, DROP COLUMN media,
    DROP COLUMN passage_id, DROP COLUMN author, DROP COLUMN licence`,
  'ALTER TABLE revisions ADD FULLTEXT KEY words (words)',
  'ALTER TABLE passages DROP FOREIGN KEY passages_revision',
  'DROP TABLE passage_revisions',
  'DROP TABLE passages',
  'DROP TABLE bank_shares',
  'ALTER TABLE folders DROP COLUMN touched_at',
  `ALTER TABLE items DROP FOREIGN KEY items_retired_by, DROP FOREIGN KEY items_source_item,
    DROP FOREIGN KEY items_source_revision`,
  `ALTER TABLE items DROP KEY items_source_item, DROP KEY items_source_revision, DROP KEY items_retired_by`,
  // The wider key took over from the one that the foreign key brought.
  'ALTER TABLE items ADD KEY created_by (created_by)',
  `ALTER TABLE items DROP KEY touched, DROP KEY client_key, DROP COLUMN touched_at, DROP COLUMN uses, DROP COLUMN separation,
    DROP COLUMN retired_by, DROP COLUMN client_key, DROP COLUMN source_item_id, DROP COLUMN source_revision_id`,
];

export const banks: Migration = {
  name: '002-banks',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    for (const step of back) await run(step);
  },
};
