import type { Migration } from './migration';

/**
 * A name within the JSON documents of a column, or a text with its name. In JSON every quotation
 * mark of a text is escaped, so a name with its colon is never a part of one.
 */
const replaced = (table: string, column: string, before: string, after: string) =>
  `UPDATE ${table} SET ${column} = REPLACE(${column}, '${before}', '${after}')
   WHERE ${column} LIKE '%${before}%'`;

type Words = [table: string, column: string, before: string, after: string];

/** Where documents name what a wrong choice stands for, and how an item's scoring was overridden. */
const documents: Words[] = [
  ['revisions', 'content', '"mistake":', '"misconception":'],
  ['editions', 'content', '"mistake":', '"misconception":'],
  ['editions', 'content', '"settled":"all-points"', '"override":"full-credit"'],
  ['editions', 'content', '"settled":"left-out"', '"override":"dropped"'],
  // The database writes its own JSON with a space.
  ['editions', 'content', '"settled": "all-points"', '"override": "full-credit"'],
  ['editions', 'content', '"settled": "left-out"', '"override": "dropped"'],
];

/** The trade's words: a misconception behind a choice, full credit for everybody, dropped from scoring. */
export const overrides: Migration = {
  name: '028-overrides',
  async up(run) {
    for (const words of documents) await run(replaced(...words));
    await run(
      `ALTER TABLE edition_revisions ADD COLUMN override ENUM('full-credit', 'dropped') NULL`,
    );
    await run(
      `UPDATE edition_revisions SET override = IF(settled = 'all-points', 'full-credit', 'dropped')
       WHERE settled IS NOT NULL`,
    );
    await run('ALTER TABLE edition_revisions DROP COLUMN settled');
  },
  async down(run) {
    await run(
      `ALTER TABLE edition_revisions ADD COLUMN settled ENUM('all-points', 'left-out') NULL`,
    );
    await run(
      `UPDATE edition_revisions SET settled = IF(override = 'full-credit', 'all-points', 'left-out')
       WHERE override IS NOT NULL`,
    );
    await run('ALTER TABLE edition_revisions DROP COLUMN override');
    for (const [table, column, before, after] of documents)
      await run(replaced(table, column, after, before));
  },
};
