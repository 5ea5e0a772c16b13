import { z } from 'zod';
import { roundPoints } from '../scoring';
import { plainText, richText } from '../text';
import type { PartText } from './kind';
import { kindOf, part, type Part, type SittingPart } from './kinds';
import type { MarkedBy } from './media';

/** The content of one item revision: what is asked, what is right, what helps. Validated whole, stored as it is. */
export const itemContent = z
  .strictObject({
    stem: richText.refine((html) => plainText(html) !== '', 'The question has no wording.'),
    parts: z
      .array(part)
      .min(1, 'An item needs at least one part.')
      .max(20, 'An item has at most 20 parts.'),
    explanation: richText.default(''),
    hints: z.array(richText).max(10).default([]),
    notes: z.string().max(4000).default(''),
    /** The passage that it asks about, as it stood when the item was saved. */
    passage: z.strictObject({ id: z.int().positive(), revision: z.int().positive() }).optional(),
  })
  .superRefine(({ parts }, context) => {
    const seen = new Set<string>();
    parts.forEach(({ id, needs }, at) => {
      if (needs !== undefined && !seen.has(needs))
        context.addIssue({
          code: 'custom',
          path: ['parts', at, 'needs'],
          message: 'A part can only depend on one that stands before it.',
        });
      else if (
        needs !== undefined &&
        kindOf(parts.find((own) => own.id === needs)!).markedBy !== 'machine'
      )
        context.addIssue({
          code: 'custom',
          path: ['parts', at, 'needs'],
          message: 'A part can only depend on one that is marked by machine.',
        });
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
  passage?: { id: number; revision: number } | undefined;
  parts: SittingPart[];
}

/** One response for each part; a part that is missing was not answered. */
export type Responses = Record<string, unknown>;
export const responses = z.record(z.string().regex(/^[A-Za-z0-9_-]{0,24}$/), z.unknown());

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
export function forSitting({ stem, parts, passage }: ItemContent): SittingItem {
  return {
    stem,
    ...(passage && { passage }),
    parts: parts.map((own) => kindOf(own).forSitting(own)),
  };
}

/** Reads one part's response; what does not fit the kind counts as no answer. */
export function responseTo(own: Part, given: Responses): unknown {
  const read = kindOf(own).response.safeParse(given[own.id]);
  return read.success ? read.data : undefined;
}

export interface ScoredPart {
  id: string;
  points: number;
  most: number;
  answered: boolean;
  /** Answered, and a teacher has still to mark it. */
  waits: boolean;
}

export interface ScoredItem {
  points: number;
  most: number;
  waits: boolean;
  parts: ScoredPart[];
}

/**
 * Scores all parts of an item by its key. Never throws: a response that does not fit earns nothing. A part that needs
 * another one counts only when that one earned all its points.
 *
 * @param marks points that a teacher gave, by the id of the part; they count for parts that are marked by hand
 */
export function scoreItem(
  item: Pick<ItemContent, 'parts'>,
  given: Responses,
  marks: Readonly<Record<string, number>> = {},
): ScoredItem {
  const parts: ScoredPart[] = [];
  const isWhole = (id: string) =>
    parts.some((own) => own.id === id && own.most > 0 && own.points >= own.most);
  for (const own of item.parts) {
    const kind = kindOf(own);
    const response = responseTo(own, given);
    const answered = response !== undefined && !kind.isEmpty(response);
    const counts = answered && (own.needs === undefined || isWhole(own.needs));
    const most = kind.points(own);
    const mark = counts && kind.markedBy === 'hand' ? marks[own.id] : undefined;
    const byKey = counts ? kind.score(own, response) : 0;
    parts.push({
      id: own.id,
      points: mark === undefined ? byKey : Math.min(most, Math.max(0, mark)),
      most,
      answered,
      waits: counts && kind.markedBy === 'hand' && mark === undefined,
    });
  }
  const sum = (pick: 'points' | 'most') =>
    roundPoints(parts.reduce((total, own) => total + own[pick], 0));
  return {
    points: sum('points'),
    most: sum('most'),
    waits: parts.some(({ waits }) => waits),
    parts,
  };
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
export const keysInWords = ({ parts }: Pick<ItemContent, 'parts'>) =>
  parts.map((own) => {
    const needed = parts.findIndex(({ id }) => id === own.needs);
    const only =
      needed < 0 ? '' : ` It counts only when part ${'ABCDEFGHIJKLMNOPQRST'[needed]} is right.`;
    return kindOf(own).keyInWords(own) + only;
  });

/** Every rich text of an item with its JSON pointer, for whatever has to look at all of them. */
export function textsOfItem({ stem, parts, explanation, hints }: ItemContent): PartText[] {
  return [
    { at: '/stem', html: stem },
    { at: '/explanation', html: explanation },
    ...hints.map((html, at) => ({ at: `/hints/${at}`, html })),
    ...parts.flatMap((own, at) => [
      ...(own.prompt === undefined ? [] : [{ at: `/parts/${at}/prompt`, html: own.prompt }]),
      ...kindOf(own)
        .texts(own)
        .map((text) => ({ at: `/parts/${at}${text.at}`, html: text.html })),
    ]),
  ];
}

/** All words of an item that a search should find: its stem, and what its parts show. */
export function searchableText(content: ItemContent): { stem: string; choices: string } {
  const shown = content.parts.flatMap((own) => [
    own.prompt ?? '',
    ...kindOf(own)
      .texts(own)
      .filter(({ at }) => at !== '/guide')
      .map(({ html }) => html),
  ]);
  return { stem: plainText(content.stem), choices: shown.map(plainText).filter(Boolean).join(' ') };
}

/** Who marks the item: a person as soon as one part needs one, nobody when no part gives points. */
export function markedBy({ parts }: Pick<ItemContent, 'parts'>): MarkedBy {
  const by = parts.map((own) => kindOf(own).markedBy);
  if (by.includes('hand')) return 'hand';
  return by.includes('machine') ? 'machine' : 'nobody';
}

/** What a student sees or hears besides text. */
export function mediaOf(content: ItemContent): { picture: boolean; sound: boolean; film: boolean } {
  const shown = [
    content.stem,
    ...content.parts.flatMap((own) => [
      own.prompt ?? '',
      ...kindOf(own)
        .texts(own)
        .map(({ html }) => html),
    ]),
  ].join(' ');
  return {
    picture:
      shown.includes('<img') ||
      content.parts.some(
        (own) => 'picture' in own || ('ground' in own && own.ground !== undefined),
      ),
    sound: shown.includes('<audio'),
    film: shown.includes('<video'),
  };
}

/** What was chosen or written in each part, under ids that can be counted. */
export function countable(own: Part, given: Responses): { chosen: string[]; free: string | null } {
  const kind = kindOf(own);
  const response = responseTo(own, given);
  if (response === undefined || kind.isEmpty(response)) return { chosen: [], free: null };
  if (kind.chosen) return { chosen: kind.chosen(response), free: null };
  return { chosen: [], free: kind.folded?.(own, response) ?? null };
}
