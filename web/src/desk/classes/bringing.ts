/** What a list would do, in words and in order: the questions first, then what changes, then what stays. */
import type { AnswerOf, api } from '@oaken/contract';
import type { Changeable, LineChoice } from '@oaken/core/rosters';
import { listing } from '@oaken/core/text';
import { say } from '../../words/teacher';

export type Plan = AnswerOf<typeof api.planRosters>['plans'][number];
export type PlanLine = Plan['lines'][number];

const fieldWords: Record<Changeable, string> = {
  givenName: say('classes.firstName'),
  familyName: say('classes.lastName'),
  studentNumber: say('classes.studentNumberInline'),
  email: say('classes.eMailAddressInline'),
  grade: say('classes.gradeColumn'),
};
export const changesInWords = (line: PlanLine) =>
  line.changes
    .map(({ field, from, to }) =>
      say('classes.fieldWords', {
        fieldWords: fieldWords[field],
        value: from ? say('classes.fromFrom', { from }) : '',
        to,
      }),
    )
    .join(', ');

export const isQuiet = (line: PlanLine) =>
  line.act === 'keep' && line.changes.length === 0 && line.note === '';
const order = { ask: 0, add: 1, join: 2, back: 3, keep: 4 } as const;
export const inOrder = (lines: readonly PlanLine[]) =>
  [...lines].sort((a, b) => order[a.act] - order[b.act] || a.rosterNumber - b.rosterNumber);

/** A line that asks and was not answered. */
export const isOpen = (line: PlanLine, choice: LineChoice | undefined) =>
  line.act === 'ask' && (choice?.take ?? true) && choice?.as === undefined;

/** "1 new, 1 moves here, 24 stay as they are" */
export function planInWords(plan: Plan): string {
  const number = (test: (line: PlanLine) => boolean) => plan.lines.filter(test).length;
  const counted = (n: number, text: string, many = text) =>
    n === 0 ? [] : [`${n} ${n === 1 ? text : many}`];
  return (
    listing([
      ...counted(
        number(({ act }) => act === 'ask'),
        say('classes.likelyKnownAlready'),
      ),
      ...counted(
        number(({ act }) => act === 'add'),
        'new',
      ),
      ...counted(
        number(({ act, from }) => act === 'join' && from === null),
        say('classes.joinsFromElsewhere'),
        say('classes.joinFromElsewhere'),
      ),
      ...counted(
        number(({ act, from }) => act === 'join' && from !== null),
        say('classes.movesHere'),
        say('classes.moveHere'),
      ),
      ...counted(
        number(({ act }) => act === 'back'),
        say('classes.comesBack'),
        say('classes.comeBack'),
      ),
      ...counted(
        number((line) => line.act === 'keep' && line.changes.length > 0),
        'changed',
      ),
      ...counted(
        number((line) => line.act === 'keep' && line.changes.length === 0),
        say('classes.staysAs'),
        say('classes.stayAsThey'),
      ),
      ...counted(plan.gone.length, say('classes.goneFromList')),
    ]) || say('common.studentsCounted', { n: 0 })
  );
}
