import type { SeatRow } from '@oaken/contract/attempts';
import { lengthInWords, minute } from '@oaken/core/timing';

const timedWords = { items: 'each question timed', sections: 'each section timed' };

/** How long there is to work, in a few words. */
export function limitWords({
  limitMinutes,
  timed,
}: Pick<SeatRow, 'limitMinutes' | 'timed'>): string {
  const parts = timed ? timedWords[timed] : '';
  const whole = limitMinutes === null ? '' : lengthInWords(limitMinutes * minute);
  return [whole, parts].filter(Boolean).join(', ') || 'no time limit';
}
