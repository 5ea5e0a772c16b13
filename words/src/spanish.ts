import type { Catalogue } from './index';
import type { Messages } from './speaking';
import type { Written } from './written';
import messages from './es.json' with { type: 'json' };

export interface ProblemWords {
  title: string;
  detail?: string;
}

/**
 * What the server refuses a student, by its code; it says so in English itself. A sentence of the server's that is made
 * from words in English is said here without them.
 */
export const spanishProblems: Readonly<Record<string, ProblemWords>> = messages.problems;

/** Spanish, as it is spoken in American schools, in one file. A key that is missing does not compile. */
export const spanish: Catalogue & Written & { problems: Messages } = messages;
