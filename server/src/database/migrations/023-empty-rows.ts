import type { Migration } from './migration';

/** What became of rows without any answer when a table was brought in; null: brought in before that was asked. */
export const emptyRows: Migration = {
  name: '023-empty-rows',
  async up(run) {
    await run("ALTER TABLE sheets ADD COLUMN empty_rows ENUM('left-out', 'zero') NULL");
  },
  async down(run) {
    await run('ALTER TABLE sheets DROP COLUMN empty_rows');
  },
};
