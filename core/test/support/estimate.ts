/**
 * A made-up kind of part, as a stranger might add one: a number that is near enough. Every place
 * that knows kinds is walked with it.
 */
import { z } from 'zod';
import { partBase, type Kind, type PartBase } from '../../src/items/kind/kind';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('estimate'),
  unit: z.string().min(1, 'A unit is missing.'),
  key: z.strictObject({ value: z.number(), within: z.number().min(0) }),
  rule: z.strictObject({ rule: z.literal('all-or-nothing'), points: z.number().min(0) }),
});
export type Estimate = z.infer<typeof schema>;

export interface SittingEstimate extends PartBase {
  kind: 'estimate';
  unit: string;
}

export const estimate: Kind<Estimate, number, SittingEstimate> = {
  kind: 'estimate',
  title: 'Estimate',
  asks: 'A number that is near enough',
  qti: 'qti-slider-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing'],
  part: schema,
  response: z.number(),
  points: ({ rule }) => rule.points,
  score: ({ key, rule }, response) =>
    Math.abs(response - key.value) <= key.within ? rule.points : 0,
  isEmpty: () => false,
  forSitting: ({ id, kind, prompt, unit }) => ({ id, kind, prompt, unit }),
  folded: (_, response) => String(Math.round(response)),
  inWords: ({ unit }, response) => `${response} ${unit}`,
  keyInWords: ({ key, unit }) => `About ${key.value} ${unit}.`,
  inTable: {
    read: ({ cell, points }, blank) => ({
      ...blank,
      unit: cell('units'),
      key: { value: Number(cell('right')), within: Number(cell('tolerance')) },
      rule: { rule: 'all-or-nothing', points },
    }),
    write: ({ key, unit }) => ({
      right: String(key.value),
      tolerance: String(key.within),
      units: unit,
    }),
  },
  texts: () => [],
  toGist: ({ prompt, needs, rule, key }) => ({
    prompt,
    needs,
    points: rule.points,
    accepted: [String(key.value)],
  }),
  fromGist: (gist, id) => ({
    id,
    kind: 'estimate',
    prompt: gist.prompt,
    needs: gist.needs,
    unit: 'm',
    key: { value: Number(gist.accepted?.[0] ?? 0) || 0, within: 1 },
    rule: { rule: 'all-or-nothing', points: gist.points ?? 1 },
  }),
};

export const estimatePart: Estimate = {
  id: 'a',
  kind: 'estimate',
  unit: 'm',
  key: { value: 40, within: 5 },
  rule: { rule: 'all-or-nothing', points: 2 },
};
