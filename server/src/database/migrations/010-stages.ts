import type { Migration } from './migration';

export const stages: Migration = {
  name: '010-stages',
  async up(run) {
    // Stages as they were when the attempt began; null where all questions are open together. Where it stands in them:
    // the present one, when its clock runs out, and when each earlier one was left. Seen: heard from, for one sitting.
    await run(`ALTER TABLE attempts ADD COLUMN stages JSON NULL, ADD COLUMN stage SMALLINT UNSIGNED NOT NULL DEFAULT 0,
      ADD COLUMN clock_at DATETIME(3) NULL, ADD COLUMN left_at JSON NULL, ADD COLUMN seen_at DATETIME(3) NULL`);
    await run(`UPDATE assignments SET rules = JSON_SET(rules, '$.stageLimit', NULL,
      '$.goBack', JSON_EXTRACT('[true]', '$[0]'), '$.oneSitting', JSON_EXTRACT('[false]', '$[0]'))`);
  },
  async down(run) {
    await run(
      `UPDATE assignments SET rules = JSON_REMOVE(rules, '$.stageLimit', '$.goBack', '$.oneSitting')`,
    );
    await run(
      'ALTER TABLE attempts DROP COLUMN stages, DROP COLUMN stage, DROP COLUMN clock_at, DROP COLUMN left_at, DROP COLUMN seen_at',
    );
  },
};
