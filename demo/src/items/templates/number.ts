/** Fractions, decimals, numbers below zero, powers of ten. */
import type { DemoItem } from '../build';
import { f } from '../build';
import { chosen, drawing, typed } from './build';

export const numberTemplates: DemoItem[] = [
  chosen({
    standard: 'MA.5.NUM.1',
    stem: `What is ${f('\\frac{[[a]]}{[[b]]} + \\frac{[[c]]}{[[d]]}')}?`,
    draw: drawing(`
      a: 1 to 5
      b: 2 to 8
      c: 1 to 5
      d: 2 to 8
      a < b
      c < d
      b < d
      gcd(a, b) = 1
      gcd(c, d) = 1
      a/b + c/d < 1
      a*d + c*b != a + c
    `),
    right: '[[a/b + c/d; fraction]]',
    mistakes: [
      ['[[a + c]]/[[b + d]]', 'Adds the numerators and the denominators.'],
      ['[[a + c]]/[[b * d]]', 'Multiplies the denominators and adds the numerators as they are.'],
    ],
    explanation:
      'Over [[lcm(b, d)]] they are [[a * lcm(b, d) / b]] and [[c * lcm(b, d) / d]] parts: [[a/b + c/d; fraction]].',
    hints: ['Find a number that both [[b]] and [[d]] divide.'],
  }),
  typed({
    standard: 'MA.5.NUM.1',
    stem: `Subtract: ${f('\\frac{[[a]]}{[[b]]} - \\frac{[[c]]}{[[d]]}')}. Write a fraction.`,
    draw: drawing(`
      a: 1 to 7
      b: 3 to 9
      c: 1 to 5
      d: 2 to 8
      a < b
      c < d
      b != d
      gcd(a, b) = 1
      gcd(c, d) = 1
      a/b > c/d
      a > c
      b > d
      (a - c)/(b - d) != a/b - c/d
      (a - c)/b != a/b - c/d
    `),
    right: 'a/b - c/d; fraction',
    mistakes: [
      ['(a - c)/(b - d); fraction', 'Subtracts the denominators as well.'],
      ['(a - c)/b; fraction', 'Subtracts the numerators and keeps one denominator.'],
    ],
    explanation:
      'Over [[lcm(b, d)]]: [[a * lcm(b, d) / b]] − [[c * lcm(b, d) / d]] parts, which is [[a/b - c/d; fraction]].',
  }),
  typed({
    standard: 'MA.5.NUM.1',
    stem:
      '[[who]] ran [[a]] 1/[[b]] miles on Monday and [[c]] 1/[[d]] ' +
      'miles on Tuesday. How many miles is that altogether?',
    draw: drawing(`
      who: Ada | Ben | Chidi | Dana | Elif
      a: 1 to 4
      b: 2 | 3 | 4
      c: 1 to 4
      d: 3 | 4 | 5 | 6
      b < d
      2/(b + d) != 1/b + 1/d
    `),
    right: 'a + c + 1/b + 1/d; mixed',
    mistakes: [
      ['a + c + 2/(b + d); mixed', 'Adds the fractions by adding tops and bottoms.'],
      ['a + c; mixed', 'Leaves the fractions out.'],
    ],
    explanation:
      '[[a]] + [[c]] = [[a + c]], and 1/[[b]] + 1/[[d]] = [[1/b + 1/d; fraction]]: [[a + c + 1/b + 1/d; mixed]] miles.',
  }),
  typed({
    standard: 'MA.5.NUM.2',
    depth: 1,
    seconds: 30,
    stem: 'What is [[a]] × [[p]]?',
    draw: drawing(`
      a: 0.12 to 9.87 by 0.15
      p: 10 | 100 | 1000
    `),
    right: 'a * p',
    mistakes: [
      ['a * p / 10', 'Moves the digits one place too few.'],
      ['a * p * 10', 'Moves the digits one place too many.'],
      ['a / p', 'Moves the digits to the right, as in dividing.'],
    ],
    explanation: 'Each digit is worth [[p]] times as much: [[a * p]].',
  }),
  typed({
    standard: 'MA.5.NUM.2',
    depth: 1,
    seconds: 30,
    stem: 'What is [[a]] ÷ [[p]]?',
    draw: drawing(`
      a: 14 to 980 by 6
      p: 10 | 100
    `),
    right: 'a / p',
    mistakes: [
      ['a * p', 'Multiplies.'],
      ['a / p / 10', 'Moves the digits one place too many.'],
    ],
    explanation: 'Each digit is worth a [[p]]th of what it was: [[a / p]].',
  }),
  typed({
    standard: 'MA.6.NUM.1',
    stem: `What is ${f('\\frac{[[a]]}{[[b]]} \\div \\frac{[[c]]}{[[d]]}')}? Write a fraction or a whole number.`,
    draw: drawing(`
      a: 1 to 7
      b: 2 to 9
      c: 1 to 5
      d: 2 to 7
      a < b
      c < d
      gcd(a, b) = 1
      gcd(c, d) = 1
      c > 1
      a*c/(b*d) != a*d/(b*c)
      b*c/(a*d) != a*d/(b*c)
      b*c/(a*d) != a*c/(b*d)
    `),
    right: '(a/b) / (c/d); fraction',
    mistakes: [
      ['a*c/(b*d); fraction', 'Multiplies without turning the second fraction over.'],
      ['b*c/(a*d); fraction', 'Turns the first fraction over instead of the second.'],
    ],
    explanation:
      'Dividing by [[c]]/[[d]] is multiplying by [[d]]/[[c]]: [[(a/b) / (c/d); fraction]].',
    hints: ['How many times does [[c]]/[[d]] go into [[a]]/[[b]]?'],
  }),
  typed({
    standard: 'MA.6.NUM.1',
    stem: 'A rope of [[l]] yards is cut into pieces of [[t]]/[[b]] of a yard. How many pieces are there?',
    draw: drawing(`
      t: 2 | 3
      b: 4 | 5 | 7 | 8
      n: 4 to 15
      l = n * t / b
      l > 1
      denominator(l) = 1
      l * t / b != n
    `),
    right: 'n',
    mistakes: [
      ['l * t / b', 'Multiplies where the rope is shared out.'],
      ['l * b', 'Cuts pieces of one part of [[b]] only.'],
    ],
    explanation: '[[l]] ÷ [[t]]/[[b]] = [[l]] × [[b]] ÷ [[t]] = [[n]].',
  }),
  chosen({
    standard: 'MA.6.NUM.2',
    depth: 1,
    seconds: 40,
    stem: 'Which number is the smallest?',
    draw: drawing(`
      a: 2 to 9
      b: 11 to 25
      c: 1 to 9
      a != c
    `),
    right: '−[[b]]',
    mistakes: [
      ['−[[a]]', 'Takes the smaller size for the smaller number.'],
      ['0', 'Thinks that nothing is smaller than 0.'],
      ['[[c]]', 'Leaves the signs out.'],
    ],
    explanation: 'On the number line −[[b]] stands farthest to the left.',
  }),
  typed({
    standard: 'MA.6.NUM.2',
    stem: 'At 6 a.m. it was [[a]] °F, at noon [[b]] °F. By how many degrees did it rise?',
    draw: drawing(`
      a: -18 to -2
      b: 3 to 25
    `),
    right: 'b - a',
    mistakes: [
      ['b + a', 'Adds the signed numbers.'],
      ['b', 'Counts from 0 only.'],
    ],
    key: {
      units: [
        { name: '°F', factor: 1 },
        { name: '°', factor: 1 },
      ],
    },
    explanation: 'From [[a]] up to 0 it is [[-a]] degrees, and [[b]] more: [[b - a]].',
  }),
  typed({
    standard: 'MA.7.NUM.1',
    stem: 'Work out [[a]] − ([[b]]).',
    draw: drawing(`
      a: -15 to 15
      b: -12 to -2
      a != 0
      a - b != 0
    `),
    right: 'a - b',
    mistakes: [
      ['a + b', 'Takes − (−) for −.'],
      ['b - a', 'Subtracts the other way round.'],
    ],
    explanation: 'Taking [[b]] away is adding [[-b]]: [[a - b]].',
  }),
  typed({
    standard: 'MA.7.NUM.1',
    stem: 'Work out ([[a]]) × ([[b]]).',
    draw: drawing(`
      a: -12 to -2
      b: -9 to 9
      abs(b) > 1
      a + b != a * b
      a + b != -a * b
    `),
    right: 'a * b',
    mistakes: [
      ['-a * b', 'Gets the sign wrong.'],
      ['a + b', 'Adds.'],
    ],
    explanation: 'Like signs give a product above 0, unlike signs one below: [[a * b]].',
  }),
  chosen({
    standard: 'MA.8.NUM.1',
    depth: 1,
    seconds: 45,
    stem: 'Write [[m * 10^n; grouped]] in scientific notation.',
    draw: drawing(`
      m: 1.1 to 9.9 by 0.4
      n: 4 to 8
    `),
    right: `${f('[[m; 1 place]] \\cdot 10^{[[n]]}')}`,
    mistakes: [
      [`${f('[[m * 10; 0 places]] \\cdot 10^{[[n - 2]]}')}`, 'Counts the zeros only.'],
      [`${f('[[m; 1 place]] \\cdot 10^{[[n + 1]]}')}`, 'Counts all digits.'],
      [`${f('[[m; 1 place]] \\cdot 10^{-[[n]]}')}`, 'Turns the sign of the power.'],
    ],
    explanation: 'The point moves [[n]] places.',
  }),
  typed({
    standard: 'MA.8.NUM.1',
    stem: `Multiply, and write the power of ten that comes out as a whole number: ${f('10^{[[a]]} \\cdot 10^{[[b]]} = 10^{?}')}`,
    draw: drawing(`
      a: -6 to 9
      b: 2 to 8
      a * b != a + b
      a * b != a - b
      a != 0
    `),
    right: 'a + b',
    mistakes: [
      ['a * b', 'Multiplies the exponents.'],
      ['a - b', 'Subtracts the exponents.'],
    ],
    explanation:
      'When powers of one base are multiplied, their exponents are added: [[a]] + [[b]] = [[a + b]].',
  }),
];
