import { z } from 'zod';
import { acceptInTable, fold, mostPoints, oneRule, pointsForSet } from '../../scoring';
import { alternatives, count, listing } from '../../text';
import { labelOf, partBase, type Kind, type PartBase } from '../kind/kind';
import { textSpellings } from './spellings';
import { allOrNothingFor, listOf } from '../kind/table';
import { sentence } from './sentences';

const key = z.strictObject({
  /** Every way of saying it that is right. */
  variants: z
    .array(z.string().trim().min(1, sentence('acceptedAnswerCannotBeEmpty')).max(200))
    .min(1, sentence('noAcceptedAnswerIsGiven'))
    .max(50),
  fold: z.strictObject({
    case: z.boolean().default(true),
    space: z.boolean().default(true),
    accents: z.boolean().default(true),
    punctuation: z.boolean().default(true),
  }),
});

const schema = z
  .strictObject({ ...partBase, kind: z.literal('short-text'), key, rule: oneRule })
  .superRefine((part, context) => {
    const seen = new Map<string, string>();
    part.key.variants.forEach((variant, index) => {
      const folded = fold(variant, part.key.fold);
      const earlier = seen.get(folded);
      if (earlier !== undefined)
        context.addIssue({
          code: 'custom',
          path: ['key', 'variants', index],
          message: sentence('isAlreadyAcceptedAs', { variant, earlier }),
        });
      if (folded === '')
        context.addIssue({
          code: 'custom',
          path: ['key', 'variants', index],
          message: sentence('isOnlyPunctuationAndPunctuation', { variant }),
        });
      seen.set(folded, variant);
    });
  });

export type ShortText = z.infer<typeof schema>;

export interface SittingShortText extends PartBase {
  kind: 'short-text';
}

const foldings = ['case', 'space', 'accents', 'punctuation'] as const;

export const shortText: Kind<ShortText, string, SittingShortText> = {
  kind: 'short-text',
  title: sentence('shortText'),
  asks: sentence('wordOrFew'),
  qti: 'qti-text-entry-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'table'],
  typed: 'words',
  part: schema,
  response: z.string().max(2000),
  points: ({ rule, key: { variants } }) => mostPoints(rule, variants, 1),
  score({ key: { variants, fold: folding }, rule }, response) {
    const given = fold(response, folding);
    if (given === '') return 0;
    if (rule.rule === 'all-or-nothing')
      return variants.some((variant) => fold(variant, folding) === given) ? rule.points : 0;
    const folded = {
      ...rule,
      values: rule.values.map((line) => ({ ...line, value: fold(line.value, folding) })),
    };
    return pointsForSet(folded, [], [given]);
  },
  isEmpty: (response) => response.trim() === '',
  forSitting: ({ id, kind, prompt }) => ({ id, kind, prompt }),
  worths: ({ key: { variants } }) =>
    variants.map((variant) => ({ value: variant, label: variant, right: true })),
  spellings: ({ key: { variants } }) => ({
    listed: variants,
    tried: textSpellings(variants[0] ?? ''),
  }),
  folded: ({ key: { fold: folding } }, response) => fold(response, folding),
  accept(part, response) {
    const { key, rule } = part;
    const given = fold(response, key.fold);
    if (given === '') return null;
    const known = key.variants.some((variant) => fold(variant, key.fold) === given);
    const more = known
      ? part
      : { ...part, key: { ...key, variants: [...key.variants, response.trim()] } };
    return rule.rule === 'table' ? acceptInTable(more, rule, response.trim()) : more;
  },
  inWords: (_, response) => response.trim(),
  rightAnswers: ({ key: { variants } }) => [...variants],
  inTable: {
    read: ({ cell, points }, blank) => ({
      ...blank,
      key: { ...blank.key, variants: listOf(cell('right'), '|') },
      rule: allOrNothingFor(points),
    }),
    write: ({ key }) => ({ right: key.variants.join('|') }),
  },
  keyInWords({ key: { variants, fold: folding }, rule }) {
    const accepted = alternatives(variants.map((variant) => `“${variant}”`));
    const ignored = foldings
      .filter((name) => folding[name])
      .map((name) => sentence(`foldings.${name}`));
    const answers =
      ignored.length > 0
        ? sentence('acceptedIgnoring', { accepted, ignored: listing(ignored) })
        : sentence('accepted', { accepted });
    const worth =
      rule.rule === 'table' ? sentence('eachAnswerHasItsOwn') : count(rule.points, 'point');
    return `${answers} ${worth}.`;
  },
  texts: () => [],
  toGist: ({ prompt, needs, key, rule }) => ({
    prompt,
    needs,
    points: rule.rule === 'table' ? undefined : rule.points,
    pointsEach: rule.rule === 'table' ? rule : undefined,
    accepted: key.variants,
  }),
  fromGist: ({ prompt, needs, points = 1, accepted = [], choices = [], right = [] }, id) => ({
    id,
    kind: 'short-text',
    prompt,
    needs,
    key: {
      variants: accepted.length > 0 ? accepted : right.map((text) => labelOf(choices, text)),
      fold: { case: true, space: true, accents: true, punctuation: true },
    },
    rule: { rule: 'all-or-nothing', points },
  }),
};
