import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { readToday } from './service';
import { SuspiciousItems } from './suspicious';

export function todayRoutes(bind: Bind, context: Context, editions: Editions): void {
  const suspicious = new SuspiciousItems(context.database);
  bind(api.readToday, ({ me }) => readToday(context, suspicious, editions, me));
}
