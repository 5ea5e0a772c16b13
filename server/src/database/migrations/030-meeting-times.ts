import type { Migration } from './migration';

/** When a class's period begins and ends, on the school's wall; empty where nobody said. */
export const meetingTimes: Migration = {
  name: '030-meeting-times',
  async up(run) {
    await run(
      'ALTER TABLE classes ADD COLUMN meets_from CHAR(5) NULL, ADD COLUMN meets_until CHAR(5) NULL',
    );
  },
  async down(run) {
    await run('ALTER TABLE classes DROP COLUMN meets_from, DROP COLUMN meets_until');
  },
};
