/** What waits for marks. */
import type { api, AnswerOf } from '@oaken/contract';
import { unmarkedEntries } from './queries';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { isByHand, partsOf } from './marked-part';
import { listSeconds } from './second';
import { listUnknown } from './unknown';
import { rule } from '../access';

export async function listMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>> {
  const { database } = context;
  const mine = await database.models.Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id'],
  });
  const unmarked = await unmarkedEntries(
    database,
    mine.map(({ id }) => id),
  );
  const ids = [...new Set(unmarked.map(({ assignmentId }) => assignmentId))];
  const assignments = ids.length === 0 ? [] : await readAssignments(database, me, { id: ids });
  const lines = await Promise.all(
    unmarked.map(async (unmarkedEntry) => {
      const assignment = assignments.find(({ id }) => id === unmarkedEntry.assignmentId);
      const parts = (await partsOf(editions, unmarkedEntry.editionId)).filter(
        ({ entry, part }) => entry.id === unmarkedEntry.entry && isByHand(part),
      );
      if (!assignment) return [];
      return parts.map(({ entry, part }) => ({
        assignmentId: unmarkedEntry.assignmentId,
        title: assignment.title,
        recipients: assignment.recipients,
        entry: unmarkedEntry.entry,
        part: part.id,
        stem: entry.content.stem,
        unmarked: Number(unmarkedEntry.unmarked),
        marked: Number(unmarkedEntry.marked),
        oldest: toMillis(unmarkedEntry.oldest),
      }));
    }),
  );
  return {
    waiting: lines.flat(),
    seconds: await listSeconds(context, editions, me),
    unknown: await listUnknown(context, editions, me),
  };
}
