/** Rounds: asking a class now, on their own devices, led step by step. */
import { responses, type SittingItem } from '@oaken/core/items';
import { askingSteps } from '@oaken/core/rounds';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, instant, shortId } from '../endpoint/define';
import { sentence } from './sentences';

const inRound = z.object({ roundId: idInPath });

/** Working time for one question, in ms. */
const limit = z
  .int()
  .min(5_000, sentence('atLeastFiveSeconds'))
  .max(3_600_000, sentence('atMostOneHour'))
  .nullable();
const taking = { limit, untilAll: z.boolean() };

/** A step that a teacher takes. */
export const roundCommand = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('read'), entry: shortId, choicesHidden: z.boolean() }),
  z.strictObject({ do: z.literal('open'), ...taking }),
  z.strictObject({ do: z.literal('close') }),
  z.strictObject({ do: z.literal('show-spread') }),
  z.strictObject({ do: z.literal('ask-again'), ...taking }),
  z.strictObject({ do: z.literal('show-key') }),
  z.strictObject({ do: z.literal('freeze'), frozen: z.boolean() }),
  z.strictObject({ do: z.literal('end') }),
]);

const spreadLine = z.object({ id: z.string(), text: z.string(), students: z.number() });
const partSpread = z.object({
  part: z.string(),
  answered: z.number(),
  lines: z.array(spreadLine),
  others: z.number(),
});

/** What every screen in the room may show. */
export const shownRound = z.object({
  ended: z.boolean(),
  asking: z
    .object({
      id: z.string(),
      time: z.enum(['first', 'again']),
      step: z.enum(askingSteps),
      /** From 1, among the questions that were asked. */
      number: z.number(),
      item: z.looseObject({ stem: z.string() }) as unknown as z.ZodType<SittingItem>,
      choicesHidden: z.boolean(),
      openedAt: instant.nullable(),
      limit: z.number().nullable(),
      spread: z.array(partSpread).nullable(),
      right: z.array(z.string()).nullable(),
      explanation: z.string().nullable(),
    })
    .nullable(),
});

/** What a student's own page knows besides. */
export const seatRound = z.object({
  now: instant,
  title: z.string(),
  teacher: z.string(),
  shown: shownRound,
  /** The student's own answer to what is asked; null while there is none. */
  mine: z.object({ asking: z.string(), number: z.number(), responses }).nullable(),
  /** How much longer a limit is for this student; null: no limit. */
  timeFactor: z.number().nullable(),
  aloud: z.boolean(),
  textSize: z.number(),
});
export type SeatRound = z.infer<typeof seatRound>;

/** What stands on the projector. */
export const roundScreen = z.object({
  now: instant,
  title: z.string(),
  className: z.string(),
  /** By which students come in. */
  code: z.string(),
  frozen: z.boolean(),
  shown: shownRound,
  answered: z.number(),
  here: z.number(),
});
export type RoundScreen = z.infer<typeof roundScreen>;

const askedTwice = z.object({
  students: z.number(),
  first: z.number(),
  second: z.number(),
  wrongToRight: z.number(),
  rightToWrong: z.number(),
  gain: z.number().nullable(),
});

/** What leads a round: everything, for its teacher alone. */
export const roundDesk = z.object({
  now: instant,
  id,
  title: z.string(),
  classId: id,
  className: z.string(),
  code: z.string(),
  version: z.number(),
  ended: z.boolean(),
  frozen: z.boolean(),
  /** The results; null until it has ended, and where nobody answered. */
  assignmentId: id.nullable(),
  entries: z.array(
    z.object({ id: z.string(), number: z.number(), stem: z.string(), asked: z.boolean() }),
  ),
  asking: z
    .object({
      id: z.string(),
      entry: z.string(),
      time: z.enum(['first', 'again']),
      step: z.enum(askingSteps),
      choicesHidden: z.boolean(),
      openedAt: instant.nullable(),
      limit: z.number().nullable(),
      untilAll: z.boolean(),
      item: z.looseObject({ stem: z.string() }) as unknown as z.ZodType<SittingItem>,
      spread: z.array(partSpread),
      /** Of the first asking, where it is asked again. */
      before: z.array(partSpread).nullable(),
      twice: askedTwice.nullable(),
      /** Ids of choices that are right, by part. */
      rightIds: z.array(z.string()),
      right: z.array(z.string()),
      /** Wrong choices that were taken, with the misconception behind each; the most frequent first. */
      misconceptions: z.array(
        z.object({ text: z.string(), misconception: z.string(), students: z.number() }),
      ),
    })
    .nullable(),
  students: z.array(
    z.object({
      id,
      name: z.string(),
      rosterNumber: z.number().nullable(),
      here: z.boolean(),
      answered: z.boolean(),
      /** Something came after the question was closed; it is kept and not counted. */
      late: z.boolean(),
      /** The share of the points that the answer earns; null while there is none. */
      share: z.number().nullable(),
    }),
  ),
});
export type RoundDesk = z.infer<typeof roundDesk>;

export const roundRow = z.object({
  id,
  title: z.string(),
  className: z.string(),
  createdAt: instant,
  ended: z.boolean(),
  asked: z.number(),
  assignmentId: id.nullable(),
});

export const listRounds = endpoint({
  method: 'GET',
  path: '/api/rounds',
  who: 'teacher',
  does: 'Lists the rounds of my classes, the latest first.',
  answer: z.object({ rounds: z.array(roundRow) }),
});

export const beginRound = endpoint({
  method: 'POST',
  path: '/api/rounds',
  who: 'teacher',
  does: 'Begins a round with a class from a test as it stands now. Saying it twice with one key begins one.',
  body: z.strictObject({ clientKey, testId: id, classId: id }),
  answer: z.object({ id }),
});

export const readRound = endpoint({
  method: 'GET',
  path: '/api/rounds/:roundId',
  who: 'teacher',
  does: 'Gives a round as its teacher leads it.',
  params: inRound,
  answer: roundDesk,
});

export const leadRound = endpoint({
  method: 'POST',
  path: '/api/rounds/:roundId/steps',
  who: 'teacher',
  does: 'Takes the next step of a round, if it stands as the page shows it.',
  params: inRound,
  body: z.strictObject({ version: z.int().min(0), command: roundCommand }),
  answer: roundDesk,
});

export const roundEvents = endpoint({
  method: 'GET',
  path: '/api/rounds/:roundId/events',
  who: 'teacher',
  does: 'Says by server-sent events how a round stands: `desk` whenever it changes.',
  params: inRound,
  answer: z.unknown(),
});

export const roundScreenEvents = endpoint({
  method: 'GET',
  path: '/api/rounds/:roundId/screen/events',
  who: 'teacher',
  does: 'Says by server-sent events what stands on the projector: `screen` whenever it changes, without names and keys.',
  params: inRound,
  answer: z.unknown(),
});

export const joinRound = endpoint({
  method: 'POST',
  path: '/api/seat/rounds/:roundId',
  who: 'student',
  does: 'Comes into a round of my class, or back to it, where it stands now.',
  params: inRound,
  answer: seatRound,
});

export const seatRoundEvents = endpoint({
  method: 'GET',
  path: '/api/seat/rounds/:roundId/events',
  who: 'student',
  does: 'Says by server-sent events what a round shows: `shown` whenever it changes.',
  params: inRound,
  answer: z.unknown(),
});

export const answerRound = endpoint({
  method: 'PUT',
  path: '/api/seat/rounds/:roundId/answer',
  who: 'student',
  does: 'Stores my answer to what is asked; the highest number counts.',
  params: inRound,
  body: z.strictObject({
    asking: z.string().max(40),
    number: z.int().min(1),
    responses: responses.refine(
      (given) => JSON.stringify(given).length <= 20_000,
      sentence('thatAnswerIsTooLong'),
    ),
  }),
  answer: z.object({ now: instant, number: z.number() }),
});
