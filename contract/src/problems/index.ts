/**
 * Everything that the server can refuse or fail at, in one table: a code that stays, the status, and the sentences, made from
 * parameters. On the wire (RFC 9457) the code is the end of `type`, the parameters are `params`, and the sentences are there for
 * whoever has no table.
 */
import { count } from '@oaken/core/text';

type Text<P> = string | ((params: P) => string);

export interface ProblemKind<P = Record<string, never>> {
  /** Of HTTP. */
  readonly status: number;
  /** What is the matter. */
  readonly title: Text<P>;
  /** What to do about it. */
  readonly detail?: Text<P>;
}

/** Without parameters. */
const plain = (status: number, title: string, detail?: string): ProblemKind => ({
  status,
  title,
  ...(detail !== undefined && { detail }),
});
/** With parameters. */
const made = <P>(kind: ProblemKind<P>): ProblemKind<P> => kind;

const waiting = (seconds: number) =>
  seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;

export const problemKinds = {
  // Anything
  'not-found': made<{ what: string }>({
    status: 404,
    title: ({ what }) => `${what} was not found.`,
    detail: 'It may have been removed, or it belongs to somebody else.',
  }),
  invalid: made<{ messages: string[] }>({
    status: 422,
    title: 'Something in it is not right.',
    detail: ({ messages }) => messages.join(' '),
  }),
  'nothing-here': plain(404, 'There is nothing at this address.'),
  unreadable: plain(400, 'That request could not be read.'),
  'unreadable-encoding': plain(415, 'That request could not be read.'),
  'unreadable-json': plain(400, 'That could not be read as JSON.'),
  'nested-too-deeply': plain(422, 'Something in it is nested too deeply.'),
  'too-many-values': plain(422, 'Too many values were sent at once.'),
  'too-large': made<{ words: string }>({
    status: 413,
    title: 'That is too large.',
    detail: ({ words }) => words,
  }),
  'length-missing': plain(411, 'The request does not say how large the file is.'),
  'server-failed': plain(
    500,
    'Something went wrong on the server.',
    'It was noted in the server’s log. What you typed is kept; try again.',
  ),
  'database-away': plain(
    503,
    'The database is not answering.',
    'Nothing is lost. It will be tried again in a moment.',
  ),
  'server-busy': plain(
    503,
    'The server has much to do just now.',
    'Nothing is lost. Try again in a moment.',
  ),
  'took-too-much': plain(
    503,
    'This took more than the server can give.',
    'Nothing was changed. Ask for less at once, or try again.',
  ),
  'out-of-date': plain(403, 'This page is out of date.', 'Load it again; what you typed is kept.'),
  'other-site': made<{ hint: string }>({
    status: 403,
    title: 'That came from another site.',
    detail: ({ hint }) => hint,
  }),

  // Signing in
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
  'no-such-link': plain(404, 'This link leads nowhere.', 'Ask your teacher for it again.'),
  'link-ended': plain(
    404,
    'This link has ended.',
    'Each works once, for some days. Ask an administrator of the school for another.',
  ),
  'school-begun': plain(409, 'This school has begun already.', 'Sign in.'),
  'cannot-block-self': plain(409, 'You cannot block yourself.', 'Another administrator can.'),

  // Banks, items, passages
  'bank-not-yours': plain(
    403,
    'This bank belongs to somebody else.',
    'Only its owner can rename or share it.',
  ),
  'bank-read-only': plain(
    403,
    'You may not change that bank.',
    'Choose one of your own, or ask its owner.',
  ),
  'items-not-yours': made<{ items: number }>({
    status: 403,
    title: ({ items }) =>
      items === 1
        ? 'This item’s bank belongs to others.'
        : `${items} of the items lie in banks of others.`,
    detail: 'You can copy them into a bank of yours and change the copies.',
  }),
  'items-read-only': made<{ items: number }>({
    status: 403,
    title: ({ items }) =>
      `${items === 1 ? 'An item is' : `${items} items are`} shared with you for reading only.`,
    detail: 'Ask the bank’s owner.',
  }),
  'item-saved-meanwhile': plain(
    409,
    'Somebody saved this item meanwhile.',
    'Nothing of yours is lost. Look at both and choose.',
  ),
  'item-retired': plain(409, 'This item was retired meanwhile.', 'Bring it back first, then save.'),
  'passage-not-yours': plain(
    403,
    'This passage’s bank belongs to others.',
    'Copy its text into a passage of yours.',
  ),
  'passage-saved-meanwhile': plain(
    409,
    'Somebody saved this passage meanwhile.',
    'Nothing of yours is lost; copy your text before you load the page again.',
  ),
  'import-not-waiting': plain(
    409,
    'This import is not waiting for a decision.',
    'It is still being read, or it has ended.',
  ),
  'import-has-bad-rows': made<{ rows: number }>({
    status: 409,
    title: ({ rows }) => `${rows} rows have something wrong with them, so nothing was made.`,
    detail: 'Mend them and bring the file in again, or take the good rows only.',
  }),
  'import-has-no-rows': plain(409, 'There is no good row to make an item of.'),

  // Tests
  'picked-items-gone': made<{ items: number }>({
    status: 404,
    title: ({ items }) => `${items} of the picked items can no longer be found.`,
    detail: 'They were retired or are not shared with you any more.',
  }),
  'change-does-not-fit': made<{ why: string }>({
    status: 409,
    title: 'That change does not fit any more.',
    detail: ({ why }) => why,
  }),
  'changed-by-colleague': made<{ theirs: string }>({
    status: 409,
    title: 'A colleague has changed the same thing meanwhile.',
    detail: ({ theirs }) => theirs,
  }),
  'item-changed-meanwhile': plain(
    409,
    'This item was changed meanwhile.',
    'Your wording is still here; close it to see the other one.',
  ),
  'bank-has-wording': plain(409, 'The bank has this wording already.'),
  'test-not-yours': plain(
    403,
    'This test belongs to somebody else.',
    'Make a copy; the copy is yours to change.',
  ),
  'test-not-yours-to-share': plain(
    403,
    'This test belongs to somebody else.',
    'Only its owner can share it.',
  ),

  // Assignments
  'not-open-yet': plain(409, 'It has not opened yet.', 'Ask your teacher.'),
  'not-open-to-stop': plain(
    409,
    'It has not opened yet.',
    'Change when it opens, or take it back.',
  ),
  'window-closed': plain(409, 'It has closed.', 'Ask your teacher if you should still do it.'),
  'already-begun': made<{ students: number }>({
    status: 409,
    title: 'It cannot be taken back any more.',
    detail: ({ students }) => `${count(students, 'student has', 'students have')} begun.`,
  }),
  'test-changed-meanwhile': plain(
    409,
    'The test was changed since this page was opened.',
    'Look at the slip again before you give it.',
  ),
  'too-many-guests': plain(409, 'Too many guests have come by this link.', 'Ask your teacher.'),
  'still-working': plain(
    409,
    'One of the two is still working.',
    'Wait until the work is handed in.',
  ),
  'cannot-reopen': plain(
    409,
    'It cannot be opened again: what is right could be read already.',
    'Take the release back first, or give another attempt.',
  ),
  'nobody-picked': plain(409, 'Pick from whom to take it back.'),
  'student-not-found': plain(404, 'One of the students was not found.'),
  'no-calendar': plain(404, 'There is no calendar at this address.'),
  'mailbox-away': plain(
    502,
    'The simulated mailbox does not answer.',
    'Letters are kept and sent when it is back.',
  ),

  // Sitting
  'away-too-long': made<{ allowed: string }>({
    status: 423,
    title: ({ allowed }) =>
      `You were away for longer than ${allowed}, and this is done in one sitting.`,
    detail: 'Ask your teacher to let you in again. What you wrote is kept.',
  }),
  paused: plain(
    423,
    'Paused by your teacher.',
    'Your time stands still, and what you wrote is kept.',
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
    'The score is not out yet.',
    'Your teacher decides when it can be read.',
  ),

  // Classes
  'class-changed-meanwhile': plain(
    409,
    'The classes were changed since this preview.',
    'Look at it again before you bring the list in.',
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
      `${count(assignments, 'assignment was', 'assignments were')} given to it, and their results would be lost. Put the class away instead: it leaves your list and keeps everything.`,
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

  // Files
  'no-room': made<{ what: string; help: string }>({
    status: 507,
    title: ({ what }) => what,
    detail: ({ help }) => help,
  }),
  'no-such-part-of-file': plain(416, 'That part of the file does not exist.'),
  'no-file-asked': plain(409, 'This question asks for no file.'),

  // Marking and results
  'open-again': plain(409, 'It is open again.', 'It can be marked once it is handed in.'),
  'open-again-to-decide': plain(409, 'It is open again.', 'Decide once it is handed in.'),
  'marked-meanwhile': made<{ who: string; points: string }>({
    status: 409,
    title: ({ who, points }) => `${who} has marked this meanwhile: ${points}.`,
    detail: 'Look at it again before you mark it.',
  }),
  adjudicated: plain(409, 'This one is settled already.', 'Your mark of it stays as it was.'),
  'marked-on-other-page': plain(
    409,
    'You have marked this on another page meanwhile.',
    'Look at it again.',
  ),
  'second-marking-begun': made<{ who: string }>({
    status: 409,
    title: ({ who }) => `${who} has begun to mark.`,
    detail: 'What was marked blind is kept; nobody else can be asked for this question.',
  }),
  'no-work-yet': plain(
    409,
    'There is no work of this student to decide about.',
    'It has to be handed in first.',
  ),
  'rescored-meanwhile': plain(
    409,
    'What counts was changed meanwhile.',
    'Look again at who gains and loses; your change is still here.',
  ),
  'rescored-after': plain(409, 'Something was changed after it.', 'Undo the later change first.'),
  'not-begun': plain(409, 'This student has not begun it.', 'A rating says what the work shows.'),
} as const satisfies Record<string, ProblemKind<never>>;

export type ProblemCode = keyof typeof problemKinds;
/** What a problem's sentences are made from. */
export type ProblemParams<C extends ProblemCode> =
  (typeof problemKinds)[C] extends ProblemKind<infer P> ? P : never;

const typePrefix = '/problems/';
export const problemType = (code: ProblemCode) => `${typePrefix}${code}`;

/** The code of a problem that came over the wire; null for one that is not in the table. */
export function problemCode({ type }: { type: string }): ProblemCode | null {
  const code = type.startsWith(typePrefix) ? type.slice(typePrefix.length) : '';
  return Object.hasOwn(problemKinds, code) ? (code as ProblemCode) : null;
}

const say = <P>(text: Text<P> | undefined, params: P) =>
  typeof text === 'function' ? text(params) : text;

/** The sentences of a problem. */
export function problemInWords<C extends ProblemCode>(
  code: C,
  params: ProblemParams<C>,
): { status: number; title: string; detail: string | undefined } {
  const kind = problemKinds[code] as unknown as ProblemKind<ProblemParams<C>>;
  return {
    status: kind.status,
    title: say(kind.title, params) ?? '',
    detail: say(kind.detail, params) || undefined,
  };
}
