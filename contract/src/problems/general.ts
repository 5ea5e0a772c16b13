/** What can be wrong with any request. */
import { made, plain } from './kind';

export const anything = {
  'not-found': made<{ what: string }>({
    status: 404,
    title: ({ what }) => `${what} was not found.`,
    detail: 'It may have been removed, or it belongs to somebody else.',
  }),
  invalid: made<{ messages: string[] }>({
    status: 422,
    title: 'Something in it is not right.',
    detail: ({ messages }) => messages.join(' '),
  }),
  'nothing-here': plain(404, 'There is nothing at this address.'),
  unreadable: plain(400, 'That request could not be read.'),
  'unreadable-encoding': plain(415, 'That request could not be read.'),
  'unreadable-json': plain(400, 'That could not be read as JSON.'),
  'nested-too-deeply': plain(422, 'Something in it is nested too deeply.'),
  'too-many-values': plain(422, 'Too many values were sent at once.'),
  'too-large': made<{ words: string }>({
    status: 413,
    title: 'That is too large.',
    detail: ({ words }) => words,
  }),
  'length-missing': plain(411, 'The request does not say how large the file is.'),
  'server-failed': plain(
    500,
    'Something went wrong on the server.',
    'It was noted in the server’s log. What you typed is kept; try again.',
  ),
  'database-away': plain(
    503,
    'The database is not answering.',
    'Nothing is lost. It will be tried again in a moment.',
  ),
  'server-busy': plain(
    503,
    'The server is busy right now.',
    'Nothing is lost. Try again in a moment.',
  ),
  'took-too-much': plain(
    503,
    'This took more time than the server allows.',
    'Nothing was changed. Ask for less at once, or try again.',
  ),
  'out-of-date': plain(403, 'This page is out of date.', 'Load it again; what you typed is kept.'),
  'other-site': made<{ hint: string }>({
    status: 403,
    title: 'That came from another site.',
    detail: ({ hint }) => hint,
  }),
};
