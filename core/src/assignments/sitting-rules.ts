import { minute } from '../timing';
import { mayBeAway, type AssignmentRules } from './rules';

/** What is out of the way in a sitting, which a student should know before beginning. Lengths in milliseconds. */
export interface SittingRules {
  /** For each question; null where questions are not timed one by one. */
  perItem: number | null;
  /** Each section has its own time. */
  bySections: boolean;
  goBack: boolean;
  /** How long a student may be away from work that is done in one sitting; null where it may be left. */
  mayBeAway: number | null;
}

/** @param timeFactor the student's own; null: no limits */
export function sittingRules(
  {
    stageLimit,
    goBack,
    oneSitting,
    mode,
  }: Pick<AssignmentRules, 'stageLimit' | 'goBack' | 'oneSitting' | 'mode'>,
  timeFactor: number | null,
): SittingRules {
  const factor = mode === 'test' ? timeFactor : null;
  return {
    perItem:
      factor !== null && stageLimit?.of === 'items' ? stageLimit.minutes * factor * minute : null,
    bySections: factor !== null && stageLimit?.of === 'sections',
    goBack,
    mayBeAway: oneSitting ? mayBeAway : null,
  };
}
