import type { Catalogue } from './index';
import problems from './es-problems.json' with { type: 'json' };
import messages from './es.json' with { type: 'json' };

export interface ProblemWords {
  title: string;
  detail?: string;
}

/**
 * What the server refuses a student, by its code; it says so in English itself. A sentence of the server's that is made
 * from words in English is said here without them.
 */
export const spanishProblems: Readonly<Record<string, ProblemWords>> = problems;

/** Spanish, as it is spoken in American schools. A key that is missing does not compile. */
export const spanish: Catalogue = messages;
