/** Why a line cannot be read, for its author. */
import { sentence } from './sentences';
import type { ReadFault } from './tokens';

/** The rest of a sentence that says why: “a bracket is not closed”. */
export const faultInWords = (fault: ReadFault, about: string): string =>
  sentence(`faults.${fault}`, { about });
