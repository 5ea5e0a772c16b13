import type { Migration } from './migration';

/**
 * Items of a finished test that want a look, kept until something of it is scored again; and indexes
 * of what waits for a mark and of what is retired.
 */
export const lookedAt: Migration = {
  name: '044-looked-at',
  async up(run) {
    await run(
      'ALTER TABLE assignments ADD COLUMN suspicious JSON NULL, ADD COLUMN suspicious_as_of VARCHAR(60) NULL',
    );
    await run('ALTER TABLE scores ADD KEY waiting (needs_marking, attempt_id)');
    await run('ALTER TABLE items ADD KEY retired (retired_at, bank_id)');
  },
  async down(run) {
    await run('ALTER TABLE items DROP KEY retired');
    await run('ALTER TABLE scores DROP KEY waiting');
    await run('ALTER TABLE assignments DROP COLUMN suspicious_as_of, DROP COLUMN suspicious');
  },
};
