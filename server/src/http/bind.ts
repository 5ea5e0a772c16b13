import type { AnswerOf, Audience, BodyOf, Endpoint, ParamsOf, QueryOf } from '@oaken/contract';
import { parseCookie } from 'cookie';
import type { Request, Response, Router } from 'express';
import { mayCall } from '../access';
import { onOccasion } from '../log/slow-statements';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { readBody, sendJson } from './body';
import { Download } from './download';

import { fromZod, notForYou, outOfDate, problem, signInFirst } from '../problems/problem';

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
export const readCookie = (request: Request, name: string): string | null =>
  parseCookie(request.headers.cookie ?? '')[name] ?? null;

/**
 * Joins endpoints with their handlers. Origin, audience, CSRF token, size and shape are checked
 * here and nowhere else, in this order: whoever may not call pays for nothing that was sent.
 */
export function binder(router: Router, context: Context, { checkAnswers }: BindOptions) {
  return function bind<P, Q, B, A>(
    endpoint: Endpoint<P, Q, B, A>,
    handle: (
      call: Call<Endpoint<P, Q, B, A>>,
    ) => Promise<AnswerOf<Endpoint<P, Q, B, A>> | Download | void>,
  ): void {
    const verb = endpoint.method.toLowerCase() as 'get';
    const occasion = `${endpoint.method} ${endpoint.path}`;
    router[verb](endpoint.path, async (request: Request, response: Response) => {
      const changes = endpoint.method !== 'GET';
      if (changes) context.site.insistOnOwn(request);
      const visitor = await context.sessions.find(readCookie(request, context.site.cookieName));
      const who: Audience = endpoint.who;
      if (who !== 'anyone') {
        if (!visitor) throw signInFirst();
        if (!mayCall(who, visitor.account.role)) throw notForYou();
        if (changes && request.headers['x-csrf-token'] !== visitor.csrf) throw outOfDate();
      }
      const params = endpoint.params.safeParse(request.params);
      if (!params.success) throw problem('nothing-here');
      const query = endpoint.query.safeParse(request.query);
      if (!query.success) throw fromZod(query.error);
      const sent =
        endpoint.largest > 0 ? await readBody(request, response, endpoint.largest) : undefined;
      const body = endpoint.body.safeParse(sent);
      if (!body.success) throw fromZod(body.error);
      const answer = await onOccasion(occasion, () =>
        handle({
          params: params.data,
          query: query.data,
          body: body.data,
          me: visitor as SignedIn,
          visitor,
          request,
          response,
        } as Call<Endpoint<P, Q, B, A>>),
      );
      if (response.headersSent) return;
      if (answer instanceof Download)
        return void response.attachment(answer.name).type(answer.type).send(answer.body);
      if (checkAnswers) endpoint.answer.parse(answer);
      sendJson(response, answer);
    });
  };
}

export type Bind = ReturnType<typeof binder>;

/** The answer of an act that gives nothing back. */
export async function quietly(act: Promise<unknown>): Promise<Record<string, never>> {
  await act;
  return {};
}
