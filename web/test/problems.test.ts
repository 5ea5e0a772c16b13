/** The table of problems: a code that stays, and sentences made from parameters. */
import {
  problemCode,
  problemInWords,
  problemKinds,
  problemType,
  type ProblemCode,
  type ProblemParams,
} from '@oaken/contract/problems';

const codes = Object.keys(problemKinds) as ProblemCode[];

/** Those whose sentences are made from something; one that is added without an example fails the type check. */
type Made = {
  [C in ProblemCode]: ProblemParams<C> extends Record<string, never> ? never : C;
}[ProblemCode];
const examples: { [C in Made]: [params: ProblemParams<C>, title: string, detail?: string] } = {
  'not-found': [
    { what: 'The test' },
    'The test was not found.',
    'It may have been removed, or it belongs to somebody else.',
  ],
  invalid: [
    { messages: ['A name is missing.', 'A grade is missing.'] },
    'Something in it is not right.',
    'A name is missing. A grade is missing.',
  ],
  'too-large': [{ words: 'At most 3 MB.' }, 'That is too large.', 'At most 3 MB.'],
  'other-site': [{ hint: '' }, 'That came from another site.'],
  'wrong-password': [
    { what: 'The name' },
    'The name or the password is not right.',
    'Check both and try again.',
  ],
  'too-many-tries': [
    { seconds: 120 },
    'Too many wrong tries.',
    'Wait 2 minutes and try again, or ask for help.',
  ],
  'files-cannot-be-asked': [
    { items: 2 },
    '2 of these questions ask for a file.',
    'In class nobody waits until a file is found. Assign them, or leave them out here.',
  ],
  'items-not-yours': [
    { items: 3 },
    '3 of the items are in banks of others.',
    'You can copy them into a bank of yours and change the copies.',
  ],
  'items-read-only': [
    { items: 1 },
    'An item is shared with you for reading only.',
    'Ask the bank’s owner.',
  ],
  'import-has-bad-rows': [
    { rows: 4 },
    '4 rows have something wrong with them, so nothing was made.',
    'Fix them and import the file again, or import only the good rows.',
  ],
  'picked-items-gone': [
    { items: 2 },
    '2 of the selected items can no longer be found.',
    'They were retired or are not shared with you any more.',
  ],
  'change-does-not-fit': [
    { why: 'The item is gone.' },
    'That change does not fit any more.',
    'The item is gone.',
  ],
  'changed-by-colleague': [
    { theirs: 'Their title is “B”.' },
    'A colleague has changed the same thing in the meantime.',
    'Their title is “B”.',
  ],
  'already-begun': [{ students: 1 }, 'It cannot be unassigned any more.', '1 student has begun.'],
  'away-too-long': [
    { allowed: '10 minutes' },
    'You were away for longer than 10 minutes, and this is done in one sitting.',
    'Ask your teacher to readmit you. What you wrote is kept.',
  ],
  'attempt-over': [
    { handedIn: true, again: true },
    'You have handed this in.',
    'What was saved counts. You can try again from your list.',
  ],
  'roster-class-taken': [
    { name: '6B' },
    'That class of the list already belongs to 6B.',
    'Choose the same class, or leave it out.',
  ],
  'group-name-taken': [
    { name: 'Window bench' },
    'There is a group “Window bench” already.',
    'Choose another name.',
  ],
  'class-has-work': [
    { assignments: 2 },
    'This class has work in it.',
    '2 assignments were given to it, and their results would be lost. Archive the class instead: it leaves your list and keeps everything.',
  ],
  'roster-service-odd': [
    { why: 'It sent no list.' },
    'The school’s roster service did not answer as it should.',
    'It sent no list.',
  ],
  'no-room': [
    { what: 'There is no room.', help: 'Delete files.' },
    'There is no room.',
    'Delete files.',
  ],
  'marked-meanwhile': [
    { who: 'Ada Park', points: '2 points' },
    'Ada Park has marked this in the meantime: 2 points.',
    'Look at it again before you mark it.',
  ],
  'curriculum-line-full': [
    { limit: 500 },
    'A line holds at most 500 items and tests.',
    'Place some of them in another line.',
  ],
  'second-marking-begun': [
    { who: 'Ada Park' },
    'Ada Park has begun to mark.',
    'What was marked blind is kept; nobody else can be asked for this question.',
  ],
};

test.each(codes)('%s is told over the wire and known again', (code) => {
  expect(problemCode({ type: problemType(code) })).toBe(code);
});

test.each(codes)('%s has a status that says refused or failed', (code) => {
  expect(problemKinds[code].status).toBeGreaterThanOrEqual(400);
});

test.each(codes.filter((code) => !(code in examples)))('%s says what is the matter', (code) => {
  expect(problemInWords(code, {} as never).title).toMatch(/^\p{Lu}.*\.$/u);
});

test.each(Object.entries(examples))(
  '%s is said with its parameters',
  (code, [params, title, detail]) => {
    expect(problemInWords(code as Made, params as never)).toEqual({
      status: problemKinds[code as Made].status,
      title,
      detail,
    });
  },
);

test.each(['about:blank', '/problems/', '/problems/toString', '/problems/no-such'])(
  'the type %s is no code',
  (type) => expect(problemCode({ type })).toBeNull(),
);

test('a wait is said in seconds while it is short', () => {
  expect(problemInWords('too-many-tries', { seconds: 30 }).detail).toContain('30 seconds');
});
