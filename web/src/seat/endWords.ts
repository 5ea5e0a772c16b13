/** What the page says once nothing more can be written. */
import { count } from '@oaken/core/text';

/** `kept`: handed in on this device, and on its way to the server once there is network. */
export type Ending = 'no' | 'time' | 'kept' | 'handed-in';

/** Answers that reached the server after the end. */
export interface LateAnswers {
  /** They wait until the teacher decides whether they count. */
  undecided: number;
  /** The server did not take them. */
  untaken: number;
}

const texts: Record<Exclude<Ending, 'no'>, { title: string; text: string }> = {
  'handed-in': { title: 'Handed in', text: 'Your answers are with your teacher.' },
  kept: {
    title: 'Handed in on this device',
    text: 'There is no network now. It goes to your teacher by itself as soon as there is; you can also close this page and open it again later on this device.',
  },
  time: {
    title: 'Time is over',
    text: 'Your answers are being handed in. You can wait here; nothing that you wrote is lost.',
  },
};

/** "1 answer arrived after the end. Your teacher decides whether it counts." Empty where there is none. */
export function undecidedInWords(undecided: number): string {
  if (undecided === 0) return '';
  const what = undecided === 1 ? 'it counts' : 'they count';
  return `${count(undecided, 'answer')} arrived after the end. Your teacher decides whether ${what}.`;
}

export function endWords(ending: Exclude<Ending, 'no'>, { undecided, untaken }: LateAnswers) {
  const { title, text } = texts[ending];
  if (ending !== 'handed-in') return { title, sentences: [text] };
  const missed =
    untaken === 0
      ? ''
      : `${count(untaken, 'answer')} came too late to be taken. Tell your teacher.`;
  return { title, sentences: [text, undecidedInWords(undecided), missed].filter(Boolean) };
}
