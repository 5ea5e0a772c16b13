/** What people read of this folder, from the catalogue. */
import { speaker } from '@oaken/words/speaking';
import messages from '@oaken/words/en/core/rich-text.json' with { type: 'json' };

export const sentence = speaker(messages);
