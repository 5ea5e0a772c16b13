/** Giving tests. */
import { count } from '@oaken/core/text';
import { made, plain } from './kind';

export const assignments = {
  'not-open-yet': plain(409, 'It has not opened yet.', 'Ask your teacher.'),
  'not-open-to-stop': plain(409, 'It has not opened yet.', 'Change when it opens, or unassign it.'),
  'window-closed': plain(409, 'It has closed.', 'Ask your teacher if you should still do it.'),
  'already-begun': made<{ students: number }>({
    status: 409,
    title: 'It cannot be unassigned any more.',
    detail: ({ students }) => `${count(students, 'student has', 'students have')} begun.`,
  }),
  'test-changed-meanwhile': plain(
    409,
    'The test was changed since this page was opened.',
    'Check the summary again before you assign it.',
  ),
  'too-many-guests': plain(409, 'Too many guests have come by this link.', 'Ask your teacher.'),
  'still-working': plain(
    409,
    'One of the two is still working.',
    'Wait until the work is handed in.',
  ),
  'cannot-reopen': plain(
    409,
    'It cannot be opened again: the right answers are visible already.',
    'Undo the release first, or give another attempt.',
  ),
  'nobody-picked': plain(409, 'Select the students to unassign it from.'),
  'student-not-found': plain(404, 'One of the students was not found.'),
  'no-calendar': plain(404, 'There is no calendar at this address.'),
  'mailbox-away': plain(
    502,
    'The simulated mailbox does not answer.',
    'Letters are kept and sent when it is back.',
  ),
};
