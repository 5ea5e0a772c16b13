import { z } from 'zod';
import { mostPoints, pointsForSet, setRule } from '../../scoring';
import { listing } from '../../text';
import {
  asOptions,
  checkChoices,
  checkReachable,
  choice,
  fewerChoices,
  labelOf,
  partBase,
  partId,
  reorder,
  shown,
  textsOf,
  withRight,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind/kind';
import { lettersOf } from '../kind/letters';
import { choicesFrom, choicesGist } from './gists';
import { setRuleInWords } from './rule-words';
import { choiceNumbers } from '../kind/table';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('multiple-choice'),
    choices: z
      .array(choice)
      .min(2, sentence('choiceNeedsAtLeastTwo'))
      .max(20, sentence('moreThan20Choices')),
    key: z.array(partId).min(1, sentence('noChoiceIsMarkedAs')),
    /** At most so many may be chosen. */
    mostChosen: z.int().min(1).max(20).optional(),
    rule: setRule,
  })
  .superRefine((part, context) => {
    checkChoices(part.choices, part.key, context);
    checkReachable(
      part.rule,
      part.choices.map(({ id }) => id),
      part.mostChosen,
      context,
    );
    if (part.mostChosen !== undefined && part.mostChosen < part.key.length)
      context.addIssue({
        code: 'custom',
        path: ['mostChosen'],
        message: sentence('atMostMayBeChosen', {
          mostChosen: part.mostChosen,
          key: part.key.length,
        }),
      });
  });

export type MultipleChoice = z.infer<typeof schema>;

export interface SittingMultipleChoice extends PartBase {
  kind: 'multiple-choice';
  choices: ShownChoice[];
  mostChosen?: number | undefined;
}

export const multipleChoice: Kind<MultipleChoice, string[], SittingMultipleChoice> = {
  kind: 'multiple-choice',
  title: sentence('multipleChoice'),
  asks: sentence('everyRightAnswerOutSeveral'),
  qti: 'qti-choice-interaction',
  markedBy: 'machine',
  rules: ['wrong-takes-away', 'all-or-nothing', 'each-right', 'table'],
  part: schema,
  response: z.array(partId).max(20),
  points: ({ rule, choices, mostChosen }) =>
    mostPoints(
      rule,
      choices.map(({ id }) => id),
      mostChosen,
    ),
  score({ key, rule, mostChosen }, chosen) {
    // More than may be chosen cannot come from the page; it earns nothing rather than the best of it.
    if (chosen.length === 0 || (mostChosen !== undefined && new Set(chosen).size > mostChosen))
      return 0;
    return pointsForSet(rule, key, chosen);
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, choices, mostChosen }) => ({
    id,
    kind,
    prompt,
    choices: shown(choices),
    mostChosen,
  }),
  arrange: (part, order) => ({ ...part, choices: reorder(part.choices, order) }),
  fewer: (part, limit, order) => ({
    ...part,
    choices: fewerChoices(part.choices, part.key, limit, order),
  }),
  options: ({ choices, key }) => asOptions(choices, key),
  markRight: withRight,
  chosen: (response) => response,
  inWords: ({ choices }, response, words) =>
    listing(
      response.map((id) => labelOf(choices, id)),
      words?.language,
    ),
  rightAnswers: ({ key }) => [key],
  keyOnPaper: (part) => lettersOf(multipleChoice.forSitting(part).choices, part.key).join(', '),
  inTable: {
    read({ cell, choices, rightChoices, points, wrong }, blank) {
      const rule = cell('rule') || 'all-or-nothing';
      if (!['all-or-nothing', 'each-right', 'wrong-takes-away'].includes(rule))
        wrong('rule', sentence('isNotRule', { rule }));
      return { ...blank, choices, key: rightChoices(), rule: { rule, points } };
    },
    write: ({ choices, key, rule }) => ({ right: choiceNumbers(choices, key), rule: rule.rule }),
  },
  keyInWords({ choices, key, rule }) {
    const right = listing(key.map((id) => `“${labelOf(choices, id)}”`));
    return setRuleInWords(rule, right, 'choice');
  },
  texts: ({ choices }) => textsOf(choices, 'choices'),
  toGist: choicesGist,
  // Whoever ticks everything must not earn everything.
  fromGist: (gist, id) => ({
    ...choicesFrom(gist, id, 'wrong-takes-away'),
    kind: 'multiple-choice',
  }),
};
