/** Answers that a key would take and answers that it would not, so that an author sees how lenient it is. */
import { kindOf, type Part } from './kinds';

export interface ExampleAnswers {
  accepted: string[];
  refused: string[];
}

/** @returns null for kinds whose answers are not typed */
export function exampleAnswers(part: Part, atMost = 3): ExampleAnswers | null {
  const kind = kindOf(part);
  const spellings = kind.spellings?.(part);
  if (!spellings) return null;
  const [first = ''] = spellings.listed;
  if (first.trim() === '') return { accepted: [], refused: [] };
  const tried = [...new Set(spellings.tried.map((text) => text.trim()))].filter(
    (text) => /[\p{L}\p{N}]/u.test(text) && !spellings.listed.includes(text),
  );
  const takes = (answer: string) => kind.score(part, answer) > 0;
  return {
    accepted: tried.filter(takes).slice(0, atMost),
    refused: tried.filter((answer) => !takes(answer)).slice(0, atMost),
  };
}
