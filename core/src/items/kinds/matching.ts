import { elementAt } from '../../certain';
import { z } from 'zod';
import { pointsForSet, setRule } from '../../scoring';
import {
  checkReachable,
  choice,
  partBase,
  reorder,
  shown,
  textsOf,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind/kind';
import { byCharacters } from '../../text';
import { letterOf } from '../kind/letters';
import { checkDistinct, checkPairs, joined, joinsMoreThan, pairs, parted } from '../kind/pairs';
import { choicesOf, misconceptionsOf, padded, ruleGist, setRuleOf } from './gists';
import { allPairs, inOrder, mostJoined, pairsInWords } from './joining';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const sides = (what: string) =>
  z
    .array(choice)
    .min(2, sentence('matchingNeedsAtLeastTwo', { what }))
    .max(20, sentence('moreThan20On', { what }));

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('matching'),
    left: sides('left'),
    right: sides('right'),
    key: pairs.min(1, sentence('noPairIsMarkedAs')),
    /** Each one on the right belongs to at most one on the left. */
    once: z.boolean().default(true),
    rule: setRule,
  })
  .superRefine((part, context) => {
    const issue = (path: string[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    checkDistinct(part.left, ['left'], 'left', context);
    checkDistinct(part.right, ['right'], 'right', context);
    checkPairs(part.key, part.left, part.right, ['key'], context);
    if (joinsMoreThan(1, part.key)) issue(['key'], sentence('eachOneOnLeftHas'));
    if (part.once && joinsMoreThan(1, part.key, 1))
      issue(['key'], sentence('twoPairsSharePartnerBut'));
    if (part.once && part.rule.rule === 'table')
      issue(['rule'], sentence('pointsForSinglePairsNeed'));
    checkReachable(part.rule, allPairs(part.left, part.right), part.left.length, context);
  });

export type Matching = z.infer<typeof schema>;

export interface SittingMatching extends PartBase {
  kind: 'matching';
  left: ShownChoice[];
  right: ShownChoice[];
  once: boolean;
}

/** Response: pairs. Source of the rules for pairs: QTI 3.0 `match_correct` and `map_response` of directed pairs. */
export const matching: Kind<Matching, string[], SittingMatching> = {
  kind: 'matching',
  title: sentence('matchingPairs'),
  asks: sentence('whatBelongsToWhatOne'),
  qti: 'qti-match-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-right', 'wrong-takes-away'],
  part: schema,
  response: pairs,
  points: ({ rule, left, right }) => mostJoined(rule, left, right, 1),
  score({ key, rule, once }, response) {
    if (
      response.length === 0 ||
      joinsMoreThan(1, response) ||
      (once && joinsMoreThan(1, response, 1))
    )
      return 0;
    return pointsForSet(rule, key, response);
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, left, right, once }) => ({
    id,
    kind,
    prompt,
    left: shown(left),
    // The order of the words, so that partners do not stand side by side.
    right: shown(right).sort((a, b) => byCharacters(a.text, b.text)),
    once,
  }),
  rename: (part, to) => ({
    ...part,
    left: part.left.map((line) => ({ ...line, id: to(`left ${line.id}`) })),
    right: part.right.map((line) => ({ ...line, id: to(`right ${line.id}`) })),
    key: part.key.map((text) => {
      const [left, right] = parted(text);
      return joined(to(`left ${left}`), to(`right ${right}`));
    }),
  }),
  arrange: (part, order) => ({ ...part, left: reorder(part.left, order) }),
  folded: (_, response) => inOrder(response),
  inWords: ({ left, right }, response) => pairsInWords(left, right, response),
  rightAnswers: ({ key }) => [key],
  keyOnPaper(part) {
    const { left, right } = matching.forSitting(part);
    const pairs = part.key.map((pair) => {
      const [text, other] = parted(pair);
      return {
        number: left.findIndex(({ id }) => id === text) + 1,
        letter: letterOf(right, other),
      };
    });
    return pairs
      .sort((a, b) => a.number - b.number)
      .map(({ number, letter }) => `${number} ${letter}`)
      .join(', ');
  },
  keyInWords: ({ left, right, key, rule }) =>
    setRuleInWords(rule, pairsInWords(left, right, key), 'pair'),
  texts: ({ left, right }) => [...textsOf(left, 'left'), ...textsOf(right, 'right')],
  toGist: ({ prompt, needs, left, right, key, rule }) => ({
    prompt,
    needs,
    choices: shown(left),
    misconceptions: misconceptionsOf(left),
    partners: shown(right),
    joins: key,
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const left = padded(choicesOf(gist).choices, 3);
    const right = padded(gist.partners ?? [], 3);
    const key =
      gist.joins ??
      left.slice(0, right.length).map((line, index) => joined(line.id, elementAt(right, index).id));
    const once = !joinsMoreThan(1, key, 1);
    return {
      id,
      kind: 'matching',
      prompt: gist.prompt,
      needs: gist.needs,
      left,
      right,
      key,
      once,
      rule: setRuleOf(gist, false),
    };
  },
};
