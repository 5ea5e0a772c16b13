/** Finding anything by a few letters: tests, items, classes, students and assignments that the asker may see. */
import { z } from 'zod';
import { endpoint, id } from '../endpoint/define';

export const thingKinds = ['test', 'assignment', 'class', 'student', 'item'] as const;

/** So many of each kind are named. */
export const mostOfAKind = 6;

const thing = z.object({
  kind: z.enum(thingKinds),
  id,
  /** Of a student: the class through which I see them. */
  classId: id.nullable(),
  title: z.string(),
  /** What tells two of the same name apart. */
  detail: z.string(),
});
export type Thing = z.infer<typeof thing>;

export const findAnything = endpoint({
  method: 'GET',
  path: '/api/anything',
  who: 'teacher',
  does: `Finds tests, assignments, classes, students and items by a few letters, at most ${mostOfAKind} of each.`,
  query: z.object({ words: z.string().trim().max(100) }),
  answer: z.object({ things: z.array(thing) }),
});
