import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { giveMarks } from './giving';
import { listMarking } from './list';
import { readMarking } from './reading';
import { askSecond, readAgreement, settle } from './agreement';
import { giveSecond, readSecond } from './second';
import { decideWrong, readUnknown } from './unknown';

export function markingRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.listMarking, ({ me }) => listMarking(context, editions, me));
  bind(api.readMarking, ({ me, params, query }) =>
    readMarking(context, editions, me, params.assignmentId, query),
  );
  bind(api.giveMarks, ({ me, params, body }) => giveMarks(context, editions, me, params, body));
  bind(api.readAgreement, ({ me, params }) => readAgreement(context, editions, me, params));
  bind(api.askSecond, async ({ me, params, body }) => {
    await askSecond(context, editions, me, params, body.reader);
    return {};
  });
  bind(api.settle, async ({ me, params, body }) => {
    await settle(context, editions, me, params, body);
    return {};
  });
  bind(api.readSecond, ({ me, params }) => readSecond(context, editions, me, params.readingId));
  bind(api.giveSecond, ({ me, params, body }) =>
    giveSecond(context, editions, me, params.readingId, body),
  );
  bind(api.readUnknown, ({ me, params }) => readUnknown(context, editions, me, params));
  bind(api.decideWrong, async ({ me, params, body }) => {
    await decideWrong(context, editions, me, params, body);
    return {};
  });
}
