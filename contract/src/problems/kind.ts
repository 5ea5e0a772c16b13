/** The form of a problem: its status of HTTP, and how its sentences in the catalogue take its parameters. */
import type { Values } from '@oaken/words/speaking';

/** Which of a problem's sentences are said, and with what. */
export interface Wording {
  /** The name of another title than `title`. */
  readonly title?: string;
  /** The name of another detail than `detail`. */
  readonly detail?: string;
  readonly values?: Values;
}

export interface ProblemKind<P = Record<string, never>> {
  /** Of HTTP. */
  readonly status: number;
  readonly words?: (params: P) => Wording;
}

/**
 * A problem that the server can answer with.
 *
 * @param words left out where the sentences hold the parameters as they are
 */
export const refusal = <P = Record<string, never>>(
  status: number,
  words?: (params: P) => Wording,
): ProblemKind<P> => ({ status, ...(words && { words }) });

/** How many of something there are, which chooses the form of a sentence. */
export const counted =
  <Name extends string>(name: Name) =>
  (params: Record<Name, number>): Wording => ({ values: { n: params[name] } });
