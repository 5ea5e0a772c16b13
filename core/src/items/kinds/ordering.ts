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
} from '../kind';
import { letterOf } from '../letters';
import { choicesOf, mistakesOf, padded } from './gists';

const part = z
  .strictObject({
    ...partBase,
    kind: z.literal('ordering'),
    choices: z
      .array(choice)
      .min(2, 'There is nothing to put in order: two things at least.')
      .max(20, 'More than 20 things.'),
    /** All ids in the right order. */
    key: z.array(partId),
    /** What stands at the two ends, such as "earliest" and "latest". */
    ends: z.strictObject({ first: z.string().max(60), last: z.string().max(60) }).optional(),
    rule: orderRule,
  })
  .superRefine((own, context) => {
    checkChoices(own.choices, own.key, context);
    if (new Set(own.key).size !== own.choices.length || own.key.length !== own.choices.length)
      context.addIssue({
        code: 'custom',
        path: ['key'],
        message: 'The right order must name each thing once.',
      });
  });

export type Ordering = z.infer<typeof part>;

export interface SittingOrdering extends PartBase {
  kind: 'ordering';
  choices: ShownChoice[];
  ends?: { first: string; last: string } | undefined;
}

const words: Record<OrderRule['rule'], (points: string) => string> = {
  'all-or-nothing': (points) => `${points} for the whole order, otherwise none`,
  'each-place': (points) => `each one in its own place earns its share of ${points}`,
  'each-pair': (points) =>
    `each two in the right order to each other earn their share of ${points}`,
};

/** The choices in an order that does not give the key away and is the same each time. */
function mixed({ id, choices, key }: Ordering): Ordering['choices'] {
  const inOrder = (list: Ordering['choices']) => list.every((own, at) => own.id === key[at]);
  if (!inOrder(choices)) return choices;
  const random = randomFrom(`${id}/${choices.map(({ text }) => text).join('/')}`);
  const shuffled = random.shuffle(choices);
  return inOrder(shuffled) ? [...choices.slice(1), choices[0]!] : shuffled;
}

/** Response: all ids in the order given. Source of all-or-nothing: QTI 3.0 `match` of an ordered container. */
export const ordering: Kind<Ordering, string[], SittingOrdering> = {
  kind: 'ordering',
  title: 'Putting in order',
  asks: 'Steps, events or sizes in their order',
  qti: 'qti-order-interaction',
  markedBy: 'machine',
  part,
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
  forSitting: (own) => ({
    id: own.id,
    kind: own.kind,
    prompt: own.prompt,
    choices: shown(mixed(own)),
    ends: own.ends,
  }),
  rename: (own, to) => ({
    ...own,
    choices: own.choices.map((one) => ({ ...one, id: to(one.id) })),
    key: own.key.map(to),
  }),
  arrange: (own, order) => ({ ...own, choices: order(own.choices) }),
  folded: (_, response) => response.join(' '),
  inWords: ({ choices }, response) => response.map((id) => labelOf(choices, id)).join(' → '),
  keyOnPaper(own) {
    const { choices } = ordering.forSitting(own);
    return own.key.map((id) => letterOf(choices, id)).join(', ');
  },
  keyInWords: (own) =>
    `${ordering.inWords(own, own.key)}: ${words[own.rule.rule](count(own.rule.points, 'point'))}.`,
  texts: ({ choices }) => textsOf(choices, 'choices'),
  toGist: ({ prompt, needs, choices, key, rule }) => ({
    prompt,
    needs,
    choices: shown(choices),
    mistakes: mistakesOf(choices),
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
      key: gist.order ?? choices.map((own) => own.id),
      rule: { rule, points: gist.points ?? 1 },
    };
  },
};
