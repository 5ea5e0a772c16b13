import type { AnswerOf, Api, BodyOf, ParamsOf } from '@oaken/contract';
import { filled } from './address';
import { endpoints } from './endpoints';
import { request } from './request';

/** What an endpoint must be given; what it has no use for cannot be given. */
export type Given<E> = ([ParamsOf<E>] extends [Record<string, never>]
  ? unknown
  : { params: ParamsOf<E> }) &
  ([BodyOf<E>] extends [undefined] ? unknown : { body: BodyOf<E> }) & {
    query?: Record<string, unknown>;
  };

/** The address of an endpoint, for links that the browser follows itself. */
export function addressOf(
  name: keyof Api,
  params: Record<string, unknown> = {},
  query: Record<string, unknown> = {},
): string {
  return filled(endpoints[name][1], params, query);
}

/** Calls an endpoint of the contract by its name. */
export function call<Name extends keyof Api>(
  name: Name,
  given: Given<Api[Name]>,
): Promise<AnswerOf<Api[Name]>> {
  const { params, query, body } = given as {
    params?: Record<string, unknown>;
    query?: Record<string, unknown>;
    body?: unknown;
  };
  return request(endpoints[name][0], addressOf(name, params, query), body);
}
