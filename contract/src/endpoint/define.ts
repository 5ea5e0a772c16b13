import { z } from 'zod';
import { sentence } from './sentences';

/** Who may call an endpoint at all; what they may touch through it is decided by the server's access rules. */
export type Audience = 'anyone' | 'signed-in' | 'student' | 'teacher' | 'administrator' | 'staff';

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

export interface Endpoint<
  P = unknown,
  Q = unknown,
  B = unknown,
  A = unknown,
  M extends Method = Method,
  Path extends string = string,
> {
  readonly method: M;
  /** With `:names` for the parameters. */
  readonly path: Path;
  readonly who: Audience;
  /** One sentence, for the OpenAPI page. */
  readonly does: string;
  readonly params: z.ZodType<P>;
  readonly query: z.ZodType<Q>;
  readonly body: z.ZodType<B>;
  /** The most bytes of JSON that may be sent to it; 0 where no JSON is read. */
  readonly largest: number;
  readonly answer: z.ZodType<A>;
  /** The media types of an answer that a browser saves as a file; none: the answer is JSON. */
  readonly media: readonly string[];
}

export type ParamsOf<E> = E extends Endpoint<infer P, unknown, unknown, unknown> ? P : never;
export type QueryOf<E> = E extends Endpoint<unknown, infer Q, unknown, unknown> ? Q : never;
export type BodyOf<E> = E extends Endpoint<unknown, unknown, infer B, unknown> ? B : never;
export type AnswerOf<E> = E extends Endpoint<unknown, unknown, unknown, infer A> ? A : never;

const nothing = z.object({});

const kB = 1024;
/** Enough for any form that a person fills in. */
const usual = 64 * kB;
/** For what holds an item, a passage, a roster or a table. */
export const roomy = 1024 * kB;

/** An endpoint of the contract, with what most of them leave out filled in. */
export function endpoint<
  A,
  M extends Method,
  Path extends string,
  P = Record<string, never>,
  Q = Record<string, never>,
  B = undefined,
>(
  definition: Pick<Endpoint<P, Q, B, A, M, Path>, 'method' | 'path' | 'who' | 'does'> & {
    params?: z.ZodType<P>;
    query?: z.ZodType<Q>;
    body?: z.ZodType<B>;
    largest?: number;
    answer: z.ZodType<A>;
    media?: readonly string[];
  },
): Endpoint<P, Q, B, A, M, Path> {
  return {
    media: [],
    ...definition,
    largest: definition.body === undefined ? 0 : (definition.largest ?? usual),
    params: definition.params ?? (nothing as unknown as z.ZodType<P>),
    query: definition.query ?? (nothing as unknown as z.ZodType<Q>),
    // Whatever is sent to an endpoint that needs nothing is not looked at.
    body: definition.body ?? (z.unknown().transform(() => undefined) as unknown as z.ZodType<B>),
  };
}

/** An endpoint that answers with a file of one of the media types instead of JSON. */
export const downloadEndpoint = <
  M extends Method,
  Path extends string,
  P = Record<string, never>,
  Q = Record<string, never>,
>(
  definition: Pick<
    Endpoint<P, Q, undefined, string, M, Path>,
    'method' | 'path' | 'who' | 'does' | 'media'
  > & {
    params?: z.ZodType<P>;
    query?: z.ZodType<Q>;
  },
): Endpoint<P, Q, undefined, string, M, Path> =>
  endpoint<string, M, Path, P, Q, undefined>({ ...definition, answer: z.string() });

/** An id in an address or a query. */
export const idInPath = z.coerce.number().int().positive().max(4_294_967_295);
export const id = z.int().positive().max(4_294_967_295);

/** Far enough for every school, and short of the year 9999, where the database's dates end. */
const latest = Date.UTC(2999, 11, 31);

/** Milliseconds since 1970-01-01 UTC. */
export const instant = z
  .int()
  .min(0, sentence('thisDateIsBefore1970'))
  .max(latest, sentence('thisDateIsTooFar'));
export const instantInQuery = z.coerce.number().pipe(instant);

/** A list in an address: `grades=6,7`. An empty one asks for nothing. */
export const listInQuery = <Choice extends z.ZodType<unknown, string>>(choice: Choice) =>
  z
    .string()
    .max(400)
    .transform((list) => list.split(',').filter(Boolean))
    .pipe(z.array(choice).max(50));

/** Whole numbers in an address: `standard=12,15`. */
export const numbersInQuery = (largest = 4_294_967_295) =>
  listInQuery(
    z
      .string()
      .regex(/^\d{1,10}$/, 'Write whole numbers, separated by commas.')
      .transform(Number)
      .pipe(z.int().max(largest)),
  );

/** The id of an entry, part or form inside of a document; empty where the first is meant. */
export const shortId = z.string().regex(/^[A-Za-z0-9_-]{0,24}$/, 'That is not an id.');

/** A key that the client makes up once for one act, so that saying it twice does it once. */
export const clientKey = z.uuid();

/** RFC 9457, with a pointer for each wrong field; `type` ends with a code of `contract/src/problems`. */
export const problem = z.object({
  type: z.string(),
  /** What the sentences are made from. */
  params: z.record(z.string(), z.unknown()).optional(),
  title: z.string(),
  status: z.number(),
  detail: z.string().optional(),
  errors: z.array(z.object({ pointer: z.string(), message: z.string() })).optional(),
  retryAfter: z.number().optional(),
  /** By this name the server's log has what happened. */
  requestId: z.string().optional(),
});
export type ProblemBody = z.infer<typeof problem>;
