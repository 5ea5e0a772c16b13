/** What a student should know before beginning, one sentence each. */
import type { SittingRules } from '@oaken/core/assignments';
import { exactLength } from '@oaken/core/timing';
import { percentText } from '@oaken/words/numbers';
import { language, say } from '../words';
import { lengthText } from './timeWords';

export const hasRules = ({ perItem, bySections, goBack, mayBeAway }: SittingRules) =>
  perItem !== null || bySections || !goBack || mayBeAway !== null;

/** Empty where nothing is out of the way. */
export function sittingInWords({ perItem, bySections, goBack, mayBeAway }: SittingRules): string[] {
  return [
    perItem === null ? '' : say('begin.perItem', { time: exactLength(perItem, language.value) }),
    bySections ? say('begin.bySections') : '',
    goBack || perItem !== null ? '' : say('begin.noGoingBack'),
    mayBeAway === null ? '' : say('begin.oneSitting', { time: lengthText(mayBeAway) }),
  ].filter(Boolean);
}

/** What help costs in practice, before the first try. */
export const practiceInWords = (offPerTry: number) => [
  offPerTry === 0
    ? say('practice.freeTries')
    : say('practice.pricedTries', { percent: percentText(offPerTry, language.value) }),
  say('practice.hints'),
];
