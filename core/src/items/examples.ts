/** Answers that a key would take and answers that it would not, so that an author sees how lenient it is. */
import { kindOf, type Part } from './kinds';

export interface ExampleAnswers {
  accepted: string[];
  /** They earn some of the points. */
  partly: string[];
  refused: string[];
}

/** @returns null for kinds whose answers are not typed */
export function exampleAnswers(part: Part, atMost = 3): ExampleAnswers | null {
  const kind = kindOf(part);
  const spellings = kind.spellings?.(part);
  if (!spellings) return null;
  const [first = ''] = spellings.listed;
  if (first.trim() === '') return { accepted: [], partly: [], refused: [] };
  const tried = [...new Set(spellings.tried.map((text) => text.trim()))].filter(
    (text) => /[\p{L}\p{N}]/u.test(text) && !spellings.listed.includes(text),
  );
  const earned = (answer: string) => kind.score(part, answer);
  const points = kind.points(part);
  const those = (isSo: (points: number) => boolean) =>
    tried.filter((answer) => isSo(earned(answer))).slice(0, atMost);
  return {
    accepted: those((given) => given >= points),
    partly: those((given) => given > 0 && given < points),
    refused: those((given) => given <= 0),
  };
}
