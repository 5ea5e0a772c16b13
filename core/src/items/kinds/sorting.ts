import { elementAt } from '../../certain';
import { z } from 'zod';
import { pointsForSet, setRule } from '../../scoring';
import { byCharacters, listing, plainText } from '../../text';
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
import { checkDistinct, checkPairs, joined, joinsMoreThan, pairs, parted } from '../kind/pairs';
import { choicesOf, misconceptionsOf, padded, ruleGist, setRuleOf } from './gists';
import { inOrder, pairsInWords } from './joining';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('sorting'),
    choices: z
      .array(choice)
      .min(2, sentence('thereIsNothingToSort'))
      .max(30, sentence('moreThan30Things')),
    groups: z
      .array(choice.omit({ misconception: true }))
      .min(2, sentence('sortingNeedsAtLeastTwo'))
      .max(8, sentence('moreThan8Groups')),
    /**
     * Answer patterns: ways of sorting that are right, each as "thing group" pairs. Things in none
     * of them stay out.
     */
    keys: z
      .array(pairs.min(1, sentence('thisAnswerPatternIsEmpty')))
      .min(1, sentence('noAnswerPatternIsGiven'))
      .max(20),
    rule: setRule,
  })
  .superRefine((part, context) => {
    checkDistinct(part.choices, ['choices'], 'things', context);
    checkDistinct(part.groups, ['groups'], 'groups', context);
    const seen = new Map<string, number>();
    part.keys.forEach((key, index) => {
      const issue = (message: string) =>
        context.addIssue({ code: 'custom', path: ['keys', index], message });
      checkPairs(key, part.choices, part.groups, ['keys', index], context);
      if (joinsMoreThan(1, key)) issue(sentence('inAnswerPatternThingLies', { index: index + 1 }));
      const earlier = seen.get(inOrder(key));
      if (earlier !== undefined)
        issue(sentence('answerPatternsAndAreSame', { earlier: earlier + 1, index: index + 1 }));
      seen.set(inOrder(key), index);
    });
    if (part.rule.rule === 'table')
      context.addIssue({
        code: 'custom',
        path: ['rule'],
        message: sentence('pointsForSingleThingsAre'),
      });
  });

export type Sorting = z.infer<typeof schema>;

export interface SittingSorting extends PartBase {
  kind: 'sorting';
  choices: ShownChoice[];
  groups: ShownChoice[];
}

const inGroups = (
  { choices, groups }: Pick<Sorting, 'choices' | 'groups'>,
  key: readonly string[],
) =>
  groups
    .map(({ id, text }) => {
      const inside = key
        .map(parted)
        .filter(([, group]) => group === id)
        .map(([choiceId]) => labelOf(choices, choiceId));
      return `${plainText(text)}: ${listing(inside) || 'nothing'}`;
    })
    .join('; ');

/** Response: "thing group" for each thing that was put somewhere. The best of the answer patterns counts. */
export const sorting: Kind<Sorting, string[], SittingSorting> = {
  kind: 'sorting',
  title: sentence('sortingIntoGroups'),
  asks: sentence('whichThingsBelongToWhich'),
  qti: 'qti-match-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-right', 'wrong-takes-away'],
  part: schema,
  response: pairs,
  points: ({ rule }) => ('points' in rule ? rule.points : 0),
  score({ keys, rule }, response) {
    if (response.length === 0 || joinsMoreThan(1, response)) return 0;
    return Math.max(...keys.map((key) => pointsForSet(rule, key, response)));
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, choices, groups }) => ({
    id,
    kind,
    prompt,
    // The order of the words, so that things of one group do not stand together.
    choices: shown(choices).sort((a, b) => byCharacters(a.text, b.text)),
    groups: shown(groups),
  }),
  rename: (part, to) => ({
    ...part,
    choices: part.choices.map((choice) => ({ ...choice, id: to(`thing ${choice.id}`) })),
    groups: part.groups.map((group) => ({ ...group, id: to(`group ${group.id}`) })),
    keys: part.keys.map((key) =>
      key.map((text) => {
        const [thing, group] = parted(text);
        return joined(to(`thing ${thing}`), to(`group ${group}`));
      }),
    ),
  }),
  arrange: (part, order) => ({ ...part, choices: reorder(part.choices, order) }),
  folded: (_, response) => inOrder(response),
  inWords: ({ choices, groups }, response) => pairsInWords(choices, groups, response),
  rightAnswers: ({ keys }) => [...keys],
  keyInWords(part) {
    const [first, ...others] = part.keys;
    const more = others.length > 0 ? sentence('orOtherPatterns', { n: others.length }) : '';
    return setRuleInWords(
      part.rule,
      [inGroups(part, first ?? []), more].filter(Boolean).join(' '),
      'thing',
    );
  },
  texts: ({ choices, groups }) => [...textsOf(choices, 'choices'), ...textsOf(groups, 'groups')],
  toGist: ({ prompt, needs, choices, groups, keys, rule }) => ({
    prompt,
    needs,
    choices: shown(choices),
    misconceptions: misconceptionsOf(choices),
    partners: shown(groups),
    joins: keys[0],
    ...(keys.length > 1 && { gaps: keys }),
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const { choices, right } = choicesOf(gist);
    const things = padded(choices, 4);
    const groups = padded(gist.partners ?? [], 2);
    // Choices with a key fall into the right ones and the others.
    const joins =
      gist.joins ??
      (right.length > 0 && !gist.partners
        ? things.map(
            ({ id: text }) => `${text} ${elementAt(groups, right.includes(text) ? 0 : 1).id}`,
          )
        : []);
    return {
      id,
      kind: 'sorting',
      prompt: gist.prompt,
      needs: gist.needs,
      choices: things,
      groups,
      keys: [joins],
      rule: setRuleOf(gist, false),
    };
  },
};
