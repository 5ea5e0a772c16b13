import { answersInEnglish, type AnswerWords } from '@oaken/words/answers';
import { present } from '../certain';
import { z } from 'zod';
import { roundPoints } from '../scoring';
import { plainText, richText } from '../text';
import { kindOf, part, type Part, type SittingPart } from './kinds';
import { onPaperAnswerTo } from './on-paper';
import type { MarkedBy, Medium } from './kind/media';
import { sentence } from './sentences';
import { exampleOf } from './variants';
import { studentTools, type StudentTool } from './tools';
import { template } from '../templates';
import { placesWithout, templateProblems } from './template-problems';

/** The content of one item revision: what is asked, what is right, what helps. Validated whole, stored as it is. */
export const itemContent = z
  .strictObject({
    stem: richText.refine((html) => plainText(html) !== '', sentence('questionHasNoWording')),
    parts: z
      .array(part)
      .min(1, sentence('itemNeedsAtLeastOne'))
      .max(26, sentence('itemHasAtMost26')),
    explanation: richText.default(''),
    hints: z.array(richText).max(10).default([]),
    notes: z.string().max(4000).default(''),
    /** The passage that it asks about, as it stood when the item was saved. */
    passage: z.strictObject({ id: z.int().positive(), revision: z.int().positive() }).optional(),
    /** What a student may use for it, whatever the assignment says. */
    tools: z.array(z.enum(studentTools)).max(studentTools.length).optional(),
    /** What is different for each student: `[[…]]` in its texts and keys stands for it. */
    template: template.optional(),
  })
  .superRefine((content, context) => {
    const problems = content.template
      ? templateProblems(content, content.template)
      : placesWithout(content);
    for (const { pointer, message } of problems)
      context.addIssue({ code: 'custom', path: pointer.split('/').slice(1), message });
  })
  .superRefine(({ parts }, context) => {
    const seen = new Set<string>();
    parts.forEach(({ id, needs }, index) => {
      if (needs !== undefined && !seen.has(needs))
        context.addIssue({
          code: 'custom',
          path: ['parts', index, 'needs'],
          message: sentence('partCanOnlyDependOn'),
        });
      else if (
        needs !== undefined &&
        kindOf(
          present(
            parts.find((part) => part.id === needs),
            'part before',
          ),
        ).markedBy !== 'machine'
      )
        context.addIssue({
          code: 'custom',
          path: ['parts', index, 'needs'],
          message: sentence('partCanOnlyDependOnOne'),
        });
      if (seen.has(id))
        context.addIssue({
          code: 'custom',
          path: ['parts', index, 'id'],
          message: sentence('twoPartsHaveId', { id }),
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
  tools?: StudentTool[] | undefined;
}

/** One response for each part; a part that is missing was not answered. */
export type Responses = Record<string, unknown>;
export const responses = z.record(z.string().regex(/^[A-Za-z0-9_-]{0,24}$/), z.unknown());

/** Those that a device may send: what only a sheet of paper can answer is refused. */
export const sentResponses = responses.refine(
  (sent) => Object.keys(sent).every((partId) => !onPaperAnswerTo(partId, sent)),
  sentence('onlySheetsAnswerSo'),
);

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
  roundPoints(parts.reduce((sum, part) => sum + kindOf(part).points(part), 0));

/** The item without anything that gives the answer away; one that makes itself as an example. */
export function forSitting(content: ItemContent): SittingItem {
  const { stem, parts, passage, tools } = exampleOf(content);
  return {
    stem,
    ...(passage && { passage }),
    ...(tools && tools.length > 0 && { tools }),
    parts: parts.map((part) => kindOf(part).forSitting(part)),
  };
}

/** Reads one part's response; what does not fit the kind counts as no answer. */
export function responseTo(part: Part, given: Responses): unknown {
  const read = kindOf(part).response.safeParse(given[part.id]);
  return read.success ? read.data : undefined;
}

export interface ScoredPart {
  id: string;
  points: number;
  maxPoints: number;
  answered: boolean;
  /** Answered, and a teacher has still to mark it. */
  needsMarking: boolean;
}

export interface ScoredItem {
  points: number;
  maxPoints: number;
  needsMarking: boolean;
  parts: ScoredPart[];
}

/**
 * Scores all parts of an item by its key. Never throws: a response that does not fit earns nothing. A part that needs
 * another one counts only when that one earned all its points. What was written on paper is marked by hand, whatever
 * its kind.
 *
 * @param marks points that a teacher gave, by the id of the part; they count for what is marked by hand
 */
export function scoreItem(
  item: Pick<ItemContent, 'parts'>,
  given: Responses,
  marks: Readonly<Record<string, number>> = {},
): ScoredItem {
  const parts: ScoredPart[] = [];
  const isWhole = (id: string) =>
    parts.some((part) => part.id === id && part.maxPoints > 0 && part.points >= part.maxPoints);
  for (const part of item.parts) {
    const kind = kindOf(part);
    const response = responseTo(part, given);
    const paper = onPaperAnswerTo(part.id, given);
    const answered = paper !== null || (response !== undefined && !kind.isEmpty(response));
    const counts = answered && (part.needs === undefined || isWhole(part.needs));
    const maxPoints = kind.points(part);
    const unclear = paper !== null && 'unclear' in paper;
    const byHand = kind.markedBy === 'hand' || (paper !== null && kind.markedBy === 'machine');
    const mark = counts && byHand && !unclear ? marks[part.id] : undefined;
    const byKey = counts && !byHand && response !== undefined ? kind.score(part, response) : 0;
    parts.push({
      id: part.id,
      points: mark === undefined ? byKey : Math.min(maxPoints, Math.max(0, mark)),
      maxPoints,
      answered,
      needsMarking: counts && byHand && mark === undefined,
    });
  }
  const sum = (pick: 'points' | 'maxPoints') =>
    roundPoints(parts.reduce((total, part) => total + part[pick], 0));
  return {
    points: sum('points'),
    maxPoints: sum('maxPoints'),
    needsMarking: parts.some(({ needsMarking }) => needsMarking),
    parts,
  };
}

/** The responses to an item in words, for lists and exports. */
export function responsesInWords(
  { parts }: Pick<ItemContent, 'parts'>,
  given: Responses,
  words: AnswerWords = answersInEnglish,
): string {
  return parts
    .map((part) => {
      const paper = onPaperAnswerTo(part.id, given);
      if (paper) return words.say('handwritten' in paper ? 'handwritten' : 'unclear');
      const response = responseTo(part, given);
      return response === undefined ? '' : kindOf(part).inWords(part, response, words);
    })
    .join(' | ');
}

/** What of an answer earned points and what did not; empty where it is right or wrong as a whole. */
export const remarkOn = (
  { parts }: Pick<ItemContent, 'parts'>,
  given: Responses,
  words: AnswerWords = answersInEnglish,
): string =>
  parts
    .flatMap((part) => {
      const response = responseTo(part, given);
      const kind = kindOf(part);
      if (response === undefined || kind.isEmpty(response)) return [];
      return kind.remark?.(part, response, words) ?? [];
    })
    .join(' ');

/** What counts as right, a sentence for each part. */
export const keysInWords = ({ parts }: Pick<ItemContent, 'parts'>) =>
  parts.map((part) => {
    const needed = parts.findIndex(({ id }) => id === part.needs);
    const key = kindOf(part).keyInWords(part);
    return needed < 0
      ? key
      : `${key} ${sentence('countsOnlyWhen', { part: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[needed] })}`;
  });

/** All words of an item that a search should find: its stem, and what its parts show. */
export function searchableText(content: ItemContent): { stem: string; choices: string } {
  const shown = content.parts.flatMap((part) => [
    part.prompt ?? '',
    ...kindOf(part)
      .texts(part)
      .filter(({ at }) => at !== '/guide')
      .map(({ html }) => html),
  ]);
  return { stem: plainText(content.stem), choices: shown.map(plainText).filter(Boolean).join(' ') };
}

/** Who marks the item: a person as soon as one part needs one, nobody when no part gives points. */
export function markedBy({ parts }: Pick<ItemContent, 'parts'>): MarkedBy {
  const by = parts.map((part) => kindOf(part).markedBy);
  if (by.includes('hand')) return 'hand';
  return by.includes('machine') ? 'machine' : 'nobody';
}

/** What an item has besides text. */
export function mediaOf(content: ItemContent): Record<Medium, boolean> {
  const shown = [
    content.stem,
    ...content.parts.flatMap((part) => [
      part.prompt ?? '',
      ...kindOf(part)
        .texts(part)
        .map(({ html }) => html),
    ]),
  ].join(' ');
  return {
    picture:
      shown.includes('<img') ||
      content.parts.some(
        (part) => 'picture' in part || ('ground' in part && part.ground !== undefined),
      ),
    sound: shown.includes('<audio'),
    film: shown.includes('<video'),
    variants: content.template !== undefined,
  };
}

/** What was chosen or written in each part, under ids that can be counted. */
export function countable(part: Part, given: Responses): { chosen: string[]; free: string | null } {
  const kind = kindOf(part);
  const response = responseTo(part, given);
  if (response === undefined || kind.isEmpty(response)) return { chosen: [], free: null };
  if (kind.chosen) return { chosen: kind.chosen(response), free: null };
  return { chosen: [], free: kind.folded?.(part, response) ?? null };
}
