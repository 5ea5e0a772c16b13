import { answersInEnglish } from '@oaken/words/answers';
import { z } from 'zod';
import { byHand } from '../../scoring';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { picture, type Picture } from '../kind/picture';
import { checkCriteria, criteria, fromHandGist, guide, handGist, handInWords } from './by-hand';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('drawing'),
    /** What is drawn upon; an empty sheet without it. */
    ground: picture.optional(),
    guide,
    criteria,
    rule: byHand,
  })
  .superRefine(checkCriteria);

export type Drawing = z.infer<typeof schema>;

/** Strokes in the order drawn, on a sheet 1000 wide; the same sheet on a phone and on paper. */
const stroke = z.strictObject({
  /** Which ink, from 0. */
  ink: z.int().min(0).max(5),
  width: z.int().min(1).max(60),
  /** x, y, x, y … */
  points: z.array(z.int().min(-100).max(2000)).min(2).max(4000),
});
export type Stroke = z.infer<typeof stroke>;

export interface SittingDrawing extends PartBase {
  kind: 'drawing';
  ground?: Picture | undefined;
}

export const drawing: Kind<Drawing, Stroke[], SittingDrawing> = {
  kind: 'drawing',
  title: sentence('drawing'),
  asks: sentence('sketchOnEmptySheetOr'),
  qti: 'qti-drawing-interaction',
  markedBy: 'hand',
  rules: ['by-hand'],
  part: schema,
  response: z
    .array(stroke)
    .max(600)
    .refine(
      (strokes) => strokes.reduce((sum, { points }) => sum + points.length, 0) <= 30_000,
      sentence('drawingIsTooLarge'),
    ),
  points: ({ rule }) => rule.points,
  score: () => 0,
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, ground }) => ({ id, kind, prompt, ground }),
  inWords: (_, response, { say } = answersInEnglish) => say('drawing', { n: response.length }),
  keyInWords: ({ rule }) => handInWords(rule, sentence('theDrawing')),
  texts: (part) => [{ at: '/guide', html: part.guide }],
  toGist: (part) => ({ ...handGist(part), picture: part.ground }),
  fromGist: (gist, id) => ({
    id,
    kind: 'drawing',
    ...(gist.picture && { ground: gist.picture }),
    ...fromHandGist(gist),
  }),
};
