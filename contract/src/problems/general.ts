/** What can be wrong with any request. */
import { refusal } from './kind';

export const anything = {
  'not-found': refusal<{ what: string }>(404),
  invalid: refusal<{ messages: string[] }>(422, ({ messages }) => ({
    values: { messages: messages.join(' ') },
  })),
  'nothing-here': refusal(404),
  unreadable: refusal(400),
  'unreadable-encoding': refusal(415),
  'unreadable-json': refusal(400),
  'nested-too-deeply': refusal(422),
  'too-many-values': refusal(422),
  'too-large': refusal<{ words: string }>(413),
  'length-missing': refusal(411),
  'server-failed': refusal(500),
  'database-away': refusal(503),
  'server-busy': refusal(503),
  'took-too-much': refusal(503),
  'out-of-date': refusal(403),
  'other-site': refusal<{ hint: string }>(403),
};
