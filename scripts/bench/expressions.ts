/**
 * Ten thousand answers that are mathematics, scored by six keys: every seventh in other words than the key, and none
 * read before. The floor is the same answers read only.
 */
import { readAnswer } from '@oaken/core/expressions';
import { kindOf, readItem, type Part } from '@oaken/core/items';
import { report } from './figure';

/** What it must hold, in seconds. */
const mostForAnswers = 3;
const answers = 10_000;

/** A key, and answers to it as students write them, with a number in the place of n. */
const questions: [key: string, form: string, given: (n: number) => string][] = [
  ['2x + 6', 'expanded', (n) => (n % 7 === 0 ? `6 + 2x + ${n} - ${n}` : `2x + ${n}`)],
  ['(x + 2)(x + 3)', 'factored', (n) => (n % 7 === 0 ? `(x + 3)*(x + 2)` : `(x + ${n})(x + 1)`)],
  ['x > -3', 'simplified', (n) => (n % 7 === 0 ? '-3 < x' : `x < ${n}`)],
  ['(x^2 - 1)/(x + 2)', 'any', (n) => `((x - 1)(x + ${n % 7 === 0 ? 1 : n}))/(x + 2)`],
  ['5√2', 'simplified', (n) => (n % 7 === 0 ? '√50' : `${n}√2`)],
  ['{1, 2, 3}', 'any', (n) => `{3, ${n}, 1}`],
];

const parts = questions.map(([key, form], index): Part => {
  const read = readItem({
    stem: '<p>?</p>',
    parts: [
      {
        id: `p${index}`,
        kind: 'expression',
        key: { answers: [key], form },
        rule: { rule: 'all-or-nothing', points: 1 },
      },
    ],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.content.parts[0]!;
});
const given = Array.from({ length: answers }, (_, n) => {
  const index = n % questions.length;
  return { part: parts[index]!, response: questions[index]![2](n) };
});

function timed(work: () => void): number {
  const began = performance.now();
  work();
  return (performance.now() - began) / 1000;
}
const reading = timed(() => {
  for (const { response } of given) readAnswer(response);
});
let right = 0;
const scoring = timed(() => {
  for (const { part, response } of given) right += kindOf(part).score(part, response);
});
report({
  name: `expressions/${answers} answers scored, ${right} of them right`,
  value: scoring,
  unit: 's',
  floor: reading,
  holds: scoring <= mostForAnswers,
});

/** The largest that can be sent, one of each kind of burden. */
const nasty = [
  Array.from({ length: 17 }, () => '(a+b+c)^24').join('+'),
  '(x+1/3)^12(x+2/7)^12 = (x+3/11)^24',
  `{${Array.from({ length: 90 }, (_, n) => n % 10).join(',')}}`,
  Array.from({ length: 20 }, (_, n) => `x^3=${n + 5040}`)
    .join(' or ')
    .slice(0, 200),
  'sqrt('.repeat(30) + '2' + ')'.repeat(30),
  Array.from({ length: 24 }, (_, n) => `|x|>${n}`).join(' or '),
  Array.from({ length: 12 }, (_, n) => `√(x-${n})<${n}`).join(' and '),
];
const longest = Math.max(
  ...nasty.flatMap((response) =>
    parts.map((part) => timed(() => void kindOf(part).score(part, response))),
  ),
);
report({
  name: 'expressions/longest answer that can be sent',
  value: longest * 1000,
  unit: 'ms',
  holds: longest <= 0.05,
});
