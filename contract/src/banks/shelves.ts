import { z } from 'zod';
import { endpoint, id, idInPath } from '../endpoint/define';
import { sentence } from './sentences';

export const reaches = ['mine', 'school', 'everybody'] as const;
export const rights = ['read', 'use', 'edit'] as const;

const folder = z.object({ id, parentId: id.nullable(), name: z.string() });
export type Folder = z.infer<typeof folder>;

export const bank = z.object({
  id,
  name: z.string(),
  reach: z.enum(reaches),
  owner: z.string().nullable(),
  /** I made it: I may rename it and share it. */
  mine: z.boolean(),
  may: z.enum(rights),
  /** Items that are not retired. */
  items: z.number(),
  retired: z.number(),
  folders: z.array(folder),
});
export type Bank = z.infer<typeof bank>;

export const listBanks = endpoint({
  method: 'GET',
  path: '/api/banks',
  who: 'teacher',
  does: 'Lists the banks that I may read, with their folders.',
  answer: z.object({ banks: z.array(bank) }),
});

const name = (what: string) => z.string().trim().min(1, sentence('giveName', { what })).max(120);

export const makeBank = endpoint({
  method: 'POST',
  path: '/api/banks',
  who: 'teacher',
  does: 'Makes a bank that belongs to me.',
  body: z.object({ name: name('bank'), reach: z.enum(reaches) }),
  answer: z.object({ id }),
});

export const describeBank = endpoint({
  method: 'PATCH',
  path: '/api/banks/:bankId',
  who: 'teacher',
  does: 'Renames a bank of mine or says who may read it.',
  params: z.object({ bankId: idInPath }),
  body: z.object({ name: name('bank').optional(), reach: z.enum(reaches).optional() }),
  answer: z.object({}),
});

const share = z.object({ accountId: id, name: z.string(), may: z.enum(rights) });

export const readShares = endpoint({
  method: 'GET',
  path: '/api/banks/:bankId/shares',
  who: 'teacher',
  does: 'Says with which colleagues a bank of mine is shared, and whom it could be shared with.',
  params: z.object({ bankId: idInPath }),
  answer: z.object({
    shares: z.array(share),
    colleagues: z.array(z.object({ accountId: id, name: z.string() })),
  }),
});

export const shareBank = endpoint({
  method: 'PUT',
  path: '/api/banks/:bankId/shares',
  who: 'teacher',
  does: 'Shares a bank of mine with these colleagues and no others.',
  params: z.object({ bankId: idInPath }),
  body: z.object({ shares: z.array(z.object({ accountId: id, may: z.enum(rights) })).max(200) }),
  answer: z.object({}),
});

const place = { bank: id, parent: id.nullable() };

export const makeFolder = endpoint({
  method: 'POST',
  path: '/api/folders',
  who: 'teacher',
  does: 'Makes a folder in a bank.',
  body: z.object({ ...place, name: name('folder') }),
  answer: z.object({ id }),
});

export const renameFolder = endpoint({
  method: 'PATCH',
  path: '/api/folders/:folderId',
  who: 'teacher',
  does: 'Renames a folder.',
  params: z.object({ folderId: idInPath }),
  body: z.object({ name: name('folder') }),
  answer: z.object({}),
});

export const moveFolders = endpoint({
  method: 'POST',
  path: '/api/folders/move',
  who: 'teacher',
  does: 'Moves folders with all that is in them into another place of the same or another bank.',
  body: z.object({
    folders: z.array(id).min(1).max(200),
    ...place,
    before: id.nullable().default(null),
  }),
  answer: z.object({}),
});

export const removeFolder = endpoint({
  method: 'DELETE',
  path: '/api/folders/:folderId',
  who: 'teacher',
  does: 'Takes a folder away; what was in it moves one step up.',
  params: z.object({ folderId: idInPath }),
  answer: z.object({ items: z.number(), folders: z.number() }),
});
