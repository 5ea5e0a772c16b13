import type { ResultsAnswer } from '@oaken/contract/results';
import { count } from '@oaken/core/text';

/** What the figures of a class leave out or count as nothing, a sentence each; empty where everything is in them. */
export function leftWords({
  waiting,
  responses,
  excused,
  notReached,
}: ResultsAnswer['left']): string[] {
  const work = (n: number) => `The work of ${count(n, 'student')}`;
  return [
    waiting > 0 &&
      `${count(responses, 'response is', 'responses are')} not marked yet. ${work(waiting)} is left out of mean, spread and reliability until then.`,
    excused > 0 && `${work(excused)} is not scored and is in no figure.`,
    notReached > 0 &&
      `${count(notReached, 'response was', 'responses were')} not reached: nothing in scores, and left out of facility.`,
  ].filter((sentence) => sentence !== false);
}
