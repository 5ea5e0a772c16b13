/**
 * Method and path of every endpoint. The build works them out beforehand (`web/build/evaluated.ts`): a page has no use
 * for the contract's schemas, which are more than the rest of a first page together.
 */
import { api, type Api, type Endpoint } from '@oaken/contract';

export const endpoints = Object.fromEntries(
  Object.entries<Endpoint>(api).map(([name, { method, path }]) => [name, [method, path]]),
) as unknown as Record<keyof Api, readonly [method: Endpoint['method'], path: string]>;
