import type { Migration } from './migration';

export const imports: Migration = {
  name: '003-imports',
  async up(run) {
    await run(`CREATE TABLE imports (
      id CHAR(22) CHARACTER SET ascii COLLATE ascii_bin PRIMARY KEY,
      account_id INT UNSIGNED NOT NULL,
      bank_id INT UNSIGNED NOT NULL,
      folder_id INT UNSIGNED NULL,
      name VARCHAR(200) NOT NULL,
      state ENUM('reading', 'checked', 'writing', 'done', 'cancelled', 'failed') NOT NULL,
      total INT UNSIGNED NOT NULL DEFAULT 0,
      done INT UNSIGNED NOT NULL DEFAULT 0,
      good INT UNSIGNED NOT NULL DEFAULT 0,
      bad INT UNSIGNED NOT NULL DEFAULT 0,
      problems JSON NOT NULL,
      near JSON NOT NULL,
      message VARCHAR(500) NOT NULL DEFAULT '',
      created_at DATETIME(3) NOT NULL,
      KEY account (account_id, created_at),
      FOREIGN KEY (account_id) REFERENCES accounts (id),
      FOREIGN KEY (bank_id) REFERENCES banks (id)
    )`);
    // What was sent, in pieces, until the import has ended.
    await run(`CREATE TABLE import_chunks (
      import_id CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      number INT UNSIGNED NOT NULL,
      bytes MEDIUMBLOB NOT NULL,
      PRIMARY KEY (import_id, number),
      FOREIGN KEY (import_id) REFERENCES imports (id) ON DELETE CASCADE
    )`);
  },
  async down(run) {
    await run('DROP TABLE import_chunks');
    await run('DROP TABLE imports');
  },
};
