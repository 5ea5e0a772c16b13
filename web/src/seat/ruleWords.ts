/** What a student should know before beginning, one sentence each. */
import type { PracticeHelp, SittingRules } from '@oaken/core/assignments';
import type { StudentTool } from '@oaken/core/items';
import { listing } from '@oaken/core/text';
import { exactLength } from '@oaken/core/timing';
import type { MessageKey } from '@oaken/words';
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

const toolNames: Record<StudentTool, MessageKey> = {
  'basic-calculator': 'tools.names.basic-calculator',
  'scientific-calculator': 'tools.names.scientific-calculator',
  ruler: 'tools.names.ruler',
  protractor: 'tools.names.protractor',
};
/** "a calculator and a ruler" */
export const toolsInWords = (tools: readonly StudentTool[]): string =>
  listing(
    tools.map((tool) => say(toolNames[tool])),
    language.value,
  );

/** What help costs in practice, before the first try. */
export function practiceInWords(
  offPerTry: number,
  { feedback, tries, hints, answers }: PracticeHelp,
): string[] {
  const checks =
    feedback === 'at-once'
      ? [
          tries === null ? '' : say('practice.mostTries', { n: tries }),
          offPerTry === 0
            ? say('practice.freeTries')
            : say('practice.pricedTries', { percent: percentText(offPerTry, language.value) }),
          answers ? say('practice.answerCosts') : '',
        ]
      : [say(feedback === 'at-end' ? 'practice.atEnd' : 'practice.noFeedback')];
  return [...checks, hints ? say('practice.hintsFree') : ''].filter(Boolean);
}
