/** The box of a student and an item, in figures and aloud. */
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import { cellFigure, cellWords } from '../src/desk/results/studentCells';

type Cell = NonNullable<StudentResult['cells'][number]>;
type Item = ResultsAnswer['items'][number];
const cell = (change: Partial<Cell> = {}) =>
  ({
    share: 0.5,
    points: 1,
    needsMarking: false,
    excused: false,
    responseText: '3/4',
    tries: 0,
    ...change,
  }) as Cell;
const item = (change: Partial<Item> = {}) =>
  ({ number: 7, asks: 'points', maxPoints: 2, ...change }) as Item;

describe('in figures', () => {
  test.each([
    ['only how full', 'share', cell(), undefined],
    ['points', 'points', cell({ points: 1.5 }), '1.5'],
    ['percent', 'percent', cell({ share: 0.666 }), '67'],
    ['nothing where it was not reached', 'points', cell({ share: null }), undefined],
    ['nothing where it waits to be marked', 'percent', cell({ needsMarking: true }), undefined],
  ] as const)('%s', (_, figure, shown, text) => {
    expect(cellFigure(shown, figure)).toBe(text);
  });
});

describe('aloud', () => {
  const said = (cellChange: Partial<Cell>, itemChange: Partial<Item> = {}) =>
    cellWords('Ada Park', item(itemChange), cell(cellChange));

  test.each([
    ['what was earned, and the answer', {}, {}, '1 of 2, “3/4”'],
    ['that nothing was answered', { responseText: '', points: 0 }, {}, '0 of 2, no answer'],
    ['that it was not reached', { share: null }, {}, 'not reached'],
    ['that it waits', { needsMarking: true }, {}, 'needs marking'],
    ['that it does not count', { excused: true, responseText: '' }, {}, 'does not count'],
    ['tries of a practice', { tries: 3 }, {}, '1 of 2, “3/4”, 3 tries'],
    ['that an opinion gives no points', {}, { asks: 'opinion' }, 'gives no points, “3/4”'],
    ['what is only read', {}, { asks: 'nothing' }, 'to read'],
  ] as [string, Partial<Cell>, Partial<Item>, string][])(
    '%s',
    (_, cellChange, itemChange, words) => {
      expect(said(cellChange, itemChange)).toBe(`Ada Park, item 7: ${words}`);
    },
  );
});
