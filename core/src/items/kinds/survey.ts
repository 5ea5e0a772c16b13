import { z } from 'zod';
import { listing } from '../../text';
import {
  choice,
  labelOf,
  partBase,
  reorder,
  shown,
  textsOf,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind/kind';
import { checkDistinct } from '../kind/pairs';
import { choicesOf, padded } from './gists';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('survey'),
    /** One of the choices, any number of them, or words of one's own. */
    style: z.enum(['one', 'many', 'words']),
    choices: z
      .array(choice.omit({ misconception: true }))
      .max(20, sentence('moreThan20Choices'))
      .default([]),
  })
  .superRefine(({ style, choices }, context) => {
    checkDistinct(choices, ['choices'], 'choices', context);
    if (style !== 'words' && choices.length < 2)
      context.addIssue({
        code: 'custom',
        path: ['choices'],
        message: sentence('choiceNeedsAtLeastTwo'),
      });
  });

export type Survey = z.infer<typeof schema>;

export interface SittingSurvey extends PartBase {
  kind: 'survey';
  style: 'one' | 'many' | 'words';
  choices: ShownChoice[];
}

/** Response: the chosen ids, or the words as the only line of the list. */
export const survey: Kind<Survey, string[], SittingSurvey> = {
  kind: 'survey',
  title: sentence('surveyQuestion'),
  asks: sentence('opinionHasNoKeyAnd'),
  qti: 'qti-choice-interaction',
  markedBy: 'nobody',
  part: schema,
  response: z.array(z.string().max(5000)).max(20),
  points: () => 0,
  score: () => 0,
  isEmpty: (response) => response.every((line) => line.trim() === ''),
  forSitting: ({ id, kind, prompt, style, choices }) => ({
    id,
    kind,
    prompt,
    style,
    choices: shown(choices),
  }),
  arrange: (part, order) => ({ ...part, choices: reorder(part.choices, order) }),
  opinions: ({ style, choices }) => (style === 'words' ? [] : shown(choices)),
  folded: (_, response) => listing(response),
  inWords: ({ style, choices }, response, words) =>
    style === 'words'
      ? (response[0] ?? '').trim()
      : listing(
          response.map((id) => labelOf(choices, id)),
          words?.language,
        ),
  keyOnPaper: () => null,
  inTable: {
    read: ({ choices }, blank) => ({
      ...blank,
      style: choices.length === 0 ? 'words' : 'one',
      choices,
    }),
    write: () => ({}),
  },
  keyInWords: () => sentence('everyAnswerIsWelcomeGives'),
  texts: ({ choices }) => textsOf(choices, 'choices'),
  toGist: ({ prompt, needs, choices }) => ({ prompt, needs, choices: shown(choices) }),
  fromGist: (gist, id) => {
    const { choices } = choicesOf(gist);
    return {
      id,
      kind: 'survey',
      prompt: gist.prompt,
      needs: gist.needs,
      style: 'one',
      choices: padded(shown(choices), 2),
    };
  },
};
