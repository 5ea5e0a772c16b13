/** How a question goes in the class so far: how much of it is right, and what else was answered. */
import { groupBy } from '../lists';

/** One student's answer as it stands. */
export interface GivenAnswer {
  studentId: number;
  /** What was answered, in words; answers that read the same are the same. */
  words: string;
  /** The share of the points that it would earn, from 0 to 1; null where a teacher marks it. */
  share: number | null;
}

export interface SameAnswer {
  words: string;
  share: number | null;
  studentIds: number[];
}

export interface QuestionSoFar {
  /** Answers, and those of them that earn everything; a teacher's to mark are in neither. */
  judged: number;
  right: number;
  toMark: number;
  /** Answers that read the same, the most frequent first. */
  answers: SameAnswer[];
}

/** @param share of the points, from 0 to 1; null where a teacher marks it */
export const isRight = (share: number | null): boolean => share !== null && share >= 1 - 1e-9;

/** @param given of the students who have answered */
export function questionSoFar(given: readonly GivenAnswer[]): QuestionSoFar {
  const judged = given.filter(({ share }) => share !== null);
  const same = [...groupBy(given, ({ words }) => words)].map(([words, alike]) => ({
    words,
    share: alike[0]?.share ?? null,
    studentIds: alike.map(({ studentId }) => studentId),
  }));
  return {
    judged: judged.length,
    right: judged.filter(({ share }) => isRight(share)).length,
    toMark: given.length - judged.length,
    answers: same.sort((a, b) => b.studentIds.length - a.studentIds.length),
  };
}

/** The wrong answer that most students gave; null where fewer than two gave the same. */
export function commonestWrong({ answers }: Pick<QuestionSoFar, 'answers'>): SameAnswer | null {
  const wrong = answers.find(({ share }) => share !== null && !isRight(share));
  return wrong && wrong.studentIds.length >= 2 ? wrong : null;
}
