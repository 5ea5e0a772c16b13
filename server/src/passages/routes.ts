import { api } from '@oaken/contract';
import type { Context } from '../context';
import { quietly, type Bind } from '../http/bind';
import { orderPassageItems, readPassageItems } from './items';
import { listPassages, makePassage, readPassage, revisePassage } from './service';

export function passageRoutes(bind: Bind, context: Context): void {
  bind(api.listPassages, ({ me, query }) => listPassages(context, me, query.words));
  bind(api.readPassage, ({ me, params, query }) =>
    readPassage(context, me, params.passageId, query.revision),
  );
  bind(api.readPassageItems, ({ me, params }) => readPassageItems(context, me, params.passageId));
  bind(api.orderPassageItems, ({ me, params, body }) =>
    quietly(orderPassageItems(context, me, params.passageId, body.items)),
  );
  bind(api.makePassage, ({ me, body }) => makePassage(context, me, body));
  bind(api.revisePassage, ({ me, params, body }) =>
    revisePassage(context, me, params.passageId, body),
  );
}
