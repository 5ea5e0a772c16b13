import type { ResultsAnswer } from '@oaken/contract/results';
import { say } from '../../words/teacher';

/** What the figures of a class leave out or count as nothing, a sentence each; empty where everything is in them. */
export function leftWords({
  waiting,
  responses,
  excused,
  notReached,
}: ResultsAnswer['left']): string[] {
  const work = (n: number) => say('results.theWorkStudents', { n });
  return [
    waiting > 0 && say('results.responsesNotMarkedYet', { n: responses, work: work(waiting) }),
    excused > 0 && say('results.workNotScoredIn', { work: work(excused) }),
    notReached > 0 && say('results.responsesWereNotReached', { n: notReached }),
  ].filter((sentence) => sentence !== false);
}
