import { pastedChoices } from '@oaken/core/items';

describe('choices in what is pasted', () => {
  test('a line for each, with the question before them and the answer after', () => {
    expect(
      pastedChoices(['What is 3/4 of 8?', 'A) 3', 'B) 4', '(C) <em>6</em>', 'd. 8', 'Answer: C']),
    ).toEqual({
      stem: ['What is 3/4 of 8?'],
      choices: ['3', '4', '<em>6</em>', '8'],
      right: 2,
    });
  });
  test('all in one line, also with the question; an asterisk marks the right one', () => {
    expect(pastedChoices(['What is 2 + 2?  A) 3   *B) 4   C) 5, D) 22'])).toEqual({
      stem: ['What is 2 + 2?'],
      choices: ['3', '4', '5', '22'],
      right: 1,
    });
    expect(pastedChoices(['Pick.', 'a) red b) blue', 'c) green'])!.choices).toEqual([
      'red',
      'blue',
      'green',
    ]);
  });
  test.each([
    ['a letter in a sentence', ['See figure (a) and figure (b) below.']],
    ['one choice alone', ['Question', 'A) 3']],
    ['a sequence that does not begin with A', ['Question', 'B) 3', 'C) 4']],
    ['a gap in the sequence', ['Question', 'A) 3', 'C) 4']],
    [
      'text after the choices',
      ['Question', 'A) 3', 'B) 4', 'Explain your choice in one sentence.'],
    ],
    ['nothing', []],
  ])('are not seen in %s', (_, lines) => expect(pastedChoices(lines)).toBeNull());
});
