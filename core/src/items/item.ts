import { answersInEnglish, type AnswerWords } from '@oaken/words/answers';
import { present } from '../certain';
import { z } from 'zod';
import { roundPoints } from '../scoring';
import { richText } from '../rich-text';
import { plainText } from '../text';
import { kindOf, part, type Part, type SittingPart } from './kinds';
import { onPaperAnswerTo } from './on-paper';
import type { MarkedBy, Medium } from './kind/media';
import { followProblems, partLetters } from './follow';
import { responseTo } from './scored';
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
  })
  .superRefine(({ parts }, context) => {
    for (const { pointer, message } of followProblems(parts))
      context.addIssue({ code: 'custom', path: pointer.split('/').slice(1), message });
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

/** What counts as right, a sentence for each part. */
export const keysInWords = ({ parts }: Pick<ItemContent, 'parts'>) =>
  parts.map((part) => {
    const needed = parts.findIndex(({ id }) => id === part.needs);
    const follows = 'follows' in part ? part.follows : undefined;
    return [
      kindOf(part).keyInWords(part),
      needed < 0 ? '' : sentence('countsOnlyWhen', { part: partLetters[needed] }),
      follows === undefined ? '' : sentence('countsAsWellWhen', { follows }),
    ]
      .filter(Boolean)
      .join(' ');
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
