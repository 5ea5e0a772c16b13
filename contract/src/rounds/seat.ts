/** Taking part in a round: what students' and guests' pages ask of the server. */
import { sentResponses } from '@oaken/core/items';
import { z } from 'zod';
import { classCode, sessionAnswer } from '../accounts/session';
import { endpoint, id, idInPath, instant, shortId } from '../endpoint/define';
import { answerFeedback, seatRound } from './pages';
import { sentence } from './sentences';

const inRound = z.object({ roundId: idInPath });

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
    unsure: z.boolean().default(false),
    responses: sentResponses.refine(
      (given) => JSON.stringify(given).length <= 20_000,
      sentence('thatAnswerIsTooLong'),
    ),
  }),
  answer: z.object({ now: instant, number: z.number() }),
});

export const checkRoundAnswer = endpoint({
  method: 'POST',
  path: '/api/seat/rounds/:roundId/check',
  who: 'student',
  does: 'At one’s own pace: says that an answer is final, and gives what was right.',
  params: inRound,
  body: z.strictObject({ entry: shortId }),
  answer: answerFeedback,
});

export const listClassmates = endpoint({
  method: 'GET',
  path: '/api/seat/rounds/:roundId/classmates',
  who: 'student',
  does: 'Lists those of my class who are not here on a device of their own.',
  params: inRound,
  answer: z.object({ students: z.array(z.object({ id, name: z.string() })) }),
});

export const shareDevice = endpoint({
  method: 'PUT',
  path: '/api/seat/rounds/:roundId/companion',
  who: 'student',
  does: 'Two students answer on this device: what is given counts for both. With the passcode of the second.',
  params: inRound,
  body: z.strictObject({
    studentId: id,
    passcode: z.string().trim().min(1, sentence('typeTheirPasscode')).max(40),
  }),
  answer: seatRound,
});

export const unshareDevice = endpoint({
  method: 'DELETE',
  path: '/api/seat/rounds/:roundId/companion',
  who: 'student',
  does: 'From now on this device answers for me alone.',
  params: inRound,
  answer: seatRound,
});

export const comeAsRoundGuest = endpoint({
  method: 'POST',
  path: '/api/session/round-guest',
  who: 'anyone',
  does: 'Signs a guest in for the round that a class is in, with a name for the teacher.',
  body: z.strictObject({
    code: classCode,
    name: z
      .string()
      .trim()
      .min(2, sentence('typeYourName'))
      .max(80, sentence('atMost80Characters')),
  }),
  answer: sessionAnswer.extend({ roundId: id }),
});
