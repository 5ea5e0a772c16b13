/** What waits for marks. */
import type { api, AnswerOf } from '@oaken/contract';
import { markedEntries, unmarkedEntries } from './queries';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { partsByHand, partsOf, readAnswers } from './marked-part';
import { listSeconds } from './second';
import { listUnknown } from './unknown';
import { rule } from '../access';

/** Lines of a page of what is done. */
const pageOfMarked = 50;

export async function listMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>> {
  const unmarked = await unmarkedEntries(context.database, await assignmentsOf(context, me));
  const lines = await linesOf(context, editions, me, unmarked);
  const seconds = await listSeconds(context, editions, me);
  return {
    waiting: lines.map(({ line, of }) => ({
      ...line,
      unmarked: Number(of.unmarked),
      marked: Number(of.marked),
      oldest: toMillis(of.oldest),
    })),
    seconds: seconds.filter(({ left }) => left > 0),
    unknown: await listUnknown(context, editions, me),
  };
}

/** @param skip how many lines the asker has already */
export async function listMarked(
  context: Context,
  editions: Editions,
  me: SignedIn,
  skip: number,
): Promise<AnswerOf<typeof api.listMarked>> {
  const marked = await markedEntries(context.database, await assignmentsOf(context, me), {
    skip,
    limit: pageOfMarked + 1,
  });
  const lines = await linesOf(context, editions, me, marked.slice(0, pageOfMarked));
  const seconds = skip === 0 ? await listSeconds(context, editions, me) : [];
  return {
    marked: lines.map(({ line, of }) => ({
      ...line,
      marked: Number(of.marked),
      latest: toMillis(of.latest),
    })),
    seconds: seconds.filter(({ left }) => left === 0).map(({ left: _none, ...rest }) => rest),
    next: marked.length > pageOfMarked ? skip + pageOfMarked : null,
  };
}

async function assignmentsOf({ database }: Context, me: SignedIn): Promise<number[]> {
  const mine = await database.models.Assignment.scope(rule('readableBy', me)).findAll({
    attributes: ['id'],
  });
  return mine.map(({ id }) => id);
}

/** Each part that a person marks, of entries of assignments, with what is said of it. */
async function linesOf<Of extends { assignmentId: number; editionId: number; entry: string }>(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  entries: readonly Of[],
) {
  const ids = [...new Set(entries.map(({ assignmentId }) => assignmentId))];
  const assignments = ids.length === 0 ? [] : await readAssignments(database, me, { id: ids });
  const onPaper = await onPaperAmong(database, ids);
  const lines = await Promise.all(
    entries.map(async (of) => {
      const assignment = assignments.find(({ id }) => id === of.assignmentId);
      if (!assignment) return [];
      const ofEntry = (await partsOf(editions, of.editionId)).filter(
        ({ entry }) => entry.id === of.entry,
      );
      const answers = onPaper.has(of.assignmentId)
        ? await readAnswers(database, of.assignmentId, [of.entry])
        : [];
      return partsByHand(ofEntry, answers).map(({ entry, part }) => ({
        of,
        line: {
          assignmentId: of.assignmentId,
          title: assignment.title,
          recipients: assignment.recipients,
          entry: of.entry,
          part: part.id,
          stem: entry.content.stem,
        },
      }));
    }),
  );
  return lines.flat();
}

/** Assignments that were printed: there a person may have to mark what a key marks on screens. */
async function onPaperAmong({ models }: Database, assignmentId: number[]): Promise<Set<number>> {
  const printed = await models.PrintedSheet.findAll({
    attributes: ['assignmentId'],
    where: { assignmentId },
    group: ['assignmentId'],
  });
  return new Set(printed.map((sheet) => sheet.assignmentId));
}
