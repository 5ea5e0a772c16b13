import { exactLength, lengthInWords, minute } from '../timing';
import { mayBeAway, type AssignmentRules } from './rules';

/**
 * What a student should know before beginning, one sentence each; empty where nothing is out of the way.
 *
 * @param timeFactor the student's own; null: no limits
 */
export function sittingInWords(
  {
    stageLimit,
    goBack,
    oneSitting,
    mode,
  }: Pick<AssignmentRules, 'stageLimit' | 'goBack' | 'oneSitting' | 'mode'>,
  timeFactor: number | null,
): string[] {
  const factor = mode === 'test' ? timeFactor : null;
  const perItem =
    factor !== null && stageLimit?.of === 'items' ? stageLimit.minutes * factor * minute : null;
  const bySections = factor !== null && stageLimit?.of === 'sections';
  return [
    ...(perItem !== null
      ? [
          `Each question has ${exactLength(perItem)}. Its time runs from when you see it, and then the next one comes.`,
        ]
      : []),
    ...(bySections
      ? [
          'Each section has a time of its own, which runs from when you see it. A section that was left cannot be opened again.',
        ]
      : []),
    ...(goBack || perItem !== null
      ? []
      : ['You cannot go back to a question once you have gone on.']),
    ...(oneSitting
      ? [
          `Do it in one sitting: if you are away for more than ${lengthInWords(mayBeAway)}, your teacher has to let you in again.`,
        ]
      : []),
  ];
}

/** What help costs in practice, for students before their first try; a sentence each. */
export function practiceInWords(offPerTry: number): string[] {
  const off = `${Math.round(offPerTry * 100)}%`;
  const price =
    offPerTry === 0
      ? 'Wrong tries cost nothing.'
      : `Each wrong try takes ${off} off what a right answer still gives; what you have earned stays yours.`;
  return [
    price,
    'Hints cost nothing. Once you have the answer shown, the question gives no points.',
  ];
}
