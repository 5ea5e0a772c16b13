/** Formulas of Earth science, with their units. */
import type { DemoItem } from '../build';
import { drawing, inUnit, typed } from './build';

export const scienceTemplates: DemoItem[] = [
  typed({
    standard: 'ES.5.ROC.1',
    stem: 'A stone has a mass of [[d * v]] g and a volume of [[v]] cm³. What is its density?',
    draw: drawing(`
      d: 2.2 to 3.4 by 0.1
      v: 10 to 60 by 5
    `),
    right: 'd; 1 place',
    mistakes: [
      ['1 / d; 2 places', 'Divides the volume by the mass.'],
      ['d * v * v; 1 place', 'Multiplies.'],
    ],
    key: inUnit('g/cm³', ['g/mL', 1]),
    explanation: '[[d * v]] g ÷ [[v]] cm³ = [[d; 1 place]] g/cm³.',
  }),
  typed({
    standard: 'ES.8.ROC.1',
    stem: 'A plate moves [[s]] cm each year. How many kilometers does it move in [[n]] million years?',
    draw: drawing(`
      s: 2 to 9
      n: 2 to 15
      s != n
    `),
    right: 's * n * 10',
    mistakes: [
      ['s * n', 'Takes a million centimeters for one kilometer.'],
      ['s * n * 100', 'Takes 10,000 centimeters for one kilometer.'],
    ],
    key: inUnit('km', ['m', 0.001]),
    explanation:
      '[[s * n]] million centimeters are [[s * n * 10; grouped]],000 meters: [[s * n * 10]] km.',
  }),
  typed({
    standard: 'ES.5.WAT.1',
    depth: 1,
    seconds: 50,
    stem: 'Of [[n]] L of water on Earth about [[p]] in 100 would be fresh. How many liters is that?',
    draw: drawing(`
      n: 200 to 2000 by 100
      p: 2 | 3
    `),
    right: 'n * p / 100',
    mistakes: [
      ['n * (100 - p) / 100', 'Gives the salt water.'],
      ['n * p / 10', 'Divides by 10.'],
    ],
    key: inUnit('L', ['liters', 1], ['mL', 0.001]),
    explanation: '[[p]]/100 of [[n]] L is [[n * p / 100]] L.',
  }),
  typed({
    standard: 'ES.6.WEA.1',
    stem:
      'Air cools by 6.5 °C for each kilometer that it rises. It is ' +
      '[[t]] °C at the ground. How warm is it [[h]] km higher?',
    draw: drawing(`
      t: 16 to 32
      h: 2 to 6
      t != 13 * h
      t - 6.5 != 6.5 * h
    `),
    right: 't - 6.5 * h',
    mistakes: [
      ['t + 6.5 * h', 'Warms the air on its way up.'],
      ['t - 6.5', 'Takes the fall of one kilometer only.'],
      ['6.5 * h', 'Gives the fall.'],
    ],
    key: inUnit('°C'),
    explanation: '[[h]] × 6.5 = [[6.5 * h]]; [[t]] − [[6.5 * h]] = [[t - 6.5 * h]] °C.',
  }),
  typed({
    standard: 'ES.5.WEA.1',
    depth: 1,
    seconds: 50,
    stem: 'In [[d]] days [[d * r]] mm of rain fell. How many millimeters is that a day?',
    draw: drawing(`
      d: 4 to 9
      r: 1.5 to 9.5 by 0.5
      d != r
    `),
    right: 'r',
    mistakes: [
      ['d * r * d', 'Multiplies.'],
      ['d * r - d', 'Subtracts the days.'],
    ],
    key: inUnit('mm', ['cm', 10]),
    explanation: '[[d * r]] mm ÷ [[d]] = [[r]] mm.',
  }),
];
