import { elementAt } from '../certain';
import { keysInWords, type ItemContent } from './item';
import { kindOf, type Part } from './kinds';

/** What a question wants: points by a key or a teacher, an opinion that cannot be wrong, or only to be read. */
export type Asks = 'points' | 'opinion' | 'nothing';

/** What an item asks for: points, an opinion, or nothing where it is only read. */
export function asksFor({ parts }: Pick<ItemContent, 'parts'>): Asks {
  if (parts.some((part) => kindOf(part).markedBy !== 'nobody')) return 'points';
  return parts.some((part) => kindOf(part).qti !== null) ? 'opinion' : 'nothing';
}

/** What is right, a sentence for each part that a key decides; what a teacher marks and what is an opinion has none. */
export const rightInWords = (content: Pick<ItemContent, 'parts'>) =>
  keysInWords(content).filter(
    (_, index) => kindOf(elementAt(content.parts, index)).markedBy === 'machine',
  );

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
