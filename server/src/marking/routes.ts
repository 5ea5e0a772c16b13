import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { keepAnchor, removeAnchor } from './anchors';
import { giveMarks } from './giving';
import { listMarked, listMarking } from './list';
import { readMarking } from './marked-answers';
import { requestSecondMarking, readAgreement, adjudicate } from './agreement';
import { giveSecondMarks, readSecondMarking } from './second';
import { decideWrong, readUnknown } from './unknown';

export function markingRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.listMarking, ({ me }) => listMarking(context, editions, me));
  bind(api.listMarked, ({ me, query }) => listMarked(context, editions, me, query.skip));
  bind(api.readMarking, ({ me, params, query }) =>
    readMarking(context, editions, me, params.assignmentId, query),
  );
  bind(api.giveMarks, ({ me, params, body }) => giveMarks(context, editions, me, params, body));
  bind(api.keepAnchor, ({ me, params, body }) => keepAnchor(context, editions, me, params, body));
  bind(api.removeAnchor, async ({ me, params }) => {
    await removeAnchor(context, editions, me, params);
    return {};
  });
  bind(api.readAgreement, ({ me, params }) => readAgreement(context, editions, me, params));
  bind(api.requestSecondMarking, async ({ me, params, body }) => {
    await requestSecondMarking(context, editions, me, params, body.secondMarker);
    return {};
  });
  bind(api.adjudicate, async ({ me, params, body }) => {
    await adjudicate(context, editions, me, params, body);
    return {};
  });
  bind(api.readSecondMarking, ({ me, params }) =>
    readSecondMarking(context, editions, me, params.secondMarkingId),
  );
  bind(api.giveSecondMarks, ({ me, params, body }) =>
    giveSecondMarks(context, editions, me, params.secondMarkingId, body),
  );
  bind(api.readUnknown, ({ me, params }) => readUnknown(context, editions, me, params));
  bind(api.decideWrong, async ({ me, params, body }) => {
    await decideWrong(context, editions, me, params, body);
    return {};
  });
}
