/** Building tests. */
import { counted, refusal } from './kind';

export const tests = {
  'picked-items-gone': refusal<{ items: number }>(404, counted('items')),
  'change-does-not-fit': refusal<{ why: string }>(409),
  'changed-by-colleague': refusal<{ theirs: string }>(409),
  'item-changed-meanwhile': refusal(409),
  'bank-has-wording': refusal(409),
  'test-not-yours': refusal(403),
  'test-not-yours-to-share': refusal(403),
};
