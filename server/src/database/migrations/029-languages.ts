import type { Migration } from './migration';

/** In which language pages, letters and reports are written to somebody; empty until they choose. */
export const languages: Migration = {
  name: '029-languages',
  async up(run) {
    await run('ALTER TABLE accounts ADD COLUMN language CHAR(2) NULL');
  },
  async down(run) {
    await run('ALTER TABLE accounts DROP COLUMN language');
  },
};
