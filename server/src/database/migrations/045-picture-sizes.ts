import type { Migration } from './migration';

/** Pictures in smaller sizes, made when they are first wanted; null where the picture does as it is. */
export const pictureSizes: Migration = {
  name: '045-picture-sizes',
  async up(run) {
    await run(`CREATE TABLE picture_sizes (
      file_id CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      width SMALLINT UNSIGNED NOT NULL,
      bytes MEDIUMBLOB NULL,
      PRIMARY KEY (file_id, width),
      FOREIGN KEY (file_id) REFERENCES files (id) ON DELETE CASCADE
    )`);
  },
  async down(run) {
    await run('DROP TABLE picture_sizes');
  },
};
