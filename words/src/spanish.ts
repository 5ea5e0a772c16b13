import type { Catalogue } from './index';
import messages from './es.json' with { type: 'json' };

/** Spanish, as it is spoken in American schools. A key that is missing does not compile. */
export const spanish: Catalogue = messages;
