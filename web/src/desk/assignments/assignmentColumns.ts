/** The columns of the list of assignments: what each shows and what it is sorted by. */
import type { AssignmentRow } from '@oaken/contract/assignments';
import { say } from '../../words/teacher';
import type { SortValue } from '../shared/sorting';
import { percent } from '../shared/words';
import { stateOf, stateWords } from './states';

export type AssignmentColumnId =
  'title' | 'who' | 'mode' | 'state' | 'opens' | 'closes' | 'begun' | 'handedIn' | 'given' | 'mean';

export interface AssignmentColumn {
  id: AssignmentColumnId;
  name: string;
  isFigure?: boolean;
  /** A moment, which does not break over two lines. */
  isTime?: boolean;
  text: (assignment: AssignmentRow) => string;
  /** What it is sorted by, where that is not its text. */
  value?: (assignment: AssignmentRow) => SortValue;
}

const modeWords = {
  test: say('assignments.modeTest'),
  practice: say('assignments.modePractice'),
};
const stateOrder = Object.keys(stateWords);

const counted = (
  id: AssignmentColumnId,
  name: string,
  count: (assignment: AssignmentRow) => number,
): AssignmentColumn => ({
  id,
  name,
  isFigure: true,
  text: (assignment) => String(count(assignment)),
  value: count,
});

/**
 * @param inWords an instant as the page says it
 * @param now in epoch ms, for the state of each
 */
export function assignmentColumns(
  inWords: (time: number) => string,
  now: () => number,
): AssignmentColumn[] {
  const state = (assignment: AssignmentRow) => stateOf(assignment, now());
  return [
    { id: 'title', name: say('common.assignment'), text: ({ title }) => title },
    { id: 'who', name: say('assignments.who'), text: ({ recipients }) => recipients },
    { id: 'mode', name: say('assignments.mode'), text: ({ rules }) => modeWords[rules.mode] },
    {
      id: 'state',
      name: say('assignments.state'),
      text: (assignment) => stateWords[state(assignment)],
      value: (assignment) => stateOrder.indexOf(state(assignment)),
    },
    {
      id: 'opens',
      name: say('assignments.opens'),
      isTime: true,
      text: ({ opensAt }) => inWords(opensAt),
      value: ({ opensAt }) => opensAt,
    },
    {
      id: 'closes',
      name: say('assignments.closes'),
      isTime: true,
      text: ({ closesAt }) => (closesAt === null ? say('assignments.never') : inWords(closesAt)),
      // What never closes comes after everything that does.
      value: ({ closesAt }) => closesAt ?? Infinity,
    },
    counted('begun', say('assignments.begun'), ({ working, handedIn }) => working + handedIn),
    counted('handedIn', say('common.handedInTitle'), ({ handedIn }) => handedIn),
    counted('given', say('assignments.of'), ({ given }) => given),
    {
      id: 'mean',
      name: say('assignments.meanSoFar'),
      isFigure: true,
      text: ({ meanShare }) => percent(meanShare),
      value: ({ meanShare }) => meanShare,
    },
  ];
}
