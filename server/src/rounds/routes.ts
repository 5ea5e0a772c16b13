import { api } from '@oaken/contract';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import type { Bind } from '../http/bind';
import { eventStream } from '../http/event-stream';
import { notFound } from '../problems/problem';
import { AnswerLine } from './answer-line';
import { answerRound, checkRoundAnswer } from './answering';
import { beginRound } from './beginning';
import { deskOf } from './desk';
import { readFacts, stateOf } from './facts';
import { fileRound } from './filing';
import { strikeOutGuest } from './guests';
import { addToRound, insistOnRound, leadRound, tellKey } from './leading';
import { givePractice } from './practising';
import { orderPrepared, prepareQuestions, readPrepared } from './prepared';
import { deskListener, RoundRooms, screenListener, seatListener } from './rooms';
import { takeStrips } from './strips';
import { suggestNext } from './suggesting';
import { RoundSeats } from './seats';
import { listClassmates, shareDevice, unshareDevice } from './sharing';
import { takingPart } from './taking-part';
import { wordQuestion } from './wording';

/** The latest rounds that are listed. */
const mostListed = 50;

export function roundRoutes(bind: Bind, context: Context, editions: Editions): void {
  const rooms = new RoundRooms(context, editions);
  leadingRoutes(bind, context, editions, rooms);
  afterwardsRoutes(bind, context, editions);
  seatRoutes(bind, context, editions);
  roundStreams(bind, context, rooms);

  bind(api.readPrepared, ({ me, params }) => readPrepared(context, me, params.classId));
  bind(api.prepareQuestions, ({ me, body }) => prepareQuestions(context, me, body));
  bind(api.orderPrepared, ({ me, params, body }) =>
    orderPrepared(context, me, params.classId, body.itemIds),
  );
}

function leadingRoutes(bind: Bind, context: Context, editions: Editions, rooms: RoundRooms): void {
  const { database, now } = context;
  const readDesk = async (roundId: number) => {
    const facts = await readFacts(database, editions, roundId);
    if (!facts) throw notFound('round');
    return deskOf(facts, now());
  };
  /** What a teacher does to a round, and how it stands then. */
  const led = async (me: SignedIn, roundId: number, step: () => Promise<unknown>) => {
    await insistOnRound(database, me, roundId);
    await step();
    rooms.stepped(roundId);
    return readDesk(roundId);
  };

  bind(api.listRounds, ({ me }) => listRounds(context, me));
  bind(api.beginRound, ({ me, body }) => beginRound(context, editions, me, body));
  bind(api.readRound, ({ me, params: { roundId } }) => led(me, roundId, () => Promise.resolve()));
  bind(api.leadRound, ({ me, params: { roundId }, body }) =>
    led(me, roundId, async () => {
      const state = await leadRound(context, editions, roundId, body);
      if (state.ended) await fileRound(context, editions, roundId);
    }),
  );
  bind(api.addToRound, ({ me, params: { roundId }, body }) =>
    led(me, roundId, () => addToRound(context, editions, me, roundId, body)),
  );
  bind(api.tellKey, ({ me, params: { roundId }, body }) =>
    led(me, roundId, () => tellKey(context, editions, roundId, body)),
  );
  bind(api.takeStrips, async ({ me, params: { roundId }, body }) => {
    await insistOnRound(database, me, roundId);
    const taken = await takeStrips(context, editions, roundId, body);
    rooms.stepped(roundId);
    return taken;
  });
  bind(api.strikeOutGuest, async ({ me, params: { roundId, studentId } }) => {
    await insistOnRound(database, me, roundId);
    await strikeOutGuest(context, roundId, studentId);
    rooms.stepped(roundId);
    return {};
  });
}

/** What becomes of what was asked. */
function afterwardsRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database } = context;
  bind(api.suggestNext, async ({ me, params: { roundId } }) => {
    await insistOnRound(database, me, roundId);
    return suggestNext(context, editions, me, roundId);
  });
  bind(api.givePractice, async ({ me, params: { roundId }, body }) => {
    await insistOnRound(database, me, roundId);
    return givePractice(context, editions, me, roundId, body);
  });
  bind(api.wordQuestion, async ({ me, params, body }) => {
    await insistOnRound(database, me, params.roundId);
    return wordQuestion(context, editions, me, params, body);
  });
}

function seatRoutes(bind: Bind, context: Context, editions: Editions): void {
  const line = new AnswerLine(context, editions);
  const seats = new RoundSeats(context, editions);
  bind(api.joinRound, ({ me, params }) => seats.join(me, params.roundId));
  bind(api.listClassmates, ({ me, params }) => listClassmates(context, seats, me, params.roundId));
  bind(api.answerRound, ({ me, params: { roundId }, body }) =>
    answerRound(context, line, me, roundId, body),
  );
  bind(api.checkRoundAnswer, ({ me, params: { roundId }, body }) =>
    checkRoundAnswer(context, editions, me, roundId, body),
  );
  bind(api.shareDevice, ({ me, params: { roundId }, body }) =>
    shareDevice(context, seats, me, roundId, body),
  );
  bind(api.unshareDevice, ({ me, params: { roundId } }) =>
    unshareDevice(context, seats, me, roundId),
  );
}

/** What pages listen to while a round goes on. */
function roundStreams(bind: Bind, context: Context, rooms: RoundRooms): void {
  const { database } = context;
  bind(api.roundEvents, (call) => {
    const { roundId } = call.params;
    const may = (me: SignedIn) => insistOnRound(database, me, roundId);
    return eventStream(context, call, may, (send) => rooms.listen(roundId, deskListener(send)));
  });
  bind(api.roundScreenEvents, (call) => {
    const { roundId } = call.params;
    const may = (me: SignedIn) => insistOnRound(database, me, roundId);
    const { language = 'en' } = call.query;
    return eventStream(context, call, may, (send) =>
      rooms.listen(roundId, screenListener(send, language)),
    );
  });
  bind(api.seatRoundEvents, (call) => {
    const { roundId } = call.params;
    const takesPart = (me: SignedIn) => takingPart(database, me, roundId);
    const { id, language } = call.me.account;
    return eventStream(context, call, takesPart, (send) =>
      rooms.listen(roundId, seatListener(send, id, language ?? 'en')),
    );
  });
}

async function listRounds({ database }: Context, me: SignedIn) {
  const rounds = await database.models.Round.scope(rule('taughtBy', me)).findAll({
    include: ['class', { association: 'edition', attributes: ['itemCount'] }],
    order: [['id', 'DESC']],
    limit: mostListed,
  });
  return {
    rounds: rounds.map((round) => {
      const { pace, askings, ended } = stateOf(round);
      const questions = round.edition?.itemCount ?? 0;
      const asked = new Set(askings.map(({ entry }) => entry)).size;
      return {
        id: round.id,
        title: round.title,
        classId: round.classId,
        className: round.class?.name ?? '',
        createdAt: toMillis(round.createdAt),
        ended: ended || round.endedAt !== null,
        asked: pace ? questions : asked,
        left: pace ? 0 : Math.max(0, questions - asked),
        assignmentId: round.assignmentId,
      };
    }),
  };
}
