/** What waits for marks. */
import type { api, AnswerOf } from '@oaken/contract';
import { asking, ownAssignment } from '../access';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { rows, toMillis } from '../database/connect';
import { isByHand, partsOf } from './place';
import { listSeconds } from './second';
import { listUnknown } from './unknown';

export async function listMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>> {
  const { database } = context;
  const found = await rows<{
    assignmentId: number;
    editionId: number;
    entry: string;
    waits: string;
    marked: string;
    oldest: Date;
  }>(
    database,
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, s.entry_id AS entry, SUM(s.waits) AS waits,
            SUM(EXISTS (SELECT 1 FROM marks m WHERE m.attempt_id = t.id AND m.entry_id = s.entry_id AND m.points IS NOT NULL)) AS marked,
            MIN(IF(s.waits, t.handed_in_at, NULL)) AS oldest
       FROM assignments a JOIN attempts t ON t.assignment_id = a.id AND t.handed_in_at IS NOT NULL JOIN scores s ON s.attempt_id = t.id
      WHERE ${ownAssignment} GROUP BY a.id, s.entry_id HAVING waits > 0 ORDER BY oldest, a.id, s.entry_id`,
    asking(me),
  );
  const ids = [...new Set(found.map(({ assignmentId }) => assignmentId))];
  const assignments = ids.length === 0 ? [] : await readAssignments(database, me, { id: ids });
  const lines = await Promise.all(
    found.map(async (own) => {
      const assignment = assignments.find(({ id }) => id === own.assignmentId);
      const parts = (await partsOf(editions, own.editionId)).filter(
        ({ entry, part }) => entry.id === own.entry && isByHand(part),
      );
      if (!assignment) return [];
      return parts.map(({ entry, part }) => ({
        assignmentId: own.assignmentId,
        title: assignment.title,
        recipients: assignment.recipients,
        entry: own.entry,
        part: part.id,
        stem: entry.content.stem,
        waits: Number(own.waits),
        marked: Number(own.marked),
        oldest: toMillis(own.oldest),
      }));
    }),
  );
  return {
    waiting: lines.flat(),
    seconds: await listSeconds(context, editions, me),
    unknown: await listUnknown(context, editions, me),
  };
}
