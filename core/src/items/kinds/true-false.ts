import { answersInEnglish } from '@oaken/words/answers';
import { z } from 'zod';
import { allOrNothing } from '../../scoring';
import { count, plainText } from '../../text';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { allOrNothingFor } from '../kind/table';
import { sentence } from './sentences';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('true-false'),
  key: z.boolean(sentence('sayWhetherStatementIsTrue')),
  /** Misconception behind the wrong answer; for teachers only. */
  misconception: z.string().max(500).optional(),
  rule: allOrNothing,
});

export type TrueFalse = z.infer<typeof schema>;

export interface SittingTrueFalse extends PartBase {
  kind: 'true-false';
}

const words = { true: sentence('true'), false: sentence('false') };

export const trueFalse: Kind<TrueFalse, 'true' | 'false' | null, SittingTrueFalse> = {
  kind: 'true-false',
  title: sentence('trueOrFalse'),
  asks: sentence('whetherStatementHolds'),
  qti: 'qti-choice-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing'],
  part: schema,
  response: z.enum(['true', 'false']).nullable(),
  points: ({ rule }) => rule.points,
  score: ({ key, rule }, response) => (response === String(key) ? rule.points : 0),
  isEmpty: (response) => response === null,
  forSitting: ({ id, kind, prompt }) => ({ id, kind, prompt }),
  options: ({ key, misconception }) =>
    (['true', 'false'] as const).map((id) => {
      const right = id === String(key);
      return { id, label: words[id], right, misconception: right ? undefined : misconception };
    }),
  chosen: (response) => (response === null ? [] : [response]),
  inWords: (_, response, { say } = answersInEnglish) => (response === null ? '' : say(response)),
  rightAnswers: ({ key }) => [key ? 'true' : 'false'],
  keyOnPaper: ({ key }) => sentence(key ? 'true' : 'false'),
  inTable: {
    read({ cell, points, wrong }, blank) {
      const right = cell('right');
      if (!/^(true|false)$/i.test(right)) wrong('right', sentence('writeTrueOrFalse'));
      return { ...blank, key: right.toLowerCase() === 'true', rule: allOrNothingFor(points) };
    },
    write: ({ key }) => ({ right: String(key) }),
  },
  keyInWords: ({ key, rule }) =>
    sentence(key ? 'trueEarns' : 'falseEarns', { points: count(rule.points, 'point') }),
  texts: () => [],
  toGist: ({ prompt, needs, key, misconception, rule }) => ({
    prompt,
    needs,
    points: rule.points,
    choices: (['true', 'false'] as const).map((id) => ({ id, text: words[id] })),
    right: [String(key)],
    misconceptions: misconception ? { [String(!key)]: misconception } : {},
  }),
  fromGist: ({ prompt, needs, points = 1, choices = [], right = [], misconceptions = {} }, id) => {
    // Choices that say true and false keep their key; any others cannot be kept.
    const truth = (text: string) =>
      plainText(choices.find((choice) => choice.id === text)?.text ?? '').toLowerCase();
    const key = truth(right[0] ?? '') !== 'false';
    const misconception = Object.entries(misconceptions).find(
      ([text]) => truth(text) === String(!key),
    )?.[1];
    return {
      id,
      kind: 'true-false',
      prompt,
      needs,
      key,
      ...(misconception && { misconception }),
      rule: { rule: 'all-or-nothing', points },
    };
  },
};
