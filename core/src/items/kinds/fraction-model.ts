import Fraction from 'fraction.js';
import { z } from 'zod';
import { allOrNothing } from '../../scoring';
import { count } from '../../text';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { amountOf, amountText } from './amounts';
import { isPlaced } from './numeric-key';
import { sentence } from './sentences';

const shapes = ['bar', 'circle', 'grid'] as const;
const mostPieces = 100;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('fraction-model'),
    shape: z.enum(shapes),
    /** Pieces beside each other; a bar and a circle have one row of them. */
    columns: z.int().min(1).max(20),
    rows: z.int().min(1).max(10),
    /** How many wholes there are, each cut the same. */
    wholes: z.int().min(1).max(5),
    /** How much is to be shaded, of one whole. */
    key: amountText,
    rule: allOrNothing,
  })
  .superRefine((part, context) => {
    const issue = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    if (part.shape !== 'grid' && part.rows > 1) issue('rows', sentence('onlyGridsHaveRows'));
    if (piecesOf(part) * part.wholes > mostPieces)
      issue('columns', sentence('morePiecesThan', { limit: mostPieces }));
    const share = isPlaced(part.key) ? null : amountOf(part.key);
    if (!share) return;
    if (share.s < 0n || share.gt(part.wholes))
      issue('key', sentence('moreThanThereIs', { key: part.key }));
    else if (share.mul(piecesOf(part)).d !== 1n)
      issue('key', sentence('piecesDoNotMake', { key: part.key, pieces: piecesOf(part) }));
  });

export type FractionModel = z.infer<typeof schema>;

export interface SittingFractionModel extends PartBase {
  kind: 'fraction-model';
  shape: (typeof shapes)[number];
  columns: number;
  rows: number;
  wholes: number;
}

const piecesOf = ({ columns, rows }: Pick<FractionModel, 'columns' | 'rows'>) => columns * rows;
/** How many different pieces are shaded. */
const shadedOf = (part: SittingFractionModel | FractionModel, response: readonly number[]) =>
  new Set(response.filter((piece) => piece < piecesOf(part) * part.wholes)).size;

/** Response: the shaded pieces, counted from 0 through all wholes. */
export const fractionModel: Kind<FractionModel, number[], SittingFractionModel> = {
  kind: 'fraction-model',
  isDrawn: true,
  title: sentence('fractionToShade'),
  asks: sentence('barCircleOrGrid'),
  qti: 'qti-portable-custom-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing'],
  part: schema,
  response: z.array(z.int().min(0).max(mostPieces)).max(mostPieces),
  points: ({ rule }) => rule.points,
  score(part, response) {
    const share = amountOf(part.key);
    const shaded = new Fraction(shadedOf(part, response), piecesOf(part));
    return share && response.length > 0 && shaded.equals(share) ? part.rule.points : 0;
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, shape, columns, rows, wholes }) => ({
    id,
    kind,
    prompt,
    shape,
    columns,
    rows,
    wholes,
  }),
  folded: (part, response) => `${shadedOf(part, response)}/${piecesOf(part)}`,
  inWords: (part, response) =>
    response.length === 0 ? '' : `${shadedOf(part, response)}/${piecesOf(part)}`,
  rightAnswers(part) {
    const pieces = amountOf(part.key)?.mul(piecesOf(part));
    return pieces ? [Array.from({ length: Number(pieces.n) }, (_, piece) => piece)] : [];
  },
  keyInWords: ({ key, rule }) =>
    sentence('shadedForPoints', { key, points: count(rule.points, 'point') }),
  texts: () => [],
  toGist: ({ prompt, needs, shape, columns, rows, wholes, key, rule }) => ({
    prompt,
    needs,
    points: rule.points,
    accepted: [key],
    model: { shape, columns, rows, wholes },
  }),
  fromGist(gist, id) {
    const [share = ''] = (gist.accepted ?? []).filter((text) => amountOf(text)?.s === 1n);
    const pieces = Number(amountOf(share)?.d ?? 2n);
    const usual = {
      shape: 'bar',
      columns: Math.min(20, Math.max(2, pieces)),
      rows: 1,
      wholes: 1,
    } as const;
    const model = (gist.model as typeof usual | undefined) ?? usual;
    return {
      id,
      kind: 'fraction-model',
      prompt: gist.prompt,
      needs: gist.needs,
      ...model,
      key: share,
      rule: { rule: 'all-or-nothing', points: gist.points ?? 1 },
    };
  },
};
