import type { Migration } from './migration';

/** When an attempt was last scored, also by hand or anew: whatever changes a score renews the figures of its items. */
export const scoredAt: Migration = {
  name: '022-scored-at',
  async up(run) {
    await run(
      'ALTER TABLE attempts ADD COLUMN scored_at DATETIME(3) NULL, ADD KEY scored (assignment_id, scored_at)',
    );
    await run('UPDATE assignments SET figures_at = NULL');
  },
  async down(run) {
    await run('ALTER TABLE attempts DROP KEY scored, DROP COLUMN scored_at');
  },
};
