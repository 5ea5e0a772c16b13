/** What an item's answers earn, and why. */
import { answersInEnglish, type AnswerWords } from '@oaken/words/answers';
import { roundPoints } from '../scoring';
import { followed } from './follow';
import type { ItemContent, Responses } from './item';
import { kindOf, type Part } from './kinds';
import { onPaperAnswerTo } from './on-paper';

/** Reads one part's response; what does not fit the kind counts as no answer. */
export function responseTo(part: Part, given: Responses): unknown {
  const read = kindOf(part).response.safeParse(given[part.id]);
  return read.success ? read.data : undefined;
}

export interface ScoredPart {
  id: string;
  points: number;
  maxPoints: number;
  answered: boolean;
  /** Answered, and a teacher has still to mark it. */
  needsMarking: boolean;
}

export interface ScoredItem {
  points: number;
  maxPoints: number;
  needsMarking: boolean;
  parts: ScoredPart[];
}

/** By the part's own key, or by what the student's earlier answers make of it where that is more. */
function pointsByKey(parts: readonly Part[], part: Part, given: Responses): number {
  const response = responseTo(part, given);
  const points = kindOf(part).score(part, response);
  const own = points < kindOf(part).points(part) ? followed(parts, part, given) : null;
  return own ? Math.max(points, kindOf(own).score(own, response)) : points;
}

/**
 * Scores all parts of an item by its key. Never throws: a response that does not fit earns nothing. A part that needs
 * another one counts only when that one earned all its points. What was written on paper is marked by hand, whatever
 * its kind.
 *
 * @param marks points that a teacher gave, by the id of the part; they count for what is marked by hand
 */
export function scoreItem(
  item: Pick<ItemContent, 'parts'>,
  given: Responses,
  marks: Readonly<Record<string, number>> = {},
): ScoredItem {
  const parts: ScoredPart[] = [];
  const isWhole = (id: string) =>
    parts.some((part) => part.id === id && part.maxPoints > 0 && part.points >= part.maxPoints);
  for (const part of item.parts) {
    const kind = kindOf(part);
    const response = responseTo(part, given);
    const paper = onPaperAnswerTo(part.id, given);
    const answered = paper !== null || (response !== undefined && !kind.isEmpty(response));
    const counts = answered && (part.needs === undefined || isWhole(part.needs));
    const maxPoints = kind.points(part);
    const unclear = paper !== null && 'unclear' in paper;
    const byHand = kind.markedBy === 'hand' || (paper !== null && kind.markedBy === 'machine');
    const mark = counts && byHand && !unclear ? marks[part.id] : undefined;
    const byKey =
      counts && !byHand && response !== undefined ? pointsByKey(item.parts, part, given) : 0;
    parts.push({
      id: part.id,
      points: mark === undefined ? byKey : Math.min(maxPoints, Math.max(0, mark)),
      maxPoints,
      answered,
      needsMarking: counts && byHand && mark === undefined,
    });
  }
  const sum = (pick: 'points' | 'maxPoints') =>
    roundPoints(parts.reduce((total, part) => total + part[pick], 0));
  return {
    points: sum('points'),
    maxPoints: sum('maxPoints'),
    needsMarking: parts.some(({ needsMarking }) => needsMarking),
    parts,
  };
}

/** What of an answer earned points and what did not; empty where it is right or wrong as a whole. */
export const remarkOn = (
  { parts }: Pick<ItemContent, 'parts'>,
  given: Responses,
  words: AnswerWords = answersInEnglish,
): string =>
  parts
    .flatMap((part) => {
      const response = responseTo(part, given);
      const kind = kindOf(part);
      if (response === undefined || kind.isEmpty(response)) return [];
      const own = followed(parts, part, given);
      const follows =
        own !== null &&
        kind.score(part, response) < kind.points(part) &&
        kind.score(own, response) > kind.score(part, response);
      return follows ? words.say('followsFromOwn') : (kind.remark?.(part, response, words) ?? []);
    })
    .join(' ');
