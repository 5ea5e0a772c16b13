/** Curricula: whatever is done to an outline leaves an outline, and a table is read back as it was. */
import {
  aboveOf,
  CurriculumProblem,
  deepest,
  endOf,
  lineKinds,
  lineOfDay,
  moved,
  nextLeaf,
  outlineProblem,
  readCurriculum,
  shifted,
  stepped,
  tableOfCurriculum,
  without,
  type CurriculumLine,
} from '@oaken/core/curriculum';
import fc from 'fast-check';

const line = (title: string, level: number, startsOn: string | null = null): CurriculumLine => ({
  title,
  kind: 'unit',
  level,
  startsOn,
});
/** Outlines with titles that tell their lines apart. */
const outlines = fc
  .array(
    fc.record({
      step: fc.integer({ min: -4, max: 1 }),
      kind: fc.constantFrom(...lineKinds),
      startsOn: fc.constantFrom(null, '2026-09-01', '2027-01-11'),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((steps) => {
    let level = -1;
    return steps.map(({ step, ...rest }, index): CurriculumLine => {
      level = Math.min(deepest - 1, Math.max(0, level + step));
      if (index === 0) level = 0;
      return { ...rest, title: `Line ${index}`, level };
    });
  });
const placed = outlines.chain((lines) =>
  fc.record({ lines: fc.constant(lines), index: fc.nat(lines.length - 1) }),
);
const titles = (lines: readonly CurriculumLine[]) => lines.map(({ title }) => title);
const beside = (lines: readonly CurriculumLine[], index: number) =>
  titles(lines.slice(index, endOf(lines, index)));

describe('an outline', () => {
  test('stays one, with the same lines, whatever is moved', () => {
    fc.assert(
      fc.property(
        placed,
        fc.nat(12),
        fc.nat(4),
        fc.constantFrom(1 as const, -1 as const),
        ({ lines, index }, to, level, by) => {
          const place = Math.min(to, lines.length);
          for (const next of [
            moved(lines, index, place, level),
            shifted(lines, index, by),
            stepped(lines, index, by),
          ]) {
            if (next === null) continue;
            expect(outlineProblem(next)).toBeNull();
            expect(titles(next).sort()).toEqual(titles(lines).sort());
          }
        },
      ),
    );
  });

  test('what belongs to a line goes along with it, in its order', () => {
    fc.assert(
      fc.property(placed, fc.constantFrom(1 as const, -1 as const), ({ lines, index }, by) => {
        const next = stepped(lines, index, by);
        if (next === null) return;
        const now = titles(next).indexOf(lines[index]!.title);
        expect(beside(next, now)).toEqual(beside(lines, index));
      }),
    );
  });

  test('a step down and a step up again is nothing', () => {
    fc.assert(
      fc.property(placed, ({ lines, index }) => {
        const next = stepped(lines, index, 1);
        if (next === null) return;
        const now = titles(next).indexOf(lines[index]!.title);
        expect(stepped(next, now, -1)).toEqual(lines);
      }),
    );
  });

  test('removing a line removes what belongs to it and nothing else', () => {
    fc.assert(
      fc.property(placed, ({ lines, index }) => {
        const gone = new Set(beside(lines, index));
        expect(titles(without(lines, index))).toEqual(
          titles(lines).filter((title) => !gone.has(title)),
        );
      }),
    );
  });

  test('a line belongs to those above it, and they hold it', () => {
    fc.assert(
      fc.property(placed, ({ lines, index }) => {
        for (const above of aboveOf(lines, index))
          expect(endOf(lines, above)).toBeGreaterThan(index);
        expect(aboveOf(lines, index)).toHaveLength(lines[index]!.level);
      }),
    );
  });

  test.each([
    [[line('A', 1)], 'The first line must be at the top level.'],
    [[line('A', 0), line('B', 2)], 'Line 2 is more than one level below the line above it.'],
  ])('that is none says where', (lines, words) => {
    expect(outlineProblem(lines)).toBe(words);
  });
});

describe('the year', () => {
  const lines = [
    line('Unit 1', 0, '2026-09-01'),
    line('Ratios', 1, '2026-09-08'),
    line('Rates', 1),
    line('Unit 2', 0, '2026-10-01'),
    line('Percent', 1, '2026-10-05'),
  ];
  test.each([
    ['2026-08-31', -1],
    ['2026-09-07', 0],
    ['2026-10-01', 3],
    ['2027-06-01', 4],
  ])('on %s the class is at line %i', (day, index) => {
    expect(lineOfDay(lines, day)).toBe(index);
  });

  test.each([
    [-1, 1],
    [1, 2],
    [2, 4],
    [4, -1],
  ])('behind line %i comes %i, the next that nothing belongs to', (index, next) => {
    expect(nextLeaf(lines, index)).toBe(next);
  });
});

describe('a table', () => {
  test('is read back as it was written', () => {
    fc.assert(
      fc.property(outlines, (lines) => {
        expect(readCurriculum(tableOfCurriculum(lines))).toEqual(lines);
      }),
    );
  });

  test('with a column a level: what repeats or is empty begins nothing new', () => {
    const rows = [
      ['Unit', 'Week', 'Lesson'],
      ['Ratios', 'Week 1', 'Tables'],
      ['Ratios', 'Week 1', 'Double number lines'],
      ['', 'Week 2', 'Unit rates'],
      ['Percent', '', 'Tables'],
    ];
    expect(readCurriculum(rows).map(({ kind, title, level }) => [kind, title, level])).toEqual([
      ['unit', 'Ratios', 0],
      ['week', 'Week 1', 1],
      ['lesson', 'Tables', 2],
      ['lesson', 'Double number lines', 2],
      ['week', 'Week 2', 1],
      ['lesson', 'Unit rates', 2],
      ['unit', 'Percent', 0],
      ['lesson', 'Tables', 1],
    ]);
  });

  test.each([
    [[], 'There is no line in that table.'],
    [[['title'], ['']], 'Line 2 has no title.'],
    [
      [
        ['level', 'title'],
        ['one', 'Ratios'],
      ],
      'The level in line 2 must be a number from 1 to 5.',
    ],
    [
      [
        ['title', 'starts'],
        ['Ratios', 'fall'],
      ],
      'The date in line 2 must look like 2026-09-01.',
    ],
    [
      [
        ['level', 'title'],
        ['1', 'Ratios'],
        ['3', 'Tables'],
      ],
      'Line 2 is more than one level below the line above it.',
    ],
  ])('that is none says in which line, and why', (rows, words) => {
    expect(() => readCurriculum(rows)).toThrow(new CurriculumProblem(words));
  });
});
