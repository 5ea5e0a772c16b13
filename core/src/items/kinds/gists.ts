/** How kinds that share a shape say it and take it over. */
import type { SetRule } from '../../scoring';
import { plainText } from '../../text';
import type { Gist } from '../kind/gist';
import { freshId, type Choice, type ShownChoice } from '../kind/kind';

interface ChoicesPart {
  prompt?: string | undefined;
  needs?: string | undefined;
  choices: Choice[];
  key: string[];
  rule: SetRule;
}

/** The points of a rule that has one number; undefined for a table. */
export const pointsOf = (rule: { rule: string; points?: number }) => rule.points;

/** A rule for sets as text has it. */
export const ruleGist = (rule: SetRule): Gist =>
  rule.rule === 'table'
    ? { pointsEach: rule }
    : { points: rule.points, partial: rule.rule === 'all-or-nothing' ? undefined : rule.rule };

/** The misconceptions that choices stand for, by the choices’ places. */
export const misconceptionsOf = (choices: readonly Choice[]) =>
  Object.fromEntries(
    choices.flatMap(({ id, misconception }) => (misconception ? [[id, misconception]] : [])),
  );

/** A part with choices as text has it. */
export const choicesGist = ({ prompt, needs, choices, key, rule }: ChoicesPart): Gist => ({
  prompt,
  needs,
  choices: choices.map(({ id, text }) => ({ id, text })),
  right: key,
  misconceptions: misconceptionsOf(choices),
  ...ruleGist(rule),
});

/** Choices of a gist with their misconceptions; accepted answers become choices where there are none. */
export function choicesOf(gist: Gist): { choices: Choice[]; right: string[] } {
  const { choices = [], accepted = [], misconceptions = {} } = gist;
  if (choices.length > 0)
    return {
      choices: choices.map(({ id, text }) => ({
        id,
        text,
        ...(misconceptions[id] && { misconception: misconceptions[id] }),
      })),
      right: (gist.right ?? []).filter((id) => choices.some((choice) => choice.id === id)),
    };
  const made: Choice[] = [];
  for (const text of accepted.filter((variant) => plainText(variant) !== ''))
    made.push({ id: freshId(made.map(({ id }) => id)), text });
  const right = made.map(({ id }) => id);
  return { choices: made, right };
}

/** Two choices at least, and `blank` where there are none yet; empty ones are added. */
export function padded<T extends ShownChoice>(choices: T[], blank: number): (T | ShownChoice)[] {
  const list: (T | ShownChoice)[] = [...choices];
  while (list.length < (choices.length > 0 ? 2 : blank))
    list.push({ id: freshId(list.map(({ id }) => id)), text: '' });
  return list;
}

/** @param usual the rule where nothing was said of one and nothing is known of several right answers */
export function setRuleOf(
  { partial, points = 1, pointsEach, right = [] }: Gist,
  withTable: boolean,
  usual: 'all-or-nothing' | 'wrong-takes-away' = 'all-or-nothing',
): SetRule {
  if (withTable && pointsEach) return pointsEach as SetRule;
  if (partial === 'each-right' || partial === 'wrong-takes-away') return { rule: partial, points };
  return { rule: right.length <= 1 ? usual : 'all-or-nothing', points };
}

/** The choices, key and rule of a part from text; what is missing is filled with what is usual. */
export function choicesFrom(gist: Gist, id: string, usual?: Parameters<typeof setRuleOf>[2]) {
  const { choices, right } = choicesOf(gist);
  return {
    id,
    prompt: gist.prompt,
    needs: gist.needs,
    choices: padded(choices, 4),
    key: right,
    rule: setRuleOf(gist, true, usual),
  };
}
