import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { FlaggedItems } from './flagged';
import { readToday } from './service';

export function todayRoutes(bind: Bind, context: Context, editions: Editions): void {
  const flagged = new FlaggedItems(context.database);
  bind(api.readToday, ({ me }) => readToday(context, flagged, editions, me));
}
