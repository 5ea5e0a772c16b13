/** One way to the server. Errors become `Refused`, with the server's own words and the place of each fault. */
import { present } from '@oaken/core/certain';
import type { ProblemBody } from '@oaken/contract';
import { problemWords, say } from '../words';

/** The name under which an administrator finds what happened in the server's log. */
const nameOf = ({ requestId }: ProblemBody) =>
  requestId === undefined ? undefined : say('network.reference', { id: requestId });

/** What stands between the page and the server may answer in its own way, without a type. */
const codeOf = ({ type }: Partial<ProblemBody>) => type?.split('/').at(-1) ?? '';
const wordsOf = (problem: ProblemBody) => problemWords(codeOf(problem), problem);

export class Refused extends Error {
  override name = 'Refused';

  constructor(readonly problem: ProblemBody) {
    const { title, detail } = wordsOf(problem);
    super([title, detail, nameOf(problem)].filter(Boolean).join(' '));
  }

  /** What is the matter and what to do about it, in the language of the page. */
  get words(): { title: string; detail?: string | undefined } {
    return wordsOf(this.problem);
  }

  get status(): number {
    return this.problem.status;
  }

  /** The message for a field, by its JSON pointer. */
  at(pointer: string): string | undefined {
    return this.problem.errors?.find((error) => error.pointer === pointer)?.message;
  }
}

/** Nothing came back: no network, or no server. */
export class Unreachable extends Error {
  override name = 'Unreachable';

  constructor() {
    super(say('network.unreachable'));
  }
}

/** What goes by itself: no network, or a server or database that is away for a while. */
export const isPassing = (error: unknown): boolean =>
  error instanceof Unreachable || (error instanceof Refused && error.status >= 500);

let csrf: string | null = null;
export const setCsrf = (token: string | null) => (csrf = token);
export const csrfToken = () => csrf;

/** @returns whether somebody has signed in again, so that what was refused can be sent once more */
type SignedOut = () => Promise<boolean> | void;
let whenSignedOut: SignedOut = () => {};
/** Says what to do when the server says that nobody is signed in. */
export const onSignedOut = (act: SignedOut) => (whenSignedOut = act);

async function send(
  method: string,
  path: string,
  body: unknown,
  options: { signal?: AbortSignal },
): Promise<Response> {
  const headers: Record<string, string> = {};
  const file = body instanceof Blob;
  if (body !== undefined)
    headers['Content-Type'] = file ? 'application/octet-stream' : 'application/json';
  if (csrf !== null) headers['X-CSRF-Token'] = csrf;
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers,
      body: file || body === undefined ? (body as BodyInit | undefined) : JSON.stringify(body),
      ...options,
    });
  } catch (error) {
    if (options.signal?.aborted) throw error;
    throw new Unreachable();
  }
  if (response.ok) return response;
  const problem = await response.json().catch(() => ({
    type: 'about:blank',
    title: `The server answered ${response.status}.`,
    status: response.status,
  }));
  if (
    response.status === 401 &&
    csrf !== null &&
    !path.startsWith('/api/session') &&
    (await whenSignedOut())
  )
    return send(method, path, body, options);
  throw new Refused(problem as ProblemBody);
}

export async function request<Answer>(
  method: string,
  path: string,
  body?: unknown,
  options: { signal?: AbortSignal } = {},
): Promise<Answer> {
  return (await (await send(method, path, body, options)).json()) as Answer;
}

/** An answer that comes in lines of JSON; each is handed on as it arrives. */
export async function requestLines<Line>(
  path: string,
  body: unknown,
  options: { signal?: AbortSignal; line(line: Line): void },
): Promise<void> {
  const response = await send('POST', path, body, options);
  const reader = present(response.body, 'body').pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    const pieces = (rest + value).split('\n');
    rest = present(pieces.pop(), 'pop');
    for (const piece of pieces) if (piece) options.line(JSON.parse(piece) as Line);
  }
}

/** An error in words for a person. */
export const inWords = (error: unknown) => (error instanceof Error ? error.message : String(error));
