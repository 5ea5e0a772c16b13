/** Everything that results are made of: who was given an assignment, and the record of what each of them made. */
import { entriesOf, entryFor, type Edition, type EditionEntry } from '@oaken/core/forms';
import { readRecords, type AttemptRecord } from '../record';
import type { Database } from '../database/connect';
import { present } from '@oaken/core/certain';
import { readGroups, readLines, type Group, type Line } from './lines';

const parts = ['answers', 'scores', 'practice', 'timeSpent'] as const;

/** What is known of one attempt. */
export type WorkRecord = Pick<AttemptRecord, (typeof parts)[number] | 'arrivedLate'>;

export interface Gathered {
  edition: Edition;
  /** Those that are asked: of a test with draws or forms only what somebody was given. */
  entries: EditionEntry[];
  lines: Line[];
  /** An entry as the student of an attempt had it. */
  entryOf: (attemptId: number, entry: EditionEntry) => EditionEntry;
  recordOf: (attemptId: number) => WorkRecord;
  groups: Group[];
}

export async function gather(database: Database, assignmentId: number): Promise<Gathered> {
  const [assignment, lines, groups, recordOf] = await Promise.all([
    database.models.Assignment.findByPk(assignmentId, { include: ['edition'] }),
    readLines(database, assignmentId),
    readGroups(database, assignmentId),
    readRecords(database, { assignmentId }, parts),
  ]);
  const edition = present(assignment?.edition, 'edition of the assignment').content;
  const entries = askedOf(edition, lines, recordOf);
  return { edition, entries, lines, entryOf: entryOfAttempts(lines), recordOf, groups };
}

/** Each student's own entries, made once however often they are asked for. */
function entryOfAttempts(lines: readonly Line[]): Gathered['entryOf'] {
  const seeds = new Map(lines.map(({ attemptId, seed }) => [attemptId, seed]));
  const known = new Map<string, EditionEntry>();
  return (attemptId, entry) => {
    if (!entry.content.template) return entry;
    const key = `${attemptId} ${entry.id}`;
    const held = known.get(key) ?? entryFor(entry, seeds.get(attemptId) ?? '');
    known.set(key, held);
    return held;
  };
}

/** The entries of a test without draws; of one with draws or forms only those that somebody was given. */
function askedOf(edition: Edition, lines: Line[], recordOf: Gathered['recordOf']): EditionEntry[] {
  const differs =
    edition.sections.some(({ draw }) => draw != null) || (edition.forms ?? []).length > 0;
  if (!differs) return entriesOf(edition);
  const asked = new Set(
    lines.flatMap(({ attemptId }) =>
      attemptId === null ? [] : [...recordOf(attemptId).scores.keys()],
    ),
  );
  return entriesOf(edition).filter(({ id }) => asked.has(id));
}
