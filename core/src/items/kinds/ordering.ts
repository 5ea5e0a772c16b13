import { elementAt } from '../../certain';
import { z } from 'zod';
import { randomFrom } from '../../random';
import { orderRule, shareOfPairs, shareOfPlaces, type OrderRule } from '../../scoring';
import { count } from '../../text';
import {
  checkChoices,
  choice,
  labelOf,
  partBase,
  partId,
  shown,
  textsOf,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind/kind';
import { letterOf } from '../kind/letters';
import { choicesOf, misconceptionsOf, padded } from './gists';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('ordering'),
    choices: z
      .array(choice)
      .min(2, sentence('thereIsNothingToPut'))
      .max(20, sentence('moreThan20Things')),
    /** All ids in the right order. */
    key: z.array(partId),
    /** What stands at the two ends, such as "earliest" and "latest". */
    ends: z.strictObject({ first: z.string().max(60), last: z.string().max(60) }).optional(),
    rule: orderRule,
  })
  .superRefine((part, context) => {
    checkChoices(part.choices, part.key, context);
    if (new Set(part.key).size !== part.choices.length || part.key.length !== part.choices.length)
      context.addIssue({
        code: 'custom',
        path: ['key'],
        message: sentence('rightOrderMustNameEach'),
      });
  });

export type Ordering = z.infer<typeof schema>;

export interface SittingOrdering extends PartBase {
  kind: 'ordering';
  choices: ShownChoice[];
  ends?: { first: string; last: string } | undefined;
}

const words: Record<OrderRule['rule'], (points: string) => string> = {
  'all-or-nothing': (points) => sentence('forWholeOrderOtherwiseNone', { points }),
  'each-place': (points) => sentence('eachOneInItsOwn', { points }),
  'each-pair': (points) => sentence('eachTwoInRightOrder', { points }),
};

/** The choices in an order that does not give the key away and is the same each time. */
function mixed({ id, choices, key }: Ordering): Ordering['choices'] {
  const inOrder = (list: Ordering['choices']) =>
    list.every((choice, index) => choice.id === key[index]);
  if (!inOrder(choices)) return choices;
  const random = randomFrom(`${id}/${choices.map(({ text }) => text).join('/')}`);
  const shuffled = random.shuffle(choices);
  return inOrder(shuffled) ? [...choices.slice(1), elementAt(choices, 0)] : shuffled;
}

/** Response: all ids in the order given. Source of all-or-nothing: QTI 3.0 `match` of an ordered container. */
export const ordering: Kind<Ordering, string[], SittingOrdering> = {
  kind: 'ordering',
  title: sentence('puttingInOrder'),
  asks: sentence('stepsEventsOrSizesIn'),
  qti: 'qti-order-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-place', 'each-pair'],
  part: schema,
  response: z.array(partId).max(20),
  points: ({ rule }) => rule.points,
  score({ key, rule }, response) {
    if (new Set(response).size !== response.length) return 0;
    switch (rule.rule) {
      case 'all-or-nothing':
        return key.length === response.length && shareOfPlaces(key, response) === 1
          ? rule.points
          : 0;
      case 'each-place':
        return rule.points * shareOfPlaces(key, response);
      case 'each-pair':
        return rule.points * shareOfPairs(key, response);
    }
  },
  isEmpty: (response) => response.length === 0,
  forSitting: (part) => ({
    id: part.id,
    kind: part.kind,
    prompt: part.prompt,
    choices: shown(mixed(part)),
    ends: part.ends,
  }),
  rename: (part, to) => ({
    ...part,
    choices: part.choices.map((choice) => ({ ...choice, id: to(choice.id) })),
    key: part.key.map(to),
  }),
  arrange: (part, order) => ({ ...part, choices: order(part.choices) }),
  folded: (_, response) => response.join(' '),
  inWords: ({ choices }, response) => response.map((id) => labelOf(choices, id)).join(' → '),
  rightAnswers: ({ key }) => [key],
  keyOnPaper(part) {
    const { choices } = ordering.forSitting(part);
    return part.key.map((id) => letterOf(choices, id)).join(', ');
  },
  keyInWords: (part) =>
    `${ordering.inWords(part, part.key)}: ${words[part.rule.rule](count(part.rule.points, 'point'))}.`,
  texts: ({ choices }) => textsOf(choices, 'choices'),
  toGist: ({ prompt, needs, choices, key, rule }) => ({
    prompt,
    needs,
    choices: shown(choices),
    misconceptions: misconceptionsOf(choices),
    order: key,
    points: rule.points,
    partial: rule.rule === 'all-or-nothing' ? undefined : rule.rule,
  }),
  fromGist: (gist, id) => {
    const choices = padded(choicesOf(gist).choices, 3);
    const rule =
      gist.partial === 'each-place' || gist.partial === 'each-pair'
        ? gist.partial
        : 'all-or-nothing';
    return {
      id,
      kind: 'ordering',
      prompt: gist.prompt,
      needs: gist.needs,
      choices,
      key: gist.order ?? choices.map((choice) => choice.id),
      rule: { rule, points: gist.points ?? 1 },
    };
  },
};
