import type { Migration } from './migration';

/** What is asked and what is right: two revisions that agree in it are the same question to those who answer. */
const asked = `MD5(CONCAT_WS('\\n', JSON_EXTRACT(content, '$.stem'), JSON_EXTRACT(content, '$.parts'), JSON_EXTRACT(content, '$.passage.id')))`;

export const itemHistory: Migration = {
  name: '024-item-history',
  async up(run) {
    await run(
      `ALTER TABLE revisions ADD COLUMN asked CHAR(32) CHARACTER SET ascii COLLATE ascii_bin AS (${asked}) PERSISTENT`,
    );
    // Sums know the wording that was answered and the class that answered; they are gathered anew.
    await run('DELETE FROM item_sums');
    await run(`ALTER TABLE item_sums
      ADD COLUMN revision_id INT UNSIGNED NOT NULL AFTER item_id,
      ADD COLUMN class_id INT UNSIGNED NOT NULL DEFAULT 0 AFTER assignment_id,
      DROP PRIMARY KEY,
      ADD PRIMARY KEY (item_id, revision_id, assignment_id, class_id, grade),
      ADD FOREIGN KEY (revision_id) REFERENCES revisions (id)`);
    await run('UPDATE assignments SET figures_at = NULL');
  },
  async down(run) {
    await run('DELETE FROM item_sums');
    await run('ALTER TABLE item_sums DROP FOREIGN KEY item_sums_ibfk_3');
    await run(`ALTER TABLE item_sums DROP PRIMARY KEY, DROP COLUMN revision_id, DROP COLUMN class_id,
      ADD PRIMARY KEY (item_id, assignment_id, grade)`);
    await run('ALTER TABLE revisions DROP COLUMN asked');
    await run('UPDATE assignments SET figures_at = NULL');
  },
};
