/** What every language's catalogue must hold, whatever it says. */
import { english, formOf, percentText } from '@oaken/words';
import { teacherEnglish } from '@oaken/words/teacher';
import { spanish } from '@oaken/words/spanish';

type Messages = { [key: string]: string | Messages };
const flat = (messages: Messages, path = ''): [key: string, message: string][] =>
  Object.entries(messages).flatMap(([key, message]) =>
    typeof message === 'string' ? [[path + key, message]] : flat(message, `${path}${key}.`),
  );
const valuesOf = (message: string) => [...new Set(message.match(/\{\w+\}/g))].sort();
const formsOf = (message: string) => message.split(' | ').length;

const englishMessages = flat(english);
const teacherMessages = flat(teacherEnglish);
const spanishMessages = new Map(flat(spanish));

test.each(englishMessages)('%s asks for the same values in Spanish', (key, message) => {
  expect(valuesOf(spanishMessages.get(key)!)).toEqual(valuesOf(message));
});

test('Spanish has one and other wherever English has', () => {
  const other = englishMessages.filter(
    ([key, message]) => formsOf(spanishMessages.get(key)!) !== formsOf(message),
  );
  expect(other).toEqual([]);
});

test('a number that chooses a form is called n', () => {
  const unnamed = englishMessages.filter(
    ([, message]) => formsOf(message) > 1 && !message.includes('{n}'),
  );
  expect(unnamed).toEqual([]);
});

test('nothing is said with a straight quotation mark', () => {
  // Braces with a quoted character in them are the catalogue's own way to write it.
  const straight = ([, text]: [string, string]) => /["']/.test(text.replace(/\{'.'\}/g, ''));
  expect([...englishMessages, ...teacherMessages, ...spanishMessages].filter(straight)).toEqual([]);
});

// CLDR plural rules: English and Spanish take "one" for 1 alone (Spanish has "many" for whole millions).
test.each([
  ['en', 0, 1],
  ['en', 1, 0],
  ['en', 2, 1],
  ['es', 1, 0],
  ['es', 1_000_000, 1],
] as const)('%s takes for %d form %d', (language, n, form) => {
  expect(formOf(language, n, 2)).toBe(form);
});

test('a half percent goes up, and tenths are given where they are asked for', () => {
  expect([percentText(0.885), percentText(0.335, 'en', 1)]).toEqual(['89%', '33.5%']);
});
