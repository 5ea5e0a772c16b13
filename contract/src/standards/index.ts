import { z } from 'zod';
import { endpoint, id } from '../define';

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
