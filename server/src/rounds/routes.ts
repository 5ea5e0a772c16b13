import { api } from '@oaken/contract';
import { presentAsking } from '@oaken/core/rounds';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import type { Bind } from '../http/bind';
import { eventStream } from '../http/event-stream';
import { notFound } from '../problems/problem';
import { answerRound, insistOnTakingPart, joinRound } from './answering';
import { readFacts } from './facts';
import { fileRound } from './filing';
import { beginRound, insistOnRound, leadRound } from './leading';
import { deskListener, RoundRooms, screenListener, seatListener } from './rooms';
import { deskOf } from './showing';

/** The latest rounds that are listed. */
const mostListed = 50;

export function roundRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now } = context;
  const rooms = new RoundRooms(context, editions);

  bind(api.listRounds, ({ me }) => listRounds(context, me));
  bind(api.beginRound, ({ me, body }) => beginRound(context, me, body));

  const readDesk = async (roundId: number) => {
    const facts = await readFacts(database, editions, roundId);
    if (!facts) throw notFound('round');
    return deskOf(facts, now());
  };

  bind(api.readRound, async ({ me, params: { roundId } }) => {
    await insistOnRound(database, me, roundId);
    return readDesk(roundId);
  });

  bind(api.leadRound, async ({ me, params: { roundId }, body }) => {
    await insistOnRound(database, me, roundId);
    const state = await leadRound(context, editions, roundId, body);
    if (state.ended) await fileRound(context, editions, roundId);
    rooms.changed(roundId);
    return readDesk(roundId);
  });

  bind(api.joinRound, ({ me, params }) => joinRound(context, editions, me, params.roundId));

  bind(api.answerRound, async ({ me, params: { roundId }, body }) => {
    const answer = await answerRound(context, editions, me, roundId, body);
    rooms.changed(roundId);
    return answer;
  });

  roundStreams(bind, context, rooms);
}

/** What pages listen to while a round goes on. */
function roundStreams(bind: Bind, context: Context, rooms: RoundRooms): void {
  const { database } = context;
  for (const [endpoint, listener] of [
    [api.roundEvents, deskListener],
    [api.roundScreenEvents, screenListener],
  ] as const)
    bind(endpoint, (call) => {
      const { roundId } = call.params;
      const may = (me: SignedIn) => insistOnRound(database, me, roundId);
      return eventStream(context, call, may, (send) => rooms.listen(roundId, listener(send)));
    });

  bind(api.seatRoundEvents, (call) => {
    const { roundId } = call.params;
    const takesPart = async (me: SignedIn) => {
      const round = await database.models.Round.findByPk(roundId, { attributes: ['classId'] });
      if (!round) throw notFound('round');
      await insistOnTakingPart(database, me, round.classId);
    };
    const { id, language } = call.me.account;
    return eventStream(context, call, takesPart, (send) =>
      rooms.listen(roundId, seatListener(send, id, language ?? 'en')),
    );
  });
}

async function listRounds({ database }: Context, me: SignedIn) {
  const rounds = await database.models.Round.scope(rule('taughtBy', me)).findAll({
    include: ['class'],
    order: [['id', 'DESC']],
    limit: mostListed,
  });
  return {
    rounds: rounds.map(({ id, title, class: taught, createdAt, state, assignmentId }) => ({
      id,
      title,
      className: taught?.name ?? '',
      createdAt: toMillis(createdAt),
      ended: state.ended,
      asked: presentAsking(state) ? new Set(state.askings.map(({ entry }) => entry)).size : 0,
      assignmentId,
    })),
  };
}
