/**
 * What is marked on a page, one after the other: one question across students, one student across
 * questions, or blind.
 */
import { present, valueOf } from '@oaken/core/certain';
import type { MarkedAnswer, MarkedPart, MarkingWork } from '@oaken/contract/marking';
import type { Levels } from '@oaken/core/items';
import { sameAnswers } from '@oaken/core/marking';
import { listing } from '@oaken/core/text';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { say } from '../../words/teacher';

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
  /** The address of a spoken comment. */
  voice: string | null;
}
/** What is absent stays as each answer has it. */
export type Change = Partial<Given>;

/** Where the answers come from. */
export type Source =
  | { by: 'item'; assignmentId: number; entry: string; part: string }
  | { by: 'student'; assignmentId: number }
  | { by: 'second'; secondMarkingId: number };

export const markOf = ({ all }: Task) => all[0]?.mark ?? null;
const attemptsOf = ({ all }: Task) =>
  all.map(({ attemptId, mark }) => ({ attemptId, version: mark?.version ?? 0 }));
export const isMarked = ({ all }: Task) =>
  all.every(({ mark }) => mark !== null && mark.points !== null);

/** What a task is known by, whatever is marked meanwhile. */
export const taskKey = ({ part, all }: Task) =>
  `${part.entry}/${part.part}/${all.map(({ attemptId }) => attemptId).join('-')}`;

/**
 * "Ada Lark (6B) and Ben Moss (6B)"; only how many, where names are hidden or not known.
 *
 * @param classes whether their classes are named
 */
export function namesOf({ all }: Task, hidden: boolean, classes = true): string {
  const students = all.flatMap(({ student }) => student ?? []);
  if (hidden || students.length < all.length)
    return all.length === 1
      ? say('marking.oneStudent')
      : say('common.studentsCounted', { n: all.length });
  return listing(
    students.map(({ name, className }) => (classes && className ? `${name} (${className})` : name)),
  );
}

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

  /** Changes the marks of several answers to the same question, all or none. */
  async function giveAll(some: readonly Task[], change: Change): Promise<void> {
    const [first] = some;
    if (!first || source.by === 'second') return;
    const { entry: entryId, part: partId } = first.part;
    await call('giveMarks', {
      params: { assignmentId: source.assignmentId, entryId, partId },
      body: { attempts: some.flatMap(attemptsOf), ...change },
    });
    await load();
  }

  async function give(task: Task, { voice, ...given }: Given): Promise<void> {
    if (source.by !== 'second') return giveAll([task], { ...given, voice });
    const body = { attempts: attemptsOf(task), ...given };
    await call('giveSecondMarks', { params: { secondMarkingId: source.secondMarkingId }, body });
    await load();
  }

  return { work, tasks, load, give, giveAll };
}
