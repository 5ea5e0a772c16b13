import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { findAnything } from './find';

export function anythingRoutes(bind: Bind, context: Context): void {
  bind(api.findAnything, ({ me, query }) => findAnything(context, me, query.words));
}
