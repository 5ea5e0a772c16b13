/** Answer sheets: where everything stands, and what pictures of them say. */
import {
  codeCellsOf,
  codeFrom,
  crc24,
  findSheet,
  geometryOf,
  isBlank,
  numberRows,
  readFound,
  readPage,
  sheetLayout,
  straightened,
  studentNumberIn,
  type PageCode,
  type ReadPage,
  type SheetGeometry,
} from '@oaken/core/capture/sheets';
import fc from 'fast-check';
import { scanOf, type Scan, type ScanConditions } from './support/scans';

const choices = (count: number, from = 1) =>
  Array.from({ length: count }, (_, n) => ({
    ...{ id: String(from + n), kind: 'choices' as const, choices: 4 + (n % 2) },
  }));
const geometry = (questions: readonly object[], paper: 'a4' | 'letter' = 'letter') =>
  geometryOf(sheetLayout.parse({ paper, questions }));
const mixed = geometry([
  ...choices(20),
  { id: '21', kind: 'choices', choices: 8, several: true },
  { id: '22', kind: 'number', places: 4 },
  { id: '23', kind: 'grid', rows: 3, columns: 6 },
  { id: '24', kind: 'field', height: 40 },
]);
const full = { full: 1 };

type Read = Extract<ReadPage, { problem: null }>;
function read(scan: Scan, of: SheetGeometry = mixed): Read {
  const page = readPage(scan.picture, of);
  if (page.problem !== null) throw new Error(page.problem);
  return page;
}
/** Rows that say something else than the student means, and are not asked about. */
const wrongIn = ({ filled }: Scan, { rows }: Read): string[] =>
  filled.flatMap(({ hand, means, row }, index) => {
    const { doubt, marks } = rows[index]!;
    const isRight = doubt !== null || marks.join() === means?.join();
    return isRight ? [] : `${row.label} ${hand}: ${means?.join()} read as ${marks.join()}`;
  });
const askedIn = ({ rows }: Read) => rows.filter(({ doubt }) => doubt !== null);

describe('where everything stands', () => {
  const question = fc.oneof(
    fc.record({ kind: fc.constant('choices'), choices: fc.integer({ min: 2, max: 8 }) }),
    fc.record({ kind: fc.constant('number'), places: fc.integer({ min: 1, max: 10 }) }),
    fc.record({
      kind: fc.constant('grid'),
      rows: fc.integer({ min: 1, max: 20 }),
      columns: fc.integer({ min: 2, max: 10 }),
    }),
    fc.record({ kind: fc.constant('field'), height: fc.integer({ min: 15, max: 200 }) }),
  );
  const layouts = fc
    .tuple(fc.array(question, { minLength: 1, maxLength: 60 }), fc.constantFrom('a4', 'letter'))
    .map(([questions, paper]) =>
      geometry(
        questions.map((question, index) => ({ id: String(index + 1), ...question })),
        paper as 'a4',
      ),
    );

  test('no two bubbles touch, and all stay between the marks', () => {
    fc.assert(
      fc.property(layouts, ({ pages, width, height }) => {
        for (const page of pages) {
          const bubbles = page.rows.flatMap((row) => row.bubbles);
          const places = new Set(bubbles.map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`));
          expect(places.size).toBe(bubbles.length);
          for (const { x, y } of bubbles) {
            expect(x).toBeGreaterThan(19);
            expect(x).toBeLessThan(width - 16.5);
            expect(y).toBeGreaterThan(42);
            expect(y).toBeLessThan(height - 16);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  test('every question has its place, once', () => {
    fc.assert(
      fc.property(layouts, ({ pages }) => {
        const rows = pages.flatMap((page) => [...new Set(page.rows.map((row) => row.question))]);
        const placed = [...rows, ...pages.flatMap((page) => page.fields.map((f) => f.question))];
        expect(new Set(placed).size).toBe(placed.length);
        const highest = Math.max(...placed.map(Number));
        expect(placed).toHaveLength(highest);
      }),
      { numRuns: 60 },
    );
  });

  test('120 rows of five choices stand on one page', () => {
    const rows = Array.from({ length: 120 }, (_, n) => ({
      id: String(n),
      kind: 'choices',
      choices: 5,
    }));
    expect(geometry(rows).pages).toHaveLength(1);
  });

  test('two questions with one id are refused', () => {
    const questions = [...choices(2), ...choices(1)];
    expect(sheetLayout.safeParse({ questions }).success).toBe(false);
  });
});

describe('the code of a page', () => {
  const code: fc.Arbitrary<PageCode> = fc.record({
    check: fc.nat(65_535),
    sheet: fc.integer({ min: 1, max: 65_535 }),
    page: fc.integer({ min: 1, max: 31 }),
    number: fc.nat(99),
  });
  const dark = (cells: readonly boolean[]): number[] => cells.map((cell) => (cell ? 60 : -60));

  test('the checksum is that of the published check value', () => {
    // RFC 9580 names the polynomial; the value for “123456789” is from the catalog of CRCs (Cook, reveng), from memory.
    const bits = [...'123456789'].flatMap((sign) =>
      Array.from({ length: 8 }, (_, bit) => ((sign.charCodeAt(0) >> (7 - bit)) & 1) === 1),
    );
    expect(crc24(bits)).toBe(0x21cf02);
  });
  test('says what was put into it', () => {
    fc.assert(
      fc.property(code, (given) => expect(codeFrom(dark(codeCellsOf(given)))).toEqual(given)),
    );
  });
  test('four cells that can hardly be told are put right', () => {
    fc.assert(
      fc.property(
        code,
        fc.uniqueArray(fc.nat(71), { minLength: 4, maxLength: 4 }),
        (given, spoilt) => {
          const cells = dark(codeCellsOf(given));
          for (const cell of spoilt) cells[cell] = cells[cell]! > 0 ? -3 : 3;
          expect(codeFrom(cells)).toEqual(given);
        },
      ),
    );
  });
  // All are as sure as each other here, so that the first four are taken for the doubtful ones.
  test('cells that are wrong for sure are no code', () => {
    fc.assert(
      fc.property(code, fc.integer({ min: 4, max: 71 }), (given, spoilt) => {
        const cells = dark(codeCellsOf(given));
        cells[spoilt] = -cells[spoilt]!;
        expect(codeFrom(cells)).toBeNull();
      }),
    );
  });
});

describe('a page that was filled in', () => {
  test.each<[string, Partial<ScanConditions>]>([
    ['at 100 dpi', { dpi: 100 }],
    ['at 300 dpi', { dpi: 300 }],
    ['turned by ten degrees', { turned: -10 }],
    ['on its head', { turned: 180 }],
    ['sideways', { turned: 90 }],
    ['with streaks and shade', { streaks: 2, shading: 0.25 }],
    ['photographed from aside', { photo: true, noise: 6, blur: 1 }],
  ])('is read %s', (name, conditions) => {
    const scan = scanOf(name, mixed, conditions, { sheet: 312, number: 23 });
    const page = read(scan);
    expect(page).toMatchObject({ sheet: 312, page: 1, number: 23 });
    expect(wrongIn(scan, page)).toEqual([]);
    expect(askedIn(page).length).toBeLessThanOrEqual(3);
  });

  test('the second of several pages is known as such', () => {
    const long = geometry([...choices(180), { id: '181', kind: 'field', height: 60 }]);
    const scan = scanOf('second', long, {}, { page: 2 });
    const page = read(scan, long);
    expect(page.page).toBe(2);
    expect(wrongIn(scan, page)).toEqual([]);
    expect(page.fields).toMatchObject([{ question: '181' }]);
  });

  test('boxes for digits are no corners of the sheet', () => {
    const numbers = geometry(
      Array.from({ length: 12 }, (_, n) => ({ id: `${n + 1}`, kind: 'number', places: 6 })),
    );
    const scan = scanOf('numbers', numbers, { hands: full });
    expect(wrongIn(scan, read(scan, numbers))).toEqual([]);
  });

  test('a field stands where it was printed', () => {
    const { fields } = read(scanOf('field', mixed, { dpi: 150 }));
    const { left, top } = mixed.pages[0]!.fields[0]!;
    const [corner] = fields[0]!.corners;
    expect(Math.abs(corner.x - (left - 1) * (150 / 25.4))).toBeLessThan(3);
    expect(Math.abs(corner.y - (top - 1) * (150 / 25.4))).toBeLessThan(3);
  });
});

describe('what is not sure', () => {
  const page = (hand: string) => {
    const scan = scanOf(`only ${hand}`, mixed, { hands: { [hand]: 1 } });
    return { scan, page: read(scan) };
  };

  test.each(['full', 'light', 'scribble', 'tick', 'cross', 'erased', 'blank'])(
    '%s is taken, and right',
    (hand) => {
      const { scan, page: taken } = page(hand);
      expect(wrongIn(scan, taken)).toEqual([]);
      expect(askedIn(taken).length).toBeLessThanOrEqual(0.1 * scan.filled.length);
    },
  );

  test.each(['two', 'crossed-out'])('%s is asked about', (hand) => {
    const { scan, page: asked } = page(hand);
    const single = asked.rows.filter((_, index) => !scan.filled[index]!.row.several);
    expect(single.filter(({ doubt }) => doubt === null)).toEqual([]);
  });

  test('what was erased and not filled anew is never taken for an answer', () => {
    const { scan, page: wiped } = page('wiped');
    expect(wrongIn(scan, wiped)).toEqual([]);
  });
});

describe('a page that is not what it should be', () => {
  test('of another layout is foreign', () => {
    const scan = scanOf('foreign', geometry(choices(12)));
    expect(readPage(scan.picture, mixed)).toEqual({ problem: 'foreign' });
  });
  test('of nothing is no sheet', () => {
    const data = new Uint8Array(1240 * 1754).fill(240);
    expect(readPage({ width: 1240, height: 1754, data }, mixed)).toEqual({ problem: 'no-sheet' });
  });
  test('whose code is torn off is known by the bubbles for the number', () => {
    const torn = [150, 0, 196, 24] as const;
    const scan = scanOf('torn', mixed, { hands: full }, { torn, bubbled: 27 });
    const page = read(scan);
    expect(page).toMatchObject({ sheet: null, page: 1, number: 27 });
    expect(wrongIn(scan, page)).toEqual([]);
  });
  test('without a corner is read all the same', () => {
    const torn = [190, 250, 216, 280] as const;
    const scan = scanOf('corner', mixed, { hands: full, turned: 2 }, { torn });
    expect(wrongIn(scan, read(scan))).toEqual([]);
  });
  test('tens and ones say a number from 1 to 99', () => {
    expect(numberRows(mixed).map(({ bubbles }) => bubbles.length)).toEqual([10, 10]);
  });
});

describe('a page of which nothing is known yet', () => {
  const short = (paper: 'a4' | 'letter') => geometry(choices(6), paper);

  test.each(['a4', 'letter'] as const)('on %s is told from the other paper', (paper) => {
    const of = short(paper);
    const scan = scanOf(`paper ${paper}`, of, { hands: full }, { number: 0, bubbled: 37 });
    const found = findSheet(scan.picture)!;
    expect(found.paper.width).toBe(of.width);
    expect(studentNumberIn(found)).toBe(37);
  });

  test('is read as the page that somebody says it is, where its code is lost', () => {
    const two = geometry([
      ...choices(20),
      { id: 'f', kind: 'field', height: 190 },
      ...choices(4, 21),
    ]);
    const torn = [150, 5, 200, 24] as const;
    const scan = scanOf('torn', two, { hands: full }, { page: 2, torn });
    const found = findSheet(scan.picture)!;
    expect(found.code).toBeNull();
    const page = readFound(found, two, 2) as Read;
    expect(wrongIn(scan, page)).toEqual([]);
  });

  test('made straight, it reads the same', () => {
    const scan = scanOf('turned', mixed, { hands: full, turned: 7 });
    const upright = straightened(findSheet(scan.picture)!, mixed)!;
    const ratio = upright.width / upright.height;
    expect(ratio).toBeCloseTo(mixed.width / mixed.height, 2);
    expect(wrongIn(scan, read({ ...scan, picture: upright }))).toEqual([]);
  });

  test('a frame with nothing in it is known as empty', () => {
    const { fields } = read(scanOf('field', mixed, { hands: full }));
    expect(fields.map(({ written }) => written)).toEqual([false]);
  });

  test('the back of a sheet is blank, and its front is not', () => {
    const back = { width: 850, height: 1100, data: new Uint8Array(850 * 1100).fill(240) };
    const front = scanOf('front', short('letter'), { hands: { blank: 1 } }).picture;
    expect([isBlank(back), isBlank(front)]).toEqual([true, false]);
  });
});
