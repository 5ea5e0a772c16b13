import { passageContent } from '@oaken/core/passages';
import { z } from 'zod';
import { itemRow } from '../banks/search';
import { clientKey, endpoint, id, idInPath, instant, roomy } from '../endpoint/define';

export const passageRow = z.object({
  id,
  revisionId: id,
  title: z.string(),
  bank: z.string(),
  bankId: id,
  may: z.enum(['read', 'use', 'edit']),
  /** Items that ask about it. */
  items: z.number(),
});
export type PassageRow = z.infer<typeof passageRow>;

export const listPassages = endpoint({
  method: 'GET',
  path: '/api/passages',
  who: 'teacher',
  does: 'Finds passages by their words in the banks that I may read, at most 100.',
  query: z.object({ words: z.string().trim().max(200).optional() }),
  answer: z.object({ passages: z.array(passageRow) }),
});

export const readPassage = endpoint({
  method: 'GET',
  path: '/api/passages/:passageId',
  who: 'teacher',
  does: 'Gives a passage as it stands, or one revision of it, with its history.',
  params: z.object({ passageId: idInPath }),
  query: z.object({ revision: idInPath.optional() }),
  answer: z.object({
    passage: passageRow,
    content: passageContent,
    revisions: z.array(z.object({ id, number: z.number(), by: z.string(), at: instant })),
  }),
});

export const readPassageItems = endpoint({
  method: 'GET',
  path: '/api/passages/:passageId/items',
  who: 'teacher',
  does: 'Gives all items that ask about a passage and that I may read, in their order.',
  params: z.object({ passageId: idInPath }),
  answer: z.object({ items: z.array(itemRow) }),
});

export const orderPassageItems = endpoint({
  method: 'PUT',
  path: '/api/passages/:passageId/items',
  who: 'teacher',
  does: 'Puts the items of a passage in the order in which they are asked.',
  params: z.object({ passageId: idInPath }),
  body: z.strictObject({ items: z.array(id).max(500) }),
  answer: z.object({}),
});

export const makePassage = endpoint({
  method: 'POST',
  path: '/api/passages',
  who: 'teacher',
  does: 'Makes a passage in a bank that I may change.',
  largest: roomy,
  body: z.object({ clientKey, bank: id, content: passageContent }),
  answer: z.object({ id, revisionId: id }),
});

export const revisePassage = endpoint({
  method: 'POST',
  path: '/api/passages/:passageId/revisions',
  who: 'teacher',
  does: 'Saves a new revision of a passage and brings the bank’s items that ask about it to it. Tests keep what they have.',
  params: z.object({ passageId: idInPath }),
  largest: roomy,
  body: z.object({ basedOn: id, content: passageContent }),
  answer: z.object({ revisionId: id, items: z.number() }),
});
