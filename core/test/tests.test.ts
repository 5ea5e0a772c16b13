import {
  allEntries,
  applyChange,
  change as changeSchema,
  emptyOutline,
  emptySection,
  conflictIn,
  conflictInWords,
  fillingChanges,
  freeName,
  hindrances,
  mostEntries,
  mostForms,
  movesTo,
  placeFor,
  pointsOf,
  shareOut,
  stepOf,
  totalPoints,
  type Change,
  type Draw,
  type FillingOptions,
  type Form,
  type Outline,
  type PassageOf,
} from '@oaken/core/assessments';
import { alternatives, asRichText, count, listing, plainText, shorten } from '@oaken/core/text';
import fc from 'fast-check';

const entry = (id: string, points = 1) => ({ id, itemId: 1, revisionId: 1, points });
const first = emptySection(
  'sect1',
  ['aaaa', 'bbbb', 'cccc'].map((id) => entry(id)),
);
const outline: Outline = {
  ...emptyOutline('Rates', 'quiz', first),
  subject: 'Mathematics',
  grades: [6],
  sections: [first, { ...emptySection('sect2', [entry('dddd', 2.5)]), title: 'More' }],
};
const emptyForm = (id: string): Form => ({
  id,
  name: 'B',
  note: '',
  shuffle: false,
  mostChoices: null,
  swaps: [],
  without: [],
  easier: false,
  passages: [],
});
const orderOf = (plan: Outline) =>
  plan.sections.map(({ entries }) => entries.map(({ id }) => id[0]).join('')).join('|');
const after = (...changes: Change[]) =>
  orderOf(changes.reduce((plan, change) => applyChange(plan, change).outline, outline));

test('moving, within and across sections', () => {
  expect(after({ do: 'move', entry: 'aaaa', section: 'sect1', before: 'cccc' })).toBe('bac|d');
  expect(after({ do: 'move', entry: 'cccc', section: 'sect1', before: 'aaaa' })).toBe('cab|d');
  expect(after({ do: 'move', entry: 'bbbb', section: 'sect2', before: null })).toBe('ac|db');
  expect(after({ do: 'move', entry: 'bbbb', section: 'sect1', before: 'bbbb' })).toBe('abc|d');
  // The neighbour that it should stand before was removed by somebody else meanwhile: it goes to the end.
  expect(
    after(
      { do: 'remove', entry: 'cccc' },
      { do: 'move', entry: 'aaaa', section: 'sect1', before: 'cccc' },
    ),
  ).toBe('ba|d');
});

/** Any change that fits an outline; with `spare` as the id of what is added. */
const anyChange = (plan: Outline, spare: string): fc.Arbitrary<Change> => {
  const sections = plan.sections.map(({ id }) => id);
  const ids = allEntries(plan).map(({ id }) => id);
  const section = fc.constantFrom(...sections);
  const before = fc.constantFrom<string | null>(null, ...ids);
  const some: fc.Arbitrary<Change>[] = [
    fc.record({
      do: fc.constant('put' as const),
      entry: fc.constant(entry(spare)),
      section,
      before,
    }),
    fc.record({
      do: fc.constant('describe' as const),
      facts: fc.record({
        title: fc.string({ maxLength: 20 }),
        directions: fc.string({ maxLength: 20 }),
      }),
    }),
    fc.record({
      do: fc.constant('put-section' as const),
      section: fc.constant(emptySection(`s${spare}`)),
      before: fc.constantFrom<string | null>(null, ...sections),
    }),
    fc.record({
      do: fc.constant('describe-section' as const),
      section,
      facts: fc.record({ title: fc.string({ maxLength: 9 }) }),
    }),
  ];
  if (plan.forms.length < mostForms)
    some.push(
      fc.record({
        do: fc.constant('put-form' as const),
        form: fc.constant(emptyForm(`f${spare}`)),
        before: fc.constant(null),
      }),
    );
  if (plan.forms.length > 0) {
    const form = fc.constantFrom(...plan.forms.map(({ id }) => id));
    some.push(
      fc.record({
        do: fc.constant('describe-form' as const),
        form,
        facts: fc.record({ name: fc.constantFrom('B', 'C'), shuffle: fc.boolean() }),
      }),
      fc.record({ do: fc.constant('remove-form' as const), form }),
      fc.record({
        do: fc.constant('leave-out' as const),
        form,
        entry: fc.constantFrom('aaaa', 'bbbb', 'dddd'),
        out: fc.boolean(),
      }),
      fc.constantFrom('aaaa', 'bbbb', 'cccc').chain((of) =>
        fc.record({
          do: fc.constant('swap' as const),
          form,
          of: fc.constant(of),
          swap: fc.constantFrom(null, { of, id: `w${spare}`, itemId: 2, revisionId: 3 }),
        }),
      ),
    );
  }
  if (ids.length > 0) {
    const id = fc.constantFrom(...ids);
    some.push(
      fc.record({ do: fc.constant('move' as const), entry: id, section, before }),
      fc.record({ do: fc.constant('remove' as const), entry: id }),
      fc.record({
        do: fc.constant('give-points' as const),
        entry: id,
        points: fc.integer({ min: 0, max: 9 }),
      }),
      fc.record({
        do: fc.constant('revise' as const),
        entry: id,
        revisionId: fc.integer({ min: 1, max: 9 }),
      }),
    );
  }
  if (sections.length > 1)
    some.push(fc.record({ do: fc.constant('remove-section' as const), section }));
  return fc.oneof(...some);
};

test('every change can be taken back, and the outline before is never touched', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.nat()), (dice) => {
      const frozen = JSON.stringify(outline);
      let plan = outline;
      const back: { change: Change; before: Outline }[] = [];
      for (let step = 0; step < 8; step++) {
        const [seed] = [...dice.take(1)];
        const [wanted] = fc.sample(anyChange(plan, `new${step}`), { seed: seed!, numRuns: 1 });
        const applied = applyChange(plan, wanted!);
        back.push({ change: applied.inverse, before: plan });
        plan = applied.outline;
        expect(new Set(allEntries(plan).map(({ id }) => id)).size).toBe(allEntries(plan).length);
      }
      for (const { change, before } of back.reverse()) {
        expect(changeSchema.safeParse(change).success).toBe(true);
        plan = applyChange(plan, change).outline;
        expect(plan).toEqual(before);
      }
      expect(JSON.stringify(outline)).toBe(frozen);
    }),
    { numRuns: 60 },
  );
});

test('what does not fit is refused in words', () => {
  const refused =
    (wanted: Change, plan = outline) =>
    () =>
      applyChange(plan, wanted);
  expect(refused({ do: 'remove', entry: 'zzzz' })).toThrow(
    'That item is no longer in the test; somebody has removed it.',
  );
  expect(refused({ do: 'put', entry: entry('aaaa'), section: 'sect1', before: null })).toThrow(
    'That item was already added.',
  );
  expect(refused({ do: 'put', entry: entry('eeee'), section: 'gone', before: null })).toThrow(
    'That section is no longer in the test',
  );
  const full = {
    ...outline,
    sections: [
      {
        ...outline.sections[0]!,
        entries: Array.from({ length: mostEntries }, (_, n) => entry(`full${n}`)),
      },
    ],
  };
  expect(
    refused({ do: 'put', entry: entry('eeee'), section: 'sect1', before: null }, full),
  ).toThrow('A test holds at most 200 items.');
  expect(refused({ do: 'remove-section', section: 'sect1' }, full)).toThrow(
    'A test needs at least one section.',
  );
});

const wordsOf = (plan: Outline, pools = {}) =>
  hindrances(plan, { pools, unfair: new Map() }).map(({ words }) => words);

test('what keeps a test from being given', () => {
  expect(hindrances(outline)).toEqual([]);
  expect(totalPoints(outline)).toBe(5.5);
  const empty: Outline = {
    ...outline,
    title: ' ',
    sections: [{ ...outline.sections[0]!, entries: [] }],
  };
  expect(wordsOf(empty)).toEqual(['The test has no title.', 'The test has no items.']);
  const worthless = applyChange(
    { ...outline, sections: [{ ...outline.sections[1]!, entries: [entry('dddd', 0)] }] },
    { do: 'put-section', section: { ...emptySection('last'), title: 'End' }, before: null },
  ).outline;
  expect(wordsOf(worthless)).toEqual([
    'No item gives any points.',
    'Section 2 (End) has no items.',
  ]);
  const drawing = (count: number, search: Draw['search']) =>
    applyChange(outline, {
      do: 'describe-section',
      section: 'sect1',
      facts: { draw: { count, points: 1, search } },
    }).outline;
  expect(wordsOf(drawing(3, null))).toEqual([]);
  expect(wordsOf(drawing(4, null))).toEqual(['Section 1 draws 4 items out of 3.']);
  const short = { ...emptyForm('formB'), without: ['aaaa'] };
  expect(wordsOf({ ...drawing(3, null), forms: [short] })).toEqual([
    'Form B leaves 2 of section 1, which draws 3 items.',
  ]);
  expect(wordsOf({ ...drawing(2, null), forms: [short] })).toEqual([]);
  const anything = { standard: null, grade: null, depth: null, bank: null };
  const pinned = {
    ...drawing(2, anything),
    sections: [{ ...drawing(2, anything).sections[0]!, entries: [] }],
  };
  expect(wordsOf(pinned, { sect1: 2 })).toEqual([]);
  expect(wordsOf(pinned, { sect1: 1 })).toEqual(['Section 1 draws 2 items out of 1.']);
});

test('a total that is held is shared out to the hundredth, and equally within a draw', () => {
  expect(shareOut(100, [1, 1, 1])).toEqual([33.34, 33.33, 33.33]);
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 5000 }),
      fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 40 }),
      (total, weights) => {
        const parts = shareOut(total, weights);
        const whole = weights.reduce((sum, weight) => sum + weight, 0);
        if (whole === 0) return expect(parts.every((part) => part === 0)).toBe(true);
        expect(Math.round(parts.reduce((sum, part) => sum + part, 0) * 100)).toBe(total * 100);
        parts.forEach((part, index) =>
          expect(Math.abs(part - (total * weights[index]!) / whole)).toBeLessThan(0.0101),
        );
      },
    ),
  );
  const held = { ...outline, heldTotal: 100 };
  expect([...pointsOf(held).entries.values()]).toEqual([18.18, 18.18, 18.18, 45.46]);
  // Two out of three, each worth the same whichever they are; the last item takes the rest.
  const [firstSection, two] = held.sections;
  const drawing = {
    ...held,
    sections: [
      { ...firstSection!, draw: { count: 2, points: 1, search: null } },
      { ...two!, entries: [entry('dddd', 5)] },
    ],
  };
  expect([...pointsOf(drawing).entries.values()]).toEqual([14.28, 14.28, 14.28, 71.44]);
  expect(pointsOf(drawing).total).toBe(100);
  // With nothing beside the draw the shares are not rounded.
  expect(
    pointsOf({
      ...held,
      sections: [{ ...firstSection!, draw: { count: 3, points: 1, search: null } }],
    }).total,
  ).toBe(100);
});

describe('items of one passage', () => {
  // Small letters have no passage; items a1, a2 and so on share one.
  const of = (...ids: string[]) => ({
    ...outline,
    sections: [
      emptySection(
        'sect1',
        ids.map((id) => entry(`${id}--`)),
      ),
      emptySection('sect2'),
    ],
  });
  const passageOf: PassageOf = ({ id }) => (/\d/.test(id) ? id.charCodeAt(0) : null);
  const shown = (plan: Outline, changes: Change[]) =>
    changes
      .reduce((before, change) => applyChange(before, change).outline, plan)
      .sections.map(({ entries }) =>
        entries.map(({ id }) => id.slice(0, 2).replace('-', '')).join(' '),
      )
      .join(' | ');
  const currentPlan = of('x', 'a1', 'a2', 'y', 'b1', 'b2', 'z');

  test('come in behind the others, and nothing comes between them', () => {
    const before = (id: string) => ({ section: 'sect1', before: `${id}--` });
    expect(placeFor(currentPlan, entry('a3--'), before('z'), passageOf)).toEqual(before('y'));
    expect(placeFor(currentPlan, entry('w---'), before('a2'), passageOf)).toEqual(before('y'));
    expect(placeFor(currentPlan, entry('w---'), before('b1'), passageOf)).toEqual(before('b1'));
  });
  test('move as one, and within their passage alone', () => {
    const to = (id: string, before: string | null, section = 'sect1') =>
      shown(
        currentPlan,
        movesTo(currentPlan, `${id}--`, { section, before: before && `${before}--` }, passageOf),
      );
    expect(to('a2', 'z')).toBe('x y b1 b2 a1 a2 z | ');
    expect(to('a2', 'a1')).toBe('x a2 a1 y b1 b2 z | ');
    expect(to('x', 'b2')).toBe('a1 a2 y b1 b2 x z | ');
    expect(to('b1', null, 'sect2')).toBe('x a1 a2 y z | b1 b2');
  });
  test('step past each other whole', () => {
    const by = (id: string, step: 1 | -1, from = currentPlan) =>
      shown(from, stepOf(from, `${id}--`, step, passageOf));
    expect(by('x', 1)).toBe('a1 a2 x y b1 b2 z | ');
    expect(by('a1', 1)).toBe('x a2 a1 y b1 b2 z | ');
    expect(by('a2', 1)).toBe('x y a1 a2 b1 b2 z | ');
    expect(by('z', -1)).toBe('x a1 a2 y z b1 b2 | ');
    expect(by('z', 1)).toBe('x a1 a2 y b1 b2 | z');
    expect(by('x', -1)).toBe('x a1 a2 y b1 b2 z | ');
  });
  test('however they are moved, a passage stays in one piece', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(6), fc.option(fc.nat(6)), fc.boolean()), { maxLength: 12 }),
        (moves) => {
          let now: Outline = currentPlan;
          for (const [who, before, second] of moves) {
            const all = allEntries(currentPlan).map(({ id }) => id);
            for (const change of movesTo(
              now,
              all[who]!,
              {
                section: second ? 'sect2' : 'sect1',
                before: before === null ? null : all[before]!,
              },
              passageOf,
            ))
              now = applyChange(now, change).outline;
          }
          expect(allEntries(now)).toHaveLength(7);
          for (const { entries } of now.sections) {
            const runs = entries
              .map((itemId) => passageOf(itemId))
              .filter((value, index, all) => value !== null && value !== all[index - 1]);
            expect(new Set(runs).size).toBe(runs.length);
          }
        },
      ),
    );
  });
});

describe('changes that waited', () => {
  const entry = (id: string) => ({ id, itemId: 1, revisionId: 10, points: 1 });
  const seen = {
    ...outline,
    title: 'Rates',
    sections: [emptySection('sect1', [entry('one1'), entry('two2')])],
  };
  const made = (changes: Change[]) => {
    let next: Outline = seen;
    return changes.map((change) => {
      const applied = applyChange(next, change);
      next = applied.outline;
      return { change, inverse: applied.inverse };
    });
  };
  const retitle: Change = { do: 'describe', facts: { title: 'Unit rates' } };

  test('are in no conflict with a test that nobody changed, nor with one that has them already', () => {
    const steps = made([
      retitle,
      { do: 'give-points', entry: 'one1', points: 3 },
      { do: 'move', entry: 'two2', section: 'sect1', before: 'one1' },
    ]);
    expect(conflictIn(seen, steps)).toBeNull();
    expect(conflictIn(applyChange(seen, retitle).outline, made([retitle]))).toBeNull();
  });
  test('are in conflict where they would replace what somebody else wrote, and say what stands there', () => {
    const theirs = { ...seen, title: 'Ratios' };
    expect(conflictIn(theirs, made([retitle]))).toEqual({ change: retitle, refusal: null });
    expect(conflictInWords(theirs, retitle)).toBe(
      'The title is “Ratios” now; yours was “Unit rates”.',
    );
    // Another fact of the same heading is nobody's business.
    expect(conflictIn({ ...seen, subject: 'Mathematics' }, made([retitle]))).toBeNull();
  });
  test('that do not fit any more say why', () => {
    const steps = made([{ do: 'give-points', entry: 'one1', points: 3 }]);
    const without = { ...seen, sections: [emptySection('sect1', [entry('two2')])] };
    expect(conflictIn(without, steps)!.refusal).toMatch(/no longer in the test/);
  });
});

describe('what was found for a blueprint', () => {
  let made = 0;
  const filling = (itemId: number, points = 1) => ({ itemId, revisionId: itemId * 10, points });
  const pinned = (id: string, itemId: number) => ({
    id,
    itemId,
    revisionId: itemId * 10,
    points: 1,
  });
  const plan = {
    ...outline,
    sections: [
      emptySection('sect1', [pinned('old1', 1), pinned('old2', 2)]),
      {
        ...emptySection('drawn', [pinned('pool', 9)]),
        draw: { count: 1, points: 1, search: null },
      },
    ],
  };
  /** Items 5 and 6 share a passage. */
  const options = (keep: boolean): FillingOptions => ({
    keep,
    passageOf: ({ itemId }) => (itemId === 5 || itemId === 6 ? 1 : null),
    newKey: () => `made${++made}`,
  });
  const filled = (
    currentPlan: Outline,
    forms: Parameters<typeof fillingChanges>[1],
    keep: boolean,
  ) =>
    fillingChanges(currentPlan, forms, options(keep)).reduce(
      (before, change) => applyChange(before, change).outline,
      currentPlan,
    );
  const itemsOf = (currentPlan: Outline) =>
    currentPlan.sections.map(({ entries }) => entries.map(({ itemId }) => itemId));

  test('comes in beside what is kept, or takes its place; pools of draws are left alone, passages stay together', () => {
    const forms = [[filling(1), filling(5), filling(12), filling(6)]];
    expect(itemsOf(filled(plan, forms, true))).toEqual([[1, 2, 5, 6, 12], [9]]);
    const replaced = filled(plan, forms, false);
    expect(itemsOf(replaced)).toEqual([[1, 5, 6, 12], [9]]);
    expect(fillingChanges(replaced, forms, options(false))).toEqual([]);
    const onlyDraws = { ...plan, sections: [plan.sections[1]!] };
    expect(itemsOf(filled(onlyDraws, forms, false))).toEqual([[9], [1, 5, 6, 12]]);
  });

  test('gives each further form what stands in the same place, and leaves what both have', () => {
    const forms = [
      [filling(1), filling(12), filling(3)],
      [filling(21), filling(22), filling(3)],
      [filling(31), filling(32), filling(33)],
    ];
    const currentPlan = filled({ ...plan, sections: [plan.sections[0]!] }, forms, false);
    const itemOf = new Map(allEntries(currentPlan).map(({ id, itemId }) => [id, itemId]));
    const swaps = currentPlan.forms.map(({ name, swaps }) => [
      name,
      swaps.map(({ of, itemId }) => [itemOf.get(of)!, itemId]).sort(([a], [b]) => a! - b!),
    ]);
    expect(swaps).toEqual([
      [
        'B',
        [
          [1, 21],
          [12, 22],
        ],
      ],
      [
        'C',
        [
          [1, 31],
          [3, 33],
          [12, 32],
        ],
      ],
    ]);
    expect(freeName(currentPlan)).toBe('D');
  });
});

test('words', () => {
  expect(plainText('<p>A&nbsp;&amp; <em>B</em></p><p>C&#8211;D</p>')).toBe('A & B C–D');
  expect(plainText('<span data-formula="\\frac{3}{4} \\times 10^{6}">x</span>')).toBe('3/4 × 10^6');
  fc.assert(
    fc.property(
      fc.string(),
      (text) => plainText(asRichText(text)) === text.replace(/\s+/g, ' ').trim(),
    ),
  );
  expect([count(1, 'item'), count(1200, 'item'), count(2, 'class')]).toEqual([
    '1 item',
    '1,200 items',
    '2 classes',
  ]);
  expect([listing([]), listing(['a']), alternatives(['a', 'b', 'c'])]).toEqual([
    '',
    'a',
    'a, b or c',
  ]);
  expect(shorten('one two three four', 9)).toBe('one two …');
});
