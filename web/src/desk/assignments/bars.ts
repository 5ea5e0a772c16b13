/** What a calendar draws: a window with its own account. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { say } from '../../words/teacher';

export interface Bar {
  /** The assignment that it leads to; 0 leads nowhere. */
  id: number;
  title: string;
  classes: string;
  opensAt: number;
  closesAt: number | null;
  account: string;
}

export const accountOf = ({ given, notBegun, working, handedIn }: AssignmentRow) =>
  say('assignments.givenGivenNotBegun', { given, notBegun, working, handedIn });

export const barOf = (assignment: AssignmentRow): Bar => ({
  id: assignment.id,
  title: assignment.title,
  classes: assignment.recipients,
  opensAt: assignment.opensAt,
  closesAt: assignment.closesAt,
  account: accountOf(assignment),
});
