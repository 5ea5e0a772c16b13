/**
 * The columns of results. Each is declared once, and is then on the page, on the clipboard and in
 * the CSV under one name. A new one is a line here.
 */
import { count, plainText, wholePercent } from '@oaken/core/text';
import type { ItemResult, ResultsAnswer, StudentResult } from './answer';

/** How an instant is said, in the school's zone; a file has no words for it. */
export interface Saying {
  time(instant: number): string;
}

export interface ResultColumn<Row, Id extends string = string> {
  readonly id: Id;
  readonly name: string;
  /** What the name means, where it is short. */
  readonly meaning?: string;
  /** Numbers stand at the right. */
  readonly isFigure: boolean;
  /** On the page from the start; what is not is always in the file, and on the page where it is asked for. */
  readonly usual: boolean;
  /** Whether it says anything of these results. Left out: always. */
  applies?(results: ResultsAnswer): boolean;
  /** For files and for sorting; null where there is nothing. */
  value(row: Row, results: ResultsAnswer): number | string | null;
  /** As the page and the clipboard have it, where that is not the value. */
  text?(row: Row, results: ResultsAnswer, saying: Saying): string;
  /** Ascending, where the value does not say it. */
  compare?(a: Row, b: Row): number;
}

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));
const minutes = (seconds: number | null) => (seconds === null ? null : rounded(seconds / 60, 1));
const shareOf = ({ points, maxPoints }: StudentResult) =>
  points === null || !maxPoints ? null : points / maxPoints;

/** The state of one student's work in two or three words. */
function stateOf({ excused, state, handedInBy }: StudentResult): string {
  if (excused) return 'excused';
  if (state !== 'handed-in') return state.replace('-', ' ');
  return handedInBy === 'server' ? 'time ran out' : 'handed in';
}

/** The same with everything about how it came. */
function stateInWords(student: StudentResult, results: ResultsAnswer, saying: Saying): string {
  if (student.state === 'not-begun') return results.complete ? 'did not begin' : 'not begun';
  if (student.state === 'working') return 'working';
  const { handedInAt, arrivedAt, lateAnswers, lateWaiting } = student;
  const how = student.handedInBy === 'server' ? 'time ran out' : 'handed in';
  return [
    `${student.excused ? 'not scored; ' : ''}${how} ${handedInAt === null ? '' : saying.time(handedInAt)}`,
    student.late ? 'late' : '',
    arrivedAt === null ? '' : `arrived ${saying.time(arrivedAt)}`,
    lateAnswers === 0
      ? ''
      : `${count(lateAnswers, 'answer')} written in time arrived after the end`,
    lateWaiting === 0
      ? ''
      : `${count(lateWaiting, 'late answer')} to look at: open the student’s work`,
  ]
    .filter(Boolean)
    .join(', ');
}

const begun = (student: StudentResult, n: number) => (student.state === 'not-begun' ? null : n);

/** Of a student's work, beside the items. */
export const studentColumns = [
  {
    id: 'roster',
    name: 'No.',
    meaning: 'Roster number',
    isFigure: true,
    usual: true,
    value: (student) => student.rosterNumber,
    compare: (a, b) =>
      a.class.localeCompare(b.class) || a.rosterNumber - b.rosterNumber || a.attempt - b.attempt,
  },
  { id: 'name', name: 'Student', isFigure: false, usual: true, value: (student) => student.name },
  {
    id: 'class',
    name: 'Class',
    isFigure: false,
    usual: true,
    applies: ({ filters }) => filters.classes.length > 1,
    value: (student) => student.class,
  },
  {
    id: 'points',
    name: 'Points',
    isFigure: true,
    usual: true,
    value: (student) => student.points,
  },
  {
    id: 'maxPoints',
    name: 'Points possible',
    isFigure: true,
    usual: false,
    value: (student, results) => student.maxPoints ?? results.points,
  },
  {
    id: 'percent',
    name: 'Percent',
    isFigure: true,
    usual: true,
    value(student) {
      const share = shareOf(student);
      return share === null ? null : rounded(100 * share, 1);
    },
    text(student) {
      const share = shareOf(student);
      return share === null ? '' : `${wholePercent(share)}%`;
    },
  },
  {
    id: 'band',
    name: 'Letter grade',
    isFigure: false,
    usual: true,
    applies: ({ bands }) => bands.length > 0,
    value: (student) => student.bands.join(' or '),
    compare: (a, b) => (shareOf(a) ?? -1) - (shareOf(b) ?? -1),
  },
  {
    id: 'time',
    name: 'Minutes',
    isFigure: true,
    usual: true,
    applies: ({ assignment }) => assignment !== null,
    value: (student) => minutes(student.seconds),
  },
  {
    id: 'late',
    name: 'Late',
    isFigure: false,
    usual: false,
    applies: ({ assignment }) => assignment !== null,
    value: (student) => (student.late ? 'late' : ''),
  },
  {
    id: 'attempt',
    name: 'Attempt',
    isFigure: true,
    usual: true,
    applies: ({ filters }) => filters.attempts,
    value: (student) => student.attempt || null,
    text: ({ attempt, attempts }) => (attempt === 0 ? '' : `${attempt} of ${attempts}`),
  },
  {
    id: 'attempts',
    name: 'Attempts',
    isFigure: true,
    usual: false,
    applies: ({ filters }) => filters.attempts,
    value: (student) => student.attempts,
  },
  {
    id: 'tries',
    name: 'Tries',
    isFigure: true,
    usual: true,
    applies: ({ practice }) => practice,
    value: (student) => begun(student, student.tries),
  },
  {
    id: 'hints',
    name: 'Hints',
    isFigure: true,
    usual: true,
    applies: ({ practice }) => practice,
    value: (student) => begun(student, student.hints),
  },
  {
    id: 'state',
    name: 'State',
    isFigure: false,
    usual: true,
    applies: ({ assignment }) => assignment !== null,
    value: stateOf,
    text: stateInWords,
    compare: (a, b) => (a.handedInAt ?? Infinity) - (b.handedInAt ?? Infinity),
  },
] as const satisfies readonly ResultColumn<StudentResult>[];
export type StudentColumnId = (typeof studentColumns)[number]['id'];

/** The most frequent wrong answer's number. */
const repeated = ({ wrongAnswers }: ItemResult) => wrongAnswers[0]?.n ?? 0;
const four = ({ value }: { value: number | null }) => (value === null ? null : rounded(value, 4));

/** Of an item. */
export const itemColumns = [
  { id: 'number', name: 'No.', isFigure: true, usual: true, value: (item) => item.number },
  {
    id: 'question',
    name: 'Question',
    isFigure: false,
    usual: true,
    value: (item) => plainText(item.stem),
  },
  {
    id: 'standards',
    name: 'Standards',
    isFigure: false,
    usual: false,
    value: (item) => item.standards.join(' '),
  },
  {
    id: 'maxPoints',
    name: 'Points possible',
    isFigure: true,
    usual: false,
    value: (item) => rounded(item.maxPoints, 4),
  },
  { id: 'n', name: 'Students', isFigure: true, usual: false, value: (item) => item.n },
  {
    id: 'facility',
    name: 'Average score',
    meaning: 'Share of the points that was earned',
    isFigure: true,
    usual: true,
    value: (item) => four(item.facility),
  },
  {
    id: 'choices',
    name: 'Choices',
    isFigure: false,
    usual: true,
    value: (item) =>
      item.options
        .map(({ label, n, right }) => `${label}${right ? ' (key)' : ''}: ${n}`)
        .join('; '),
    compare: (a, b) => repeated(a) - repeated(b),
  },
  {
    id: 'discrimination',
    name: 'D',
    meaning: 'How much better the strongest 27% did than the weakest 27%',
    isFigure: true,
    usual: true,
    value: (item) => four(item.upperLower),
  },
  {
    id: 'rest',
    name: 'Item-rest',
    meaning: 'Correlation with the points on the other items',
    isFigure: true,
    usual: true,
    value: (item) => four(item.itemRest),
  },
  {
    id: 'alphaIfItemDeleted',
    name: 'Alpha if item deleted',
    isFigure: true,
    usual: false,
    value: (item) => four(item.alphaIfItemDeleted),
  },
  {
    id: 'time',
    name: 'Seconds',
    meaning: 'Median time on the item',
    isFigure: true,
    usual: true,
    applies: ({ items }) => items.some(({ time }) => time.value !== null),
    value: ({ time }) => (time.value === null ? null : rounded(time.value / 1000, 1)),
  },
  {
    id: 'wrongAnswers',
    name: 'Wrong answers',
    isFigure: false,
    usual: false,
    value: (item) => item.wrongAnswers.map(({ answer, n }) => `${answer}: ${n}`).join('; '),
  },
  {
    id: 'notes',
    name: 'Errors and flags',
    isFigure: false,
    usual: true,
    value: (item) => item.flags.map(({ title, reason }) => `${title}: ${reason}`).join(' '),
    compare: (a, b) => a.flags.length - b.flags.length || repeated(a) - repeated(b),
  },
] as const satisfies readonly ResultColumn<ItemResult>[];
export type ItemColumnId = (typeof itemColumns)[number]['id'];

/** The columns that say something of these results. */
export const columnsOf = <C extends ResultColumn<never>>(
  columns: readonly C[],
  results: ResultsAnswer,
): C[] => columns.filter(({ applies }) => applies?.(results) ?? true);

/** What a column says on the page and on the clipboard; a dash where it says nothing. */
export function textOf<Row>(
  column: ResultColumn<Row>,
  row: Row,
  results: ResultsAnswer,
  saying: Saying,
): string {
  if (column.text) return column.text(row, results, saying) || '—';
  const value = column.value(row, results);
  if (value === null) return '—';
  return typeof value === 'number' ? String(rounded(value, 2)) : value;
}

/** The order of rows by a column, ascending; what has no value comes first. */
export function orderBy<Row>(column: ResultColumn<Row>, results: ResultsAnswer) {
  if (column.compare) return column.compare;
  return (a: Row, b: Row): number => {
    const [x, y] = [column.value(a, results), column.value(b, results)];
    if (typeof x === 'string' && typeof y === 'string') return x.localeCompare(y);
    return Number(x ?? -Infinity) - Number(y ?? -Infinity) || 0;
  };
}
