import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { Problem } from '../problems/problem';
import { takeLate } from './arriving';
import { beginAttempt } from './begin';
import { countPlay, enterNext } from './going-on';
import type { Editions } from './editions';
import { handIn } from './hand-in';
import { listSeat } from './list';
import { tryOtherNumbers } from './other-numbers';
import { askHelp } from './practice';
import { readReport } from './report';

export function attemptRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { now, saving, signs } = context;

  bind(api.listSeat, ({ me, request }) => listSeat(context, editions, me, request.ip));

  bind(api.beginAttempt, ({ me, params, body, request }) =>
    beginAttempt(context, editions, me, params.assignmentId, body, request.ip),
  );

  bind(api.saveAnswers, async ({ me, params, body }) => {
    const outcome = await saving
      .save(params.attemptId, me.account.id, body.answers)
      .catch(async (error: unknown) => {
        if (!(error instanceof Problem) || error.status !== 409) throw error;
        return {
          stored: await takeLate(
            context,
            editions,
            params.attemptId,
            me.account.id,
            body.answers,
            error,
          ),
          closed: [],
        };
      });
    return { ...outcome, now: now() };
  });

  bind(api.enterNext, ({ me, params, body }) =>
    enterNext(context, editions, me, params.attemptId, body),
  );

  bind(api.heartbeat, ({ me, params, body }) => signs.give(params.attemptId, me.account.id, body));

  bind(api.countPlay, ({ me, params, body }) =>
    countPlay(context, editions, me, params.attemptId, body),
  );

  bind(api.askHelp, ({ me, params, body }) => askHelp(context, editions, me, params, body));

  bind(api.tryOtherNumbers, ({ me, params, body }) =>
    tryOtherNumbers(context, editions, me, params, body),
  );

  bind(api.handIn, ({ me, params, body }) =>
    handIn(context, editions, params.attemptId, {
      kind: 'student',
      id: me.account.id,
      answers: body.answers,
      at: body.handedInAt,
    }),
  );

  bind(api.readReport, ({ me, params, query }) =>
    readReport(context, editions, me, { ...params, ...query }),
  );
}
