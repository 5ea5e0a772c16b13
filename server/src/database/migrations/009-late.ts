import type { Migration } from './migration';

export const late: Migration = {
  name: '009-late',
  async up(run) {
    // Written before the end by the device's account, arrived after it: taken, and shown to the teacher as such.
    await run(
      `ALTER TABLE answers ADD COLUMN written_at DATETIME(3) NULL, ADD COLUMN arrived_late BOOLEAN NOT NULL DEFAULT FALSE`,
    );
    await run(`ALTER TABLE attempts ADD COLUMN arrived_at DATETIME(3) NULL`);
  },
  async down(run) {
    await run('ALTER TABLE attempts DROP COLUMN arrived_at');
    await run('ALTER TABLE answers DROP COLUMN written_at, DROP COLUMN arrived_late');
  },
};
