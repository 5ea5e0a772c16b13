import { api } from '@oaken/contract';
import type { Bank } from '@oaken/contract/banks';
import { asking, ownTest, readableBank } from '../access';
import type { Context } from '../context';
import { row, rows, toMillis } from '../database/connect';
import type { Bind } from '../http/bind';
import { notFound } from '../http/problem';
import { readRevisions } from './rows';
import { searchItems } from './search';

export function bankRoutes(bind: Bind, { database }: Context): void {
  bind(api.listBanks, async ({ me }) => {
    const values = asking(me);
    const banks = await rows<Omit<Bank, 'folders'>>(
      database,
      `SELECT b.id, b.name, b.reach, COUNT(i.id) AS items
         FROM banks b LEFT JOIN items i ON i.bank_id = b.id AND i.retired_at IS NULL
        WHERE ${readableBank} GROUP BY b.id ORDER BY FIELD(b.reach, 'mine', 'school', 'everybody'), b.name`,
      values,
    );
    const folders = await rows<Bank['folders'][number] & { bankId: number }>(
      database,
      `SELECT f.id, f.bank_id AS bankId, f.parent_id AS parentId, f.name, COUNT(i.id) AS items
         FROM folders f JOIN banks b ON b.id = f.bank_id
         LEFT JOIN items i ON i.folder_id = f.id AND i.retired_at IS NULL
        WHERE ${readableBank} GROUP BY f.id ORDER BY f.position`,
      values,
    );
    return {
      banks: banks.map((own) => ({
        ...own,
        folders: folders.filter(({ bankId }) => bankId === own.id).map(({ bankId: _, ...folder }) => folder),
      })),
    };
  });

  bind(api.searchItems, ({ me, query }) => searchItems(database, me, query));

  bind(api.readItem, async ({ me, params: { itemId } }) => {
    const values = { ...asking(me), itemId };
    const found = await row<{ revisionId: number }>(
      database,
      `SELECT i.revision_id AS revisionId FROM items i JOIN banks b ON b.id = i.bank_id WHERE i.id = :itemId AND ${readableBank}`,
      values,
    );
    if (!found) throw notFound('The item');
    const [item] = await readRevisions(database, me.account.id, [found.revisionId]);
    const uses = await rows<{ testId: number; title: string; owner: string; mine: number }>(
      database,
      `SELECT DISTINCT t.id AS testId, t.title, CONCAT(o.given_name, ' ', o.family_name) AS owner, ${ownTest} AS mine
         FROM revisions r JOIN test_revisions tr ON tr.revision_id = r.id JOIN tests t ON t.id = tr.test_id
         JOIN accounts o ON o.id = t.owner_id
        WHERE r.item_id = :itemId AND t.removed_at IS NULL AND t.school_id = :school ORDER BY t.changed_at DESC LIMIT 50`,
      values,
    );
    const given = await rows<{ testId: number; class: string; opensAt: Date }>(
      database,
      `SELECT e.test_id AS testId, c.name AS class, a.opens_at AS opensAt
         FROM edition_revisions er JOIN editions e ON e.id = er.edition_id JOIN assignments a ON a.edition_id = e.id
         JOIN assignment_classes ac ON ac.assignment_id = a.id JOIN classes c ON c.id = ac.class_id
        WHERE er.item_id = :itemId AND a.taken_back_at IS NULL AND a.school_id = :school ORDER BY a.opens_at DESC LIMIT 100`,
      values,
    );
    const revisions = await rows<{
      id: number;
      number: number;
      by: string;
      at: Date;
      forTest: string | null;
      shown: number;
    }>(
      database,
      `SELECT r.id, r.number, CONCAT(o.given_name, ' ', o.family_name) AS \`by\`, r.created_at AS at, t.title AS forTest,
              (t.id IS NULL OR ${ownTest}) AS shown
         FROM revisions r JOIN accounts o ON o.id = r.created_by LEFT JOIN tests t ON t.id = r.test_id
        WHERE r.item_id = :itemId ORDER BY r.id DESC LIMIT 50`,
      values,
    );
    return {
      item: item!,
      uses: uses.map((use) => ({
        ...use,
        mine: Boolean(use.mine),
        given: given
          .filter(({ testId }) => testId === use.testId)
          .map((one) => ({ class: one.class, opensAt: toMillis(one.opensAt) })),
      })),
      revisions: revisions
        .filter(({ shown }) => shown)
        .map(({ shown: _, ...one }) => ({ ...one, at: toMillis(one.at) })),
    };
  });
}
