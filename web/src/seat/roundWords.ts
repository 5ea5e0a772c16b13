/** What a student reads of the answer that was given, by where it is. */
import { say } from '../words';
import type { AnswerState } from './useRoundAnswers';

const words: Record<AnswerState, () => string> = {
  none: () => say('round.answerNow'),
  sending: () => say('round.sending'),
  stored: () => say('round.stored'),
  kept: () => say('round.keptHere'),
  refused: () => say('round.refused'),
};

export const answerInWords = (state: AnswerState): string => words[state]();

/** @param share of the points; null where nothing says what is right */
export function feedbackInWords(share: number | null, answered: boolean): string {
  if (!answered) return say('round.notAnswered');
  if (share === null) return say('round.notScored');
  if (share >= 1) return say('round.right');
  return say(share > 0 ? 'round.partlyRight' : 'round.notRight');
}
