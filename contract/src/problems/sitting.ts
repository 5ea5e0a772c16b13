/** Sitting a test. */
import { made, plain } from './kind';

export const sitting = {
  'away-too-long': made<{ allowed: string }>({
    status: 423,
    title: ({ allowed }) =>
      `You were away for longer than ${allowed}, and this is done in one sitting.`,
    detail: 'Ask your teacher to readmit you. What you wrote is kept.',
  }),
  paused: plain(
    423,
    'Your teacher has paused this.',
    'Your time is paused, and what you wrote is kept.',
  ),
  'time-over': plain(409, 'The time is over.', 'What was saved before counts.'),
  'handed-in': plain(409, 'This work was already handed in.', 'What was saved before counts.'),
  'attempt-over': made<{ handedIn: boolean; again: boolean }>({
    status: 409,
    title: ({ handedIn }) => (handedIn ? 'You have handed this in.' : 'The time is over.'),
    detail: ({ again }) =>
      again ? 'What was saved counts. You can try again from your list.' : 'What was saved counts.',
  }),
  'no-attempts-left': plain(409, 'You have no attempts left.', 'What was saved counts.'),
  'word-missing': plain(403, 'Type the word that your teacher reads out.'),
  'word-wrong': plain(403, 'That is not the word.', 'Listen for it again, or ask your teacher.'),
  'all-open-together': plain(409, 'All questions are open together.'),
  'nothing-after': plain(409, 'Nothing comes after this.', 'Hand it in when you are done.'),
  'no-help-in-test': plain(
    403,
    'There is no help in a test.',
    'It comes when your teacher releases it.',
  ),
  'nothing-to-check': plain(409, 'There is no answer to check yet.'),
  'teacher-reads-this': plain(409, 'Your teacher reads this answer; it cannot be checked here.'),
  'score-not-out': plain(
    403,
    'The score is not released yet.',
    'Your teacher decides when it can be read.',
  ),
};
