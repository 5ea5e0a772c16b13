import { frameworkFacts } from '@oaken/core/standards';
import { z } from 'zod';
import { endpoint, id } from '../endpoint/define';

export const standard = z.object({
  id,
  parentId: id.nullable(),
  code: z.string(),
  statement: z.string(),
  subject: z.string(),
  grades: z.array(z.number()),
});
export type Standard = z.infer<typeof standard>;

export const framework = z.object({
  id,
  name: z.string(),
  publisher: z.string(),
  standards: z.array(standard),
});

export const listFrameworks = endpoint({
  method: 'GET',
  path: '/api/frameworks',
  who: 'staff',
  does: 'Gives each framework with its standards, parents before children.',
  answer: z.object({ frameworks: z.array(framework) }),
});

const upload = z.object({ name: z.string().max(200), type: z.enum(['csv', 'case']) });

const previewLine = z.object({
  code: z.string(),
  statement: z.string(),
  grades: z.array(z.number()),
  /** How deep it stands, from 0. */
  depth: z.number(),
});

/** The body is the file itself, as `application/octet-stream`. */
export const previewFramework = endpoint({
  method: 'POST',
  path: '/api/frameworks/preview',
  who: 'administrator',
  does: 'Reads a framework from CSV or CASE 1.0 JSON and says what it holds; nothing is kept.',
  query: upload,
  answer: z.object({
    framework: z.object({ name: z.string(), publisher: z.string(), subject: z.string() }),
    total: z.number(),
    grades: z.array(z.number()),
    /** At most 300. */
    lines: z.array(previewLine),
    /** Codes that another framework of this school has too. */
    known: z.number(),
  }),
});
export type FrameworkPreview = z.infer<(typeof previewFramework)['answer']>;

export const importFramework = endpoint({
  method: 'POST',
  path: '/api/frameworks',
  who: 'administrator',
  does: 'Adds a framework from CSV or CASE 1.0 JSON under a name that none has yet.',
  query: upload
    .extend(frameworkFacts.shape)
    .omit({ name: true })
    .extend({ name: frameworkFacts.shape.name }),
  answer: z.object({ id, standards: z.number() }),
});
