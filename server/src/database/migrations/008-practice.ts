import type { Migration } from './migration';

export const practice: Migration = {
  name: '008-practice',
  async up(run) {
    // What happened to each question of an attempt in practice mode; a question that was only answered has no line.
    await run(`CREATE TABLE practised (
      attempt_id INT UNSIGNED NOT NULL,
      entry_id VARCHAR(24) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      tries SMALLINT UNSIGNED NOT NULL DEFAULT 0,
      share DOUBLE NOT NULL DEFAULT 0,
      hints TINYINT UNSIGNED NOT NULL DEFAULT 0,
      shown BOOLEAN NOT NULL DEFAULT FALSE,
      first_responses JSON NULL,
      first_share DOUBLE NULL,
      last_responses JSON NULL,
      last_number BIGINT UNSIGNED NOT NULL DEFAULT 0,
      changed_at DATETIME(3) NOT NULL,
      PRIMARY KEY (attempt_id, entry_id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id)
    )`);
    await run(`UPDATE assignments SET rules = JSON_SET(rules, '$.offPerTry', 0.333333)`);
  },
  async down(run) {
    await run(`UPDATE assignments SET rules = JSON_REMOVE(rules, '$.offPerTry')`);
    await run('DROP TABLE practised');
  },
};
