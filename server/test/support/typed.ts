/** What an address of the server answers, by the contract: found by its method and the form of its path. */
import type { AnswerOf, Api, ProblemBody } from '@oaken/contract';

/** A piece of an address in which any parameter is one sign. */
type Piece<S extends string> = S extends `:${string}`
  ? ':'
  : string extends S
    ? ':'
    : S extends `${number}` | 'undefined' | 'null'
      ? ':'
      : S;
type Form<S extends string> = S extends `${infer Path}?${string}`
  ? Form<Path>
  : S extends `${infer Head}/${infer Rest}`
    ? `${Piece<Head>}/${Form<Rest>}`
    : Piece<S>;

type Answers = {
  [Name in keyof Api as `${Api[Name]['method']} ${Form<Api[Name]['path']>}`]: AnswerOf<Api[Name]>;
};

/** The same with its last piece as a parameter: of a file the format is written out. */
type LastFree<S extends string> = S extends `${infer Head}/${infer Rest}`
  ? Rest extends `${string}/${string}`
    ? `${Head}/${LastFree<Rest>}`
    : `${Head}/:`
  : ':';

/** Of an address that the contract does not know. */
type Untold = unknown;

/** @typeParam Path as it is sent, with numbers and texts in the places of parameters */
export type AnswerAt<
  M extends string,
  Path extends string,
> = `${M} ${Form<Path>}` extends keyof Answers
  ? Answers[`${M} ${Form<Path>}`]
  : `${M} ${LastFree<Form<Path>>}` extends keyof Answers
    ? Answers[`${M} ${LastFree<Form<Path>>}`]
    : Untold;

/** What is read of an answer, or of a refusal: which of the two it is the test says by its status. */
export type Told<Answer> = Answer & Partial<ProblemBody>;
