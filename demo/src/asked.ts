/** What was asked in class at Brindlemere, and what is prepared to be asked. */
import type { StaffName } from './people';

export interface AskedPlan {
  title: string;
  by: StaffName;
  className: string;
  /** School days from today, and the time on the wall. */
  asked: [days: number, time: string];
  /** Its questions, each by a part of its wording; those that were asked again after a talk. */
  questions: { words: string; again: boolean }[];
}

export const asked: AskedPlan = {
  title: 'Reading contour lines',
  by: 'nwosu',
  className: '8C',
  asked: [-6, '10:10'],
  questions: [
    { words: 'Contour lines on a map lie very close', again: true },
    { words: 'climb from the 100 m line', again: false },
  ],
};

/** Ready to be asked in the next lesson, in this order. */
export const prepared = {
  by: 'holloway' as StaffName,
  className: '6B',
  questions: ['A paddock has 12 sheep', 'In a running club', 'Four notebooks cost'],
};
