import type { SetRule } from '../../scoring';
import { count } from '../../text';

/** A rule in one sentence. `right` says what is right; `what` names one right thing. */
export function setRuleInWords(rule: SetRule, right: string, what: string): string {
  switch (rule.rule) {
    case 'all-or-nothing':
      return `${count(rule.points, 'point')} for exactly ${right}, otherwise none.`;
    case 'each-right':
      return `${right}: each right ${what} earns its share of ${count(rule.points, 'point')}.`;
    case 'wrong-takes-away':
      return `${right}: each right ${what} earns its share of ${count(rule.points, 'point')}, each wrong one takes a share away, never below 0.`;
    case 'table':
      return `${right}; each ${what} has its own points, added up.`;
  }
}
