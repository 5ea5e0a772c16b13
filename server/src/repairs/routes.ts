import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { adjust, takeAdjustmentBack } from './adjusting';
import { lookAhead, makeRepair, readRepairs, undoRepair } from './service';

export function repairRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.readRepairs, ({ me, params }) => readRepairs(context, me, params.assignmentId));
  bind(api.lookAhead, ({ me, params, body }) => lookAhead(context, me, params.assignmentId, body));
  bind(api.makeRepair, ({ me, params, body }) =>
    makeRepair(context, me, params.assignmentId, body),
  );
  bind(api.undoRepair, ({ me, params }) =>
    undoRepair(context, me, params.assignmentId, params.repairId),
  );
  bind(api.adjust, ({ me, params, body }) => adjust(context, editions, me, params, body));
  bind(api.takeAdjustmentBack, async ({ me, params }) => {
    await takeAdjustmentBack(context, editions, me, params);
    return {};
  });
}
