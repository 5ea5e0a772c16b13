import type { Migration } from './migration';

/** Rounds from anything: asked aloud, prepared for a class, by guests, two on one device, unsure. */
export const askingInClass: Migration = {
  name: '032-asking-in-class',
  async up(run) {
    // What is asked in class need not come from a test.
    await run('ALTER TABLE editions MODIFY test_id INT UNSIGNED NULL');
    await run(`ALTER TABLE accounts
      ADD COLUMN guest_of_round INT UNSIGNED NULL,
      ADD CONSTRAINT round_of_guest FOREIGN KEY (guest_of_round) REFERENCES rounds (id)`);
    await run(`ALTER TABLE round_participants
      ADD COLUMN struck_out_at DATETIME(3) NULL,
      ADD COLUMN companion_id INT UNSIGNED NULL,
      ADD CONSTRAINT companion FOREIGN KEY (companion_id) REFERENCES accounts (id)`);
    await run(`ALTER TABLE round_answers
      ADD COLUMN unsure BOOLEAN NOT NULL DEFAULT FALSE,
      ADD COLUMN checked_at DATETIME(3) NULL`);
    await run(`CREATE TABLE prepared_questions (
      class_id INT UNSIGNED NOT NULL,
      item_id INT UNSIGNED NOT NULL,
      place INT UNSIGNED NOT NULL,
      added_by INT UNSIGNED NOT NULL,
      PRIMARY KEY (class_id, item_id),
      FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
      FOREIGN KEY (item_id) REFERENCES items (id),
      FOREIGN KEY (added_by) REFERENCES accounts (id)
    )`);
  },
  async down(run) {
    await run('DROP TABLE prepared_questions');
    await run('ALTER TABLE round_answers DROP COLUMN unsure, DROP COLUMN checked_at');
    await run(`ALTER TABLE round_participants
      DROP FOREIGN KEY companion, DROP COLUMN companion_id, DROP COLUMN struck_out_at`);
    await run(`ALTER TABLE accounts
      DROP FOREIGN KEY round_of_guest, DROP COLUMN guest_of_round`);
    // Editions without a test stay: what was asked and answered is not thrown away.
  },
};
