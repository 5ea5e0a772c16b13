/** The steps that a teacher takes in a round, and what it can begin from. */
import { aloudKinds, feedbacks, fewestChoices, mostChoices } from '@oaken/core/rounds';
import { fileAddress } from '@oaken/core/items';
import { z } from 'zod';
import { id, shortId } from '../endpoint/define';
import { sentence } from './sentences';

/** Working time, in ms. */
const limit = z
  .int()
  .min(5_000, sentence('atLeastFiveSeconds'))
  .max(3_600_000, sentence('atMostOneHour'))
  .nullable();
export const taking = { limit, untilAll: z.boolean() };

const mostTeams = 40;
const mostInTeam = 60;

const teams = z
  .strictObject({
    devices: z.enum(['each', 'shared']),
    list: z
      .array(
        z.strictObject({
          id: shortId,
          name: z.string().trim().min(1, sentence('giveTeamName')).max(60),
          students: z.array(id).max(mostInTeam),
        }),
      )
      .min(1)
      .max(mostTeams),
  })
  .refine(
    ({ list }) => {
      const all = list.flatMap(({ students }) => students);
      return new Set(all).size === all.length;
    },
    { message: sentence('studentInTwoTeams') },
  );

/** A step that a teacher takes. */
export const roundCommand = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('read'), entry: shortId, choicesHidden: z.boolean() }),
  z.strictObject({ do: z.literal('open'), ...taking }),
  z.strictObject({ do: z.literal('close') }),
  z.strictObject({ do: z.literal('show-spread') }),
  z.strictObject({ do: z.literal('ask-again'), ...taking }),
  z.strictObject({ do: z.literal('show-key') }),
  z.strictObject({
    do: z.literal('choose-lines'),
    lines: z.array(z.string().max(5000)).max(60),
  }),
  z.strictObject({ do: z.literal('start'), limit }),
  z.strictObject({ do: z.literal('stop') }),
  z.strictObject({ do: z.literal('go-on') }),
  z.strictObject({ do: z.literal('finish') }),
  z.strictObject({ do: z.literal('freeze'), frozen: z.boolean() }),
  z.strictObject({ do: z.literal('let-guests-in'), guests: z.boolean() }),
  z.strictObject({ do: z.literal('use-strips'), strips: z.boolean() }),
  z.strictObject({ do: z.literal('form-teams'), teams: teams.nullable() }),
  z.strictObject({
    do: z.literal('set-goal'),
    goal: z.int().min(1, sentence('goalIsAtLeastOne')).max(9999).nullable(),
  }),
  z.strictObject({ do: z.literal('end') }),
]);

const itemIds = z.array(id).min(1).max(60, sentence('atMostSixtyQuestions'));
const title = z.string().trim().min(1).max(200);

/** What a round begins from. */
export const roundSource = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('test'), testId: id }),
  z.strictObject({ what: z.literal('items'), title, itemIds }),
  /** What is prepared for the class. */
  z.strictObject({ what: z.literal('prepared'), title }),
  /** Nothing yet: questions are asked aloud, or chosen as it goes. */
  z.strictObject({ what: z.literal('nothing'), title }),
  /** The questions of an earlier round: all of them, or those that it did not come to. */
  z.strictObject({ what: z.literal('round'), roundId: id, only: z.enum(['all', 'left']) }),
]);

export const pace = z.enum(feedbacks).nullable();

/** An address of a picture that this server keeps. */
const photo = fileAddress.nullable();

/** More questions for a round. */
export const moreQuestions = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('items'), itemIds }),
  /** It is asked, and open, at once. */
  z.strictObject({
    what: z.literal('aloud'),
    ask: z.enum(aloudKinds),
    choices: z.int().min(fewestChoices).max(mostChoices),
    wording: z.string().trim().max(1000, sentence('wordingIsTooLong')),
    photo,
    ...taking,
  }),
]);
