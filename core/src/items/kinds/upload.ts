import { answersInEnglish } from '@oaken/words/answers';
import { z } from 'zod';
import { byHand } from '../../scoring';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { fileAddress } from '../kind/picture';
import { checkCriteria, criteria, fromHandGist, guide, handGist, handInWords } from './by-hand';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('upload'),
    accepts: z.enum(['photo', 'file']).default('photo'),
    most: z.int().min(1).max(5).default(1),
    guide,
    criteria,
    rule: byHand,
  })
  .superRefine(checkCriteria);

export type Upload = z.infer<typeof schema>;

export interface SittingUpload extends PartBase {
  kind: 'upload';
  accepts: 'photo' | 'file';
  most: number;
}

/** Response: the addresses of the files. */
export const upload: Kind<Upload, string[], SittingUpload> = {
  kind: 'upload',
  title: sentence('photoOrFile'),
  asks: sentence('photoWorkOnPaperOr'),
  qti: 'qti-upload-interaction',
  markedBy: 'hand',
  rules: ['by-hand'],
  part: schema,
  response: z.array(fileAddress).max(5),
  points: ({ rule }) => rule.points,
  score: () => 0,
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, accepts, most }) => ({ id, kind, prompt, accepts, most }),
  inWords: ({ accepts }, response, { say } = answersInEnglish) =>
    say(accepts, { n: response.length }),
  keyInWords: ({ accepts, rule }) =>
    handInWords(rule, sentence(accepts === 'photo' ? 'thePhoto' : 'theFile')),
  texts: (part) => [{ at: '/guide', html: part.guide }],
  toGist: handGist,
  fromGist: (gist, id) => ({
    id,
    kind: 'upload',
    accepts: 'photo',
    most: 1,
    ...fromHandGist(gist),
  }),
};
