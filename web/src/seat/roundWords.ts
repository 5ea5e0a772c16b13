/** What a student reads of the answer that was given, by where it is. */
import { say } from '../words';
import type { AnswerState } from './useRoundAnswer';

const words: Record<AnswerState, () => string> = {
  none: () => say('round.answerNow'),
  sending: () => say('round.sending'),
  stored: () => say('round.stored'),
  kept: () => say('round.keptHere'),
  refused: () => say('round.refused'),
};

export const answerInWords = (state: AnswerState): string => words[state]();
