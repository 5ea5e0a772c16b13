import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { listPassages, makePassage, readPassage, revisePassage } from './service';

export function passageRoutes(bind: Bind, context: Context): void {
  bind(api.listPassages, ({ me, query }) => listPassages(context, me, query.words));
  bind(api.readPassage, ({ me, params, query }) =>
    readPassage(context, me, params.passageId, query.revision),
  );
  bind(api.makePassage, ({ me, body }) => makePassage(context, me, body));
  bind(api.revisePassage, ({ me, params, body }) =>
    revisePassage(context, me, params.passageId, body),
  );
}
