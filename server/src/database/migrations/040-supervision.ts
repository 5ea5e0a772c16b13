import type { Migration } from './migration';

/** Classes that a teacher lets begin, and the network that is the school's. */
export const supervised: Migration = {
  name: '040-supervision',
  async up(run) {
    await run('ALTER TABLE assignment_classes ADD COLUMN let_in_at DATETIME(3) NULL');
    await run('ALTER TABLE schools ADD COLUMN networks JSON NULL');
  },
  async down(run) {
    await run('ALTER TABLE assignment_classes DROP COLUMN let_in_at');
    await run('ALTER TABLE schools DROP COLUMN networks');
  },
};
