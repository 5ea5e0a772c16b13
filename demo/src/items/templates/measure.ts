/** Volume, area, scale, right triangles; data and chance. */
import { diagram, type DemoItem } from '../build';
import { chosen, drawing, inUnit, typed } from './build';

export const measureTemplates: DemoItem[] = [
  typed({
    standard: 'MA.5.GEO.1',
    depth: 1,
    seconds: 40,
    stem: 'A box is [[a]] in. long, [[b]] in. wide and [[c]] in. high. What is its volume in cubic inches?',
    draw: drawing(`
      a: 5 to 12
      b: 3 to 9
      c: 2 to 8
      a > b
      a * b * c != 2 * (a*b + b*c + a*c)
      a + b + c != a * b
    `),
    right: 'a * b * c',
    mistakes: [
      ['a + b + c', 'Adds the edges.'],
      ['2 * (a*b + b*c + a*c)', 'Gives the surface.'],
      ['a * b', 'Gives the area of the bottom.'],
    ],
    key: inUnit('in³', ['cubic inches', 1]),
    explanation: '[[a]] × [[b]] × [[c]] = [[a * b * c]].',
  }),
  typed({
    standard: 'MA.5.GEO.1',
    stem: 'A box of [[a * b * c]] cubic feet is [[a]] ft long and [[b]] ft wide. How high is it?',
    draw: drawing(`
      a: 4 to 9
      b: 2 to 6
      c: 3 to 9
      a > b
      b * c != c
      a * b * c - a - b != c
    `),
    right: 'c',
    mistakes: [
      ['a * b * c - a - b', 'Subtracts the edges.'],
      ['b * c', 'Divides by one edge only.'],
    ],
    key: inUnit('ft', ['feet', 1]),
    explanation: '[[a]] × [[b]] = [[a * b]], and [[a * b * c]] ÷ [[a * b]] = [[c]].',
  }),
  typed({
    standard: 'MA.6.GEO.1',
    depth: 1,
    seconds: 40,
    stem: 'A triangle has a base of [[b]] cm and a height of [[h]] cm. What is its area in cm²?',
    draw: drawing(`
      b: 4 to 18 by 2
      h: 3 to 15
      b * h / 2 != b + h
    `),
    right: 'b * h / 2',
    mistakes: [
      ['b * h', 'Gives the area of the rectangle around it.'],
      ['b + h', 'Adds the two.'],
    ],
    key: inUnit('cm²'),
    explanation: 'Half of [[b]] × [[h]]: [[b * h / 2]].',
  }),
  typed({
    standard: 'MA.6.GEO.1',
    stem:
      'A garden is an L: a rectangle of [[a]] m by [[b]] m, from which a ' +
      'corner of [[c]] m by [[d]] m is cut. What is its area in m²?',
    draw: drawing(`
      a: 9 to 16
      b: 7 to 12
      c: 2 to 6
      d: 2 to 5
      a != b
      a * b - c * d != 2 * (a + b)
    `),
    right: 'a * b - c * d',
    mistakes: [
      ['a * b + c * d', 'Adds the corner.'],
      ['a * b', 'Leaves the corner in.'],
      ['2 * (a + b)', 'Gives the way around.'],
    ],
    key: inUnit('m²'),
    explanation: '[[a * b]] − [[c * d]] = [[a * b - c * d]].',
  }),
  typed({
    standard: 'MA.7.GEO.1',
    stem: 'On a map 1 inch stands for [[s]] miles. Two towns are [[l]] inches apart on it. How many miles is that?',
    draw: drawing(`
      s: 5 to 40 by 5
      l: 1.5 to 6.5 by 0.5
      s != l * s
    `),
    right: 's * l',
    mistakes: [
      ['s / l; 2 places', 'Divides.'],
      ['s + l', 'Adds.'],
    ],
    key: inUnit('miles', ['mi', 1]),
    explanation: '[[l]] × [[s]] = [[s * l]].',
  }),
  typed({
    standard: 'MA.7.GEO.1',
    depth: 3,
    seconds: 90,
    stem:
      'A plan has a scale of 1 : [[s]]. A room is [[a]] cm by [[b]] cm ' +
      'on it. What is the area of the room in square meters?',
    draw: drawing(`
      s: 25 | 50 | 200
      a: 4 to 12
      b: 3 to 9
      a != b
      a * b * s / 10000 != a * b * s * s / 10000
    `),
    right: 'a * b * s^2 / 10000',
    mistakes: [
      ['a * b * s / 10000', 'Enlarges the area like a length.'],
      ['a * b', 'Takes the area on the plan.'],
    ],
    key: inUnit('m²'),
    explanation: 'The room is [[a * s / 100]] m by [[b * s / 100]] m: [[a * b * s^2 / 10000]] m².',
  }),
  typed({
    standard: 'MA.8.GEO.1',
    stem: `How long is the longest side of this right triangle? ${diagram({ shape: 'right-triangle', base: '[[b]] cm', height: '[[a]] cm', slant: '?' })}`,
    draw: drawing(`
      m: 2 to 5
      n: 1 to 4
      k: 1 to 3
      m > n
      a = k * (m^2 - n^2)
      b = k * 2 * m * n
      c = k * (m^2 + n^2)
    `),
    right: 'c',
    mistakes: [
      ['a + b', 'Adds the legs.'],
      ['a^2 + b^2', 'Does not take the root.'],
    ],
    key: inUnit('cm'),
    explanation: '[[a]]² + [[b]]² = [[a^2 + b^2]], and its root is [[c]].',
  }),
  typed({
    standard: 'MA.8.GEO.1',
    stem: 'A ladder of [[c]] ft stands [[a]] ft from a wall. How high does it reach? Round to a tenth.',
    draw: drawing(`
      c: 9 to 20
      a: 3 to 8
      c > a + 3
    `),
    right: 'sqrt(c^2 - a^2); 1 place',
    mistakes: [
      ['sqrt(c^2 + a^2); 1 place', 'Adds the squares.'],
      ['c - a; 1 place', 'Subtracts the lengths.'],
    ],
    key: { ...inUnit('ft', ['feet', 1]), tolerance: { by: 'absolute', within: 0.05 } },
    explanation:
      '[[c]]² − [[a]]² = [[c^2 - a^2]], and its root is about [[sqrt(c^2 - a^2); 1 place]].',
  }),
  typed({
    standard: 'MA.5.DAT.1',
    stem: 'Books read: Ada [[a]], Ben [[b]], Chidi [[c]]. How many more did Ada and Ben read together than Chidi?',
    draw: drawing(`
      a: 8 to 20
      b: 5 to 18
      c: 6 to 20
      a != b
      c < a + b
      a + b - c != a - c
      abs(a - c) != a + b - c
    `),
    right: 'a + b - c',
    mistakes: [
      ['a + b', 'Does not compare with Chidi.'],
      ['a + b + c', 'Adds all three.'],
    ],
    explanation: '[[a]] + [[b]] = [[a + b]], less [[c]]: [[a + b - c]].',
  }),
  typed({
    standard: 'MA.6.DAT.1',
    depth: 1,
    seconds: 50,
    stem: 'What is the mean of [[a]], [[b]], [[c]] and [[d]]?',
    draw: drawing(`
      a: 4 to 12
      b: 6 to 20
      c: 3 to 15
      d: 8 to 22
      a < b
      b < d
      c < a
      denominator((a + b + c + d) / 4) = 1
      2 * (a + b) != a + b + c + d
      2 * (b + c) != a + b + c + d
    `),
    right: '(a + b + c + d) / 4',
    mistakes: [
      ['a + b + c + d', 'Adds and does not divide.'],
      ['(a + b) / 2', 'Gives the median.'],
      ['(b + c) / 2', 'Takes the two in the middle without putting them in order.'],
    ],
    explanation: 'Together [[a + b + c + d]]; a quarter of that is [[(a + b + c + d) / 4]].',
  }),
  typed({
    standard: 'MA.6.DAT.1',
    stem: 'What is the median of [[c]], [[a]], [[e]], [[b]] and [[d]]?',
    draw: drawing(
      `
      a: 3 to 8
      g: 2 to 5
      h: 2 to 4
      i: 3 to 9
      j: 2 to 12
      b = a + g
      c = b + h
      d = c + i
      e = d + j
      e != c
      (a + b + c + d + e) / 5 != c
    `,
      ['given-away'],
    ),
    right: 'c',
    mistakes: [
      ['e', 'Takes the one in the middle without putting them in order.'],
      ['(a + b + c + d + e) / 5', 'Gives the mean.'],
    ],
    explanation: 'In order: [[a]], [[b]], [[c]], [[d]], [[e]]. In the middle stands [[c]].',
  }),
  chosen({
    standard: 'MA.7.DAT.1',
    depth: 1,
    seconds: 40,
    stem: 'A bag holds [[r]] red and [[b]] blue marbles. What is the chance of drawing a red one?',
    draw: drawing(`
      r: 2 to 9
      b: 3 to 12
      r != b
    `),
    right: '[[r]]/[[r + b]]',
    mistakes: [
      ['[[r]]/[[b]]', 'Compares red with blue.'],
      ['[[b]]/[[r + b]]', 'Gives the chance of blue.'],
      ['1/[[r + b]]', 'Counts one marble only.'],
    ],
    explanation: '[[r]] of [[r + b]] marbles are red.',
  }),
  typed({
    standard: 'MA.7.DAT.1',
    stem: 'A spinner shows A with a chance of [[p]]/[[q]]. It is spun [[q * k]] times. How often can one expect A?',
    draw: drawing(`
      p: 2 to 5
      q: 6 to 10
      k: 6 to 20
      p != k
      q != 2 * p
      q - p > 1
    `),
    right: 'p * k',
    mistakes: [
      ['(q - p) * k', 'Counts the others.'],
      ['k', 'Divides by [[q]] only.'],
    ],
    explanation: '[[p]]/[[q]] of [[q * k]] is [[p * k]].',
  }),
  typed({
    standard: 'MA.8.DAT.1',
    depth: 3,
    seconds: 60,
    stem:
      'A line of fit is y = [[m]]x + [[b]], where x is hours of study and y ' +
      'points. By how many points does it rise from [[s]] to [[t]] hours?',
    draw: drawing(`
      m: 2 to 9
      b: 30 to 55
      s: 1 to 4
      t: 6 to 12
    `),
    right: 'm * (t - s)',
    mistakes: [
      ['m * t + b', 'Gives the points at the end.'],
      ['m * (t - s) + b', 'Adds the points at the beginning.'],
    ],
    explanation: '[[t - s]] hours more, [[m]] points each: [[m * (t - s)]].',
  }),
];
