/**
 * Mathematics that is drawn, filled in or written as formulas: how it is answered and edited.
 *
 * @jest-environment jsdom
 */
import type { LineMark, Part } from '@oaken/core/items';
import { flushPromises } from '@vue/test-utils';
import { parts } from '../../core/test/support/one-of-each';
import { drawnFigure, Plane } from '../src/kinds/plane/plane';
import { wholesOf } from '../src/kinds/fraction-model/pieces';
import { Answering } from './support/answering';
import { Editing } from './support/editing';

jest.mock('../src/rich/RichField.vue', () => ({
  __esModule: true,
  default: jest.requireActual('./support/editing-field').PlainField,
}));
jest.mock('mathlive/fonts.css', () => ({}), { virtual: true });

/** What comes when it is first shown is there from then on. */
beforeAll(async () => {
  for (const part of Object.values(parts)) new Answering(part as Part);
  await flushPromises();
  await flushPromises();
});
afterEach(() => (document.body.innerHTML = ''));

const keys = async ({ page }: Answering, on: string, ...pressed: string[]) => {
  for (const key of pressed) await page.get(on).trigger('keydown', { key });
};
const times = (n: number, key: string): string[] => Array.from({ length: n }, () => key);
/** A press at a place of a drawing, whose own size nobody knows here. */
const press = ({ page }: Answering, clientX: number, clientY = 50) =>
  page.get('svg.board').trigger('pointerdown', { clientX, clientY });

describe('number line', () => {
  const line = parts['number-line'];
  const stretches: Part = { ...line, asks: 'stretches', key: [] as LineMark[] };

  test('a press marks the nearest point, another takes it away', async () => {
    const answering = new Answering(line);
    await press(answering, 360);
    expect(answering.response).toEqual([{ point: '0' }]);
    await press(answering, 362);
    expect(answering.response).toEqual([]);
  });

  test('two presses make a stretch, whichever comes first', async () => {
    const answering = new Answering(stretches);
    await press(answering, 672);
    await press(answering, 360);
    expect(answering.response).toEqual([{ from: '0', to: '5', closed: [true, true] }]);
  });

  test('beyond the last number it goes on without end', async () => {
    const answering = new Answering(stretches);
    await press(answering, 360);
    await press(answering, 718);
    expect(answering.response).toEqual([{ from: '0', to: '', closed: [true, true] }]);
  });

  test('an end can be left out', async () => {
    const response = [{ from: '0', to: '5', closed: [true, true] }];
    const answering = new Answering(stretches, { response });
    await answering.page.findAll('input[type=checkbox]')[0]!.setValue(false);
    expect(answering.response).toEqual([{ from: '0', to: '5', closed: [false, true] }]);
  });

  test('what is set is listed and can be removed', async () => {
    const answering = new Answering(line, { response: [{ point: '1' }, { point: '2' }] });
    await answering.press('Remove 1');
    expect(answering.response).toEqual([{ point: '2' }]);
  });

  test('where one is, is said', async () => {
    const answering = new Answering(line);
    await keys(answering, 'svg.board', ...times(3, 'ArrowRight'));
    expect(answering.page.get('[aria-live]').text()).toBe('At 1');
  });

  test('the buttons do what the keys do', async () => {
    const answering = new Answering(line);
    await answering.press('To the right', 'To the right', 'Set it here');
    expect(answering.response).toEqual([{ point: '1/2' }]);
  });

  test('the cursor does not leave the line', async () => {
    const answering = new Answering(line);
    await keys(answering, 'svg.board', ...times(40, 'ArrowLeft'), ' ');
    expect(answering.response).toEqual([{ point: '-5' }]);
  });

  test('an author sets the key on the line', async () => {
    const editing = new Editing(line);
    await editing.page.get('svg.board').trigger('pointerdown', { clientX: 360, clientY: 50 });
    expect(editing.part.key).toEqual([...line.key, { point: '0' }]);
  });

  test('an author types a point, and takes it away by emptying it', async () => {
    const editing = new Editing(line);
    await editing.type('Point 1', '5/2');
    expect(editing.part.key[0]).toEqual({ point: '5/2' });
    await editing.type('Point 1', '');
    expect(editing.part.key).toHaveLength(1);
  });

  test('where numbers are drawn for each student, the key is typed', () => {
    const editing = new Editing({ ...line, axis: { ...line.axis, to: '[[a]]' } });
    expect(editing.page.find('svg.board').exists()).toBe(false);
    expect(editing.field('Point 1').exists()).toBe(true);
  });

  test('other marks are asked for: those of before are gone', async () => {
    const editing = new Editing(line);
    await editing.choose('What is marked', 'intervals');
    expect([editing.part.asks, editing.part.key]).toEqual(['stretches', []]);
  });
});

describe('coordinate plane', () => {
  const plane = { ...parts['coordinate-plane'], figures: ['point', 'line', 'half-plane'] } as const;
  const part = { ...plane, figures: [...plane.figures] };

  test('a point that is set once more is taken away', async () => {
    const answering = new Answering(part);
    await keys(answering, 'svg.board', 'ArrowUp', 'ArrowUp', ' ');
    expect(answering.response).toEqual([{ figure: 'point', points: [['0', '1']] }]);
    await keys(answering, 'svg.board', ' ');
    expect(answering.response).toEqual([]);
  });

  test('what comes next is said, point by point', async () => {
    const answering = new Answering(part);
    await answering.press('Line');
    expect(answering.page.text()).toContain('Press a point of the line.');
    await keys(answering, 'svg.board', ' ');
    expect(answering.page.text()).toContain('Press another point of the line.');
  });

  test('points that make no figure are let go', async () => {
    const answering = new Answering(part);
    await answering.press('Line');
    await keys(answering, 'svg.board', ' ', ' ');
    expect(answering.response).toBeUndefined();
  });

  test('a half-plane without its edge', async () => {
    const answering = new Answering(part);
    await answering.press('Half-plane');
    await answering.page.get('.open input').setValue(true);
    await keys(answering, 'svg.board', ' ', 'ArrowRight', ' ', 'ArrowUp', ' ');
    expect(answering.response).toEqual([
      {
        figure: 'half-plane',
        points: [
          ['0', '0'],
          ['1', '0'],
          ['1', '1'],
        ],
        isOpen: true,
      },
    ]);
  });

  test('a figure is listed in words and can be removed', async () => {
    const response = [
      {
        figure: 'line',
        points: [
          ['0', '1'],
          ['1', '3'],
        ],
      },
    ];
    const answering = new Answering(part, { response });
    await answering.press('Remove the line through (0, 1) and (1, 3)');
    expect(answering.response).toEqual([]);
  });

  test('an author offers another figure and types a coordinate', async () => {
    const editing = new Editing(parts['coordinate-plane']);
    await editing.field('circles').setValue(true);
    expect(editing.part.figures).toEqual(['point', 'line', 'circle']);
    await editing.type('the line through (0, 1) and (1, 3), y 2', '4');
    expect(editing.part.key[0]!.points).toEqual([
      ['0', '1'],
      ['1', '4'],
    ]);
  });

  test('the origin lies in the middle, and up is up', () => {
    const square = { from: '-5', to: '5' };
    const drawn = new Plane(square, square);
    expect(drawn.at({ x: 0, y: 0 })).toEqual({ x: 260, y: 260 });
    expect(drawn.at({ x: 0, y: 5 }).y).toBeLessThan(260);
  });

  test('half-planes are shaded on the side of their point', () => {
    const square = { from: '-5', to: '5' };
    const half = (y: string) =>
      drawnFigure(new Plane(square, square), {
        figure: 'half-plane',
        points: [
          ['0', '0'],
          ['1', '0'],
          ['0', y],
        ],
      })!.area;
    expect(half('1')).not.toBe(half('-1'));
  });
});

describe('plot', () => {
  test('a press sets the bar at its height', async () => {
    const answering = new Answering(parts.plot);
    // In the first of three columns, half way up.
    await press(answering, 150, 150);
    expect(answering.response).toEqual({ mon: '6' });
  });

  test('one that stands there already stays', async () => {
    const answering = new Answering(parts.plot);
    await press(answering, 560, 170);
    expect(answering.response).toBeUndefined();
  });

  test('the keys do not leave the axis, and what stands there is said', async () => {
    const answering = new Answering(parts.plot);
    await keys(answering, '[aria-label=Mon]', ...times(9, 'ArrowUp'));
    expect(answering.response).toEqual({ mon: '10' });
    expect(answering.page.get('[aria-label=Mon]').attributes('aria-valuetext')).toBe('10');
  });

  test('dots stand one for each step', () => {
    const dots: Part = { ...parts.plot, style: 'dots' };
    const { page } = new Answering(dots, { response: { mon: '4', tue: '8' } });
    expect(page.findAll('circle.value:not(.given)')).toHaveLength(6);
  });

  test('an author sets a height and lets it stand there', async () => {
    const editing = new Editing(parts.plot);
    await editing.type('Height of category 1', '2');
    expect(editing.part.categories[0]).toMatchObject({ value: '2' });
    await editing.page.findAll('input[type=checkbox]')[0]!.setValue(true);
    expect(editing.part.categories[0]).toMatchObject({ isGiven: true });
  });
});

describe('fraction model', () => {
  test('pieces are shaded and cleared', async () => {
    const answering = new Answering(parts['fraction-model'], { response: [0, 2] });
    await answering.press('Piece 1 of 4', 'Piece 2 of 4');
    expect(answering.response).toEqual([1, 2]);
    expect(answering.page.text()).toContain('2 pieces are shaded');
  });

  test('an author presses pieces: their number counts', async () => {
    const editing = new Editing(parts['fraction-model']);
    await editing.page.findAll('[role=checkbox]')[0]!.trigger('click');
    expect(editing.part.key).toBe('2/4');
  });

  test('a bar has one row', async () => {
    const grid = { ...parts['fraction-model'], shape: 'grid', rows: 3 } as const;
    const editing = new Editing<(typeof parts)['fraction-model']>({ ...grid });
    await editing.choose('Shape', 'bar');
    expect(editing.part.rows).toBe(1);
  });

  test.each(['bar', 'circle', 'grid'] as const)('every piece of a %s is drawn once', (shape) => {
    const model = { ...parts['fraction-model'], shape, wholes: 2, rows: shape === 'grid' ? 3 : 1 };
    const pieces = wholesOf(model).flatMap((whole) => whole.pieces.map(({ index }) => index));
    expect(pieces).toEqual(Array.from({ length: 8 * model.rows }, (_, index) => index));
  });
});

describe('table', () => {
  test('an emptied cell is not answered any more', async () => {
    const answering = new Answering(parts['fill-table'], { response: { c1: '3', c2: '5' } });
    await answering.page.get('input[name$=c1]').setValue('');
    expect(answering.response).toEqual({ c2: '5' });
  });

  test('an author leaves a cell open and says what is right there', async () => {
    const editing = new Editing(parts['fill-table']);
    await editing.field('left open').setValue(true);
    await editing.type('Right in row 1, column 1', '1 | one');
    expect(editing.part.cells[0]![0]).toMatchObject({ accepted: ['1', 'one'] });
  });

  test('rows and columns come and go together', async () => {
    const editing = new Editing(parts['fill-table']);
    await editing.press('Add a column');
    await editing.press('Add a row');
    await editing.press('remove row 1');
    expect([editing.part.heads.length, editing.part.cells.map((row) => row.length)]).toEqual([
      3,
      [3, 3],
    ]);
  });
});

describe('steps', () => {
  test('there is always a line to go on with', async () => {
    const answering = new Answering(parts.steps, { response: ['2x = 6', 'x = 3'] });
    expect(answering.page.findAll('input')).toHaveLength(3);
  });

  test('a line that is emptied at the end is gone', async () => {
    const answering = new Answering(parts.steps, { response: ['2x = 6', 'x = 3'] });
    await answering.page.get('[aria-label="Line 2"]').setValue('');
    expect(answering.response).toEqual(['2x = 6']);
  });

  test('an author says where it begins and ends', async () => {
    const editing = new Editing(parts.steps);
    await editing.type('The solution begins with', '3x = 12');
    await editing.type('Its last line', 'x = 4');
    expect(editing.part).toMatchObject({ given: '3x = 12', key: 'x = 4' });
  });
});

describe('expression', () => {
  const readAs = async (line: string, part: Part = parts.expression) => {
    const { page } = new Answering(part, { response: line });
    await flushPromises();
    await new Promise((resolve) => setTimeout(resolve, 50));
    return page.text();
  };

  test('how a line is read is shown', async () => {
    expect(await readAs('1/2x')).toContain('Read as');
  });

  test('why it cannot be read yet is said', async () => {
    expect(await readAs('2(x + 3')).toContain('A bracket is not closed yet.');
    expect(await readAs('x2')).toContain('“x2” can be a product or a power');
  });

  test('a missing unit is said', async () => {
    const amount: Part = { ...parts.expression, key: { ...parts.expression.key, hasUnit: true } };
    expect(await readAs('50', amount)).toContain('A unit is missing.');
  });

  test('the form that is asked stands at the field', () => {
    const { page } = new Answering(parts.expression);
    expect(page.text()).toContain('Your answer, expanded, without brackets');
  });

  test('an author writes one answer on each line, and the form that is asked', async () => {
    const editing = new Editing(parts.expression);
    await editing.type('Right answers', '2x + 6\n\n 6 + 2x ');
    await editing.choose('Form that is asked', 'factored');
    expect(editing.part.key).toMatchObject({ answers: ['2x + 6', '6 + 2x'], form: 'factored' });
  });

  test('half the points in another form', async () => {
    const editing = new Editing(parts.expression);
    await editing.choose('Right, but in another form', 'half the points');
    expect(editing.part.key.otherForm).toBe('half');
  });
});
