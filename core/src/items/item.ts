import { z } from 'zod';
import { roundPoints } from '../scoring';
import { plainText, richText } from '../text';
import { kindOf, part, type Part, type SittingPart } from './kinds';

/** The content of one item revision: what is asked, what is right, what helps. Validated whole, stored as it is. */
export const itemContent = z
  .strictObject({
    stem: richText.refine((html) => plainText(html) !== '', 'The question has no wording.'),
    parts: z.array(part).min(1, 'An item needs at least one part.').max(20, 'An item has at most 20 parts.'),
    explanation: richText.default(''),
    hints: z.array(richText).max(10).default([]),
    notes: z.string().max(4000).default(''),
  })
  .superRefine(({ parts }, context) => {
    const seen = new Set<string>();
    parts.forEach(({ id }, at) => {
      if (seen.has(id))
        context.addIssue({
          code: 'custom',
          path: ['parts', at, 'id'],
          message: `Two parts have the id “${id}”.`,
        });
      seen.add(id);
    });
  });

export type ItemContent = z.infer<typeof itemContent>;

/** What a student receives while answers are open. */
export interface SittingItem {
  stem: string;
  parts: SittingPart[];
}

/** One response for each part; a part that is missing was not answered. */
export type Responses = Record<string, unknown>;
export const responses = z.record(z.string().max(24), z.unknown());

export interface ItemProblem {
  /** JSON pointer into the item. */
  pointer: string;
  message: string;
}

export type Parsed = { ok: true; content: ItemContent } | { ok: false; problems: ItemProblem[] };

/** Reads an item from anything; a broken one is refused with the place of each fault. */
export function readItem(input: unknown): Parsed {
  const result = itemContent.safeParse(input);
  if (result.success) return { ok: true, content: result.data };
  return {
    ok: false,
    problems: result.error.issues.map(({ path, message }) => ({
      pointer: `/${path.map(String).join('/')}`,
      message,
    })),
  };
}

/** The most points an item gives by its own rules. */
export const itemPoints = ({ parts }: Pick<ItemContent, 'parts'>) =>
  roundPoints(parts.reduce((sum, own) => sum + kindOf(own).points(own), 0));

/** The item without anything that gives the answer away. */
export function forSitting({ stem, parts }: ItemContent): SittingItem {
  return { stem, parts: parts.map((own) => kindOf(own).forSitting(own)) };
}

/** Reads one part's response; what does not fit the kind counts as no answer. */
function responseTo(own: Part, given: Responses): unknown {
  const read = kindOf(own).response.safeParse(given[own.id]);
  return read.success ? read.data : undefined;
}

export interface ScoredItem {
  points: number;
  most: number;
  parts: { id: string; points: number; most: number; answered: boolean }[];
}

/** Scores all parts of an item by its key. Never throws: a response that does not fit earns nothing. */
export function scoreItem(item: Pick<ItemContent, 'parts'>, given: Responses): ScoredItem {
  const parts = item.parts.map((own) => {
    const kind = kindOf(own);
    const response = responseTo(own, given);
    const answered = response !== undefined && !kind.isEmpty(response);
    return { id: own.id, points: answered ? kind.score(own, response) : 0, most: kind.points(own), answered };
  });
  const sum = (pick: 'points' | 'most') => roundPoints(parts.reduce((total, own) => total + own[pick], 0));
  return { points: sum('points'), most: sum('most'), parts };
}

/** The responses to an item in words, for lists and exports. */
export function responsesInWords({ parts }: Pick<ItemContent, 'parts'>, given: Responses): string {
  return parts
    .map((own) => {
      const response = responseTo(own, given);
      return response === undefined ? '' : kindOf(own).inWords(own, response);
    })
    .join(' | ');
}

/** What counts as right, a sentence for each part. */
export const keysInWords = ({ parts }: Pick<ItemContent, 'parts'>) => parts.map((own) => kindOf(own).keyInWords(own));

/** All words of an item that a search should find. */
export function searchableText({ stem, parts }: ItemContent): string {
  const words = parts.flatMap((own) => [own.prompt ?? '', ...(kindOf(own).options?.(own) ?? []).map((o) => o.label)]);
  return [plainText(stem), ...words.map(plainText)].filter(Boolean).join(' ');
}

/** What was chosen or written in each part, under ids that can be counted. */
export function countable(own: Part, given: Responses): { chosen: string[]; free: string | null } {
  const kind = kindOf(own);
  const response = responseTo(own, given);
  if (response === undefined || kind.isEmpty(response)) return { chosen: [], free: null };
  if (kind.chosen) return { chosen: kind.chosen(response), free: null };
  return { chosen: [], free: kind.folded?.(own, response) ?? null };
}
