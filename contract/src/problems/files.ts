/** Files. */
import { made, plain } from './kind';

export const files = {
  'no-room': made<{ what: string; help: string }>({
    status: 507,
    title: ({ what }) => what,
    detail: ({ help }) => help,
  }),
  'no-such-part-of-file': plain(416, 'That part of the file does not exist.'),
  'no-file-asked': plain(409, 'This question asks for no file.'),
};
