/** What is printed for the room. */
import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { printStrips } from './class-strips';

export function paperRoutes(bind: Bind, { database }: Context): void {
  bind(api.printStrips, ({ me, params, query }) =>
    printStrips(database, me, params.classId, query),
  );
}
