import type { Migration } from './migration';

/** Answers that are held up in a round: whose strip was read is in the room. */
export const strips: Migration = {
  name: '033-strips',
  async up(run) {
    await run('ALTER TABLE round_participants ADD COLUMN held_up_at DATETIME(3) NULL');
  },
  async down(run) {
    await run('ALTER TABLE round_participants DROP COLUMN held_up_at');
  },
};
