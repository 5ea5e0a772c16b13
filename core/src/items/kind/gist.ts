/** What a part says whatever its kind. Changing the kind goes through it, so that all that can be kept is kept. */
import type { ShownChoice } from './kind';
import type { Picture } from './picture';
import { sentence } from './sentences';

export interface Gist {
  prompt?: string | undefined;
  needs?: string | undefined;
  points?: number | undefined;
  /** How partial answers earn points. */
  partial?: string | undefined;
  /** Points for single choices. */
  pointsEach?: unknown;
  choices?: ShownChoice[] | undefined;
  /** Ids of the right ones among `choices`. */
  right?: string[] | undefined;
  /** The misconceptions behind wrong choices, by id. */
  misconceptions?: Record<string, string> | undefined;
  /** Answers in words that count as right. */
  accepted?: string[] | undefined;
  tolerance?: unknown;
  /** Wrong answers in words, with what was misunderstood. */
  mistakes?: unknown;
  units?: unknown;
  /** The form in which mathematics is asked. */
  form?: unknown;
  /** How it follows from answers to earlier parts. */
  follows?: string | undefined;
  table?: unknown;
  /** A whole that is cut in pieces. */
  model?: unknown;
  /** Bars or dots over an axis. */
  plot?: unknown;
  /** A number line with its marks. */
  line?: unknown;
  /** A coordinate plane with its figures. */
  plane?: unknown;
  /** Where a solution begins, and how many lines it has. */
  steps?: unknown;
  /** What can be joined to the choices: partners, groups, columns. */
  partners?: ShownChoice[] | undefined;
  /** Which choice belongs to which partner. */
  joins?: string[] | undefined;
  /** Ids of the choices in their right order. */
  order?: string[] | undefined;
  /** A text with places in it. */
  text?: string | undefined;
  gaps?: unknown;
  picture?: Picture | undefined;
  places?: unknown;
  guide?: string | undefined;
  criteria?: unknown;
}

const names: Record<Exclude<keyof Gist, 'prompt' | 'needs'>, string> = {
  points: sentence('thePoints'),
  partial: sentence('ruleForPartlyRightAnswers'),
  pointsEach: sentence('pointsSingleChoices'),
  choices: sentence('theChoices'),
  right: sentence('rightAnswers'),
  misconceptions: sentence('misconceptionsBehindChoices'),
  accepted: sentence('acceptedAnswers'),
  tolerance: sentence('theTolerance'),
  mistakes: sentence('theMistakes'),
  units: sentence('theUnits'),
  form: sentence('theForm'),
  follows: sentence('theFollowing'),
  table: sentence('theTable'),
  model: sentence('theModel'),
  plot: sentence('thePlot'),
  line: sentence('theNumberLine'),
  plane: sentence('thePlane'),
  steps: sentence('theSteps'),
  partners: sentence('whatChoicesAreJoinedTo'),
  joins: sentence('whatBelongsTogether'),
  order: sentence('rightOrder'),
  text: sentence('textWithItsPlaces'),
  gaps: sentence('theGaps'),
  picture: sentence('thePicture'),
  places: sentence('placesOnPicture'),
  guide: sentence('markingGuide'),
  criteria: sentence('guideCriteria'),
};

/** Whether something was written down at all; choices that are still blank are not worth a word. */
function isSaid(value: unknown): boolean {
  if (value === undefined || value === '') return false;
  if (Array.isArray(value))
    return value.some((element) =>
      typeof element === 'object' && element !== null && 'text' in element
        ? element.text !== ''
        : isSaid(element),
    );
  return typeof value !== 'object' || value === null || Object.keys(value).length > 0;
}

/** What `before` says and `after` does not, in words. */
export function lostBetween(before: Gist, after: Gist): string[] {
  return (Object.keys(names) as (keyof typeof names)[])
    .filter(
      (name) =>
        isSaid(before[name]) && JSON.stringify(before[name]) !== JSON.stringify(after[name]),
    )
    .map((name) => names[name]);
}
