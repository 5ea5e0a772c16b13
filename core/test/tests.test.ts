import { isReleased, slipOf, type AssignmentRules } from '@oaken/core/assignments';
import {
  allEntries,
  applyChange,
  change as changeSchema,
  hindrances,
  mostEntries,
  totalPoints,
  type Change,
  type Outline,
  type Section,
} from '@oaken/core/tests';
import { asRichText, count, listing, plainText, shorten } from '@oaken/core/text';
import { day } from '@oaken/core/timing';
import fc from 'fast-check';

const entry = (id: string, points = 1) => ({ id, itemId: 1, revisionId: 1, points });
const outline: Outline = {
  title: 'Rates',
  kind: 'quiz',
  subject: 'Mathematics',
  grades: [6],
  directions: '',
  sections: [
    { id: 'sect1', title: '', directions: '', entries: ['aaaa', 'bbbb', 'cccc'].map((id) => entry(id)) },
    { id: 'sect2', title: 'More', directions: '', entries: [entry('dddd', 2.5)] },
  ],
};
const orderOf = (own: Outline) => own.sections.map(({ entries }) => entries.map(({ id }) => id[0]).join('')).join('|'); // prettier-ignore
const after = (...changes: Change[]) => orderOf(changes.reduce((own, one) => applyChange(own, one).outline, outline));

test('moving, within and across sections', () => {
  expect(after({ do: 'move', entry: 'aaaa', section: 'sect1', before: 'cccc' })).toBe('bac|d');
  expect(after({ do: 'move', entry: 'cccc', section: 'sect1', before: 'aaaa' })).toBe('cab|d');
  expect(after({ do: 'move', entry: 'bbbb', section: 'sect2', before: null })).toBe('ac|db');
  expect(after({ do: 'move', entry: 'bbbb', section: 'sect1', before: 'bbbb' })).toBe('abc|d');
  // The neighbour that it should stand before was removed by somebody else meanwhile: it goes to the end.
  expect(after({ do: 'remove', entry: 'cccc' }, { do: 'move', entry: 'aaaa', section: 'sect1', before: 'cccc' })).toBe(
    'ba|d',
  );
});

/** Any change that fits an outline; with `spare` as the id of what is added. */
const anyChange = (own: Outline, spare: string): fc.Arbitrary<Change> => {
  const sections = own.sections.map(({ id }) => id);
  const ids = allEntries(own).map(({ id }) => id);
  const section = fc.constantFrom(...sections);
  const before = fc.constantFrom<string | null>(null, ...ids);
  const some: fc.Arbitrary<Change>[] = [
    fc.record({ do: fc.constant('put' as const), entry: fc.constant(entry(spare)), section, before }),
    fc.record({ do: fc.constant('describe' as const), facts: fc.record({ title: fc.string({ maxLength: 20 }), directions: fc.string({ maxLength: 20 }) }) }),
    fc.record({ do: fc.constant('put-section' as const), section: fc.constant<Section>({ id: `s${spare}`, title: '', directions: '', entries: [] }), before: fc.constantFrom<string | null>(null, ...sections) }),
    fc.record({ do: fc.constant('describe-section' as const), section, facts: fc.record({ title: fc.string({ maxLength: 9 }) }) }),
  ]; // prettier-ignore
  if (ids.length > 0) {
    const id = fc.constantFrom(...ids);
    some.push(
      fc.record({ do: fc.constant('move' as const), entry: id, section, before }),
      fc.record({ do: fc.constant('remove' as const), entry: id }),
      fc.record({ do: fc.constant('give-points' as const), entry: id, points: fc.integer({ min: 0, max: 9 }) }),
      fc.record({ do: fc.constant('revise' as const), entry: id, revisionId: fc.integer({ min: 1, max: 9 }) }),
    );
  }
  if (sections.length > 1) some.push(fc.record({ do: fc.constant('remove-section' as const), section }));
  return fc.oneof(...some);
};

test('every change can be taken back, and the outline before is never touched', () => {
  fc.assert(
    fc.property(fc.infiniteStream(fc.nat()), (dice) => {
      const frozen = JSON.stringify(outline);
      let own = outline;
      const back: { change: Change; before: Outline }[] = [];
      for (let step = 0; step < 8; step++) {
        const [seed] = [...dice.take(1)];
        const [wanted] = fc.sample(anyChange(own, `new${step}`), { seed: seed!, numRuns: 1 });
        const applied = applyChange(own, wanted!);
        back.push({ change: applied.inverse, before: own });
        own = applied.outline;
        expect(new Set(allEntries(own).map(({ id }) => id)).size).toBe(allEntries(own).length);
      }
      for (const { change, before } of back.reverse()) {
        expect(changeSchema.safeParse(change).success).toBe(true);
        own = applyChange(own, change).outline;
        expect(own).toEqual(before);
      }
      expect(JSON.stringify(outline)).toBe(frozen);
    }),
    { numRuns: 60 },
  );
});

test('what does not fit is refused in words', () => {
  const refused =
    (wanted: Change, own = outline) =>
    () =>
      applyChange(own, wanted);
  expect(refused({ do: 'remove', entry: 'zzzz' })).toThrow(
    'That item is no longer in the test; somebody has removed it.',
  );
  expect(refused({ do: 'put', entry: entry('aaaa'), section: 'sect1', before: null })).toThrow(
    'That item was already put in.',
  );
  expect(refused({ do: 'put', entry: entry('eeee'), section: 'gone', before: null })).toThrow(
    'That section is no longer in the test',
  );
  const full = {
    ...outline,
    sections: [{ ...outline.sections[0]!, entries: Array.from({ length: mostEntries }, (_, n) => entry(`full${n}`)) }],
  };
  expect(refused({ do: 'put', entry: entry('eeee'), section: 'sect1', before: null }, full)).toThrow(
    'A test holds at most 200 items.',
  );
  expect(refused({ do: 'remove-section', section: 'sect1' }, full)).toThrow('A test needs at least one section.');
});

test('what keeps a test from being given', () => {
  expect(hindrances(outline)).toEqual([]);
  expect(totalPoints(outline)).toBe(5.5);
  const empty: Outline = { ...outline, title: ' ', sections: [{ ...outline.sections[0]!, entries: [] }] };
  expect(hindrances(empty)).toEqual(['The test has no title.', 'The test has no items.']);
  const worthless = applyChange({ ...outline, sections: [{ ...outline.sections[1]!, entries: [entry('dddd', 0)] }] }, { do: 'put-section', section: { id: 'last', title: 'End', directions: '', entries: [] }, before: null }).outline; // prettier-ignore
  expect(hindrances(worthless)).toEqual(['No item gives any points.', 'Section 2 (End) has no items.']);
});

describe('the slip', () => {
  const now = Date.UTC(2026, 2, 3, 15);
  const rules: AssignmentRules = {
    mode: 'test',
    limitMinutes: 20,
    shuffleChoices: true,
    shuffleItems: false,
    release: { score: 'after-closing', answers: 'by-hand' },
  };
  const facts = {
    title: 'Rates', kind: 'test', items: 8, points: 9.5, classes: [{ name: '6B', students: 27 }], students: 27, opensAt: now,
    closesAt: Date.UTC(2026, 2, 6, 19, 30), lateRule: { late: 'no' as const }, rules, zone: 'America/New_York', now,
  }; // prettier-ignore

  test('says what goes to whom and when', () => {
    const slip = slipOf(facts);
    expect(slip.line).toBe('1 test, class 6B, 27 students, opens now, closes Fri 14:30, 20 minutes');
    expect(slip.verb).toBe('Give to 27 students');
    expect(slip.sentences.join(' ')).toContain(
      'Students see scores after it has closed and right answers when you release them.',
    );
  });
  test('and the other ways it can be', () => {
    const two = [...facts.classes, { name: '6D', students: 1 }];
    const slip = slipOf({
      ...facts,
      classes: two,
      opensAt: now + day,
      closesAt: null,
      rules: { ...rules, limitMinutes: null, shuffleItems: true },
    });
    expect(slip.line).toBe('1 test, classes 6B and 6D, 27 students, opens Wed 10:00, never closes, no time limit');
    expect(slip.sentences[1]).toBe(
      'It opens Wed 10:00 and never closes, with no time limit. They see the title now and can begin Wed 10:00.',
    );
    expect(slipOf({ ...facts, classes: [], students: 1 }).verb).toBe('Give to 1 student');
  });
});

test('what is released, and when', () => {
  const facts = { handedIn: true, windowEnd: 100, releasedAt: null, now: 99 };
  expect([isReleased('at-hand-in', facts), isReleased('after-closing', facts), isReleased('by-hand', facts)]).toEqual([
    true,
    false,
    false,
  ]);
  expect(isReleased('after-closing', { ...facts, now: 100 })).toBe(true);
  expect(isReleased('after-closing', { ...facts, windowEnd: null, now: 1e15 })).toBe(false);
  expect(isReleased('by-hand', { ...facts, releasedAt: 50 })).toBe(true);
  expect(isReleased('at-hand-in', { ...facts, handedIn: false, releasedAt: 50 })).toBe(false);
});

test('words', () => {
  expect(plainText('<p>A&nbsp;&amp; <em>B</em></p><p>C&#8211;D</p>')).toBe('A & B C–D');
  expect(plainText('<span data-formula="\\frac{3}{4} \\times 10^{6}">x</span>')).toBe('3/4 × 10^6');
  fc.assert(fc.property(fc.string(), (text) => plainText(asRichText(text)) === text.replace(/\s+/g, ' ').trim()));
  expect([count(1, 'item'), count(1200, 'item'), count(2, 'class', 'classes')]).toEqual([
    '1 item',
    '1,200 items',
    '2 classes',
  ]);
  expect([listing([]), listing(['a']), listing(['a', 'b', 'c'], 'or')]).toEqual(['', 'a', 'a, b or c']);
  expect(shorten('one two three four', 9)).toBe('one two …');
});
