/** Moments and lengths as students read them, in their language and the school's zone. */
import { inWords, lengthInWords } from '@oaken/core/timing';
import { useSession } from '../client/session';
import { language } from '../words';

/** "Fri, Dec 4, 3:30 PM" */
export function momentInWords(moment: number): string {
  const session = useSession();
  return inWords(moment, session.school.zone, session.now(), language.value);
}

/** "20 minutes" */
export const lengthText = (length: number) => lengthInWords(length, language.value);
