import type { SeatRow } from '@oaken/contract/attempts';
import { minute } from '@oaken/core/timing';
import { say } from '../words';
import { lengthText } from './timeWords';

/** How long there is to work, in a few words. */
export function limitInWords({
  limitMinutes,
  timed,
}: Pick<SeatRow, 'limitMinutes' | 'timed'>): string {
  const parts = timed ? say(timed === 'items' ? 'list.itemsTimed' : 'list.sectionsTimed') : '';
  const whole = limitMinutes === null ? '' : lengthText(limitMinutes * minute);
  return [whole, parts].filter(Boolean).join(', ') || say('list.noLimit');
}
