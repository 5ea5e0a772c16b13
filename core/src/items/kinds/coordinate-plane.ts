import { answersInEnglish, type AnswerWords } from '@oaken/words/answers';
import { z } from 'zod';
import { marksRule, pointsForSet } from '../../scoring';
import { listing } from '../../text';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { amountOf, amountText, axis, checkAxis, isOnAxis, sentAmount, type Axis } from './amounts';
import { figureNames, figureOf, plainFigure, type Figure, type FigureName } from './figures';
import { isPlaced } from './numeric-key';
import { marksRemark } from './remarks';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const mostFigures = 10;
const sentFigures = z.array(figureOf(sentAmount)).max(mostFigures);

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('coordinate-plane'),
    x: axis,
    y: axis,
    /** Points can be set at multiples of it. */
    snap: amountText,
    /** What students can draw; what the key has is among it. */
    figures: z.array(z.enum(figureNames)).min(1, sentence('noFigureIsOffered')),
    key: z.array(figureOf(amountText)).min(1, sentence('nothingIsMarked')).max(mostFigures),
    rule: marksRule,
  })
  .superRefine((part, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    checkAxis(part.x, ['x'], context);
    checkAxis(part.y, ['y'], context);
    const isDrawn = [part.snap, ...Object.values(part.x), ...Object.values(part.y)].some(isPlaced);
    part.key.forEach((figure, index) => {
      const name = sentence(`figures.${figure.figure}`);
      if (!part.figures.includes(figure.figure))
        issue(['key', index], sentence('figureIsNotOffered', { name }));
      const texts = figure.points.flat();
      if (isDrawn || texts.some(isPlaced)) return;
      if (plainFigure(figure) === null)
        issue(['key', index], sentence('pointsMakeNoFigure', { name }));
      figure.points.forEach((point) => {
        const isSettable = point.every((text, place) => {
          const value = amountOf(text);
          return value !== null && isOnAxis(value, place === 0 ? part.x : part.y, part.snap);
        });
        if (!isSettable)
          issue(['key', index], sentence('cannotBeSetInPlane', { point: pointText(point) }));
      });
    });
  });

export type CoordinatePlane = z.infer<typeof schema>;

export interface SittingCoordinatePlane extends PartBase {
  kind: 'coordinate-plane';
  x: Axis;
  y: Axis;
  snap: string;
  figures: FigureName[];
}

const pointText = ([x, y]: readonly [string, string]) => `(${x}, ${y})`;

/** "the line through (0, 1) and (2, 5)" */
export function figureInWords(
  { figure, points, isOpen }: Figure,
  words: AnswerWords = answersInEnglish,
): string {
  const [first = '', second = '', third = ''] = points.map(pointText);
  switch (figure) {
    case 'point':
      return first;
    case 'segment':
      return words.say('figures.segment', { first, second });
    case 'line':
      return words.say('figures.line', { first, second });
    case 'parabola':
      return words.say('figures.parabola', { first, second });
    case 'circle':
      return words.say('figures.circle', { first, second });
    case 'half-plane':
      return isOpen
        ? words.say('figures.openHalfPlane', { first, second, third })
        : words.say('figures.halfPlane', { first, second, third });
  }
}

const plainFigures = (figures: readonly Figure[]) =>
  figures.map((figure) => plainFigure(figure) ?? figureInWords(figure));
const figuresInWords = (figures: readonly Figure[], words?: AnswerWords) =>
  listing(
    figures.map((figure) => figureInWords(figure, words)),
    words?.language,
  );

/** Response: the figures that were drawn. */
export const coordinatePlane: Kind<CoordinatePlane, Figure[], SittingCoordinatePlane> = {
  kind: 'coordinate-plane',
  isDrawn: true,
  title: sentence('coordinatePlane'),
  asks: sentence('pointsLinesAndCurves'),
  qti: 'qti-portable-custom-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-right', 'wrong-takes-away'],
  part: schema,
  response: sentFigures,
  points: ({ rule }) => rule.points,
  score: ({ key, rule }, response) =>
    response.length === 0 ? 0 : pointsForSet(rule, plainFigures(key), plainFigures(response)),
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, x, y, snap, figures }) => ({
    id,
    kind,
    prompt,
    x,
    y,
    snap,
    figures,
  }),
  folded: (_, response) => plainFigures(response).sort().join('; '),
  inWords: (_, response, words) => figuresInWords(response, words),
  remark: ({ key }, response, words) =>
    marksRemark(plainFigures(key), plainFigures(response), words),
  rightAnswers: ({ key }) => [key],
  keyInWords: ({ key, rule }) => setRuleInWords(rule, figuresInWords(key), 'figure'),
  texts: () => [],
  toGist: ({ prompt, needs, x, y, snap, figures, key, rule }) => ({
    prompt,
    needs,
    plane: { x, y, snap, figures, key },
    points: rule.points,
    partial: rule.rule === 'all-or-nothing' ? undefined : rule.rule,
  }),
  fromGist(gist, id) {
    const { partial } = gist;
    const square: Axis = { from: '-10', to: '10', step: '1' };
    const usual: Pick<CoordinatePlane, 'x' | 'y' | 'snap' | 'figures' | 'key'> = {
      x: square,
      y: square,
      snap: '1',
      figures: ['point'],
      key: [],
    };
    return {
      id,
      kind: 'coordinate-plane',
      prompt: gist.prompt,
      needs: gist.needs,
      ...((gist.plane as typeof usual | undefined) ?? usual),
      rule: {
        rule:
          partial === 'each-right' || partial === 'wrong-takes-away' ? partial : 'all-or-nothing',
        points: gist.points ?? 1,
      },
    };
  },
};
