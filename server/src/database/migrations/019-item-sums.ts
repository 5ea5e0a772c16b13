import type { Migration } from './migration';

export const itemSums: Migration = {
  name: '019-item-sums',
  async up(run) {
    // What the figures of an item follow from, by assignment and the students' grade (-1: not known), so that new work is
    // added to what was there before instead of everything being read again.
    await run(`CREATE TABLE item_sums (
      item_id INT UNSIGNED NOT NULL,
      assignment_id INT UNSIGNED NOT NULL,
      grade SMALLINT NOT NULL,
      answers INT UNSIGNED NOT NULL,
      earned DOUBLE NOT NULL,
      n INT UNSIGNED NOT NULL,
      x DOUBLE NOT NULL,
      y DOUBLE NOT NULL,
      xx DOUBLE NOT NULL,
      yy DOUBLE NOT NULL,
      xy DOUBLE NOT NULL,
      PRIMARY KEY (item_id, assignment_id, grade),
      KEY assignment (assignment_id),
      FOREIGN KEY (item_id) REFERENCES items (id),
      FOREIGN KEY (assignment_id) REFERENCES assignments (id)
    )`);
    await run('ALTER TABLE attempts ADD KEY handed_in (assignment_id, handed_in_at)');
    await run('UPDATE assignments SET figures_at = NULL');
  },
  async down(run) {
    await run('ALTER TABLE attempts DROP KEY handed_in');
    await run('DROP TABLE item_sums');
  },
};
