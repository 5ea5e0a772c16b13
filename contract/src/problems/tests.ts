/** Building tests. */
import { made, plain } from './kind';

export const tests = {
  'picked-items-gone': made<{ items: number }>({
    status: 404,
    title: ({ items }) => `${items} of the selected items can no longer be found.`,
    detail: 'They were retired or are not shared with you any more.',
  }),
  'change-does-not-fit': made<{ why: string }>({
    status: 409,
    title: 'That change does not fit any more.',
    detail: ({ why }) => why,
  }),
  'changed-by-colleague': made<{ theirs: string }>({
    status: 409,
    title: 'A colleague has changed the same thing in the meantime.',
    detail: ({ theirs }) => theirs,
  }),
  'item-changed-meanwhile': plain(
    409,
    'This item was changed in the meantime.',
    'Your wording is still here; close it to see the other one.',
  ),
  'bank-has-wording': plain(409, 'The bank has this wording already.'),
  'test-not-yours': plain(
    403,
    'This test belongs to somebody else.',
    'Make a copy; the copy is yours to change.',
  ),
  'test-not-yours-to-share': plain(
    403,
    'This test belongs to somebody else.',
    'Only its owner can share it.',
  ),
};
