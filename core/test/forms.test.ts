import { entriesOf, formForSitting, formOf, type Edition } from '@oaken/core/forms';
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
const orderOf = (own: Edition) => entriesOf(own).map(({ id }) => id.slice(5)).join(''); // prettier-ignore
const choicesOf = (own: Edition, id: string) => {
  const [part] = entriesOf(own).find((one) => one.id === id)!.content.parts;
  return part && 'choices' in part ? part.choices.map((choice) => choice.id).join('') : '';
};

// Golden: attempts store only their seed, so these must hold in every later version. Never change them; a new way of
// shuffling needs a new name in the attempt.
test('golden: seeds give these forms for ever', () => {
  const forms = ['s1', 's2', 'Qk3Zx9'].map((seed) => formOf(edition, seed, both));
  expect(forms.map((own) => [orderOf(own), choicesOf(own, 'entry1'), choicesOf(own, 'entry6')])).toMatchInlineSnapshot(`
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
  expect([random.below(1000), random.below(1000), random.next().toFixed(8), random.shuffle([1, 2, 3, 4, 5])])
    .toMatchInlineSnapshot(`
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
      const form = formOf(edition, seed, both);
      expect(form.sections.map(({ entries }) => entries.map(({ id }) => id).sort())).toEqual(
        edition.sections.map(({ entries }) => entries.map(({ id }) => id)),
      );
      expect([...choicesOf(form, 'entry3')].sort().join('')).toBe('abcd');
      expect(choicesOf(form, 'entry3').endsWith('d')).toBe(true);
      expect(formOf(edition, seed, { shuffleItems: false, shuffleChoices: false })).toEqual(edition);
      // Another item beside it never moves an item's own choices.
      const fewer = { ...edition, sections: [edition.sections[1]!] };
      expect(choicesOf(formOf(fewer, seed, both), 'entry5')).toBe(choicesOf(form, 'entry5'));
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
  // Five standard deviations of a binomial with n = 6000 and p = 1/6 are 144; the seeds are fixed, so this never flickers.
  for (const n of counts.values()) expect(Math.abs(n - 1000)).toBeLessThan(144);
});

test('a form for sitting carries no key, points table, standard or depth', () => {
  const sent = JSON.stringify(formForSitting(edition));
  for (const secret of ['key', 'rule', 'standards', 'X.1', 'depth', 'revisionId', 'itemId', 'fixed'])
    expect(sent).not.toContain(`"${secret}"`);
});
