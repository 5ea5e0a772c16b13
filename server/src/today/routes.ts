import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { FlaggedItems } from './flagged';
import { readToday } from './service';

export function todayRoutes(bind: Bind, context: Context): void {
  const flagged = new FlaggedItems(context.database);
  bind(api.readToday, ({ me }) => readToday(context, flagged, me));
}
