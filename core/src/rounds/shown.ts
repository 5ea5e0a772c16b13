/**
 * What of a round every screen in the room may show: students' devices and the projector. Whatever
 * gives an answer away comes only with the step that shows it.
 */
import type { AnswerWords } from '@oaken/words/answers';
import type { EditionEntry } from '../forms';
import {
  forSitting,
  rightInWords,
  scoreItem,
  type ItemContent,
  type Responses,
  type SittingItem,
} from '../items';
import { isKeyed, withMostChoices } from './askable';
import type { OwnPace } from './own-pace';
import {
  askedEntries,
  presentAsking,
  type Asking,
  type AskingStep,
  type RoundState,
} from './round';
import type { PartSpread } from './spread';

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
  /** Once it is shown; of words without a key only what the teacher chose. */
  spread: PartSpread[] | null;
  /** What is right, and why; once it is shown. */
  right: string[] | null;
  explanation: string | null;
}

/** What a student learns of an answer of their own. */
export interface AnswerFeedback {
  /** Of the points; null where nothing says what is right. */
  share: number | null;
  right: string[];
  explanation: string;
}

export interface ShownQuestion {
  id: string;
  number: number;
  item: SittingItem;
  /** Once it was checked, or all is over. */
  feedback: AnswerFeedback | null;
}

export type ShownPace = Pick<OwnPace, 'feedback' | 'step' | 'openedAt' | 'limit' | 'paused'>;

export interface ShownRound {
  ended: boolean;
  asking: ShownAsking | null;
  pace: ShownPace | null;
}

export type AskedEntry = Pick<EditionEntry, 'id' | 'content' | 'override'>;

/** An item of which only what is asked can be read. */
const withoutParts = (item: SittingItem): SittingItem => ({ ...item, parts: [] });

/** Who reads: in which words, and with at most so many choices. */
export interface Reader {
  words?: AnswerWords;
  /** Null: all of them. */
  mostChoices: number | null;
}
const everybody: Reader = { mostChoices: null };

/** @param spread of the present asking; it is let through once it is shown */
export function shownRound(
  state: RoundState,
  entries: readonly AskedEntry[],
  spread: (content: ItemContent) => PartSpread[],
  { words, mostChoices }: Reader = everybody,
): ShownRound {
  const pace = shownPace(state);
  const asking = presentAsking(state);
  const entry = entries.find(({ id }) => id === asking?.entry);
  if (!asking || !entry || state.ended) return { ended: state.ended, asking: null, pace };
  const item = forSitting(withMostChoices(entry, mostChoices).content);
  const keyShown = asking.step === 'key';
  return {
    ended: false,
    pace,
    asking: {
      id: asking.id,
      time: asking.time,
      step: asking.step,
      number: askedEntries(state).indexOf(asking.entry) + 1,
      item: asking.step === 'reading' && asking.choicesHidden ? withoutParts(item) : item,
      choicesHidden: asking.choicesHidden,
      openedAt: asking.openedAt,
      limit: asking.limit,
      spread:
        asking.step === 'spread' || keyShown
          ? spread(entry.content).map((part) => chosenOf(part, asking))
          : null,
      right: keyShown && isKeyed(entry) ? rightInWords(entry.content, words) : null,
      explanation: keyShown ? entry.content.explanation : null,
    },
  };
}

/** Words without a key are shown once the teacher has chosen them. */
function chosenOf(part: PartSpread, { chosen }: Asking): PartSpread {
  if (!part.openWords) return part;
  const lines = part.lines.filter(({ id }) => chosen.includes(id));
  return { ...part, lines, others: 0 };
}

function shownPace({ pace }: RoundState): ShownPace | null {
  if (!pace) return null;
  const { feedback, step, openedAt, limit, paused } = pace;
  return { feedback, step, openedAt, limit, paused };
}

/**
 * The questions that one student works at, at their own pace; none before it begins.
 *
 * @param answers the student's own, by entry: what is stored, and whether it was checked
 */
export function questionsAtOwnPace(
  { pace, ended }: RoundState,
  entries: readonly AskedEntry[],
  answers: ReadonlyMap<string, { responses: Responses; checked: boolean }>,
  { words, mostChoices }: Reader = everybody,
): ShownQuestion[] {
  if (!pace || pace.step === 'ready' || ended) return [];
  return entries.map((entry, index) => {
    const answer = answers.get(entry.id);
    const told = pace.step === 'over' || (pace.feedback === 'each' && answer?.checked === true);
    return {
      id: entry.id,
      number: index + 1,
      item: forSitting(withMostChoices(entry, mostChoices).content),
      feedback: told ? feedbackOn(entry, answer?.responses ?? {}, words) : null,
    };
  });
}

/** @param responses an empty one where nothing was answered */
export function feedbackOn(
  entry: AskedEntry,
  responses: Responses,
  words?: AnswerWords,
): AnswerFeedback {
  const { points, maxPoints, needsMarking } = scoreItem(entry.content, responses);
  const keyed = isKeyed(entry);
  return {
    share: !keyed || needsMarking || maxPoints === 0 ? null : points / maxPoints,
    right: keyed ? rightInWords(entry.content, words) : [],
    explanation: entry.content.explanation,
  };
}
