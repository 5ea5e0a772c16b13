/**
 * An answer key on paper against the scoring itself: who answers by its letters, as the paper shows
 * them, earns everything.
 */
import { formForSitting, formOf, type Edition } from '@oaken/core/forms';
import { scoreItem, type Part, type SittingPart } from '@oaken/core/items';
import { areShort, choiceLetter, keysOnPaper } from '@oaken/core/print';
import fc from 'fast-check';
import { item, parts, whole } from './support/one-of-each';

const letterIndex = (letter: string) => letter.charCodeAt(0) - 65;
/** Reads a key as a student would who writes it on the paper. */
function answered(shown: SittingPart, words: string): unknown {
  switch (shown.kind) {
    case 'single-choice':
      return shown.choices[letterIndex(words.split(' or ')[0]!)]!.id;
    case 'multiple-choice':
      return words.split(', ').map((letter) => shown.choices[letterIndex(letter)]!.id);
    case 'true-false':
      return words.toLowerCase();
    case 'matching':
      return words.split(', ').map((pair) => {
        const [number, letter] = pair.split(' ');
        return `${shown.left[Number(number) - 1]!.id} ${shown.right[letterIndex(letter!)]!.id}`;
      });
    case 'ordering':
      return words.split(', ').map((letter) => shown.choices[letterIndex(letter)]!.id);
    default:
      throw new Error(`The key of ${shown.kind} has no letters.`);
  }
}

const lettered: Part[] = [
  parts['single-choice'],
  parts['multiple-choice'],
  parts['true-false'],
  parts.matching,
  parts.ordering,
];
const edition: Edition = {
  title: 'Keys',
  directions: '',
  subject: '',
  deal: 'paper',
  sections: [
    {
      id: 'one',
      title: '',
      directions: '',
      entries: lettered.map((part, n) => ({
        id: `entry${n}`,
        itemId: n + 1,
        revisionId: n + 1,
        points: 1,
        content: item(part),
        standards: [],
        depth: null,
      })),
    },
  ],
  forms: [
    { id: 'other', name: 'B', shuffle: true, mostChoices: 2, swaps: [], without: [], passages: [] },
  ],
};

test('who writes what the key says earns all the points, in every form and order', () => {
  fc.assert(
    fc.property(
      fc.string(),
      fc.boolean(),
      fc.constantFrom(null, 'other'),
      (seed, shuffleChoices, form) => {
        const testForm = formOf(edition, { seed, form }, { shuffleItems: true, shuffleChoices });
        const sitting = formForSitting(testForm).sections[0]!.entries;
        testForm.sections[0]!.entries.forEach(({ content }, n) => {
          const [key] = keysOnPaper(content);
          const [shown] = sitting[n]!.item.parts;
          const { points, maxPoints } = scoreItem(content, {
            [shown!.id]: answered(shown!, key!.words),
          });
          expect([content.parts[0]!.kind, key!.words, points]).toEqual([
            content.parts[0]!.kind,
            key!.words,
            maxPoints,
          ]);
        });
      },
    ),
  );
});

test('an item of several parts names them; what has no key has no line', () => {
  const keys = keysOnPaper(whole);
  expect(keys.map(({ part }) => part)).not.toContain('');
  expect(keys[0]).toEqual({ part: 'a', words: 'B' });
  expect(keysOnPaper(item(parts.survey))).toEqual([]);
  expect(keysOnPaper(item(parts.information))).toEqual([]);
  expect(keysOnPaper(item(parts.numeric))[0]!.words).toContain('0.5');
  // Points are the test's, not the item's own.
  for (const part of [parts.numeric, parts['short-text']])
    expect(keysOnPaper(item(part))[0]!.words).not.toContain('point');
});

test('short choices share a line; pictures and long ones do not', () => {
  const texts = (...choices: string[]) => choices.map((text) => ({ text }));
  expect(areShort(texts('2 : 3', '<span data-formula="\\frac{1}{2}">x</span>'))).toBe(true);
  expect(areShort(texts('yes', 'The one with large crystals'))).toBe(false);
  expect(areShort(texts('<img src="/api/files/x" alt="A">', 'no'))).toBe(false);
  expect([0, 25, 26].map(choiceLetter)).toEqual(['A', 'Z', '27']);
});
