import type { Migration } from './migration';

/** MariaDB has no JSON booleans of its own: they are taken out of a list. */
const [yes, no] = [`JSON_EXTRACT('[true]', '$[0]')`, `JSON_EXTRACT('[false]', '$[0]')`];
const value = (path: string) => `JSON_EXTRACT(rules, '$.${path}')`;

const steps = [
  `ALTER TABLE assignments
    ADD COLUMN late_off DECIMAL(5, 4) NOT NULL DEFAULT 0,
    ADD COLUMN visible_from DATETIME(3) NULL,
    ADD COLUMN answers_from DATETIME(3) NULL,
    ADD COLUMN stopped_at DATETIME(3) NULL,
    ADD COLUMN word VARCHAR(40) NOT NULL DEFAULT '',
    ADD COLUMN instructions VARCHAR(2000) NOT NULL DEFAULT '',
    ADD COLUMN note VARCHAR(2000) NOT NULL DEFAULT '',
    ADD COLUMN wishes JSON NULL,
    ADD COLUMN link_token CHAR(22) CHARACTER SET ascii COLLATE ascii_bin NULL,
    ADD UNIQUE KEY link_token (link_token)`,
  `UPDATE assignments SET rules = JSON_OBJECT(
    'mode', 'test', 'limitMinutes', ${value('limitMinutes')}, 'warnMinutes', JSON_ARRAY(5, 1), 'attempts', 1, 'counts', 'best',
    'order', IF(JSON_VALUE(rules, '$.shuffleItems') = 1 OR JSON_VALUE(rules, '$.shuffleItems') = 'true', 'shuffled', 'own'),
    'shuffleChoices', ${value('shuffleChoices')},
    'release', JSON_OBJECT('score', ${value('release.score')}, 'marks', ${value('release.answers')}, 'answers', ${value('release.answers')},
      'explanations', ${value('release.answers')}, 'show', 'both', 'bands', JSON_ARRAY()))`,
  // Not the whole class where only groups or single students of it were given something.
  `ALTER TABLE assignment_classes ADD COLUMN whole BOOLEAN NOT NULL DEFAULT TRUE`,
  // A guest comes through no class. Time beyond the limit is a student's support now.
  `ALTER TABLE assignment_students
    MODIFY COLUMN class_id INT UNSIGNED NULL,
    DROP COLUMN time_factor,
    ADD COLUMN closes_at DATETIME(3) NULL,
    ADD COLUMN extra_minutes SMALLINT UNSIGNED NOT NULL DEFAULT 0,
    ADD COLUMN extra_attempts TINYINT UNSIGNED NOT NULL DEFAULT 0`,
  // Of a student's attempts one counts; where their mean does, it carries the mean.
  `ALTER TABLE attempts
    ADD COLUMN counts BOOLEAN NOT NULL DEFAULT TRUE,
    ADD COLUMN counted DOUBLE NULL,
    ADD COLUMN late_off DECIMAL(5, 4) NOT NULL DEFAULT 0,
    ADD COLUMN given JSON NULL`,
  `UPDATE attempts SET counted = points`,
  `ALTER TABLE accounts
    ADD COLUMN guest_of INT UNSIGNED NULL,
    ADD CONSTRAINT accounts_guest FOREIGN KEY (guest_of) REFERENCES assignments (id)`,
  `CREATE TABLE assignment_drafts (
    id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
    owner_id INT UNSIGNED NOT NULL,
    test_id INT UNSIGNED NOT NULL,
    client_key CHAR(36) NOT NULL,
    form JSON NOT NULL,
    changed_at DATETIME(3) NOT NULL,
    UNIQUE KEY client_key (owner_id, client_key),
    FOREIGN KEY (owner_id) REFERENCES accounts (id),
    FOREIGN KEY (test_id) REFERENCES tests (id)
  )`,
];

export const assigning: Migration = {
  name: '006-assigning',
  async up(run) {
    for (const step of steps) await run(step);
  },
  async down(run) {
    await run('DROP TABLE assignment_drafts');
    await run('ALTER TABLE accounts DROP FOREIGN KEY accounts_guest');
    await run('ALTER TABLE accounts DROP COLUMN guest_of');
    await run(
      'ALTER TABLE attempts DROP COLUMN counts, DROP COLUMN counted, DROP COLUMN late_off, DROP COLUMN given',
    );
    await run('DELETE FROM assignment_students WHERE class_id IS NULL');
    await run(`ALTER TABLE assignment_students MODIFY COLUMN class_id INT UNSIGNED NOT NULL, ADD COLUMN time_factor DECIMAL(4, 2) NULL DEFAULT 1,
      DROP COLUMN closes_at, DROP COLUMN extra_minutes, DROP COLUMN extra_attempts`);
    await run('ALTER TABLE assignment_classes DROP COLUMN whole');
    await run(`UPDATE assignments SET rules = JSON_OBJECT('mode', 'test', 'limitMinutes', ${value('limitMinutes')},
      'shuffleItems', IF(JSON_VALUE(rules, '$.order') = 'shuffled', ${yes}, ${no}), 'shuffleChoices', ${value('shuffleChoices')},
      'release', JSON_OBJECT('score', ${value('release.score')}, 'answers', ${value('release.answers')}))`);
    await run(`ALTER TABLE assignments DROP KEY link_token, DROP COLUMN late_off, DROP COLUMN visible_from, DROP COLUMN answers_from,
      DROP COLUMN stopped_at, DROP COLUMN word, DROP COLUMN instructions, DROP COLUMN note, DROP COLUMN wishes, DROP COLUMN link_token`);
  },
};
