import { z } from 'zod';
import { pointsForSet, shareRule } from '../../scoring';
import { listing, plainText } from '../../text';
import { partBase, partId, saying, textsOf, type Kind, type PartBase } from '../kind/kind';
import { checkDistinct } from '../kind/pairs';
import {
  amountOf,
  amountText,
  axis,
  checkAxis,
  isOnAxis,
  plainAmount,
  sentAmount,
  type Axis,
} from './amounts';
import { isPlaced } from './numeric-key';
import { piecesRemark } from './remarks';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const styles = ['bars', 'dots'] as const;

const category = z.strictObject({
  id: partId,
  text: saying(sentence('aCategory')),
  /** How high it has to stand. */
  value: amountText,
  /** Stands there from the beginning and cannot be moved. */
  isGiven: z.boolean().optional(),
});

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('plot'),
    style: z.enum(styles),
    /** What the numbers are of, such as "Visitors". */
    label: z.string().trim().max(60).default(''),
    axis,
    categories: z
      .array(category)
      .min(2, sentence('plotNeedsTwo'))
      .max(12, sentence('moreThan12Categories')),
    rule: shareRule,
  })
  .superRefine((part, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    checkAxis(part.axis, ['axis'], context);
    checkDistinct(part.categories, ['categories'], 'choices', context);
    if (part.categories.every(({ isGiven }) => isGiven))
      issue(['categories'], sentence('allBarsStand'));
    if (Object.values(part.axis).some(isPlaced)) return;
    part.categories.forEach(({ value }, index) => {
      const number = isPlaced(value) ? null : amountOf(value);
      if (number && !isOnAxis(number, part.axis, part.axis.step))
        issue(['categories', index, 'value'], sentence('cannotBeSetOnAxis', { value }));
    });
  });

export type Plot = z.infer<typeof schema>;

export interface SittingPlot extends PartBase {
  kind: 'plot';
  style: (typeof styles)[number];
  label: string;
  axis: Axis;
  categories: { id: string; text: string; given?: string }[];
}

const openOf = ({ categories }: Plot) => categories.filter(({ isGiven }) => !isGiven);

/** The ids of those that stand as high as they should. */
const rightOnes = (part: Plot, response: Readonly<Record<string, string>>) =>
  openOf(part)
    .filter(({ id, value }) => {
      const given = plainAmount(response[id] ?? '');
      return given !== null && given === plainAmount(value);
    })
    .map(({ id }) => id);

/** Response: how high each one was set, by its id. */
export const plot: Kind<Plot, Record<string, string>, SittingPlot> = {
  kind: 'plot',
  isDrawn: true,
  title: sentence('barsOrDotsToSet'),
  asks: sentence('barChartOrDotPlot'),
  qti: 'qti-portable-custom-interaction',
  markedBy: 'machine',
  rules: ['each-right', 'all-or-nothing'],
  part: schema,
  response: z.record(partId, sentAmount).refine((given) => Object.keys(given).length <= 12),
  points: ({ rule }) => rule.points,
  score: (part, response) =>
    pointsForSet(
      part.rule,
      openOf(part).map(({ id }) => id),
      rightOnes(part, response),
    ),
  isEmpty: (response) => Object.keys(response).length === 0,
  forSitting: ({ id, kind, prompt, style, label, axis: scale, categories }) => ({
    id,
    kind,
    prompt,
    style,
    label,
    axis: scale,
    categories: categories.map((entry) => ({
      id: entry.id,
      text: entry.text,
      ...(entry.isGiven && { given: entry.value }),
    })),
  }),
  folded: (part, response) =>
    openOf(part)
      .map(({ id }) => `${id} ${plainAmount(response[id] ?? '') ?? ''}`)
      .join('; '),
  inWords: ({ categories }, response) =>
    categories
      .flatMap(({ id, text }) =>
        response[id] === undefined ? [] : [`${plainText(text)}: ${response[id]}`],
      )
      .join('; '),
  remark: (part, response, words) =>
    piecesRemark(rightOnes(part, response).length, openOf(part).length, words),
  rightAnswers: (part) => [Object.fromEntries(openOf(part).map(({ id, value }) => [id, value]))],
  keyInWords: (part) =>
    setRuleInWords(
      part.rule,
      listing(openOf(part).map(({ text, value }) => `${plainText(text)}: ${value}`)),
      part.style === 'bars' ? 'bar' : 'stack',
    ),
  texts: ({ categories }) => textsOf(categories, 'categories'),
  toGist: ({ prompt, needs, style, label, axis: scale, categories, rule }) => ({
    prompt,
    needs,
    choices: categories.map(({ id, text }) => ({ id, text })),
    plot: { style, label, axis: scale, values: categories.map(({ value }) => value) },
    points: rule.points,
    partial: rule.rule === 'all-or-nothing' ? undefined : rule.rule,
  }),
  fromGist(gist, id) {
    const usual = {
      style: 'bars',
      label: '',
      axis: { from: '0', to: '10', step: '1' },
      values: [],
    };
    const { values, ...kept } = (gist.plot ?? usual) as Pick<Plot, 'style' | 'label' | 'axis'> & {
      values: string[];
    };
    const choices = gist.choices ?? [];
    const shown = choices.length > 0 ? choices : [1, 2, 3].map((n) => ({ id: `b${n}`, text: '' }));
    return {
      id,
      kind: 'plot',
      prompt: gist.prompt,
      needs: gist.needs,
      ...kept,
      categories: shown.map(({ id: choiceId, text }, index) => ({
        id: choiceId,
        text,
        value: values[index] ?? kept.axis.from,
      })),
      rule: {
        rule:
          gist.partial === undefined && gist.points !== undefined ? 'all-or-nothing' : 'each-right',
        points: gist.points ?? 1,
      },
    };
  },
};
