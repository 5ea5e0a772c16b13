import type { AnswerOf, Audience, BodyOf, Endpoint, ParamsOf, QueryOf } from '@oaken/contract';
import type { Request, Response, Router } from 'express';
import { mayCall } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromZod, notForYou, Problem, signInFirst } from './problem';

export const cookieName = 'oaken';

export interface Call<E> {
  params: ParamsOf<E>;
  query: QueryOf<E>;
  body: BodyOf<E>;
  /** Who asks. Endpoints for anyone may be called without. */
  me: SignedIn;
  visitor: SignedIn | null;
  request: Request;
  response: Response;
}

export interface BindOptions {
  /** Check answers against the contract too; for tests, where a wrong answer must not pass. */
  checkAnswers: boolean;
}

/** A cookie's value; null when it was not sent. */
export function readCookie(request: Request, name: string): string | null {
  for (const pair of request.headers.cookie?.split(';') ?? []) {
    const at = pair.indexOf('=');
    if (pair.slice(0, at).trim() === name) return pair.slice(at + 1).trim();
  }
  return null;
}

/** A browser says where a request comes from; a change from another site is refused before anything is read. */
function checkOrigin(request: Request): void {
  const site = request.headers['sec-fetch-site'];
  const { origin, host } = request.headers;
  const foreign =
    site === 'cross-site' ||
    site === 'same-site' ||
    (origin !== undefined && origin !== 'null' && new URL(origin).host !== host);
  if (foreign || origin === 'null') throw new Problem(403, 'That came from another site.');
}

/** Joins endpoints with their handlers: audience, origin, CSRF token and shape are checked here and nowhere else. */
export function binder(router: Router, context: Context, { checkAnswers }: BindOptions) {
  return function bind<P, Q, B, A>(
    endpoint: Endpoint<P, Q, B, A>,
    handle: (call: Call<Endpoint<P, Q, B, A>>) => Promise<AnswerOf<Endpoint<P, Q, B, A>> | void>,
  ): void {
    const verb = endpoint.method.toLowerCase() as 'get';
    router[verb](endpoint.path, async (request: Request, response: Response) => {
      const changes = endpoint.method !== 'GET';
      if (changes) checkOrigin(request);
      const visitor = await context.sessions.find(readCookie(request, cookieName));
      const who: Audience = endpoint.who;
      if (who !== 'anyone') {
        if (!visitor) throw signInFirst();
        if (!mayCall(who, visitor.account.role)) throw notForYou();
        if (changes && request.headers['x-csrf-token'] !== visitor.csrf)
          throw new Problem(403, 'This page is out of date.', 'Load it again; what you typed is kept.');
      }
      const params = endpoint.params.safeParse(request.params);
      if (!params.success) throw new Problem(404, 'There is nothing at this address.');
      const query = endpoint.query.safeParse(request.query);
      if (!query.success) throw fromZod(query.error);
      const body = endpoint.body.safeParse(changes ? request.body : undefined);
      if (!body.success) throw fromZod(body.error);
      const answer = await handle({
        params: params.data,
        query: query.data,
        body: body.data,
        me: visitor as SignedIn,
        visitor,
        request,
        response,
      } as Call<Endpoint<P, Q, B, A>>);
      if (response.headersSent) return;
      if (checkAnswers) endpoint.answer.parse(answer);
      response.json(answer);
    });
  };
}

export type Bind = ReturnType<typeof binder>;

/** The answer of an act that gives nothing back. */
export async function quietly(act: Promise<unknown>): Promise<Record<string, never>> {
  await act;
  return {};
}
