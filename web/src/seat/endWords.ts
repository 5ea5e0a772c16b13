/** What the page says once nothing more can be written. */
import { say } from '../words';

/** `kept`: handed in on this device, and on its way to the server once there is network. */
export type Ending = 'no' | 'time' | 'kept' | 'handed-in';

/** Answers that reached the server after the end. */
export interface LateAnswers {
  /** They wait until the teacher decides whether they count. */
  undecided: number;
  /** The server did not take them. */
  untaken: number;
}

/** "1 answer arrived after the end. Your teacher decides whether it counts." Empty where there is none. */
export const undecidedInWords = (undecided: number) =>
  undecided === 0 ? '' : say('ending.undecided', { n: undecided });

export function endWords(ending: Exclude<Ending, 'no'>, { undecided, untaken }: LateAnswers) {
  if (ending === 'kept') return { title: say('ending.kept'), sentences: [say('ending.keptUntil')] };
  if (ending === 'time')
    return { title: say('ending.time'), sentences: [say('ending.beingHandedIn')] };
  const missed = untaken === 0 ? '' : say('ending.untaken', { n: untaken });
  return {
    title: say('ending.handedIn'),
    sentences: [say('ending.withTeacher'), undecidedInWords(undecided), missed].filter(Boolean),
  };
}
