/**
 * What of a round every screen in the room may show: students' devices and the projector. Whatever
 * gives an answer away comes only with the step that shows it.
 */
import type { EditionEntry } from '../forms';
import { forSitting, rightInWords, type ItemContent, type SittingItem } from '../items';
import type { AnswerWords } from '@oaken/words/answers';
import type { PartSpread } from './spread';
import { presentAsking, type Asking, type AskingStep, type RoundState } from './round';

export interface ShownAsking {
  id: string;
  time: Asking['time'];
  step: AskingStep;
  /** Of the question, from 1, among those that were asked. */
  number: number;
  /** With its choices, unless they are hidden while it is read. */
  item: SittingItem;
  choicesHidden: boolean;
  openedAt: number | null;
  limit: number | null;
  /** Once it is shown. */
  spread: PartSpread[] | null;
  /** What is right, and why; once it is shown. */
  right: string[] | null;
  explanation: string | null;
}

export interface ShownRound {
  ended: boolean;
  asking: ShownAsking | null;
}

/** An item of which only what is asked can be read. */
const withoutParts = (item: SittingItem): SittingItem => ({ ...item, parts: [] });

/** @param spread of the present asking; it is let through once it is shown */
export function shownRound(
  state: RoundState,
  entries: readonly Pick<EditionEntry, 'id' | 'content'>[],
  spread: (content: ItemContent) => PartSpread[],
  words?: AnswerWords,
): ShownRound {
  const asking = presentAsking(state);
  const entry = entries.find(({ id }) => id === asking?.entry);
  if (!asking || !entry || state.ended) return { ended: state.ended, asking: null };
  const item = forSitting(entry.content);
  const asked = [...new Set(state.askings.map((each) => each.entry))];
  const keyShown = asking.step === 'key';
  return {
    ended: false,
    asking: {
      id: asking.id,
      time: asking.time,
      step: asking.step,
      number: asked.indexOf(asking.entry) + 1,
      item: asking.step === 'reading' && asking.choicesHidden ? withoutParts(item) : item,
      choicesHidden: asking.choicesHidden,
      openedAt: asking.openedAt,
      limit: asking.limit,
      spread: asking.step === 'spread' || keyShown ? spread(entry.content) : null,
      right: keyShown ? rightInWords(entry.content, words) : null,
      explanation: keyShown ? entry.content.explanation : null,
    },
  };
}
