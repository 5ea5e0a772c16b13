/** A form beside the first: what stands in it, what it gives, and how hard it is. */
import type { Pinned } from '@oaken/contract/assessments';
import type { Entry, Form, Outline, PointsOf, Section } from '@oaken/core/assessments';
import { besideFirst, formSections, givenBy } from '../src/desk/assessments/formLines';

const entry = (id: string, revisionId: number) => ({
  id,
  itemId: revisionId,
  revisionId,
  points: 2,
});
const section = (id: string, entries: Entry[], draw: Section['draw'] = null): Section =>
  ({ id, title: '', directions: '', minutes: null, entries, draw }) as unknown as Section;
const outline = (...sections: Section[]) => ({ sections }) as unknown as Outline;
const form = (change: Partial<Form> = {}): Form =>
  ({ id: 'b', name: 'B', swaps: [], without: [], ...change }) as Form;
const pinned = (id: number, facility: number | null): Pinned =>
  ({ id, facility: facility === null ? null : { value: facility, n: 30 } }) as Pinned;
const revisions = new Map(
  [pinned(1, 0.5), pinned(2, 0.7), pinned(3, 0.9), pinned(4, null)].map((item) => [item.id, item]),
);
const points: PointsOf = {
  entries: new Map([
    ['e1', 2],
    ['e2', 3],
  ]),
  drawn: new Map([['s2', 1.5]]),
  total: 5,
};
const two = outline(section('s1', [entry('e1', 1), entry('e2', 2)]));

describe('the items of a form', () => {
  test('are those of the first where nothing differs', () => {
    const [only] = formSections(two, form(), revisions);
    expect(only!.lines.map(({ number, pinned: item }) => [number, item?.id])).toEqual([
      [1, 1],
      [2, 2],
    ]);
  });

  test('have no number where they are left out, and the next ones move up', () => {
    const [only] = formSections(two, form({ without: ['e1'] }), revisions);
    expect(only!.lines.map(({ number, out }) => [number, out])).toEqual([
      [null, true],
      [1, false],
    ]);
  });

  test('are others where they were swapped', () => {
    const swaps = [{ of: 'e2', id: 'x', itemId: 3, revisionId: 3 }];
    const [only] = formSections(two, form({ swaps }), revisions);
    expect(only!.lines.map(({ swapped, pinned: item }) => [swapped, item?.id])).toEqual([
      [false, 1],
      [true, 3],
    ]);
  });
});

describe('what one student gets', () => {
  const givenIn = (test: Outline, change: Partial<Form> = {}) =>
    givenBy(formSections(test, form(change), revisions), points);

  test('is all that is not left out', () => {
    expect(givenIn(two)).toEqual({ items: 2, points: 5 });
  });

  test('is less by what is left out', () => {
    expect(givenIn(two, { without: ['e2'] })).toEqual({ items: 1, points: 2 });
  });

  test('is of a draw only so many as it gives, each of the same points', () => {
    const draw = { count: 2, search: null } as Section['draw'];
    const drawn = outline(section('s2', [entry('a', 1), entry('b', 2), entry('c', 3)], draw));
    expect(givenIn(drawn)).toEqual({ items: 2, points: 3 });
  });

  test('is of a draw no more than the form leaves in it', () => {
    const draw = { count: 2, search: null } as Section['draw'];
    const drawn = outline(section('s2', [entry('a', 1), entry('b', 2)], draw));
    expect(givenIn(drawn, { without: ['a'] })).toEqual({ items: 1, points: 1.5 });
  });
});

describe('how hard it is beside the first', () => {
  const said = (change: Partial<Form>) =>
    besideFirst(formSections(two, form(change), revisions), revisions);

  test('the same items are as hard', () => {
    expect(said({})).toBe('As hard as form A: average score 0.600 here, 0.600 in form A.');
  });

  test('without the harder one it is easier', () => {
    expect(said({ without: ['e1'] })).toMatch(/^Easier than form A by 0\.100/);
  });

  test('an item of unknown difficulty says nothing', () => {
    const swaps = [
      { of: 'e1', id: 'x', itemId: 4, revisionId: 4 },
      { of: 'e2', id: 'y', itemId: 4, revisionId: 4 },
    ];
    expect(said({ swaps })).toBe('Its difficulty compared with form A is not known yet.');
  });
});
