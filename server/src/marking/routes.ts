import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { giveMarks, listMarking, readMarking } from './service';

export function markingRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.listMarking, ({ me }) => listMarking(context, editions, me));
  bind(api.readMarking, ({ me, params }) => readMarking(context, editions, me, params));
  bind(api.giveMarks, ({ me, params, body }) => giveMarks(context, editions, me, params, body));
}
