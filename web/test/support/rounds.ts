/** A round as its teacher's page is told it; a test says what is otherwise. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { now } from './desk';

export const item = {
  stem: '<p>Which is largest?</p>',
  parts: [
    {
      id: 'p1',
      kind: 'single-choice',
      choices: [
        { id: 'a', text: '<p>One half</p>' },
        { id: 'b', text: '<p>Two thirds</p>' },
      ],
    },
  ],
};
export const spread = [
  {
    part: 'p1',
    answered: 3,
    lines: [
      { id: 'a', text: 'One half', students: 2 },
      { id: 'b', text: 'Two thirds', students: 1 },
    ],
    others: 0,
    openWords: false,
  },
];
export type Asking = NonNullable<RoundDesk['asking']>;
export const asking = (change: Partial<Asking> = {}): Asking => ({
  id: 'e1',
  entry: 'e1',
  time: 'first',
  step: 'open',
  choicesHidden: false,
  openedAt: now,
  limit: null,
  untilAll: false,
  item: item as never,
  spread,
  before: null,
  twice: null,
  rightIds: ['b'],
  right: ['Two thirds'],
  misconceptions: [{ text: 'One half', misconception: 'Compares denominators only.', students: 2 }],
  passage: null,
  keyed: true,
  stripLetters: ['A', 'B'],
  chosen: [],
  unsure: 0,
  ...change,
});
/** What questions and students are besides, where nothing is said of it. */
export const plain = { keyed: true, answered: 0, right: 0, unworded: null };
export const alone = { guest: false, with: null, ever: false, unsure: false, cells: [] };
export const desk = (change: Partial<RoundDesk> = {}): RoundDesk => ({
  now,
  id: 3,
  title: 'Fractions',
  leftOut: 0,
  strips: false,
  classId: 4,
  className: '6B',
  code: 'BRN6B2',
  version: 5,
  ended: false,
  frozen: false,
  guests: false,
  pace: null,
  goal: null,
  teams: null,
  assignmentId: null,
  entries: [
    { id: 'e1', number: 1, stem: 'Which is largest?', asked: true, ...plain },
    { id: 'e2', number: 2, stem: 'Which is smallest?', asked: false, ...plain },
  ],
  asking: asking(),
  students: [
    {
      id: 1,
      name: 'Ada Park',
      rosterNumber: 1,
      here: true,
      answered: true,
      late: false,
      share: 0,
      ...alone,
    },
    {
      id: 2,
      name: 'Bo Lind',
      rosterNumber: 2,
      here: true,
      answered: false,
      late: false,
      share: null,
      ...alone,
    },
  ],
  ...change,
});
