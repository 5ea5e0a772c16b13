import type { Migration } from './migration';

export const plays: Migration = {
  name: '011-plays',
  async up(run) {
    // How often a sound or film was played in an attempt, by its file; one that can be played at will has no line.
    await run(`CREATE TABLE plays (
      attempt_id INT UNSIGNED NOT NULL,
      file_id CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      times SMALLINT UNSIGNED NOT NULL,
      PRIMARY KEY (attempt_id, file_id),
      FOREIGN KEY (attempt_id) REFERENCES attempts (id)
    )`);
  },
  async down(run) {
    await run('DROP TABLE plays');
  },
};
