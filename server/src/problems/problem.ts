import type { ProblemBody } from '@oaken/contract';
import type { z } from 'zod';

export interface WrongField {
  /** JSON pointer into the request's body, or the name of a parameter. */
  pointer: string;
  message: string;
}

/** An answer that is not what was asked for, in words for the person who asked (RFC 9457). */
export class Problem extends Error {
  override name = 'Problem';

  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail?: string,
    readonly errors?: WrongField[],
    readonly retryAfter?: number,
  ) {
    super(detail ?? title);
  }

  private type = 'about:blank';

  /** Names the problem for a page that can do something about it. */
  named(type: string): this {
    this.type = type;
    return this;
  }

  toBody(): ProblemBody {
    const { type, status, title, detail, errors, retryAfter } = this;
    return { type, title, status, detail, errors, retryAfter };
  }
}

export const notFound = (what: string) =>
  new Problem(
    404,
    `${what} was not found.`,
    'It may have been removed, or it belongs to somebody else.',
  );

export const invalid = (errors: WrongField[]) =>
  new Problem(
    422,
    'Something in it is not right.',
    errors.map(({ message }) => message).join(' '),
    errors,
  );

/** As many as a person would read; thousands would only hold the server up. */
const toldAtOnce = 20;

export const fromZod = (error: z.core.$ZodError) =>
  invalid(
    error.issues.slice(0, toldAtOnce).map(({ path, message }) => ({
      pointer: `/${path.map(String).join('/')}`.slice(0, 400),
      message: message.slice(0, 600),
    })),
  );

export const signInFirst = () =>
  new Problem(
    401,
    'Nobody is signed in.',
    'The session has ended. Sign in again; nothing is lost.',
  );
export const outOfDate = () =>
  new Problem(403, 'This page is out of date.', 'Load it again; what you typed is kept.');
export const notForYou = () => new Problem(403, 'That is not open to this account.');

export const busyDatabase = () =>
  new Problem(
    503,
    'The database is not answering.',
    'Nothing is lost. It will be tried again in a moment.',
    undefined,
    2,
  );

export const tooMany = (seconds: number) =>
  new Problem(
    429,
    'Too many wrong tries.',
    `Wait ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`} and try again, or ask for help.`,
    undefined,
    seconds,
  );

/** Errors of a database that is away, as opposed to those of a wrong statement. */
export function isDatabaseAway(error: unknown): boolean {
  const { name, original } = error as {
    name?: string;
    original?: { code?: string; errno?: number };
  };
  if (
    /^SequelizeConnection|ConnectionAcquireTimeout|ConnectionRefused|HostNotReachable/.test(
      name ?? '',
    )
  )
    return true;
  const code = original?.code ?? '';
  return /^(ECONN|EPIPE|ENOENT|ETIMEDOUT|ER_SOCKET|ER_CONNECTION|ER_CMD_CONNECTION|ER_SERVER_SHUTDOWN|PROTOCOL_|ER_GET_CONNECTION|ER_UNEXPECTED)/.test(
    code,
  );
}
