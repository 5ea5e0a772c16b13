/** Comparing amounts, ratios, rates, percent, proportion. */
import type { DemoItem } from '../build';
import { chosen, drawing, inUnit, typed } from './build';

export const ratioTemplates: DemoItem[] = [
  typed({
    standard: 'MA.5.RAT.1',
    depth: 1,
    seconds: 40,
    stem: '[[who]] has [[n]] times as many stickers as a friend, who has [[a]]. How many stickers has [[who]]?',
    draw: drawing(`
      who: Ada | Ben | Chidi | Dana | Elif
      n: 3 to 9
      a: 6 to 25
    `),
    right: 'n * a',
    mistakes: [
      ['n + a', 'Adds where it says times as many.'],
      ['(n + 1) * a', 'Takes times as many for times more.'],
    ],
    explanation: '[[n]] × [[a]] = [[n * a]].',
  }),
  typed({
    standard: 'MA.5.RAT.1',
    stem: 'There are [[p; pear | pears]] for every [[q]] apples. How many pears are there with [[q * k]] apples?',
    draw: drawing(`
      p: 2 to 7
      q: 3 to 8
      k: 3 to 9
      p != q
      p + q * k - q != p * k
    `),
    right: 'p * k',
    mistakes: [
      ['p + q * k - q', 'Adds the same to both.'],
      ['p * q * k', 'Multiplies by the number of apples.'],
    ],
    explanation: '[[q * k]] apples are [[k]] groups: [[k]] × [[p]] = [[p * k]].',
  }),
  chosen({
    standard: 'MA.6.RAT.1',
    depth: 1,
    seconds: 45,
    stem: 'A class has [[g]] girls and [[b]] boys. What is the ratio of girls to all students, in its simplest form?',
    draw: drawing(`
      g: 6 to 18 by 2
      b: 6 to 18 by 2
      g != b
      d = gcd(g, b)
      t = gcd(g, g + b)
    `),
    right: '[[g / t]] : [[(g + b) / t]]',
    mistakes: [
      ['[[g / d]] : [[b / d]]', 'Compares the parts with each other.'],
      ['[[(g + b) / t]] : [[g / t]]', 'Turns the ratio round.'],
      ['[[b / t]] : [[(g + b) / t]]', 'Takes the other part.'],
    ],
    explanation: '[[g]] of [[g + b]]: both divided by [[t]] are [[g / t]] and [[(g + b) / t]].',
  }),
  typed({
    standard: 'MA.6.RAT.1',
    stem:
      'Blue and white paint are mixed [[p]] : [[q]]. How many liters of ' +
      'blue are in [[(p + q) * k]] liters of the mixture?',
    draw: drawing(`
      p: 2 to 5
      q: 1 to 6
      k: 2 to 9
      p != q
      gcd(p, q) = 1
    `),
    right: 'p * k',
    mistakes: [
      ['q * k', 'Gives the other part.'],
      ['(p + q) * k * p / q', 'Takes the mixture for the white part.'],
    ],
    key: inUnit('liters', ['liter', 1], ['L', 1], ['mL', 0.001]),
    explanation:
      '[[p]] + [[q]] = [[p + q]] parts of [[k]] liters each; blue has [[p]] of them: [[p * k]].',
  }),
  typed({
    standard: 'MA.6.RAT.2',
    depth: 1,
    seconds: 45,
    stem: '[[n]] writing pads cost $[[n * p; 2 places]]. What does one cost?',
    draw: drawing(`
      n: 3 to 9
      p: 0.6 to 3.4 by 0.2
      n != p
      p != 1
    `),
    right: 'p; 2 places',
    mistakes: [
      ['n * n * p; 2 places', 'Multiplies instead of dividing.'],
      ['1 / p; 2 places', 'Divides the other way round.'],
    ],
    key: inUnit('$'),
    explanation: '$[[n * p; 2 places]] ÷ [[n]] = $[[p; 2 places]].',
  }),
  typed({
    standard: 'MA.6.RAT.2',
    stem: 'A printer prints [[r * t]] pages in [[t]] minutes. How many pages does it print in [[u]] minutes?',
    draw: drawing(`
      r: 8 to 24
      t: 3 to 9
      u: 10 to 25
      r * t + u - t != r * u
    `),
    right: 'r * u',
    mistakes: [
      ['r * t * u', 'Does not find the rate for one minute.'],
      ['r * t + u - t', 'Adds the minutes to the pages.'],
    ],
    explanation: 'In one minute [[r]] pages, in [[u]] minutes [[r]] × [[u]] = [[r * u]].',
  }),
  chosen({
    standard: 'MA.6.RAT.2',
    stem: 'Which is the lowest price for one pound?',
    draw: drawing(`
      a: 2 to 5
      p: 1.2 to 2.4 by 0.2
      b: 3 to 8
      c: 4 to 9
      a < b
      b < c
      2 * p != b
    `),
    right: '[[b]] pounds for $[[b * p; 2 places]]',
    mistakes: [
      [
        '[[a]] pounds for $[[a * (p + 0.3); 2 places]]',
        'Takes the lowest price of all, whatever the amount.',
      ],
      ['[[c]] pounds for $[[c * (p + 0.2); 2 places]]', 'Takes the largest amount.'],
    ],
    explanation:
      'One pound costs $[[p; 2 places]], against $[[p + 0.3; 2 places]] and $[[p + 0.2; 2 places]].',
  }),
  typed({
    standard: 'MA.6.RAT.3',
    depth: 1,
    seconds: 45,
    stem: 'What is [[p]]% of [[a]]?',
    draw: drawing(`
      p: 5 to 95 by 5
      a: 40 to 400 by 20
      p != 50
      p != a
      a != 100
      p * a / 100 != a / p
      a - p != p * a / 100
    `),
    right: 'p * a / 100',
    mistakes: [
      ['p * a / 10', 'Divides by 10 instead of 100.'],
      ['a - p', 'Subtracts the percent.'],
      ['a * (100 - p) / 100', 'Gives what is left.'],
    ],
    explanation: '[[p]]/100 × [[a]] = [[p * a / 100]].',
  }),
  typed({
    standard: 'MA.6.RAT.3',
    stem: '[[part]] of the students of a school ride a bus. That is [[p]]%. How many students does the school have?',
    draw: drawing(`
      p: 10 | 20 | 25 | 40 | 60 | 75
      w: 80 to 600 by 20
      part = p * w / 100
      part * p / 100 != w
      part + p != w
    `),
    right: 'w',
    mistakes: [
      ['part * p / 100', 'Takes the percent of the part.'],
      ['part + p', 'Adds the percent.'],
    ],
    explanation: '1% is [[part]] ÷ [[p]] = [[w / 100]], and 100% is [[w]].',
  }),
  typed({
    standard: 'MA.6.RAT.3',
    stem: '[[k]] of [[n]] seedlings came up. What percent is that?',
    draw: drawing(`
      n: 20 | 25 | 40 | 50
      k: 3 to 45
      k < n
      k * 100 / n != 50
      denominator(k * 100 / n) = 1
      (n - k) * 100 / n != k
      k * n / 100 != k * 100 / n
    `),
    right: 'k * 100 / n',
    mistakes: [
      ['(n - k) * 100 / n', 'Gives the share that did not come up.'],
      ['k', 'Takes the number for the percent.'],
    ],
    key: inUnit('%'),
    explanation: '[[k]]/[[n]] = [[k * 100 / n]]/100, which is [[k * 100 / n]]%.',
  }),
  typed({
    standard: 'MA.7.RAT.1',
    stem: 'y is proportional to x, and y = [[k * a]] where x = [[a]]. What is y where x = [[b]]?',
    draw: drawing(`
      k: 0.5 to 6 by 0.5
      a: 2 to 8
      b: 3 to 12
      a != b
      k != 1
      k * a + b - a != k * b
      b != k * a
    `),
    right: 'k * b',
    mistakes: [
      ['k * a + b - a', 'Adds the same to both.'],
      ['k * a * b', 'Multiplies by x without the constant of one.'],
    ],
    explanation: 'The constant is [[k * a]] ÷ [[a]] = [[k]], and [[k]] × [[b]] = [[k * b]].',
  }),
  typed({
    standard: 'MA.7.RAT.1',
    depth: 1,
    seconds: 40,
    stem: 'A recipe for [[s]] people takes [[s * g]] grams of flour. How many grams does it take for [[t]]?',
    draw: drawing(`
      s: 3 to 8
      g: 40 to 90 by 5
      t: 5 to 15
      s != t
    `),
    right: 'g * t',
    mistakes: [
      ['s * g + t - s', 'Adds the people to the grams.'],
      ['s * g * t', 'Does not find the amount for one.'],
    ],
    key: inUnit('g', ['grams', 1], ['kg', 1000]),
    explanation: 'One person: [[g]] grams. [[t]] people: [[g * t]] grams.',
  }),
  typed({
    standard: 'MA.7.RAT.2',
    stem: 'A jacket costs $[[a]]. The price is raised by [[p]]%. What does it cost then?',
    draw: drawing(`
      a: 40 to 160 by 20
      p: 5 to 40 by 5
      a * p / 100 != p
    `),
    right: 'a * (100 + p) / 100; 2 places',
    mistakes: [
      ['a + p; 2 places', 'Adds the percent as dollars.'],
      ['a * p / 100; 2 places', 'Gives the rise only.'],
      ['a * (100 - p) / 100; 2 places', 'Lowers the price.'],
    ],
    key: inUnit('$'),
    explanation:
      '[[p]]% of $[[a]] is $[[a * p / 100; 2 places]]; together $[[a * (100 + p) / 100; 2 places]].',
  }),
  typed({
    standard: 'MA.7.RAT.2',
    depth: 3,
    seconds: 90,
    stem: 'A price of $[[a]] is first raised by [[p]]% and then lowered by [[p]]%. What is it in the end?',
    draw: drawing(`
      a: 50 to 400 by 50
      p: 10 | 20 | 30 | 40 | 50
    `),
    right: 'a * (100 + p) * (100 - p) / 10000; 2 places',
    mistakes: [
      ['a; 2 places', 'Thinks that the two take each other back.'],
      ['a * (100 + p) / 100; 2 places', 'Stops after the first step.'],
    ],
    key: inUnit('$'),
    explanation:
      'After the rise $[[a * (100 + p) / 100; 2 places]]. [[p]]% of that is more than ' +
      'what was added: $[[a * (100 + p) * (100 - p) / 10000; 2 places]].',
  }),
  typed({
    standard: 'MA.8.RAT.1',
    stem: 'A straight line goes through ([[x]], [[y]]) and ([[x + d]], [[y + d * m]]). What is its slope?',
    draw: drawing(`
      x: -4 to 5
      y: -5 to 6
      d: 2 to 5
      m: -4 to 4
      abs(m) > 1
      m * d != m
    `),
    right: 'm',
    mistakes: [
      ['1 / m; fraction', 'Divides the run by the rise.'],
      ['-m', 'Loses the sign.'],
      ['m * d', 'Gives the rise only.'],
    ],
    explanation: 'Up by [[m * d]] over [[d]]: [[m * d]] ÷ [[d]] = [[m]].',
  }),
  typed({
    standard: 'MA.8.RAT.1',
    stem:
      'A tank holds [[s]] liters at first, and [[s + r * t]] liters after [[t]] ' +
      'minutes. It fills evenly. How many liters come in each minute?',
    draw: drawing(`
      s: 20 to 90 by 10
      r: 6 to 18
      t: 4 to 12
      denominator((s + r * t) / t) > 1
    `),
    right: 'r',
    mistakes: [
      ['(s + r * t) / t; 2 places', 'Divides the amount instead of the change.'],
      ['r * t', 'Gives the change altogether.'],
    ],
    key: inUnit('L', ['liters', 1]),
    explanation: '[[r * t]] liters in [[t]] minutes: [[r]] in each.',
  }),
];
