/** One assignment of a year as a class sat it: attempts, answers and scores, and the sums that figures follow from. */
import type { PairSums } from '@oaken/core/analysis';
import type { Random } from '@oaken/core/random';
import { minute } from '@oaken/core/timing';
import { outcomeOf, type Askable } from './askable';
import type { YearStudent } from './people';

export interface YearEntry {
  id: string;
  item: Askable;
}

/** What the figures of one item are made from; x: its share, y: that of the rest of the work. */
export type Sums = PairSums & { answers: number; earned: number };

export interface SatWork {
  attempts: unknown[][];
  answers: unknown[][];
  scores: unknown[][];
  /** By entry and grade. */
  sums: Map<string, Map<number, Sums>>;
}

const absent = 0.04;
const nothing = (): Sums => ({
  answers: 0,
  earned: 0,
  n: 0,
  x: 0,
  y: 0,
  xx: 0,
  yy: 0,
  xy: 0,
});

function addTo(sums: Sums, x: number, y: number): void {
  sums.answers += 1;
  sums.earned += x;
  sums.n += 1;
  sums.x += x;
  sums.y += y;
  sums.xx += x * x;
  sums.yy += y * y;
  sums.xy += x * y;
}

const seedOf = (random: Random) =>
  Array.from({ length: 22 }, () =>
    'abcdefghijklmnopqrstuvwxyz0123456789'.charAt(random.below(36)),
  ).join('');

/** @param nextId of an attempt */
export function sitThrough(
  {
    assignmentId,
    entries,
    opens,
  }: { assignmentId: number; entries: readonly YearEntry[]; opens: number },
  students: readonly YearStudent[],
  random: Random,
  nextId: () => number,
): SatWork {
  const work: SatWork = { attempts: [], answers: [], scores: [], sums: new Map() };
  const most = entries.reduce((sum, { item }) => sum + item.points, 0);
  for (const student of students) {
    if (random.next() < absent) continue;
    const id = nextId();
    const began = opens + Math.floor(random.next() * 300) * minute;
    const length = Math.round((8 + 12 * random.next()) * minute);
    const given = entries.map(({ item }) => outcomeOf(item, student.ability, random));
    const points = given.map(({ share }, index) => share * (entries[index]?.item.points ?? 0));
    const earned = points.reduce((sum, value) => sum + value, 0);
    const ended = new Date(began + length);
    work.attempts.push([
      ...[id, assignmentId, student.id, 1, seedOf(random), new Date(began)],
      ...[new Date(began + 20 * minute), ended, 'student', false, earned, most, earned],
      // Counted, as it was handed in.
      ...[ended, true],
    ]);
    entries.forEach(({ id: entry, item }, index) => {
      const { responses, share } = given[index] ?? item.right;
      const saved = new Date(began + ((index + 1) * length) / (entries.length + 1));
      work.answers.push([id, entry, 1, 'simulatedyear'.slice(0, 12), responses, false, saved]);
      work.scores.push([id, entry, points[index] ?? 0, item.points, true, false]);
      const rest = most > item.points ? (earned - (points[index] ?? 0)) / (most - item.points) : 0;
      const byGrade = work.sums.get(entry) ?? new Map<number, Sums>();
      work.sums.set(entry, byGrade);
      const sums = byGrade.get(student.grade) ?? nothing();
      byGrade.set(student.grade, sums);
      addTo(sums, share, rest);
    });
  }
  return work;
}
