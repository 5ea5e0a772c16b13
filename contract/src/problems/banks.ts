/** Banks, items and passages. */
import { made, plain } from './kind';

export const banks = {
  'bank-not-yours': plain(
    403,
    'This bank belongs to somebody else.',
    'Only its owner can rename or share it.',
  ),
  'bank-read-only': plain(
    403,
    'You cannot change that bank.',
    'Choose one of your own, or ask its owner.',
  ),
  'items-not-yours': made<{ items: number }>({
    status: 403,
    title: ({ items }) =>
      items === 1
        ? 'This item’s bank belongs to others.'
        : `${items} of the items are in banks of others.`,
    detail: 'You can copy them into a bank of yours and change the copies.',
  }),
  'items-read-only': made<{ items: number }>({
    status: 403,
    title: ({ items }) =>
      `${items === 1 ? 'An item is' : `${items} items are`} shared with you for reading only.`,
    detail: 'Ask the bank’s owner.',
  }),
  'item-saved-meanwhile': plain(
    409,
    'Somebody else saved this item in the meantime.',
    'Nothing of yours is lost. Compare both and choose.',
  ),
  'item-retired': plain(
    409,
    'This item was retired in the meantime.',
    'Restore it first, then save.',
  ),
  'passage-not-yours': plain(
    403,
    'This passage’s bank belongs to others.',
    'Copy its text into a passage of yours.',
  ),
  'passage-saved-meanwhile': plain(
    409,
    'Somebody else saved this passage in the meantime.',
    'Nothing of yours is lost; copy your text before you load the page again.',
  ),
  'import-not-waiting': plain(
    409,
    'This import is not waiting for a decision.',
    'It is still being read, or it has ended.',
  ),
  'import-has-bad-rows': made<{ rows: number }>({
    status: 409,
    title: ({ rows }) => `${rows} rows have something wrong with them, so nothing was made.`,
    detail: 'Fix them and import the file again, or import only the good rows.',
  }),
  'import-has-no-rows': plain(409, 'There is no good row to make an item of.'),
};
