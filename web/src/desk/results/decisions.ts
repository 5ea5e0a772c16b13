/** What a teacher decides about the points of one student, beside what was earned. */
import type { StudentWork } from '@oaken/contract/results';
import { say } from '../../words/teacher';

export type Adjustment = StudentWork['adjustments'][number];
export type DecisionKind = Adjustment['kind'];

/** A decision that is being made: about one question, or the whole. */
export interface Decision {
  kind: DecisionKind;
  entry: string | null;
}

/** @param number the question's number; none for the whole work */
export function decisionTitle({ kind }: Decision, number: number | undefined): string {
  if (kind === 'bonus') return say('results.bonusPointsTitle');
  if (kind === 'override') return say('results.otherPointsQuestionNumber', { number });
  return number === undefined
    ? say('results.theWholeWorkNot')
    : say('results.questionNumberNotScored', { number });
}
