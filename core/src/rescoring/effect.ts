/** What a rescore does to the students, before it is done. */
import { bandOf, type Band } from '../assignments';

/** What a student's work is worth. */
export interface Worth {
  points: number;
  maxPoints: number;
}

export interface Moved<Student> {
  student: Student;
  before: Worth;
  after: Worth;
  /** The bands, where they differ. */
  bands: { before: string; after: string } | null;
}

export interface Effect<Student> {
  /** Those who stand better than before, the largest gain first. */
  gain: Moved<Student>[];
  lose: Moved<Student>[];
  /** How many stand as before. */
  same: number;
  /** How many are in each band, where there are any. */
  bands: { name: string; before: number; after: number }[];
}

/** The share of the points that was earned; 0 where there are none. */
export const shareOf = ({ points, maxPoints }: Worth) => (maxPoints > 0 ? points / maxPoints : 0);

/** Who stands better or worse, by the share of the points that they could earn. */
export function effectOf<Student>(
  all: readonly { student: Student; before: Worth; after: Worth }[],
  bands: readonly Band[],
): Effect<Student> {
  const named = (worth: Worth) => bandOf(shareOf(worth), bands)?.name ?? '';
  const moved = all
    .map((move) => ({ ...move, by: shareOf(move.after) - shareOf(move.before) }))
    .filter(({ by }) => Math.abs(by) > 1e-9);
  const line = ({ student, before, after }: (typeof moved)[number]): Moved<Student> => {
    const letterGrades = { before: named(before), after: named(after) };
    return {
      student,
      before,
      after,
      bands: letterGrades.before === letterGrades.after ? null : letterGrades,
    };
  };
  const bandCount = (pick: 'before' | 'after', name: string) =>
    all.filter((move) => named(move[pick]) === name).length;
  return {
    gain: moved
      .filter(({ by }) => by > 0)
      .sort((a, b) => b.by - a.by)
      .map(line),
    lose: moved
      .filter(({ by }) => by < 0)
      .sort((a, b) => a.by - b.by)
      .map(line),
    same: all.length - moved.length,
    bands: bands.map(({ name }) => ({
      name,
      before: bandCount('before', name),
      after: bandCount('after', name),
    })),
  };
}
