import type { Migration } from './migration';

export const uploads: Migration = {
  name: '018-uploads',
  async up(run) {
    // A file is there from its first byte on, so that its room is counted, and can be fetched once it is whole.
    await run(`ALTER TABLE files
      ADD COLUMN whole BOOLEAN NOT NULL DEFAULT TRUE,
      ADD KEY unfinished (whole, created_at),
      ADD KEY room (school_id, bytes)`);
  },
  async down(run) {
    await run('ALTER TABLE files ADD KEY school (school_id)');
    await run('ALTER TABLE files DROP KEY unfinished, DROP KEY room, DROP COLUMN whole');
  },
};
