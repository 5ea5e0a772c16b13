import type { SeatRow } from '@oaken/contract/attempts';
import { lengthInWords, minute } from '@oaken/core/timing';

/** How long there is to work, in a few words. */
export function limitWords({
  limitMinutes,
  timed,
}: Pick<SeatRow, 'limitMinutes' | 'timed'>): string {
  const parts =
    timed === 'items' ? 'each question timed' : timed === 'sections' ? 'each section timed' : '';
  const whole = limitMinutes === null ? '' : lengthInWords(limitMinutes * minute);
  return [whole, parts].filter(Boolean).join(', ') || 'no time limit';
}
