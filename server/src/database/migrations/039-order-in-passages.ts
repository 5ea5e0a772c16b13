import type { Migration } from './migration';

/** The order in which the items of a passage are asked, where somebody has put them in one. */
export const orderInPassages: Migration = {
  name: '039-order-in-passages',
  async up(run) {
    await run('ALTER TABLE passages ADD COLUMN item_order JSON NULL');
  },
  async down(run) {
    await run('ALTER TABLE passages DROP COLUMN item_order');
  },
};
