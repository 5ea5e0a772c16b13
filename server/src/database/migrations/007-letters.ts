import type { Migration } from './migration';

const steps = [
  // Written in the transaction that gives the reason; sent afterwards, and tried again while the mail service is away.
  `CREATE TABLE letters (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    account_id INT UNSIGNED NOT NULL,
    assignment_id INT UNSIGNED NULL,
    address VARCHAR(254) NOT NULL,
    subject VARCHAR(250) NOT NULL,
    body TEXT NOT NULL,
    send_after DATETIME(3) NOT NULL,
    tries SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    sent_at DATETIME(3) NULL,
    given_up_at DATETIME(3) NULL,
    KEY due (sent_at, given_up_at, send_after),
    KEY assignment (assignment_id),
    FOREIGN KEY (account_id) REFERENCES accounts (id),
    FOREIGN KEY (assignment_id) REFERENCES assignments (id)
  )`,
  `ALTER TABLE accounts
    ADD COLUMN calendar_token CHAR(32) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD UNIQUE KEY calendar_token (calendar_token)`,
];

export const letters: Migration = {
  name: '007-letters',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    await run('ALTER TABLE accounts DROP KEY calendar_token, DROP COLUMN calendar_token');
    await run('DROP TABLE letters');
  },
};
