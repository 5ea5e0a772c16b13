import { z } from 'zod';

/** Who may call an endpoint at all; what they may touch through it is decided by the server's access rules. */
export type Audience = 'anyone' | 'student' | 'teacher' | 'administrator' | 'staff';

export interface Endpoint<P = unknown, Q = unknown, B = unknown, A = unknown> {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** With `:names` for the parameters. */
  readonly path: string;
  readonly who: Audience;
  /** One sentence, for the OpenAPI page. */
  readonly does: string;
  readonly params: z.ZodType<P>;
  readonly query: z.ZodType<Q>;
  readonly body: z.ZodType<B>;
  readonly answer: z.ZodType<A>;
}

export type ParamsOf<E> = E extends Endpoint<infer P, unknown, unknown, unknown> ? P : never;
export type QueryOf<E> = E extends Endpoint<unknown, infer Q, unknown, unknown> ? Q : never;
export type BodyOf<E> = E extends Endpoint<unknown, unknown, infer B, unknown> ? B : never;
export type AnswerOf<E> = E extends Endpoint<unknown, unknown, unknown, infer A> ? A : never;

const nothing = z.object({});

export function endpoint<A, P = Record<string, never>, Q = Record<string, never>, B = undefined>(
  own: Pick<Endpoint, 'method' | 'path' | 'who' | 'does'> & {
    params?: z.ZodType<P>;
    query?: z.ZodType<Q>;
    body?: z.ZodType<B>;
    answer: z.ZodType<A>;
  },
): Endpoint<P, Q, B, A> {
  return {
    ...own,
    params: own.params ?? (nothing as unknown as z.ZodType<P>),
    query: own.query ?? (nothing as unknown as z.ZodType<Q>),
    // Whatever is sent to an endpoint that needs nothing is not looked at.
    body: own.body ?? (z.unknown().transform(() => undefined) as unknown as z.ZodType<B>),
  };
}

/** An id in an address or a query. */
export const idInPath = z.coerce.number().int().positive().max(4_294_967_295);
export const id = z.int().positive().max(4_294_967_295);

/** Milliseconds since 1970-01-01 UTC. */
export const instant = z.number().int();

/** A key that the client makes up once for one act, so that saying it twice does it once. */
export const clientKey = z.uuid();

/** RFC 9457, with a pointer for each wrong field. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string().optional(),
  errors: z.array(z.object({ pointer: z.string(), message: z.string() })).optional(),
  retryAfter: z.number().optional(),
});
export type ProblemBody = z.infer<typeof problem>;
