import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { makeFollowUp, readFollowUp } from './service';

export function followUpRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.readFollowUp, ({ me, params, query }) =>
    readFollowUp(context, editions, me, params.assignmentId, query),
  );
  bind(api.makeFollowUp, ({ me, params, body }) =>
    makeFollowUp(context, me, params.assignmentId, body),
  );
}
