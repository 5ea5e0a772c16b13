/** What a teacher decides about the points of one student, beside what was earned. */
import type { StudentWork } from '@oaken/contract/results';

export type Adjustment = StudentWork['adjustments'][number];
export type DecisionKind = Adjustment['kind'];

/** A decision that is being made: about one question, or the whole. */
export interface Decision {
  kind: DecisionKind;
  entry: string | null;
}

/** @param number the question's number; none for the whole work */
export function decisionTitle({ kind }: Decision, number: number | undefined): string {
  if (kind === 'bonus') return 'Points besides the questions';
  if (kind === 'override') return `Other points for question ${number}`;
  return number === undefined ? 'The whole work is not scored' : `Question ${number} is not scored`;
}
