/** What waits for marks. */
import type { api, AnswerOf } from '@oaken/contract';
import { unmarkedEntries } from './queries';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { isByHand, partsOf } from './place';
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
  const found = await unmarkedEntries(
    database,
    mine.map(({ id }) => id),
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
