/** The answers that are marked by hand, with their marks. */
import type { MarkedAnswer, MarkedPart, MarkingWork } from '@oaken/contract/marking';
import { kindOf, type Levels } from '@oaken/core/items';
import { wordsIn } from '@oaken/core/plain';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { readRecords } from '../record';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { readAnchors } from './anchors';
import {
  answerTo,
  findAssignment,
  isMarkedByHand,
  mayBeByHand,
  partsByHand,
  readAnswers,
  shownOf,
  type Answered,
  type Handed,
} from './marked-part';

export interface StoredMark {
  attemptId: number;
  entry: string;
  part: string;
  version: number;
  points: number | null;
  comment: string;
  levels: Levels | null;
  voice: string | null;
  by: string;
  at: Date;
}

/** The marks of the works that these answers belong to. */
export async function readMarks(
  database: Database,
  answers: readonly Answered[],
): Promise<StoredMark[]> {
  const attemptIds = [...new Set(answers.map(({ attemptId }) => attemptId))];
  const recordOf = await readRecords(database, { attemptIds }, ['marks']);
  const marks = attemptIds.flatMap((attemptId) =>
    [...recordOf(attemptId).marks].flatMap(([entry, ofEntry]) =>
      ofEntry.map((mark) => ({ attemptId, entry, mark })),
    ),
  );
  const markers = await database.models.Account.findAll({
    where: { id: [...new Set(marks.map(({ mark }) => mark.markedBy))] },
  });
  const nameOf = new Map(markers.map(({ id, fullName }) => [id, fullName]));
  return marks.map(({ attemptId, entry, mark }) => ({
    attemptId,
    entry,
    part: mark.partId,
    version: mark.version,
    points: mark.points,
    comment: mark.comment,
    levels: mark.levels,
    voice: mark.voice,
    by: nameOf.get(mark.markedBy) ?? '',
    at: mark.markedAt,
  }));
}

export const markOf = ({
  points,
  comment,
  levels,
  voice,
  by,
  at,
  version,
}: Omit<StoredMark, 'attemptId' | 'entry' | 'part'>) => ({
  points,
  comment,
  levels,
  voice,
  by,
  at: toMillis(at),
  version,
});

type AnchorsOf = Awaited<ReturnType<typeof readAnchors>>;

/** The parts with the answers to them; `marks` by attempt, entry and part. */
export function workOf(
  parts: Handed[],
  answers: Answered[],
  marks: StoredMark[],
  { names, anchors }: { names: boolean; anchors: AnchorsOf },
): Pick<MarkingWork, 'parts' | 'answers'> {
  const key = (attemptId: number, entry: string, part: string) => `${attemptId} ${entry} ${part}`;
  const held = new Map(marks.map((mark) => [key(mark.attemptId, mark.entry, mark.part), mark]));
  return {
    parts: parts.map((part) => partOf(part, marks, anchors)),
    answers: parts.flatMap(({ entry, part, variantFor }) =>
      answers.flatMap((answer): MarkedAnswer[] => {
        if (answer.entry !== entry.id) return [];
        const response = answerTo(part, answer.responses);
        if (response === undefined || !isMarkedByHand(part, answer.responses)) return [];
        const mark = held.get(key(answer.attemptId, entry.id, part.id));
        return [
          {
            entry: entry.id,
            part: part.id,
            attemptId: answer.attemptId,
            student: names
              ? {
                  id: answer.studentId,
                  name: answer.name,
                  className: answer.className ?? '',
                  rosterNumber: answer.rosterNumber,
                }
              : null,
            variant: variantFor(answer.seed),
            response,
            words: typeof response === 'string' ? wordsIn(response) : null,
            mark: mark ? markOf(mark) : null,
          },
        ];
      }),
    ),
  };
}

function partOf(handed: Handed, marks: StoredMark[], anchors: AnchorsOf): MarkedPart {
  const { entry, part, number } = handed;
  const used = new Map<string, number>();
  for (const { entry: of, part: id, comment } of marks)
    if (comment && of === entry.id && id === part.id)
      used.set(comment, (used.get(comment) ?? 0) + 1);
  return {
    entry: entry.id,
    part: part.id,
    number,
    stem: entry.content.stem,
    shown: shownOf(handed),
    guide: 'guide' in part ? part.guide : '',
    criteria: 'criteria' in part ? (part.criteria ?? []) : [],
    maxPoints: kindOf(part).points(part),
    anchors: anchors(entry.itemId, part.id),
    comments: [...used]
      .sort((a, b) => b[1] - a[1])
      .map(([comment]) => comment)
      .slice(0, 12),
  };
}

export async function readMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  of: { entry?: string | undefined; part?: string | undefined },
): Promise<MarkingWork> {
  const { title, mayMark, parts } = await findAssignment(context, editions, me, assignmentId);
  const asked = parts.filter(
    ({ entry, part }) =>
      mayBeByHand(part) && (of.entry ?? entry.id) === entry.id && (of.part ?? part.id) === part.id,
  );
  const answers = await readAnswers(context.database, assignmentId, [
    ...new Set(asked.map(({ entry }) => entry.id)),
  ]);
  const wanted = partsByHand(asked, answers);
  const marks = await readMarks(context.database, answers);
  const anchors = await readAnchors(context.database, wanted);
  return { title, mayMark, ...workOf(wanted, answers, marks, { names: true, anchors }) };
}
