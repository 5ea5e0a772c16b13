/** Files. */
import { refusal } from './kind';

export const files = {
  'no-room': refusal<{ what: string; help: string }>(507),
  'no-such-part-of-file': refusal(416),
  'no-file-asked': refusal(409),
};
