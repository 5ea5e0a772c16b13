/** Leading a round: what its teacher asks of the server. */
import { itemFacts } from '@oaken/core/items';
import { highestNumber, letters } from '@oaken/core/capture';
import { mostChoices } from '@oaken/core/rounds';
import { richText } from '@oaken/core/rich-text';
import { z } from 'zod';
import { language } from '../accounts/session';
import { clientKey, endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';
import { moreQuestions, pace, roundCommand, roundSource } from './commands';
import { roundDesk } from './pages';
import { sentence } from './sentences';

const inRound = z.object({ roundId: idInPath });

export const roundRow = z.object({
  id,
  title: z.string(),
  classId: id,
  className: z.string(),
  createdAt: instant,
  ended: z.boolean(),
  asked: z.number(),
  /** Questions that it did not come to. */
  left: z.number(),
  assignmentId: id.nullable(),
});
export type RoundRow = z.infer<typeof roundRow>;

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
  does: 'Begins a round with a class: from a test as it stands now, items, what is prepared, an earlier round, or nothing. Saying it twice with one key begins one.',
  body: z.strictObject({ clientKey, classId: id, from: roundSource, pace: pace.default(null) }),
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
  query: z.object({ language: language.optional() }),
  answer: z.unknown(),
});

const rightAnswers = z
  .array(z.string().trim().min(1, sentence('sayWhatIsRight')).max(200))
  .min(1, sentence('sayWhatIsRight'))
  .max(20);
const ofVersion = { version: z.int().min(0) };

export const addToRound = endpoint({
  method: 'POST',
  path: '/api/rounds/:roundId/questions',
  who: 'teacher',
  does: 'Adds questions to a round: items, or one that is asked aloud, which is open at once.',
  params: inRound,
  body: z.strictObject({ ...ofVersion, questions: moreQuestions }),
  answer: roundDesk,
});

export const tellKey = endpoint({
  method: 'POST',
  path: '/api/rounds/:roundId/key',
  who: 'teacher',
  does: 'Says what is right in a question that was asked aloud: choices, a number, or every spelling that counts.',
  params: inRound,
  body: z.strictObject({
    ...ofVersion,
    entry: shortId,
    right: rightAnswers,
  }),
  answer: roundDesk,
});

/** A camera that was without network for longer has lost its round. */
const longestAway = 8 * 3_600_000;
const numbers = z.array(z.number());

export const takeStrips = endpoint({
  method: 'PUT',
  path: '/api/rounds/:roundId/strips',
  who: 'teacher',
  does: 'Stores what a camera read of the strips that the class holds up. It counts where the question was open when it was read.',
  params: inRound,
  body: z.strictObject({
    asking: z.string().max(40),
    strips: z
      .array(
        z.strictObject({
          /** On the roster. */
          number: z.int().min(1).max(highestNumber),
          letter: z.enum(letters),
          /** Read so long ago, in ms. */
          ago: z.int().min(0).max(longestAway),
        }),
      )
      .min(1)
      .max(highestNumber),
  }),
  answer: z.object({
    now: instant,
    counted: numbers,
    /** Read while the question was not open. */
    late: numbers,
    /** With a letter that stands for no choice. */
    notOffered: numbers,
    /** Of nobody in the class. */
    unknown: numbers,
  }),
});

export const strikeOutGuest = endpoint({
  method: 'DELETE',
  path: '/api/rounds/:roundId/guests/:studentId',
  who: 'teacher',
  does: 'Strikes a guest out: what they gave counts no more, and they cannot come back by the same door.',
  params: z.object({ roundId: idInPath, studentId: idInPath }),
  answer: z.object({}),
});

export const suggestNext = endpoint({
  method: 'GET',
  path: '/api/rounds/:roundId/suggestions',
  who: 'teacher',
  does: 'Suggests items to ask next: of the standards of the present question, those with the same misconceptions first, that the class has not met in this round.',
  params: inRound,
  answer: z.object({
    items: z.array(
      z.object({
        id,
        stem: z.string(),
        standards: z.array(z.string()),
        /** The misconception that it looks for as well. */
        misconception: z.string().nullable(),
      }),
    ),
  }),
});

export const givePractice = endpoint({
  method: 'POST',
  path: '/api/rounds/:roundId/practice',
  who: 'teacher',
  does: 'Gives those who were absent what was asked, as practice. Questions that have no wording are left out.',
  params: inRound,
  body: z.strictObject({ clientKey }),
  answer: z.object({
    assignmentId: id,
    students: z.number(),
    questions: z.number(),
    leftOut: z.number(),
  }),
});

export const wordQuestion = endpoint({
  method: 'POST',
  path: '/api/rounds/:roundId/questions/:entryId/wording',
  who: 'teacher',
  does: 'Gives a question that was asked aloud its wording: it becomes an item of a bank, and the results read it.',
  params: z.object({ roundId: idInPath, entryId: shortId }),
  largest: roomy,
  body: z.strictObject({
    stem: richText,
    choices: z.array(z.strictObject({ id: shortId, text: richText })).max(mostChoices),
    right: rightAnswers,
    facts: itemFacts,
    /** Null: where it is kept already. */
    bank: id.nullable(),
  }),
  answer: z.object({ itemId: id, bankId: id }),
});

const inClass = z.object({ classId: idInPath });
const prepared = z.object({
  questions: z.array(
    z.object({ itemId: id, stem: z.string(), standards: z.array(z.string()), addedBy: z.string() }),
  ),
});

export const readPrepared = endpoint({
  method: 'GET',
  path: '/api/classes/:classId/prepared',
  who: 'teacher',
  does: 'Lists the questions that are prepared for a class, in their order.',
  params: inClass,
  answer: prepared,
});

export const prepareQuestions = endpoint({
  method: 'POST',
  path: '/api/prepared',
  who: 'teacher',
  does: 'Puts items behind what is prepared for classes; what is there already stays where it is.',
  body: z.strictObject({
    classIds: z.array(id).min(1).max(30),
    itemIds: z.array(id).min(1).max(60),
  }),
  answer: z.object({ added: z.number() }),
});

export const orderPrepared = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId/prepared',
  who: 'teacher',
  does: 'Keeps these of the questions that are prepared for a class, in this order.',
  params: inClass,
  body: z.strictObject({ itemIds: z.array(id).max(200) }),
  answer: prepared,
});
