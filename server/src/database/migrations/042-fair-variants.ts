import type { Migration } from './migration';

/**
 * What was found when the variants of an item that makes itself were looked at; NULL where nobody has looked yet. And
 * which editions have such items: another attempt has other numbers there.
 */
export const fairVariants: Migration = {
  name: '042-fair-variants',
  async up(run) {
    await run('ALTER TABLE revisions ADD COLUMN variant_report JSON NULL');
    await run('ALTER TABLE editions ADD COLUMN has_variants BOOLEAN NOT NULL DEFAULT FALSE');
  },
  async down(run) {
    await run('ALTER TABLE editions DROP COLUMN has_variants');
    await run('ALTER TABLE revisions DROP COLUMN variant_report');
  },
};
