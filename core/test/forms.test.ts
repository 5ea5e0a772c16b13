import {
  dealtTo,
  entriesOf,
  formForSitting,
  formOf,
  withFewerChoicesEverywhere,
  type Edition,
} from '@oaken/core/forms';
import { scoreAttempt } from '@oaken/core/attempts';
import type { ItemContent } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import fc from 'fast-check';

const content = (n: number): ItemContent => ({
  stem: `<p>Question ${n}</p>`,
  parts: [
    {
      id: 'a',
      kind: 'single-choice',
      choices: [...'abcd'].map((id) => ({
        id,
        text: id === 'd' ? 'none of these' : `choice ${id}`,
        ...(id === 'd' && { fixed: true }),
      })),
      key: ['a'],
      rule: { rule: 'all-or-nothing', points: 1 },
    },
  ],
  explanation: '',
  hints: [],
  notes: '',
});
const entry = (n: number) => ({
  id: `entry${n}`,
  itemId: n,
  revisionId: n,
  points: 1,
  content: content(n),
  standards: ['X.1'],
  depth: 1,
});
const edition: Edition = {
  title: 'T',
  directions: '',
  subject: '',
  sections: [
    { id: 'one', title: '', directions: '', entries: [1, 2, 3, 4].map(entry) },
    { id: 'two', title: '', directions: '', entries: [5, 6].map(entry) },
  ],
};
const both = { shuffleItems: true, shuffleChoices: true };
const orderOf = (testForm: Edition) =>
  entriesOf(testForm)
    .map(({ id }) => id.slice(5))
    .join('');
const choicesOf = (testForm: Edition, id: string) => {
  const [part] = entriesOf(testForm).find((editionEntry) => editionEntry.id === id)!.content.parts;
  return part && 'choices' in part ? part.choices.map((choice) => choice.id).join('') : '';
};

// Golden: attempts store only their seed, so these must hold in every later version. Never change them; a new way of
// shuffling needs a new name in the attempt.
test('golden: seeds give these forms for ever', () => {
  const forms = ['s1', 's2', 'Qk3Zx9'].map((seed) => formOf(edition, { seed }, both));
  expect(forms.map((form) => [orderOf(form), choicesOf(form, 'entry1'), choicesOf(form, 'entry6')]))
    .toMatchInlineSnapshot(`
   [
     [
       "214365",
       "bcad",
       "acbd",
     ],
     [
       "243165",
       "cbad",
       "acbd",
     ],
     [
       "143256",
       "bcad",
       "bcad",
     ],
   ]
  `);
  const random = randomFrom('golden');
  expect([
    random.below(1000),
    random.below(1000),
    random.next().toFixed(8),
    random.shuffle([1, 2, 3, 4, 5]),
  ]).toMatchInlineSnapshot(`
   [
     58,
     352,
     "0.96317007",
     [
       4,
       3,
       2,
       1,
       5,
     ],
   ]
  `);
});

test('what stays and what moves', () => {
  fc.assert(
    fc.property(fc.string(), (seed) => {
      const form = formOf(edition, { seed }, both);
      expect(form.sections.map(({ entries }) => entries.map(({ id }) => id).sort())).toEqual(
        edition.sections.map(({ entries }) => entries.map(({ id }) => id)),
      );
      expect([...choicesOf(form, 'entry3')].sort().join('')).toBe('abcd');
      expect(choicesOf(form, 'entry3').endsWith('d')).toBe(true);
      expect(formOf(edition, { seed }, { shuffleItems: false, shuffleChoices: false })).toEqual(
        edition,
      );
      // Another item beside it never moves an item's own choices.
      const fewer = { ...edition, sections: [edition.sections[1]!] };
      expect(choicesOf(formOf(fewer, { seed }, both), 'entry5')).toBe(choicesOf(form, 'entry5'));
    }),
  );
});

test('all orders are equally likely', () => {
  const counts = new Map<string, number>();
  for (let n = 0; n < 6000; n++) {
    const order = randomFrom(`fair ${n}`).shuffle([1, 2, 3]).join('');
    counts.set(order, (counts.get(order) ?? 0) + 1);
  }
  expect(counts.size).toBe(6);
  // Five standard deviations of a binomial with n = 6000 and p = 1/6 are 144; the seeds are fixed,
  // so this never flickers.
  for (const n of counts.values()) expect(Math.abs(n - 1000)).toBeLessThan(144);
});

test('a form for sitting carries no key, points table, standard or depth', () => {
  const sent = JSON.stringify(formForSitting(edition));
  for (const secret of [
    'key',
    'rule',
    'standards',
    'X.1',
    'depth',
    'revisionId',
    'itemId',
    'fixed',
  ])
    expect(sent).not.toContain(`"${secret}"`);
});

test('draws use items evenly, and give nobody an item twice', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 40 }),
      fc.string(),
      (a, b, students, seed) => {
        const [count, size] = [Math.min(a, b), Math.max(a, b)];
        const used = new Array<number>(size).fill(0);
        for (let seat = 0; seat < students; seat++) {
          const hand = dealtTo(seat, count, size, randomFrom(seed));
          expect(new Set(hand).size).toBe(count);
          for (const currentEntry of hand) used[currentEntry]!++;
          expect(Math.max(...used) - Math.min(...used)).toBeLessThanOrEqual(1);
        }
      },
    ),
  );
});

describe('forms and draws of an edition', () => {
  const dealt: Edition = {
    ...edition,
    deal: 'd1',
    sections: [{ ...edition.sections[0]!, draw: 2 }, edition.sections[1]!],
    forms: [
      {
        id: 'formB',
        name: 'B',
        shuffle: false,
        mostChoices: 2,
        swaps: [{ ...entry(9), id: 'other9', of: 'entry5', points: 7 }],
        without: ['entry6'],
        passages: [],
      },
    ],
  };
  const none = { shuffleItems: false, shuffleChoices: false };

  test('a form has its own items in their places, fewer items and fewer choices, the key always among them', () => {
    const form = formOf(dealt, { seed: 's', form: 'formB' }, none);
    expect(form.sections[1]!.entries.map(({ id, points }) => [id, points])).toEqual([
      ['other9', 1],
    ]);
    for (const { id } of entriesOf(form)) {
      if (id !== 'entry6') expect(choicesOf({ ...form, forms: [] }, id)).toMatch(/^a[bcd]$/);
    }
    expect(formOf(dealt, { seed: 's' }, none).sections[1]!.entries.map(({ id }) => id)).toEqual([
      'entry5',
      'entry6',
    ]);
    expect(entriesOf(dealt).map(({ id }) => id)).toContain('other9');
    expect(choicesOf({ ...withFewerChoicesEverywhere(edition, 3), forms: [] }, 'entry2')).toMatch(
      /^a..$/,
    );
  });

  test('what a form leaves out is not dealt: everybody gets as many as the draw gives', () => {
    const withForms = { ...dealt, forms: [{ ...dealt.forms![0]!, without: ['entry1', 'entry2'] }] };
    for (let seat = 0; seat < 6; seat++) {
      const [drawn] = formOf(withForms, { seed: 's', seat, form: 'formB' }, none).sections;
      expect(drawn!.entries.map(({ id }) => id)).toEqual(['entry3', 'entry4']);
    }
  });

  test('a form can have other passages, and the easier version of those that have one', () => {
    const passage = (body: string, easier = '') => ({
      title: 'T',
      body: `<p>${body}</p>`,
      numbering: 'none' as const,
      easier: easier && `<p>${easier}</p>`,
      source: '',
    });
    const about = (n: number, id: number) => ({
      ...entry(n),
      content: { ...content(n), passage: { id, revision: id * 10 } },
    });
    const bare = { shuffle: false, mostChoices: null, swaps: [], without: [] };
    const shuffled: Edition = {
      ...dealt,
      sections: [{ ...edition.sections[1]!, entries: [about(5, 1), about(6, 2)] }],
      passages: {
        10: passage('Long'),
        20: passage('Hard', 'Easy'),
        30: passage('Other', 'Other, easy'),
      },
      forms: [
        {
          ...bare,
          id: 'easier',
          name: 'B',
          easier: true,
          passages: [{ of: 1, id: 3, revision: 30 }],
        },
        { ...bare, id: 'other', name: 'C', passages: [{ of: 2, id: 3, revision: 30 }] },
      ],
    };
    const read = (form: string | null) => {
      const { sections, passages } = formForSitting(formOf(shuffled, { seed: 's', form }, none));
      return sections[0]!.entries.map(({ item }) => passages[String(item.passage!.revision)]!.body);
    };
    expect(read(null)).toEqual(['<p>Long</p>', '<p>Hard</p>']);
    expect(read('easier')).toEqual(['<p>Other, easy</p>', '<p>Easy</p>']);
    expect(read('other')).toEqual(['<p>Long</p>', '<p>Other</p>']);
    // A student’s page never gets a passage of another form, nor the version that is not theirs.
    expect(JSON.stringify(formForSitting(formOf(shuffled, { seed: 's' }, none)))).not.toMatch(
      /Other|Easy/,
    );
  });

  test('only what a student was given is scored', () => {
    const ids = (seat: number) =>
      scoreAttempt(dealt, new Map([['entry5', { a: 'a' }]]), {
        seed: 's',
        seat,
        rules: none,
        ranOut: false,
      });
    for (const seat of [0, 1, 2, 3]) {
      expect(ids(seat)).toHaveLength(4);
      expect(ids(seat).map(({ entry }) => entry)).toEqual(
        entriesOf(formOf({ ...dealt, forms: [] }, { seed: 's', seat }, none)).map(({ id }) => id),
      );
      expect(ids(seat).reduce((sum, { points }) => sum + points, 0)).toBe(1);
    }
  });

  test('a shuffle leaves the items of a passage beside each other', () => {
    const about = (n: number, id: number) => ({
      ...entry(n),
      content: { ...content(n), passage: { id, revision: id } },
    });
    const drawn = {
      ...edition,
      deal: 'd',
      sections: [
        {
          ...edition.sections[0]!,
          entries: [entry(1), about(2, 8), about(3, 8), entry(4), about(5, 9), about(6, 9)],
        },
      ],
    };
    const orders = new Set<string>();
    for (let n = 0; n < 60; n++) {
      const order = orderOf(formOf(drawn, { seed: `${n}` }, both));
      orders.add(order);
      expect(order).toMatch(/23|32/);
      expect(order).toMatch(/56|65/);
    }
    expect(orders.size).toBeGreaterThan(20);
    expect(
      orderOf(
        formOf(
          { ...drawn, sections: [{ ...drawn.sections[0]!, keepOrder: true }] },
          { seed: 'x' },
          both,
        ),
      ),
    ).toBe('123456');
  });
});
