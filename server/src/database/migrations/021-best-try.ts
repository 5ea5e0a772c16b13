import type { Migration } from './migration';

/** The try of a practised question that gave most: a later one does not lower what was earned. */
export const bestTry: Migration = {
  name: '021-best-try',
  async up(run) {
    await run(`ALTER TABLE practised
      ADD COLUMN best_try SMALLINT UNSIGNED NOT NULL DEFAULT 0,
      ADD COLUMN best_share DOUBLE NOT NULL DEFAULT 0,
      ADD COLUMN best_responses JSON NULL`);
    await run(`UPDATE practised p JOIN attempts t ON t.id = p.attempt_id JOIN assignments a ON a.id = t.assignment_id
        SET p.best_try = IF(p.first_share > p.share * (1 - JSON_VALUE(a.rules, '$.offPerTry') * (p.tries - 1)), 1, p.tries)
      WHERE p.tries > 0`);
    await run(`UPDATE practised SET best_share = IF(best_try = 1, COALESCE(first_share, share), share),
        best_responses = IF(best_try = 1, first_responses, last_responses) WHERE tries > 0`);
  },
  async down(run) {
    await run(
      'ALTER TABLE practised DROP COLUMN best_try, DROP COLUMN best_share, DROP COLUMN best_responses',
    );
  },
};
