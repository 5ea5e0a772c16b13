/** Passages: texts, pictures, sound or film that several items ask about (QTI: stimulus). */
import { z } from 'zod';
import type { PartText } from '../items';
import { richText } from '../rich-text';
import { plainText } from '../text';
import { sentence } from './sentences';

export const numberings = ['none', 'paragraphs', 'lines'] as const;
export type Numbering = (typeof numberings)[number];

export const passageContent = z.strictObject({
  title: z.string().trim().min(1, sentence('givePassageTitle')).max(200),
  body: richText.refine(
    (html) => plainText(html) !== '' || /<(audio|video)/.test(html),
    sentence('passageIsEmpty'),
  ),
  /** Lines are where their author breaks them, so that they are the same on every screen. */
  numbering: z.enum(numberings).default('none'),
  /** An easier or shortened version for some students; empty when there is none. */
  easier: richText.default(''),
  /** Where it was taken from. */
  source: z.string().trim().max(500).default(''),
});
export type PassageContent = z.infer<typeof passageContent>;

/** A passage as a student sees it. */
export interface ShownPassage {
  title: string;
  body: string;
  numbering: Numbering;
  source: string;
}

/** @param easier whether this student gets the easier version, where there is one */
export const passageForSitting = (
  { title, body, numbering, easier, source }: PassageContent,
  wantsEasier = false,
): ShownPassage => ({
  title,
  body: wantsEasier && plainText(easier) !== '' ? easier : body,
  numbering,
  source,
});

/** The rich texts of a passage, with where in it they stand. */
export const textsOfPassage = ({ body, easier }: PassageContent): PartText[] => [
  { at: '/body', html: body },
  { at: '/easier', html: easier },
];

/** What a search finds of a passage. */
export const passageWords = ({ title, body }: PassageContent) => `${title} ${plainText(body)}`;
