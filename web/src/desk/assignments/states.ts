import type { AssignmentRow } from '@oaken/contract/assignments';
import { say } from '../../words/teacher';

export type AssignmentState = 'scheduled' | 'open' | 'closed' | 'released';
export const stateWords: Record<AssignmentState, string> = {
  scheduled: say('assignments.scheduledTitle'),
  open: say('assignments.open'),
  closed: say('assignments.closed'),
  released: say('assignments.released'),
};

/**
 * Where an assignment stands: open until the last student's window has ended; released once a
 * teacher did so after that.
 */
export function stateOf(assignment: AssignmentRow, now: number): AssignmentState {
  const { opensAt, closesAt, lastEnd, notBegun, working, releasedAt, rules } = assignment;
  if (opensAt > now) return 'scheduled';
  // Nobody has a use for a longer window once everybody has handed in.
  const done = closesAt !== null && closesAt <= now && notBegun === 0 && working === 0;
  if (!done && (lastEnd === null || lastEnd > now)) return 'open';
  return releasedAt !== null || rules.release.score !== 'by-hand' ? 'released' : 'closed';
}
