import { z } from 'zod';
import { acceptInTable, mostPoints, oneRule, pointsForSet } from '../../scoring';
import { alternatives, count } from '../../text';
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
import { allOrNothingFor, choiceNumbers } from '../kind/table';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('single-choice'),
    choices: z
      .array(choice)
      .min(2, sentence('choiceNeedsAtLeastTwo'))
      .max(20, sentence('moreThan20Choices')),
    /** Any one of these is right. */
    key: z.array(partId).min(1, sentence('noChoiceIsMarkedAs')),
    rule: oneRule,
  })
  .superRefine((part, context) => {
    checkChoices(part.choices, part.key, context);
    checkReachable(
      part.rule,
      part.choices.map(({ id }) => id),
      1,
      context,
    );
  });

export type SingleChoice = z.infer<typeof schema>;

export interface SittingSingleChoice extends PartBase {
  kind: 'single-choice';
  choices: ShownChoice[];
}

function accepting(part: SingleChoice, response: string | null): SingleChoice | null {
  const { rule, key, choices } = part;
  if (response === null || !choices.some(({ id }) => id === response)) return null;
  if (rule.rule === 'all-or-nothing')
    return key.includes(response) ? part : { ...part, key: [...key, response] };
  return acceptInTable(part, rule, response);
}

export const singleChoice: Kind<SingleChoice, string | null, SittingSingleChoice> = {
  kind: 'single-choice',
  title: sentence('singleChoice'),
  asks: sentence('oneAnswerOutFew'),
  qti: 'qti-choice-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'table'],
  part: schema,
  response: partId.nullable(),
  points: ({ rule, choices }) =>
    mostPoints(
      rule,
      choices.map(({ id }) => id),
      1,
    ),
  score({ key, rule }, chosen) {
    if (chosen === null) return 0;
    if (rule.rule === 'all-or-nothing') return key.includes(chosen) ? rule.points : 0;
    return pointsForSet(rule, key, [chosen]);
  },
  isEmpty: (response) => response === null,
  forSitting: ({ id, kind, prompt, choices }) => ({ id, kind, prompt, choices: shown(choices) }),
  arrange: (part, order) => ({ ...part, choices: reorder(part.choices, order) }),
  fewer: (part, limit, order) => ({
    ...part,
    choices: fewerChoices(part.choices, part.key, limit, order),
  }),
  options: ({ choices, key }) => asOptions(choices, key),
  markRight: withRight,
  chosen: (response) => (response === null ? [] : [response]),
  accept: accepting,
  inWords: ({ choices }, response) => (response === null ? '' : labelOf(choices, response)),
  rightAnswers: ({ key }) => [...key],
  keyOnPaper: (part) => lettersOf(singleChoice.forSitting(part).choices, part.key).join(' or '),
  inTable: {
    read: ({ choices, rightChoices, points }, blank) => ({
      ...blank,
      choices,
      key: rightChoices(),
      rule: allOrNothingFor(points),
    }),
    write: ({ choices, key }) => ({ right: choiceNumbers(choices, key) }),
  },
  keyInWords({ choices, key, rule }) {
    const right = alternatives(key.map((id) => `“${labelOf(choices, id)}”`));
    if (rule.rule === 'all-or-nothing')
      return sentence('earns', { right, points: count(rule.points, 'point') });
    return sentence('isRightEachChoiceHas', { right });
  },
  texts: ({ choices }) => textsOf(choices, 'choices'),
  toGist: choicesGist,
  fromGist: (gist, id) => {
    const { key, rule, ...rest } = choicesFrom(gist, id);
    return {
      ...rest,
      kind: 'single-choice',
      key: key.slice(0, 1),
      rule: rule.rule === 'table' ? rule : { rule: 'all-or-nothing', points: gist.points ?? 1 },
    };
  },
};
