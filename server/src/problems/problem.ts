import type { ProblemBody } from '@oaken/contract';
import {
  problemInWords,
  problemType,
  type ProblemCode,
  type ProblemParams,
} from '@oaken/contract/problems';
import things from '@oaken/words/en/things.json' with { type: 'json' };
import { speaker } from '@oaken/words/speaking';
import type { z } from 'zod';

export interface WrongField {
  /** JSON pointer into the request's body, or the name of a parameter. */
  pointer: string;
  message: string;
}

/** What a problem has beside its code and parameters. */
export interface Beside {
  errors?: WrongField[];
  /** Seconds after which it can be tried again. */
  retryAfter?: number;
}

/** An answer that is not what was asked for, in words for the person who asked (RFC 9457). */
export class Problem extends Error {
  override name = 'Problem';

  constructor(readonly body: ProblemBody) {
    super(body.detail ?? body.title);
  }

  get status(): number {
    return this.body.status;
  }
  get title(): string {
    return this.body.title;
  }
  get retryAfter(): number | undefined {
    return this.body.retryAfter;
  }

  toBody(): ProblemBody {
    return this.body;
  }
}

/** Parameters are asked for where the problem's sentences are made from some. */
type Given<C extends ProblemCode> =
  ProblemParams<C> extends Record<string, never>
    ? [params?: Record<string, never>, beside?: Beside]
    : [params: ProblemParams<C>, beside?: Beside];

/** A problem of the table in `contract/src/problems`: `throw problem('window-closed')`. */
export function problem<C extends ProblemCode>(code: C, ...[given, beside]: Given<C>): Problem {
  const params = (given ?? {}) as ProblemParams<C>;
  return new Problem({
    type: problemType(code),
    ...problemInWords(code, params),
    params: params as Record<string, unknown>,
    ...beside,
  });
}

const thingNamed = speaker(things);
/** What can be missing. */
export type Thing = keyof typeof things;

export const notFound = (thing: Thing) => problem('not-found', { what: thingNamed(thing) });

export const invalid = (errors: WrongField[]) =>
  problem('invalid', { messages: errors.map(({ message }) => message) }, { errors });

/** As many as a person would read; thousands would only hold the server up. */
const toldAtOnce = 20;

export const fromZod = (error: z.core.$ZodError) =>
  invalid(
    error.issues.slice(0, toldAtOnce).map(({ path, message }) => ({
      pointer: `/${path.map(String).join('/')}`.slice(0, 400),
      message: message.slice(0, 600),
    })),
  );

export const signInFirst = () => problem('not-signed-in');
export const outOfDate = () => problem('out-of-date');
export const notForYou = () => problem('not-for-you');
export const busyDatabase = () => problem('database-away', {}, { retryAfter: 2 });
export const tooMany = (seconds: number) =>
  problem('too-many-tries', { seconds }, { retryAfter: seconds });

/** Errors of a database that is away, as opposed to those of a wrong statement. */
export function isDatabaseAway(error: unknown): boolean {
  const {
    name,
    code: plainCode,
    original,
  } = error as {
    name?: string;
    code?: string;
    original?: { code?: string };
  };
  if (
    /^SequelizeConnection|ConnectionAcquireTimeout|ConnectionRefused|HostNotReachable/.test(
      name ?? '',
    )
  )
    return true;
  // A socket that breaks between two statements is told by the connection itself, not by Sequelize.
  const code = original?.code ?? plainCode ?? '';
  return /^(ECONN|EPIPE|ENOENT|ETIMEDOUT|ER_SOCKET|ER_CONNECTION|ER_CMD_CONNECTION|ER_SERVER_SHUTDOWN|PROTOCOL_|ER_GET_CONNECTION|ER_UNEXPECTED)/.test(
    code,
  );
}
