import { z } from 'zod';
import { byHand } from '../../scoring';
import { count } from '../../text';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { checkCriteria, criteria, fromHandGist, guide, handGist, handInWords } from './by-hand';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('long-text'),
    /** Height of the field to write in. */
    lines: z.int().min(2).max(60).default(8),
    leastWords: z.int().min(1).max(5000).optional(),
    mostWords: z.int().min(1).max(5000).optional(),
    guide,
    criteria,
    rule: byHand,
  })
  .superRefine((part, context) => {
    const { leastWords = 0, mostWords = Infinity } = part;
    checkCriteria(part, context);
    if (leastWords > mostWords)
      context.addIssue({
        code: 'custom',
        path: ['mostWords'],
        message: sentence('atLeastWordsAreAsked', { leastWords, mostWords }),
      });
  });

export type LongText = z.infer<typeof schema>;

export interface SittingLongText extends PartBase {
  kind: 'long-text';
  lines: number;
  leastWords?: number | undefined;
  mostWords?: number | undefined;
}

export const longText: Kind<LongText, string, SittingLongText> = {
  kind: 'long-text',
  title: sentence('longText'),
  asks: sentence('sentencesOrEssayYouMark'),
  qti: 'qti-extended-text-interaction',
  markedBy: 'hand',
  rules: ['by-hand'],
  part: schema,
  response: z.string().max(30_000),
  points: ({ rule }) => rule.points,
  score: () => 0,
  isEmpty: (response) => response.trim() === '',
  forSitting: ({ id, kind, prompt, lines, leastWords, mostWords }) => ({
    id,
    kind,
    prompt,
    lines,
    leastWords,
    mostWords,
  }),
  inWords: (_, response) => response.trim(),
  inTable: {
    read: ({ points }, blank) => ({ ...blank, rule: { rule: 'by-hand', points } }),
    write: () => ({}),
    otherwise: 'points',
  },
  keyInWords({ leastWords, mostWords, rule }) {
    const length = [
      leastWords && sentence('atLeast', { words: count(leastWords, 'word') }),
      mostWords && sentence('atMost', { mostWords }),
    ];
    return handInWords(
      rule,
      sentence('aText', {
        length: length
          .filter(Boolean)
          .map((words) => `, ${words}`)
          .join(''),
      }),
    );
  },
  texts: (part) => [{ at: '/guide', html: part.guide }],
  toGist: handGist,
  fromGist: (gist, id) => ({ id, kind: 'long-text', lines: 8, ...fromHandGist(gist) }),
};
