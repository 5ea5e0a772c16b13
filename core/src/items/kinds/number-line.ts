import type { Language } from '@oaken/words/languages';
import { z } from 'zod';
import { marksRule, pointsForSet } from '../../scoring';
import { listing } from '../../text';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { amountOf, amountText, axis, checkAxis, isOnAxis, sentAmount, type Axis } from './amounts';
import { isPlaced } from './numeric-key';
import { marksRemark } from './remarks';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

/** An end of a stretch: a number, or empty where it goes on without end. */
const stretchOf = <T extends z.ZodType<string>>(amount: T) =>
  z.strictObject({
    from: z.union([z.literal(''), amount]),
    to: z.union([z.literal(''), amount]),
    /** Whether the ends belong to it; those without end do not. */
    closed: z.tuple([z.boolean(), z.boolean()]),
  });
const markOf = <T extends z.ZodType<string>>(amount: T) =>
  z.union([z.strictObject({ point: amount }), stretchOf(amount)]);

const keyMark = markOf(amountText);
const sentMark = markOf(sentAmount);
export type LineMark = z.infer<typeof sentMark>;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('number-line'),
    axis,
    /** Marks can be set at multiples of it. */
    snap: amountText,
    /** Every so many of its steps has a number. */
    labelEvery: z.int().min(1).max(20).default(1),
    asks: z.enum(['points', 'stretches']),
    key: z.array(keyMark).min(1, sentence('nothingIsMarked')).max(10),
    rule: marksRule,
  })
  .superRefine((part, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    checkAxis(part.axis, ['axis'], context);
    if ([part.snap, ...Object.values(part.axis)].some(isPlaced)) return;
    part.key.forEach((mark, index) => {
      if ('point' in mark !== (part.asks === 'points'))
        issue(['key', index], sentence('markIsOfTheOtherKind', { index: index + 1 }));
      for (const text of endsOf(mark)) {
        const value = isPlaced(text) ? null : amountOf(text);
        if (value && !isOnAxis(value, part.axis, part.snap))
          issue(['key', index], sentence('cannotBeSetOnAxis', { value: text }));
      }
      if (!endsOf(mark).some(isPlaced) && plainMark(mark) === null)
        issue(['key', index], sentence('stretchIsEmpty', { index: index + 1 }));
    });
  });

export type NumberLine = z.infer<typeof schema>;

export interface SittingNumberLine extends PartBase {
  kind: 'number-line';
  axis: Axis;
  snap: string;
  labelEvery: number;
  asks: 'points' | 'stretches';
}

const endsOf = (mark: LineMark): string[] =>
  'point' in mark ? [mark.point] : [mark.from, mark.to].filter((text) => text !== '');

/** One spelling for a mark; null for one that holds no number. */
function plainMark(mark: LineMark): string | null {
  if ('point' in mark) return amountOf(mark.point)?.toFraction() ?? null;
  const ends = [mark.from, mark.to].map((text) => (text === '' ? undefined : amountOf(text)));
  const [low, high] = ends;
  if (low === null || high === null || (low && high && low.gte(high))) return null;
  const [left, right] = mark.closed;
  const opening = low && left ? '[' : '(';
  const closing = high && right ? ']' : ')';
  return `${opening}${low?.toFraction() ?? '-∞'}, ${high?.toFraction() ?? '∞'}${closing}`;
}

/** A mark in the signs of mathematics: 3/2, or (2, 5]. */
export const lineMarkInWords = (mark: LineMark): string => {
  if ('point' in mark) return mark.point;
  const [left, right] = mark.closed;
  return `${left && mark.from !== '' ? '[' : '('}${mark.from || '-∞'}, ${mark.to || '∞'}${right && mark.to !== '' ? ']' : ')'}`;
};

const plainMarks = (marks: readonly LineMark[]) =>
  marks.map((mark) => plainMark(mark) ?? lineMarkInWords(mark));
const marksInWords = (marks: readonly LineMark[], language?: Language) =>
  listing(marks.map(lineMarkInWords), language);

/** Response: the marks that were set. */
export const numberLine: Kind<NumberLine, LineMark[], SittingNumberLine> = {
  kind: 'number-line',
  isDrawn: true,
  title: sentence('numberLine'),
  asks: sentence('pointsOrStretches'),
  qti: 'qti-portable-custom-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-right', 'wrong-takes-away'],
  part: schema,
  response: z.array(sentMark).max(10),
  points: ({ rule }) => rule.points,
  score: ({ key, rule }, response) =>
    response.length === 0 ? 0 : pointsForSet(rule, plainMarks(key), plainMarks(response)),
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, axis: line, snap, labelEvery, asks }) => ({
    id,
    kind,
    prompt,
    axis: line,
    snap,
    labelEvery,
    asks,
  }),
  folded: (_, response) => plainMarks(response).sort().join('; '),
  inWords: (_, response, words) => marksInWords(response, words?.language),
  remark: ({ key }, response, words) => marksRemark(plainMarks(key), plainMarks(response), words),
  rightAnswers: ({ key }) => [key],
  keyInWords: ({ key, rule }) => setRuleInWords(rule, marksInWords(key), 'mark'),
  texts: () => [],
  toGist: ({ prompt, needs, axis: line, snap, labelEvery, asks, key, rule }) => ({
    prompt,
    needs,
    accepted: asks === 'points' ? key.map(lineMarkInWords) : undefined,
    line: { axis: line, snap, labelEvery, asks, key },
    points: rule.points,
    partial: rule.rule === 'all-or-nothing' ? undefined : rule.rule,
  }),
  fromGist(gist, id) {
    const points = (gist.accepted ?? []).filter((text) => amountOf(text) !== null);
    const usual: Omit<NumberLine, 'id' | 'kind' | 'rule'> = {
      axis: { from: '-10', to: '10', step: '1' },
      snap: '1',
      labelEvery: 2,
      asks: 'points',
      key: points.map((point) => ({ point })),
    };
    const { partial } = gist;
    return {
      id,
      kind: 'number-line',
      prompt: gist.prompt,
      needs: gist.needs,
      ...((gist.line as typeof usual | undefined) ?? usual),
      rule: {
        rule:
          partial === 'each-right' || partial === 'wrong-takes-away' ? partial : 'all-or-nothing',
        points: gist.points ?? 1,
      },
    };
  },
};
