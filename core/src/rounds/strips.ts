/** What a strip that is held up says in a question: a letter stands for a choice, in their order. */
import { letters, type Letter } from '../capture/strips/dictionary';
import { kindOf, type ItemContent, type Responses } from '../items';

/** Kinds whose answer is one choice, kept as its id. */
const choosesOne = new Set(['single-choice', 'true-false']);

/**
 * The letters with which a class can answer by strips: as many as there are choices.
 *
 * @returns none where strips cannot answer: several parts, several choices together, or more than four
 */
export function stripLetters({ parts }: ItemContent): Letter[] {
  const choices = choicesOf(parts);
  return choices.length > letters.length ? [] : letters.slice(0, choices.length);
}

/** @returns null for a letter that stands for no choice */
export function responsesHeldUp({ parts }: ItemContent, letter: Letter): Responses | null {
  const [part] = parts;
  const choice = choicesOf(parts)[letters.indexOf(letter)];
  return part && choice !== undefined ? { [part.id]: choice } : null;
}

function choicesOf(parts: ItemContent['parts']): string[] {
  const [part, ...more] = parts;
  if (!part || more.length > 0 || !choosesOne.has(part.kind)) return [];
  return (kindOf(part).options?.(part) ?? []).map(({ id }) => id);
}
