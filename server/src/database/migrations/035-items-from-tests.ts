import type { Migration } from './migration';

/** The test that an item was copied out of, so that a copy can say where it comes from. */
export const itemsFromTests: Migration = {
  name: '035-items-from-tests',
  async up(run) {
    await run(
      `ALTER TABLE revisions
        ADD COLUMN source_test_id INT UNSIGNED NULL,
        ADD CONSTRAINT revision_source_test FOREIGN KEY (source_test_id) REFERENCES tests (id)`,
    );
  },
  async down(run) {
    await run(
      `ALTER TABLE revisions
        DROP FOREIGN KEY revision_source_test,
        DROP COLUMN source_test_id`,
    );
  },
};
