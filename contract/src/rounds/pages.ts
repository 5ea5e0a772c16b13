/** What pages are told of a round: the room's, a student's, and the teacher's. */
import { letters } from '@oaken/core/capture';
import { responses, type SittingItem } from '@oaken/core/items';
import { askingSteps, feedbacks, paceSteps } from '@oaken/core/rounds';
import { z } from 'zod';
import { id, instant } from '../endpoint/define';
import { shownPassage } from '../passages/shown';

const sittingItem = z.looseObject({ stem: z.string() }) as unknown as z.ZodType<SittingItem>;
const spreadLine = z.object({ id: z.string(), text: z.string(), students: z.number() });
const partSpread = z.object({
  part: z.string(),
  answered: z.number(),
  lines: z.array(spreadLine),
  others: z.number(),
  /** Nothing says which words are right; the class sees those that the teacher chose. */
  openWords: z.boolean(),
});

/** How work at one's own pace stands. */
const shownPace = z.object({
  feedback: z.enum(feedbacks),
  step: z.enum(paceSteps),
  openedAt: instant.nullable(),
  limit: z.number().nullable(),
  /** What stops have taken, in ms. */
  paused: z.number(),
});

/** What the class has earned together of its goal, over the questions whose key was shown. */
const goal = z.object({ goal: z.number(), earned: z.number() });

/** What every screen in the room may show. */
export const shownRound = z.object({
  ended: z.boolean(),
  pace: shownPace.nullable(),
  goal: goal.nullable(),
  asking: z
    .object({
      id: z.string(),
      time: z.enum(['first', 'again']),
      step: z.enum(askingSteps),
      /** From 1, among the questions that were asked. */
      number: z.number(),
      item: sittingItem,
      passage: shownPassage.nullable(),
      choicesHidden: z.boolean(),
      openedAt: instant.nullable(),
      limit: z.number().nullable(),
      spread: z.array(partSpread).nullable(),
      right: z.array(z.string()).nullable(),
      explanation: z.string().nullable(),
    })
    .nullable(),
});

export const answerFeedback = z.object({
  /** Of the points; null where nothing says what is right. */
  share: z.number().nullable(),
  right: z.array(z.string()),
  explanation: z.string(),
});

/** A student's own answer, as it is stored. */
const givenAnswer = z.object({
  asking: z.string(),
  number: z.number(),
  responses,
  unsure: z.boolean(),
});

/** What changes of a student's page while a round goes on. */
export const seatShown = z.object({
  shown: shownRound,
  /** At one's own pace: everything that is asked. */
  questions: z.array(
    z.object({
      id: z.string(),
      number: z.number(),
      item: sittingItem,
      passage: shownPassage.nullable(),
      feedback: answerFeedback.nullable(),
    }),
  ),
  /** The student's team, and how many of it have answered. */
  team: z
    .object({ name: z.string(), members: z.number(), answered: z.number(), shared: z.boolean() })
    .nullable(),
});
export type SeatShown = z.infer<typeof seatShown>;

/** What a student's own page knows. */
export const seatRound = seatShown.extend({
  now: instant,
  title: z.string(),
  teacher: z.string(),
  /** The student's own answers to what is asked. */
  mine: z.array(givenAnswer),
  /** Who answers on this device as well. */
  companion: z.object({ id, name: z.string() }).nullable(),
  /** Guests sit alone. */
  guest: z.boolean(),
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
  /** Where strips are held up: the letters of the choices, and whose answer is there, by roster number. */
  strips: z
    .object({
      letters: z.array(z.enum(letters)),
      numbers: z.array(z.object({ number: z.number(), read: z.boolean() })),
    })
    .nullable(),
  /** How far each team agrees, once answers are shown. */
  teams: z.array(
    z.object({
      name: z.string(),
      words: z.array(z.string()),
      agree: z.number(),
      answered: z.number(),
    }),
  ),
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

const deskTeam = z.object({
  id: z.string(),
  name: z.string(),
  students: z.array(id),
  answered: z.number(),
  words: z.array(z.string()),
  agree: z.number(),
  right: z.boolean(),
});

const deskStudent = z.object({
  id,
  name: z.string(),
  /** Null for guests. */
  rosterNumber: z.number().nullable(),
  guest: z.boolean(),
  here: z.boolean(),
  /** Answers on the device of somebody else. */
  with: z.string().nullable(),
  answered: z.boolean(),
  /** Once it has ended: whether they answered anything in it. */
  ever: z.boolean(),
  unsure: z.boolean(),
  /** Something came after the question was closed; it is kept and not counted. */
  late: z.boolean(),
  /** The share of the points that the answer earns; null while there is none. */
  share: z.number().nullable(),
  /** At their own pace: each question in its order. */
  cells: z.array(
    z.object({ answered: z.boolean(), checked: z.boolean(), share: z.number().nullable() }),
  ),
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
  guests: z.boolean(),
  /** The class, or some of it, answers by strips that a camera reads. */
  strips: z.boolean(),
  pace: shownPace.nullable(),
  goal: goal.nullable(),
  /** The results; null until it has ended, and where nobody answered. */
  assignmentId: id.nullable(),
  entries: z.array(
    z.object({
      id: z.string(),
      number: z.number(),
      stem: z.string(),
      asked: z.boolean(),
      /** Whether what is right has been told. */
      keyed: z.boolean(),
      /** At their own pace: how many have answered, and how many of them are right. */
      answered: z.number(),
      right: z.number(),
      /** Once it has ended: what is known of a question that has no wording yet. */
      unworded: z
        .object({
          stem: z.string(),
          choices: z.array(z.object({ id: z.string(), text: z.string() })),
          right: z.array(z.string()),
        })
        .nullable(),
    }),
  ),
  /** So many questions of the same test are not here: those of draws, and those that ask for a file. */
  leftOut: z.number(),
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
      item: sittingItem,
      passage: shownPassage.nullable(),
      /** With which strips can answer; none where they cannot. */
      stripLetters: z.array(z.enum(letters)),
      /** Whether what is right has been told. */
      keyed: z.boolean(),
      spread: z.array(partSpread),
      /** Lines of words that the class sees. */
      chosen: z.array(z.string()),
      /** Of the first asking, where it is asked again. */
      before: z.array(partSpread).nullable(),
      twice: askedTwice.nullable(),
      /** Ids of choices that are right, by part. */
      rightIds: z.array(z.string()),
      right: z.array(z.string()),
      unsure: z.number(),
      /** Wrong choices that were taken, with the misconception behind each; the most frequent first. */
      misconceptions: z.array(
        z.object({ text: z.string(), misconception: z.string(), students: z.number() }),
      ),
    })
    .nullable(),
  teams: z.object({ devices: z.enum(['each', 'shared']), list: z.array(deskTeam) }).nullable(),
  students: z.array(deskStudent),
});
export type RoundDesk = z.infer<typeof roundDesk>;
