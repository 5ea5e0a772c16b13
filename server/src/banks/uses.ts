/** Where items are used, as far as the asking teacher may know. */
import type { Use } from '@oaken/contract/banks';
import type { Sequelize } from 'sequelize';
import { asking, editableTest } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { row, rows, toMillis } from '../database/connect';

/** Tests of my own school are told; of others only how many there are. */
export async function usesOf(database: Sequelize, me: SignedIn, items: number[]) {
  const values = { ...asking(me), items };
  const tests = await rows<{
    testId: number;
    title: string;
    owner: string;
    mine: number;
    items: number;
  }>(
    database,
    `SELECT t.id AS testId, t.title, CONCAT(o.given_name, ' ', o.family_name) AS owner, ${editableTest} AS mine,
            COUNT(DISTINCT r.item_id) AS items
       FROM revisions r JOIN test_revisions tr ON tr.revision_id = r.id JOIN tests t ON t.id = tr.test_id
       JOIN accounts o ON o.id = t.owner_id
      WHERE r.item_id IN (:items) AND t.removed_at IS NULL AND t.school_id = :school
      GROUP BY t.id ORDER BY mine DESC, t.changed_at DESC LIMIT 100`,
    values,
  );
  const given = await rows<{ testId: number; class: string; opensAt: Date }>(
    database,
    `SELECT DISTINCT e.test_id AS testId, c.name AS class, a.opens_at AS opensAt
       FROM edition_revisions er JOIN editions e ON e.id = er.edition_id JOIN assignments a ON a.edition_id = e.id
       JOIN assignment_classes ac ON ac.assignment_id = a.id JOIN classes c ON c.id = ac.class_id
      WHERE er.item_id IN (:items) AND a.taken_back_at IS NULL AND a.school_id = :school
      ORDER BY a.opens_at DESC, c.name LIMIT 300`,
    values,
  );
  const hidden = await row<{ n: number }>(
    database,
    `SELECT COUNT(DISTINCT t.id) AS n FROM revisions r JOIN test_revisions tr ON tr.revision_id = r.id
       JOIN tests t ON t.id = tr.test_id
      WHERE r.item_id IN (:items) AND t.removed_at IS NULL AND t.school_id <> :school`,
    values,
  );
  return {
    uses: tests.map((one): Use & { items: number } => ({
      ...one,
      mine: Boolean(one.mine),
      given: given
        .filter(({ testId }) => testId === one.testId)
        .map((own) => ({ class: own.class, opensAt: toMillis(own.opensAt) })),
    })),
    hiddenUses: hidden!.n,
  };
}

/** Keeps the number of tests beside each item that was put into one or taken out. */
export const recountUses = `UPDATE items i SET i.uses = (
  SELECT COUNT(DISTINCT t.id) FROM revisions r JOIN test_revisions tr ON tr.revision_id = r.id
    JOIN tests t ON t.id = tr.test_id AND t.removed_at IS NULL WHERE r.item_id = i.id) WHERE i.id IN (:items)`;
