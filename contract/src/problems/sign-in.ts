/** Signing in, accounts and rights. */
import { made, plain, waiting } from './kind';

export const signingIn = {
  'not-signed-in': plain(
    401,
    'Nobody is signed in.',
    'The session has ended. Sign in again; nothing is lost.',
  ),
  'not-for-you': plain(403, 'That is not open to this account.'),
  'wrong-password': made<{ what: string }>({
    status: 401,
    title: ({ what }) => `${what} or the password is not right.`,
    detail: 'Check both and try again.',
  }),
  'wrong-passcode': plain(
    401,
    'That passcode is not right.',
    'Check your name and your passcode, or ask your teacher.',
  ),
  'too-many-tries': made<{ seconds: number }>({
    status: 429,
    title: 'Too many wrong tries.',
    detail: ({ seconds }) => `Wait ${waiting(seconds)} and try again, or ask for help.`,
  }),
  'no-such-class-code': plain(404, 'No class has this code.', 'Check it with your teacher.'),
  'no-such-link': plain(404, 'This link does not work.', 'Ask your teacher for it again.'),
  'link-ended': plain(
    404,
    'This link has expired.',
    'Each works once, for some days. Ask an administrator of the school for another.',
  ),
  'school-begun': plain(409, 'This school is set up already.', 'Sign in.'),
  'cannot-block-self': plain(409, 'You cannot block yourself.', 'Another administrator can.'),
};
