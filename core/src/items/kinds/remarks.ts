/** What earned points of an answer and what did not, in words. */
import { answersInEnglish, type AnswerWords } from '@oaken/words/answers';

/** Of things that are each right or not. */
export const piecesRemark = (right: number, n: number, words: AnswerWords = answersInEnglish) =>
  words.say('piecesRight', { right, n });

/** Of marks, of which some can be too many. */
export function marksRemark(
  key: readonly string[],
  given: readonly string[],
  words: AnswerWords = answersInEnglish,
): string {
  const picked = new Set(given);
  const right = key.filter((mark) => picked.has(mark)).length;
  const wrong = picked.size - right;
  return wrong === 0
    ? piecesRemark(right, key.length, words)
    : words.say('marksRight', { right, n: key.length, wrong });
}
