/** Signing in, accounts and rights. */
import { lengthInWords, second } from '@oaken/core/timing';
import { refusal } from './kind';

/** From a minute on whole minutes are enough, and never too few. */
const roundedUp = (seconds: number) => (seconds < 60 ? seconds : Math.ceil(seconds / 60) * 60);

export const signingIn = {
  'not-signed-in': refusal(401),
  'not-for-you': refusal(403),
  'wrong-password': refusal<{ what: string }>(401),
  'wrong-passcode': refusal(401),
  'too-many-tries': refusal<{ seconds: number }>(429, ({ seconds }) => ({
    values: { wait: lengthInWords(roundedUp(seconds) * second) },
  })),
  'no-such-class-code': refusal(404),
  'no-such-link': refusal(404),
  'link-ended': refusal(404),
  'school-begun': refusal(409),
  'cannot-block-self': refusal(409),
};
