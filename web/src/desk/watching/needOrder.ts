import type { WatchedStudent } from '@oaken/contract/watching';
import { byNeed } from '@oaken/core/watching';

/** Students with those who need help first. @param now epoch ms */
export function inNeedOrder(students: readonly WatchedStudent[], now: number): WatchedStudent[] {
  const standing = (student: WatchedStudent) => ({
    ...student,
    shares: student.cells.map((cell) => cell?.share ?? null),
  });
  return [...students].sort((a, b) => byNeed(standing(a), standing(b), now));
}
