import type { Migration } from './migration';

export const signingIn: Migration = {
  name: '017-signing-in',
  async up(run) {
    // Devices that have signed in to an account before, by the hash of what their cookie holds.
    await run(`CREATE TABLE devices (
      token_hash BINARY(32) NOT NULL,
      account_id INT UNSIGNED NOT NULL,
      seen_at DATETIME(3) NOT NULL,
      PRIMARY KEY (token_hash, account_id),
      KEY seen_at (seen_at),
      FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE
    )`);
    // Where somebody is signed in, in words for them.
    await run(`ALTER TABLE sessions
      ADD COLUMN browser VARCHAR(120) NOT NULL DEFAULT '',
      ADD COLUMN address VARCHAR(45) NOT NULL DEFAULT ''`);
    // One-time links: to begin a school (without an account), or to choose a new password.
    await run(`CREATE TABLE sign_in_links (
      token_hash BINARY(32) PRIMARY KEY,
      account_id INT UNSIGNED NULL,
      created_at DATETIME(3) NOT NULL,
      expires_at DATETIME(3) NOT NULL,
      FOREIGN KEY (account_id) REFERENCES accounts (id) ON DELETE CASCADE
    )`);
    await run(`ALTER TABLE schools
      ADD COLUMN demonstration BOOLEAN NOT NULL DEFAULT FALSE,
      ADD COLUMN grades JSON NULL`);
    // Every school of earlier versions was the demonstration; nobody could begin another.
    await run('UPDATE schools SET demonstration = TRUE');
  },
  async down(run) {
    await run('ALTER TABLE schools DROP COLUMN demonstration, DROP COLUMN grades');
    await run('DROP TABLE sign_in_links');
    await run('ALTER TABLE sessions DROP COLUMN browser, DROP COLUMN address');
    await run('DROP TABLE devices');
  },
};
