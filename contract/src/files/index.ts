import { z } from 'zod';
import { endpoint, idInPath, shortId } from '../endpoint/define';

export const keptFile = z.object({
  /** Where it is fetched from. */
  address: z.string(),
  name: z.string(),
  type: z.string(),
  bytes: z.number(),
  /** In picture points; null for what is no picture. */
  width: z.number().nullable(),
  height: z.number().nullable(),
});
export type KeptFile = z.infer<typeof keptFile>;

const query = z.object({
  name: z.string().max(200),
  /** What the sender takes it for. */
  type: z.string().max(100),
});

/** The body of both is the file itself, as `application/octet-stream`. */
export const keepFile = endpoint({
  method: 'POST',
  path: '/api/files',
  who: 'teacher',
  does: 'Keeps a picture, sound or film for use in items. The same file again is the same address.',
  query: query.extend({ as: z.enum(['picture', 'sound', 'film']) }),
  answer: keptFile,
});

export const keepWork = endpoint({
  method: 'POST',
  path: '/api/seat/attempts/:attemptId/files',
  who: 'student',
  does: 'Keeps a photo or file that a student adds to an answer, while the attempt is open.',
  params: z.object({ attemptId: idInPath }),
  /** The part of the question that asks for it. */
  query: query.extend({ entry: shortId, part: shortId }),
  answer: keptFile,
});
