import { elementAt, Missing, numberAt, present, valueOf } from '@oaken/core/certain';

describe('what is there is given back', () => {
  test.each([0, '', false, NaN])('%p is something', (value) => {
    expect(present(value, 'value')).toBe(value);
  });

  test('an element counted from the end', () => {
    expect(elementAt(['a', 'b'], -1)).toBe('b');
  });

  test('zero in a typed array', () => {
    expect(numberAt(new Float64Array(1), 0)).toBe(0);
  });

  test('nothing, where a map holds null', () => {
    expect(valueOf(new Map([['key', null]]), 'key')).toBeNull();
  });
});

describe('what is missing is named', () => {
  test.each([
    ['a value', () => present(null, 'edition 7'), 'There is no edition 7.'],
    ['an element', () => elementAt([1, 2], 2), 'There is no element 2 in a list of 2.'],
    [
      'an element before the first',
      () => elementAt([], -1),
      'There is no element -1 in a list of 0.',
    ],
    ['a number', () => numberAt(new Float64Array(3), 3), 'There is no number 3 in 3.'],
    ['a key', () => valueOf(new Map(), 'q4'), 'There is no value for q4.'],
  ])('%s', (_, ask, sentence) => {
    expect(ask).toThrow(new Missing(sentence.slice('There is no '.length, -1)));
  });
});
