import type { AnswerWords } from '@oaken/words/answers';
import { alternatives } from '../text';
import type { ItemContent } from './item';
import { kindOf, type Part } from './kinds';

/** What a question wants: points by a key or a teacher, an opinion that cannot be wrong, or only to be read. */
export type Asks = 'points' | 'opinion' | 'nothing';

/** What an item asks for: points, an opinion, or nothing where it is only read. */
export function asksFor({ parts }: Pick<ItemContent, 'parts'>): Asks {
  if (parts.some((part) => kindOf(part).markedBy !== 'nobody')) return 'points';
  return parts.some((part) => kindOf(part).qti !== null) ? 'opinion' : 'nothing';
}

/**
 * What is right, a line for each part that a key decides: every answer that it lists, as a student
 * would give it. What a teacher marks and what is an opinion has none.
 */
export const rightInWords = ({ parts }: Pick<ItemContent, 'parts'>, words?: AnswerWords) =>
  parts
    .filter((part) => kindOf(part).markedBy === 'machine')
    .map((part) => {
      const kind = kindOf(part);
      if (!kind.rightAnswers) return kind.keyOnPaper?.(part) ?? kind.keyInWords(part);
      const answers = kind.rightAnswers(part).map((right) => kind.inWords(part, right, words));
      return alternatives(answers, words?.language);
    });

const opinionsOf = (part: Part) => kindOf(part).opinions?.(part) ?? [];

/** How often each choice of an opinion was taken; empty where it is given in words. */
export function opinionCounts(
  content: Pick<ItemContent, 'parts'>,
  all: readonly Record<string, unknown>[],
) {
  const part = content.parts.find((candidate) => opinionsOf(candidate).length > 0);
  if (!part) return [];
  const chosen = all.flatMap((given) =>
    Array.isArray(given[part.id]) ? (given[part.id] as string[]) : [],
  );
  return opinionsOf(part).map(({ id, text }) => ({
    id,
    text,
    n: chosen.filter((choiceId) => choiceId === id).length,
  }));
}
