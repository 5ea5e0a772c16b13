import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { adjust, takeAdjustmentBack } from './adjusting';
import { previewRescore } from './changing';
import { makeRescore, readRescores, undoRescore } from './service';

export function rescoreRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.readRescores, ({ me, params }) => readRescores(context, me, params.assignmentId));
  bind(api.previewRescore, ({ me, params, body }) =>
    previewRescore(context, me, params.assignmentId, body),
  );
  bind(api.makeRescore, ({ me, params, body }) =>
    makeRescore(context, me, params.assignmentId, body),
  );
  bind(api.undoRescore, ({ me, params }) =>
    undoRescore(context, me, params.assignmentId, params.rescoreId),
  );
  bind(api.adjust, ({ me, params, body }) => adjust(context, editions, me, params, body));
  bind(api.takeAdjustmentBack, async ({ me, params }) => {
    await takeAdjustmentBack(context, editions, me, params);
    return {};
  });
}
