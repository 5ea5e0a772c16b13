/** The verbs of a round in their order, and which of them can be taken from where it stands. */
import type { RoundDesk } from '@oaken/contract/rounds';
import { say } from '../../words/teacher';
import type { RoundCommand } from './useRound';

export interface RoundStep {
  id: string;
  words: string;
  command: RoundCommand;
  /** The usual one from here. */
  main: boolean;
}

export interface Opening {
  limit: number | null;
  untilAll: boolean;
}

/** @param opening how the next question is opened */
export function stepsFrom(
  { asking, entries, ended, pace }: Pick<RoundDesk, 'asking' | 'entries' | 'ended' | 'pace'>,
  opening: Opening,
): RoundStep[] {
  if (ended) return [];
  if (pace) return paceSteps(pace.step, opening.limit);
  const next = entries.find(({ asked, id }) => !asked && id !== asking?.entry);
  const steps: RoundStep[] = [];
  const add = (id: string, words: string, command: RoundCommand) =>
    steps.push({ id, words, command, main: steps.length === 0 });
  if (asking?.step === 'reading') add('open', say('rounds.open'), { do: 'open', ...opening });
  if (asking?.step === 'open') add('close', say('rounds.close'), { do: 'close' });
  const closed = asking?.step === 'closed' || asking?.step === 'spread';
  if (asking?.step === 'closed')
    add('show-spread', say('rounds.showSpread'), { do: 'show-spread' });
  if (closed && asking.time === 'first')
    add('ask-again', say('rounds.askAgain'), { do: 'ask-again', ...opening });
  if (closed && asking.keyed) add('show-key', say('rounds.showKey'), { do: 'show-key' });
  if (next && asking?.step !== 'open' && asking?.step !== 'reading')
    add('next', asking ? say('rounds.next') : say('rounds.read', { n: next.number }), {
      do: 'read',
      entry: next.id,
      choicesHidden: false,
    });
  return steps;
}

/** At their own pace there is one way on, and the word in between. */
function paceSteps(
  step: NonNullable<RoundDesk['pace']>['step'],
  limit: number | null,
): RoundStep[] {
  const start = { id: 'start', words: say('rounds.start'), main: true };
  const stop = { id: 'stop', words: say('rounds.stop'), main: true };
  const goOn = { id: 'go-on', words: say('rounds.goOn'), main: true };
  const finish = { id: 'finish', words: say('rounds.finish'), main: false };
  switch (step) {
    case 'ready':
      return [{ ...start, command: { do: 'start', limit } }];
    case 'running':
      return [
        { ...stop, command: { do: 'stop' } },
        { ...finish, command: { do: 'finish' } },
      ];
    case 'stopped':
      return [
        { ...goOn, command: { do: 'go-on' } },
        { ...finish, command: { do: 'finish' } },
      ];
    case 'over':
      return [];
  }
}
