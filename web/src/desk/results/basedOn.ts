import type { EarnedOn } from '@oaken/contract/results';
import { say } from '../../words/teacher';

/** On how many items something earned rests, and that few of them say little. */
export const basedOn = ({ items }: EarnedOn): string =>
  `${say('common.itemsCounted', { n: items })}${items < 3 ? say('results.saysLittle') : ''}`;
