/** The order of operations, expressions with letters, equations. */
import type { DemoItem } from '../build';
import { f } from '../build';
import { chosen, drawing, typed } from './build';

export const algebraTemplates: DemoItem[] = [
  typed({
    standard: 'MA.5.ALG.1',
    depth: 1,
    seconds: 40,
    stem: 'Work out [[a]] + [[b]] × [[c]].',
    draw: drawing(`
      a: 3 to 20
      b: 3 to 9
      c: 3 to 9
    `),
    right: 'a + b * c',
    mistakes: [
      ['(a + b) * c', 'Works from left to right.'],
      ['a + b + c', 'Adds all of them.'],
    ],
    explanation: 'Multiplying comes first: [[b * c]]. Then [[a]] + [[b * c]] = [[a + b * c]].',
  }),
  typed({
    standard: 'MA.5.ALG.1',
    stem: 'Work out [[a]] × ([[b]] + [[c]]) − [[d]].',
    draw: drawing(`
      a: 3 to 9
      b: 2 to 9
      c: 2 to 9
      d: 4 to 15
      d < a * b + c
      c != d
      c > d - a * c + a * c
      a * (b + c - d) >= 0
    `),
    right: 'a * (b + c) - d',
    mistakes: [
      ['a * b + c - d', 'Multiplies only the first number in the brackets.'],
      ['a * (b + c - d)', 'Subtracts inside of the brackets.'],
    ],
    explanation:
      'The brackets first: [[b + c]]. Then [[a]] × [[b + c]] = [[a * (b + c)]], less [[d]]: [[a * (b + c) - d]].',
  }),
  chosen({
    standard: 'MA.5.ALG.1',
    stem: 'Which expression is “[[a]] more than [[b]] times [[c]]”?',
    draw: drawing(`
      a: 2 to 9
      b: 2 to 9
      c: 10 to 25
      a != b
    `),
    right: '[[b]] × [[c]] + [[a]]',
    mistakes: [
      ['[[b]] × ([[c]] + [[a]])', 'Adds before multiplying.'],
      ['[[b]] + [[c]] + [[a]]', 'Takes times for plus.'],
      ['[[a]] × [[c]] + [[b]]', 'Takes the numbers in the order in which they stand.'],
    ],
    explanation:
      '[[b]] times [[c]] is [[b]] × [[c]]; [[a]] more than that is [[b]] × [[c]] + [[a]].',
  }),
  typed({
    standard: 'MA.6.ALG.1',
    depth: 1,
    seconds: 40,
    stem: `What is ${f('[[a]]x + [[b]]')} where ${f('x = [[x]]')}?`,
    draw: drawing(`
      a: 2 to 9
      b: 2 to 20
      x: 3 to 12
      a * 10 + x + b != a * x + b
      a + x != a * x
    `),
    right: 'a * x + b',
    mistakes: [
      ['a * 10 + x + b', 'Writes the number beside the other, as digits.'],
      ['a + x + b', 'Adds instead of multiplying.'],
    ],
    explanation: '[[a]] × [[x]] + [[b]] = [[a * x]] + [[b]] = [[a * x + b]].',
  }),
  typed({
    standard: 'MA.6.ALG.1',
    stem: `What is ${f('[[a]]n^2')} where ${f('n = [[n]]')}?`,
    draw: drawing(`
      a: 2 to 6
      n: 3 to 9
    `),
    right: 'a * n^2',
    mistakes: [
      ['(a * n)^2', 'Squares the number in front as well.'],
      ['a * n * 2', 'Doubles instead of squaring.'],
    ],
    explanation: '[[n]]² = [[n^2]], times [[a]]: [[a * n^2]].',
  }),
  chosen({
    standard: 'MA.6.ALG.1',
    stem: 'A gym costs $[[b]] to join and $[[m]] each month. Which expression says the cost of n months?',
    draw: drawing(`
      b: 20 to 60 by 5
      m: 12 to 35
      b != m
    `),
    right: f('[[b]] + [[m]]n'),
    mistakes: [
      [f('[[b]]n + [[m]]'), 'Pays to join each month.'],
      [f('([[b]] + [[m]])n'), 'Takes both for each month.'],
      [f('[[b]] + [[m]] + n'), 'Adds the months.'],
    ],
    explanation: 'The $[[b]] are paid once, the $[[m]] n times.',
  }),
  typed({
    standard: 'MA.7.ALG.1',
    stem: `Solve ${f('[[a]]x + [[b]] = [[c]]')}.`,
    draw: drawing(`
      a: 2 to 9
      b: -12 to 12
      x: -9 to 12
      c = a * x + b
      b != 0
      x != 0
      a * x != c / a
      a * x != (c + b) / a
    `),
    right: 'x',
    mistakes: [
      ['(c + b) / a', 'Keeps the sign when moving a term.'],
      ['c - b', 'Does not divide at the end.'],
      ['c / a', 'Leaves the number beside x out.'],
    ],
    explanation: `${f('[[a]]x = [[c - b]]')}, and ${f('x = [[x]]')}.`,
    hints: ['What must be done to both sides, so that [[a]]x stands alone?'],
  }),
  typed({
    standard: 'MA.7.ALG.1',
    stem: `Solve ${f('\\frac{x}{[[a]]} + [[b]] = [[c]]')}.`,
    draw: drawing(`
      a: 2 to 8
      b: 2 to 12
      q: 2 to 9
      c = q + b
      (c + b) * a != a * q
      c * a != q
      q != a * q
    `),
    right: 'a * q',
    mistakes: [
      ['(c + b) * a', 'Keeps the sign when moving a term.'],
      ['c * a', 'Leaves the number beside x out.'],
      ['q / a', 'Divides where it must be multiplied.'],
    ],
    explanation: `${f('\\frac{x}{[[a]]} = [[q]]')}, and ${f('x = [[a * q]]')}.`,
  }),
  typed({
    standard: 'MA.7.ALG.1',
    stem:
      '[[who]] buys [[n]] tickets and a program for $[[p]], and pays ' +
      '$[[n * t + p]] altogether. What does one ticket cost?',
    draw: drawing(`
      who: Ada | Ben | Chidi | Dana | Elif
      n: 3 to 8
      t: 4 to 15
      p: 2 to 9
      n != p
    `),
    right: 't',
    mistakes: [
      ['(n * t + 2 * p) / n; 2 places', 'Adds the program once more.'],
      ['(n * t + p) / n; 2 places', 'Shares the program out as well.'],
      ['n * t', 'Gives all tickets together.'],
    ],
    key: { units: [{ name: '$', factor: 1 }] },
    explanation: '$[[n * t + p]] − $[[p]] = $[[n * t]] for [[n]] tickets: $[[t]] each.',
  }),
  typed({
    standard: 'MA.8.ALG.1',
    stem: `Solve ${f('[[a]]x + [[b]] = [[c]]x + [[d]]')}.`,
    draw: drawing(`
      a: 4 to 9
      c: 2 to 7
      x: -8 to 9
      b: -10 to 10
      d = (a - c) * x + b
      a > c + 1
      b != 0
      d != 0
      x != 0
      (d - b)/(a + c) != x
      (d + b)/(a - c) != (d - b)/(a + c)
    `),
    right: 'x',
    mistakes: [
      ['(d - b) / (a + c)', 'Keeps the sign of the term with x.'],
      ['(d + b) / (a - c)', 'Keeps the sign of the number.'],
    ],
    explanation: `${f('[[a - c]]x = [[d - b]]')}, and ${f('x = [[x]]')}.`,
  }),
  typed({
    standard: 'MA.8.ALG.1',
    depth: 3,
    seconds: 90,
    stem:
      'Plan A costs $[[b]] and $[[m]] a month, plan B $[[b + k * n]] and ' +
      '$[[m - k]] a month. After how many months do they cost the same?',
    draw: drawing(`
      b: 10 to 60 by 5
      m: 18 to 40
      k: 3 to 9
      n: 3 to 12
      k != n
      m - k > 2
      (2 * b + k * n)/k != n
      (2 * b + k * n)/k != k * n
    `),
    right: 'n',
    mistakes: [
      ['k * n', 'Gives the difference of the first costs.'],
      ['(2 * b + k * n) / k', 'Adds the first costs instead of subtracting.'],
    ],
    key: { units: [{ name: 'months', factor: 1 }] },
    explanation:
      'B begins $[[k * n]] higher and gains $[[k]] each month: [[k * n]] ÷ [[k]] = [[n]].',
  }),
  chosen({
    standard: 'MA.8.ALG.1',
    stem: `Which is the same as ${f('[[a]](x + [[b]]) - [[c]]x')}?`,
    draw: drawing(`
      a: 4 to 9
      b: -8 to 8
      c: 2 to 7
      a > c + 1
      abs(b) > 1
    `),
    right: f('[[a - c]]x + [[a * b]]'),
    mistakes: [
      [f('[[a - c]]x + [[b]]'), 'Multiplies only the first term in the brackets.'],
      [f('[[a + c]]x + [[a * b]]'), 'Adds the terms with x.'],
      [f('[[a - c]]x - [[a * b]]'), 'Turns the sign of the number.'],
    ],
    explanation: `${f('[[a]]x + [[a * b]] - [[c]]x = [[a - c]]x + [[a * b]]')}.`,
  }),
];
