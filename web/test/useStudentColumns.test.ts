/**
 * The columns of the students' table, and its order.
 *
 * @jest-environment jsdom
 */
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import { useStudentColumns } from '../src/desk/results/useStudentColumns';

const student = (rosterNumber: number, name: string, points: number | null) =>
  ({
    id: rosterNumber,
    rosterNumber,
    name,
    class: '6B',
    points,
    maxPoints: 10,
    share: points === null ? null : points / 10,
    cells: [],
    state: 'handed-in',
  }) as unknown as StudentResult;
const results = {
  students: [student(1, 'Ada', 4), student(2, 'Bo', 9), student(3, 'Cy', 6)],
  items: [{ number: 1 }, { number: 2 }],
  filters: { classes: [], groups: [], forms: [], attempts: [] },
  bands: [],
  compare: { classes: [], groups: [], forms: [] },
} as unknown as ResultsAnswer;
const table = () => useStudentColumns(() => results);
const order = ({ sorted }: ReturnType<typeof table>) => sorted.value.map(({ name }) => name);
beforeEach(() => localStorage.clear());

describe('order', () => {
  test('is that of the roster at first', () => {
    expect(order(table())).toEqual(['Ada', 'Bo', 'Cy']);
  });

  test('by points begins with the most', () => {
    const here = table();
    here.sortBy('points');
    expect(order(here)).toEqual(['Bo', 'Cy', 'Ada']);
  });

  test('the same column again turns it round', () => {
    const here = table();
    here.sortBy('points');
    here.sortBy('points');
    expect(order(here)).toEqual(['Ada', 'Cy', 'Bo']);
  });

  test('is told to readers of the screen', () => {
    const here = table();
    here.sortBy('points');
    expect([here.sortWord('points'), here.sortWord('name')]).toEqual(['descending', 'none']);
  });
});

describe('columns', () => {
  const shown = ({ columns }: ReturnType<typeof table>) => columns.value.map(({ id }) => id);

  test('a name can never be taken away', () => {
    const here = table();
    here.toggle('name');
    expect(shown(here)).toContain('name');
  });

  test('one that is taken away comes back when it is asked for again', () => {
    const here = table();
    here.toggle('points');
    expect(shown(here)).not.toContain('points');
    here.toggle('points');
    expect(shown(here)).toContain('points');
  });

  test('items go and come together', () => {
    const here = table();
    here.toggle('items');
    expect(here.items.value).toEqual([]);
    here.toggle('items');
    expect(here.items.value).toHaveLength(2);
  });

  test('what was taken away stays so on the next page', async () => {
    const here = table();
    here.toggle('points');
    await Promise.resolve();
    expect(shown(table())).not.toContain('points');
  });
});
