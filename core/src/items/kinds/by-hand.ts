/** What the kinds share that a teacher marks. */
import { count, richText } from '../../text';
import type { Gist } from '../gist';

/** What to look for when marking; for teachers only. */
export const guide = richText.default('');

export const handGist = (own: {
  prompt?: string | undefined;
  needs?: string | undefined;
  guide: string;
  rule: { points: number };
}): Gist => ({ prompt: own.prompt, needs: own.needs, guide: own.guide, points: own.rule.points });

export const handInWords = ({ points }: { points: number }, what: string) =>
  `A teacher marks ${what}: up to ${count(points, 'point')}.`;
