import type { Migration } from './migration';

/** Standards that a teacher gave an assignment; null: those of its items. */
export const assignmentStandards: Migration = {
  name: '036-assignment-standards',
  async up(run) {
    await run('ALTER TABLE assignments ADD COLUMN standards JSON NULL');
  },
  async down(run) {
    await run('ALTER TABLE assignments DROP COLUMN standards');
  },
};
