/** What results say of a student's work, beside the items. */
import { alternatives, count, wholePercent } from '@oaken/core/text';
import type { ResultsAnswer, StudentResult } from './answer';
import { rounded, type ResultColumn, type Saying } from './columns';
import { sentence } from './sentences';

const minutes = (seconds: number | null) => (seconds === null ? null : rounded(seconds / 60, 1));
const shareOf = ({ points, maxPoints }: StudentResult) =>
  points === null || !maxPoints ? null : points / maxPoints;

/** The state of one student's work in two or three words. */
function stateOf({ excused, state, handedInBy }: StudentResult): string {
  if (excused) return sentence('states.excused');
  if (state !== 'handed-in') return sentence(`states.${state}`);
  return handedInWords(handedInBy);
}

function handedInWords(by: StudentResult['handedInBy']): string {
  if (by === 'paper') return sentence('states.onPaper');
  return sentence(by === 'server' ? 'states.timeRanOut' : 'states.handedIn');
}

/** The same with everything about how it came. */
function stateInWords(student: StudentResult, results: ResultsAnswer, saying: Saying): string {
  if (student.state === 'not-begun')
    return sentence(results.complete ? 'states.didNotBegin' : 'states.not-begun');
  if (student.state === 'working') return sentence('states.working');
  const { handedInAt, arrivedAt, lateAnswers, lateWaiting } = student;
  const how = handedInWords(student.handedInBy);
  const came = handedInAt === null ? how : `${how} ${saying.time(handedInAt)}`;
  return [
    student.excused ? sentence('states.notScored', { state: came }) : came,
    student.late ? sentence('states.late') : '',
    arrivedAt === null ? '' : sentence('arrivedAt', { time: saying.time(arrivedAt) }),
    lateAnswers === 0
      ? ''
      : sentence('writtenInTimeArrivedAfter', { answers: count(lateAnswers, 'answer') }),
    lateWaiting === 0
      ? ''
      : sentence('toLookAtOpenStudents', { lateAnswers: count(lateWaiting, 'lateAnswer') }),
  ]
    .filter(Boolean)
    .join(', ');
}

const begun = (student: StudentResult, n: number) => (student.state === 'not-begun' ? null : n);

/** Of a student's work, beside the items. */
export const studentColumns = [
  {
    id: 'roster',
    name: sentence('studentColumns.roster'),
    meaning: sentence('rosterNumber'),
    isFigure: true,
    usual: true,
    value: (student) => student.rosterNumber,
    compare: (a, b) =>
      a.class.localeCompare(b.class) || a.rosterNumber - b.rosterNumber || a.attempt - b.attempt,
  },
  {
    id: 'name',
    name: sentence('studentColumns.name'),
    isFigure: false,
    usual: true,
    value: (student) => student.name,
  },
  {
    id: 'class',
    name: sentence('studentColumns.class'),
    isFigure: false,
    usual: true,
    applies: ({ filters }) => filters.classes.length > 1,
    value: (student) => student.class,
  },
  {
    id: 'points',
    name: sentence('studentColumns.points'),
    isFigure: true,
    usual: true,
    value: (student) => student.points,
  },
  {
    id: 'maxPoints',
    name: sentence('studentColumns.maxPoints'),
    isFigure: true,
    usual: false,
    value: (student, results) => student.maxPoints ?? results.points,
  },
  {
    id: 'percent',
    name: sentence('studentColumns.percent'),
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
    name: sentence('studentColumns.band'),
    isFigure: false,
    usual: true,
    applies: ({ bands }) => bands.length > 0,
    value: (student) => alternatives(student.bands),
    compare: (a, b) => (shareOf(a) ?? -1) - (shareOf(b) ?? -1),
  },
  {
    id: 'time',
    name: sentence('studentColumns.time'),
    isFigure: true,
    usual: true,
    applies: ({ assignment }) => assignment !== null,
    value: (student) => minutes(student.seconds),
  },
  {
    id: 'late',
    name: sentence('studentColumns.late'),
    isFigure: false,
    usual: false,
    applies: ({ assignment }) => assignment !== null,
    value: (student) => (student.late ? sentence('states.late') : ''),
  },
  {
    id: 'attempt',
    name: sentence('studentColumns.attempt'),
    isFigure: true,
    usual: true,
    applies: ({ filters }) => filters.attempts,
    value: (student) => student.attempt || null,
    text: ({ attempt, attempts }) =>
      attempt === 0 ? '' : sentence('attemptOf', { attempt, attempts }),
  },
  {
    id: 'attempts',
    name: sentence('studentColumns.attempts'),
    isFigure: true,
    usual: false,
    applies: ({ filters }) => filters.attempts,
    value: (student) => student.attempts,
  },
  {
    id: 'tries',
    name: sentence('studentColumns.tries'),
    isFigure: true,
    usual: true,
    applies: ({ practice }) => practice,
    value: (student) => begun(student, student.tries),
  },
  {
    id: 'hints',
    name: sentence('studentColumns.hints'),
    isFigure: true,
    usual: true,
    applies: ({ practice }) => practice,
    value: (student) => begun(student, student.hints),
  },
  {
    id: 'state',
    name: sentence('studentColumns.state'),
    isFigure: false,
    usual: true,
    applies: ({ assignment }) => assignment !== null,
    value: stateOf,
    text: stateInWords,
    compare: (a, b) => (a.handedInAt ?? Infinity) - (b.handedInAt ?? Infinity),
  },
] as const satisfies readonly ResultColumn<StudentResult>[];
export type StudentColumnId = (typeof studentColumns)[number]['id'];
