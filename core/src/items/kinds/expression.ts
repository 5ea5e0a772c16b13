import { answersInEnglish } from '@oaken/words/answers';
import { z } from 'zod';
import {
  exactValue,
  foldedAnswer,
  isSameAnswer,
  longestAnswer,
  readAnswer,
  spellingsOf,
  type Form,
} from '../../expressions';
import { allOrNothing } from '../../scoring';
import { alternatives, count } from '../../text';
import { followsBase, labelOf, partBase, type Kind, type PartBase } from '../kind/kind';
import { allOrNothingFor, listOf } from '../kind/table';
import {
  checkExpressionKey,
  expressionKey,
  rightAnswersOf,
  verdictBy,
  type ExpressionKey,
} from './expression-key';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    ...followsBase,
    kind: z.literal('expression'),
    key: expressionKey,
    rule: allOrNothing,
  })
  .superRefine(({ key }, context) => checkExpressionKey(key, context));

export type Expression = z.infer<typeof schema>;

export interface SittingExpression extends PartBase {
  kind: 'expression';
  /** In which form it is asked. */
  form: Form;
  hasUnit: boolean;
}

/** Response: a line as it was typed. */
export const expression: Kind<Expression, string, SittingExpression> = {
  kind: 'expression',
  title: sentence('expression'),
  asks: sentence('expressionEquationInequality'),
  qti: 'qti-text-entry-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing'],
  typed: 'words',
  part: schema,
  response: z.string().max(longestAnswer),
  points: ({ rule }) => rule.points,
  score({ key, rule }, response) {
    if (response.trim() === '') return 0;
    switch (verdictBy(key, response)) {
      case 'right':
        return rule.points;
      case 'other-form':
        return key.otherForm === 'half' ? rule.points / 2 : 0;
      case 'wrong':
        return 0;
    }
  },
  isEmpty: (response) => response.trim() === '',
  forSitting: ({ id, kind, prompt, key }) => ({
    id,
    kind,
    prompt,
    form: key.form,
    hasUnit: key.hasUnit,
  }),
  spellings({ key }) {
    const [first] = rightAnswersOf(key);
    return { listed: key.answers, tried: first ? spellingsOf(first) : [] };
  },
  folded({ key }, response) {
    const read = readAnswer(response, key.hasUnit);
    return read.ok ? foldedAnswer(read.answer, response) : response.trim().toLowerCase();
  },
  mistake({ key }, response) {
    const given = readAnswer(response, key.hasUnit);
    if (!given.ok) return null;
    const known = key.mistakes?.find(({ value }) => {
      const wrong = readAnswer(value, key.hasUnit);
      return wrong.ok && isSameAnswer(wrong.answer, given.answer);
    });
    return known?.misconception ?? null;
  },
  mistakes: ({ key: { mistakes = [] } }) =>
    mistakes.map(({ value, misconception }) => ({ response: value, misconception })),
  numberIn({ key }, response) {
    const read = readAnswer(response, key.hasUnit);
    return read.ok && read.answer.is === 'term' ? exactValue(read.answer.term) : null;
  },
  withNumber: (part, value) => ({ ...part, key: { ...part.key, answers: [value] } }),
  accept(part, response) {
    if (expression.score(part, response) >= part.rule.points) return part;
    const text = response.trim();
    const read = readAnswer(text, part.key.hasUnit);
    if (!read.ok || (part.key.hasUnit && read.answer.is !== 'amount')) return null;
    return { ...part, key: { ...part.key, answers: [...part.key.answers, text] } };
  },
  inWords: (_, response) => response.trim(),
  remark: ({ key }, response, words = answersInEnglish) =>
    verdictBy(key, response) === 'other-form' ? words.say('wrongForm') : null,
  rightAnswers: ({ key }) => [...key.answers],
  inTable: {
    read: ({ cell, points }, blank) => ({
      ...blank,
      key: { ...blank.key, answers: listOf(cell('right'), '||') },
      rule: allOrNothingFor(points),
    }),
    write: ({ key }) => ({ right: key.answers.join(' || ') }),
  },
  keyInWords({ key, rule }) {
    const answers = alternatives(key.answers.map((text) => `“${text}”`));
    const points = count(rule.points, 'point');
    if (key.form === 'any') return sentence('whateverSaysTheSame', { answers, points });
    const form = sentence(`forms.${key.form}`);
    return key.otherForm === 'half'
      ? sentence('sameInFormHalfOtherwise', { answers, form, points })
      : sentence('sameInForm', { answers, form, points });
  },
  texts: () => [],
  toGist: ({ prompt, needs, follows, key, rule }) => ({
    prompt,
    needs,
    follows,
    points: rule.points,
    accepted: key.answers,
    mistakes: key.mistakes,
    form: key.form === 'simplified' ? undefined : key.form,
  }),
  fromGist: (gist, id) => {
    const { prompt, needs, points = 1, accepted = [], choices = [], right = [] } = gist;
    const answers =
      accepted.length > 0 ? accepted : right.map((choice) => labelOf(choices, choice));
    return {
      id,
      kind: 'expression',
      prompt,
      needs,
      ...(gist.follows !== undefined && { follows: gist.follows }),
      key: {
        answers,
        form: (gist.form as Form | undefined) ?? 'simplified',
        hasUnit: false,
        otherForm: 'nothing',
        ...(gist.mistakes !== undefined && {
          mistakes: gist.mistakes as ExpressionKey['mistakes'],
        }),
      },
      rule: { rule: 'all-or-nothing', points },
    };
  },
};
