import type { Migration } from './migration';

/** What was found when the variants of an item that makes itself were looked at; NULL where nobody has looked yet. */
export const fairVariants: Migration = {
  name: '042-fair-variants',
  async up(run) {
    await run('ALTER TABLE revisions ADD COLUMN variant_report JSON NULL');
  },
  async down(run) {
    await run('ALTER TABLE revisions DROP COLUMN variant_report');
  },
};
