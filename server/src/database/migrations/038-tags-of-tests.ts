import type { Migration } from './migration';

const forget = 'UPDATE tests SET facts = NULL';

/** What the shelf knows of tests is made anew, with the tags of their items. */
export const tagsOfTests: Migration = {
  name: '038-tags-of-tests',
  async up(run) {
    await run(forget);
  },
  async down(run) {
    await run(forget);
  },
};
