/** Single items of a test, copied to where I can use them. */
import { mostEntries } from '@oaken/core/assessments';
import { z } from 'zod';
import { clientKey, endpoint, id, idInPath, shortId } from '../endpoint/define';
import { sentence } from './sentences';

export const copyEntries = endpoint({
  method: 'POST',
  path: '/api/tests/:testId/entries/copy',
  who: 'teacher',
  does: 'Copies items of a test that I may read, as they are asked there, into a test or a bank that I may change, whatever bank they come from; each copy says which test it is from.',
  params: z.object({ testId: idInPath }),
  body: z.strictObject({
    /** The same key again copies nothing twice. */
    clientKey,
    entries: z.array(shortId).min(1, sentence('noItemIsSelected')).max(mostEntries),
    to: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('test'), test: id }),
      z.strictObject({ kind: z.literal('bank'), bank: id, folder: id.nullable() }),
    ]),
  }),
  answer: z.object({
    /** In the order of the test that was copied from: the copies in the bank, or what the test asks now. */
    items: z.array(id),
    /** The new entries of the test; none in a bank. */
    entries: z.array(shortId),
    /** How many the test had already, and were left out. */
    already: z.number(),
  }),
});
