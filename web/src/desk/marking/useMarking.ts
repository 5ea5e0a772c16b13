/**
 * What is marked on a page, one after the other: one question across students, one student across
 * questions, or blind.
 */
import { present, valueOf } from '@oaken/core/certain';
import type { MarkedAnswer, MarkedPart, MarkingWork } from '@oaken/contract/marking';
import type { Levels } from '@oaken/core/items';
import { sameAnswers } from '@oaken/core/marking';
import { computed, ref } from 'vue';
import { call } from '../../client/call';

/** One answer to look at, and everybody who gave it. */
export interface Task {
  part: MarkedPart;
  response: unknown;
  all: MarkedAnswer[];
}

export interface Given {
  points: number | null;
  levels: Levels | null;
  comment: string;
}

/** Where the answers come from. */
export type Source =
  | { by: 'item'; assignmentId: number; entry: string; part: string }
  | { by: 'student'; assignmentId: number }
  | { by: 'second'; secondMarkingId: number };

export const markOf = ({ all }: Task) => all[0]?.mark ?? null;
export const isMarked = ({ all }: Task) =>
  all.every(({ mark }) => mark !== null && mark.points !== null);

export function useMarking(source: Source) {
  const work = ref<MarkingWork | null>(null);

  const tasks = computed<Task[]>(() => {
    if (!work.value) return [];
    const { parts, answers } = work.value;
    const partOf = ({ entry, part }: MarkedAnswer) =>
      present(
        parts.find((candidate) => candidate.entry === entry && candidate.part === part),
        'part',
      );
    if (source.by !== 'student')
      return parts.flatMap((part) =>
        sameAnswers(answers).map(({ response, all }) => ({ part, response, all })),
      );
    const order = new Map(
      [...new Set(answers.map(({ attemptId }) => attemptId))].map((id, index) => [id, index]),
    );
    return [...answers]
      .sort(
        (a, b) =>
          valueOf(order, a.attemptId) - valueOf(order, b.attemptId) ||
          partOf(a).number - partOf(b).number,
      )
      .map((answer) => ({ part: partOf(answer), response: answer.response, all: [answer] }));
  });

  async function load(): Promise<void> {
    work.value =
      source.by === 'second'
        ? await call('readSecondMarking', { params: { secondMarkingId: source.secondMarkingId } })
        : await call('readMarking', {
            params: { assignmentId: source.assignmentId },
            query: source.by === 'item' ? { entry: source.entry, part: source.part } : {},
          });
  }

  async function give({ part, all }: Task, given: Given): Promise<void> {
    const attempts = all.map(({ attemptId, mark }) => ({ attemptId, version: mark?.version ?? 0 }));
    const body = { attempts, ...given };
    if (source.by === 'second')
      await call('giveSecondMarks', { params: { secondMarkingId: source.secondMarkingId }, body });
    else
      await call('giveMarks', {
        params: { assignmentId: source.assignmentId, entryId: part.entry, partId: part.part },
        body,
      });
    await load();
  }

  return { work, tasks, load, give };
}
