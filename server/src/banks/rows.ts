/** Item rows as the contract gives them, for revisions that were chosen elsewhere. */
import type { ItemRow } from '@oaken/contract/banks';
import type { Sequelize } from 'sequelize';
import type { ItemContent, PartKind } from '@oaken/core/items';
import { fromJson, rows } from '../database/connect';

interface RevisionRow {
  id: number;
  revisionId: number;
  revision: number;
  testId: number | null;
  content: unknown;
  kind: PartKind;
  points: number;
  subject: string;
  depth: number | null;
  seconds: number | null;
  bank: string;
  seenN: number;
  seenShare: number;
  uses: number;
}

/** In the order of `revisionIds`; ids that do not exist are left out. */
export async function readRevisions(
  database: Sequelize,
  me: number,
  revisionIds: number[],
): Promise<(ItemRow & { testId: number | null })[]> {
  if (revisionIds.length === 0) return [];
  const [found, standards, grades] = await Promise.all([
    rows<RevisionRow>(
      database,
      `SELECT i.id, r.id AS revisionId, r.number AS revision, r.test_id AS testId, r.content, r.kind, r.points, r.subject,
              r.depth, r.seconds, b.name AS bank, i.seen_n AS seenN, i.seen_share AS seenShare,
              (SELECT COUNT(DISTINCT t.id) FROM revisions r2 JOIN test_revisions tr ON tr.revision_id = r2.id
                 JOIN tests t ON t.id = tr.test_id
                WHERE r2.item_id = i.id AND t.owner_id = :me AND t.removed_at IS NULL) AS uses
         FROM revisions r JOIN items i ON i.id = r.item_id JOIN banks b ON b.id = i.bank_id
        WHERE r.id IN (:revisionIds)`,
      { me, revisionIds },
    ),
    rows<{ revisionId: number; id: number; code: string; statement: string }>(
      database,
      `SELECT rs.revision_id AS revisionId, s.id, s.code, s.statement
         FROM revision_standards rs JOIN standards s ON s.id = rs.standard_id
        WHERE rs.revision_id IN (:revisionIds) ORDER BY s.position`,
      { revisionIds },
    ),
    rows<{ revisionId: number; grade: number }>(
      database,
      'SELECT revision_id AS revisionId, grade FROM revision_grades WHERE revision_id IN (:revisionIds) ORDER BY grade',
      { revisionIds },
    ),
  ]);
  const byId = new Map(found.map((one) => [one.revisionId, one]));
  return revisionIds.flatMap((revisionId) => {
    const one = byId.get(revisionId);
    if (!one) return [];
    const { seenN, seenShare, content, ...rest } = one;
    return [
      {
        ...rest,
        content: fromJson<ItemContent>(content),
        standards: standards.filter((own) => own.revisionId === revisionId).map(({ revisionId: _, ...own }) => own),
        grades: grades.filter((own) => own.revisionId === revisionId).map(({ grade }) => grade),
        facility: seenN > 0 ? { value: seenShare, n: seenN } : null,
      },
    ];
  });
}
