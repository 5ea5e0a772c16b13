import { z } from 'zod';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { sentence } from './sentences';

const schema = z.strictObject({ ...partBase, kind: z.literal('information') });

export type Information = z.infer<typeof schema>;

export interface SittingInformation extends PartBase {
  kind: 'information';
}

/** Nothing is asked: the item is a page to read. */
export const information: Kind<Information, null, SittingInformation> = {
  kind: 'information',
  title: sentence('pageInformation'),
  asks: sentence('nothingPageToReadBefore'),
  qti: null,
  markedBy: 'nobody',
  part: schema,
  response: z.null(),
  points: () => 0,
  score: () => 0,
  isEmpty: () => true,
  forSitting: ({ id, kind, prompt }) => ({ id, kind, prompt }),
  inWords: () => '',
  keyOnPaper: () => null,
  inTable: { read: (_row, blank) => blank, write: () => ({}) },
  keyInWords: () => sentence('pageToReadNothingIs'),
  texts: () => [],
  toGist: ({ prompt, needs }) => ({ prompt, needs }),
  fromGist: ({ prompt, needs }, id) => ({ id, kind: 'information', prompt, needs }),
};
