/** Classes and rosters. */
import { count } from '@oaken/core/text';
import { made, plain } from './kind';

export const classes = {
  'class-changed-meanwhile': plain(
    409,
    'The classes were changed since this preview.',
    'Check it again before you import the list.',
  ),
  'roster-class-taken': made<{ name: string }>({
    status: 409,
    title: ({ name }) => `That class of the list already belongs to ${name}.`,
    detail: 'Choose the same class, or leave it out.',
  }),
  'name-on-list': plain(
    409,
    'That name is on the list of this class already.',
    'Choose it from the list, or ask your teacher for your passcode.',
  ),
  'class-full': plain(409, 'This class is full.', 'Ask your teacher.'),
  'student-number-taken': plain(
    409,
    'Somebody at this school has that student number.',
    'Check it, or ask your teacher to put you on the list.',
  ),
  'not-open-for-joining': plain(
    403,
    'This class is not open for joining.',
    'Ask your teacher to put you on the list.',
  ),
  'group-name-taken': made<{ name: string }>({
    status: 409,
    title: ({ name }) => `There is a group “${name}” already.`,
    detail: 'Choose another name.',
  }),
  'class-has-work': made<{ assignments: number }>({
    status: 409,
    title: 'This class has work in it.',
    detail: ({ assignments }) =>
      `${count(assignments, 'assignment was', 'assignments were')} given to it, and their results would be lost. Archive the class instead: it leaves your list and keeps everything.`,
  }),
  'roster-service-odd': made<{ why: string }>({
    status: 502,
    title: 'The school’s roster service did not answer as it should.',
    detail: ({ why }) => why,
  }),
  'roster-service-shut': plain(
    502,
    'The school’s roster service does not let this server in.',
    'The office can check its client id and secret.',
  ),
};
