import type { SetRule } from '../../scoring';
import { count } from '../../text';
import { sentence } from './sentences';
import type messages from '@oaken/words/en/core/items-kinds.json';

/** What is right: one of them. */
export type Thing = keyof (typeof messages)['things'];

/** A rule in one sentence. `right` says what is right; `thing` names one of what is. */
export function setRuleInWords(rule: SetRule, right: string, thing: Thing): string {
  const what = sentence(`things.${thing}`);
  switch (rule.rule) {
    case 'all-or-nothing':
      return sentence('forExactlyOtherwiseNone', { points: count(rule.points, 'point'), right });
    case 'each-right':
      return sentence('eachRightEarnsItsShare', {
        right,
        what,
        points: count(rule.points, 'point'),
      });
    case 'wrong-takes-away':
      return sentence('eachRightEarnsItsShareEach', {
        right,
        what,
        points: count(rule.points, 'point'),
      });
    case 'table':
      return sentence('eachHasItsOwnPoints', { right, what });
  }
}
