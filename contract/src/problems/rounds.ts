/** Asking a class now. */
import { refusal } from './kind';

export const rounds = {
  'round-ended': refusal(409),
  'still-open': refusal(409),
  'nothing-asked': refusal(409),
  'not-being-read': refusal(409),
  'not-open': refusal(409),
  'not-closed': refusal(409),
  'asked-already': refusal(409),
  'asked-twice': refusal(409),
  'key-was-shown': refusal(409),
  'no-such-entry': refusal(409),
  'round-moved-on': refusal(409),
  'answers-closed': refusal(409),
  'draws-cannot-be-asked': refusal(409),
  'class-is-asked': refusal(409),
};
