/** Banks, items and passages. */
import { counted, refusal } from './kind';

export const banks = {
  'bank-not-yours': refusal(403),
  'bank-read-only': refusal(403),
  'items-not-yours': refusal<{ items: number }>(403, counted('items')),
  'items-read-only': refusal<{ items: number }>(403, counted('items')),
  'item-saved-meanwhile': refusal(409),
  'item-retired': refusal(409),
  'passage-not-yours': refusal(403),
  'passage-saved-meanwhile': refusal(409),
  'import-not-waiting': refusal(409),
  'import-has-bad-rows': refusal<{ rows: number }>(409, counted('rows')),
  'import-has-no-rows': refusal(409),
};
