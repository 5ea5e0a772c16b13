import type { Migration } from './migration';

export const sentChanges: Migration = {
  name: '025-sent-changes',
  async up(run) {
    // A page that has not heard whether its changes arrived sends them again; under their key they count once.
    await run(`CREATE TABLE sent_changes (
      test_id INT UNSIGNED NOT NULL,
      client_key CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      sent_at DATETIME(3) NOT NULL,
      PRIMARY KEY (test_id, client_key),
      KEY sent_at (sent_at),
      FOREIGN KEY (test_id) REFERENCES tests (id) ON DELETE CASCADE
    )`);
  },
  async down(run) {
    await run('DROP TABLE sent_changes');
  },
};
