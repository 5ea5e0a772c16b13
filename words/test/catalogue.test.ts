/** What every language's catalogue must hold, whatever it says. */
import { percentText } from '@oaken/core/text';
import { english, formOf } from '@oaken/words';
import { spanish, spanishProblems } from '@oaken/words/spanish';
import { inSentence, speaker, type Messages } from '@oaken/words/speaking';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const flat = (messages: Messages, path = ''): [key: string, message: string][] =>
  Object.entries(messages).flatMap(([key, message]) =>
    typeof message === 'string' ? [[path + key, message]] : flat(message, `${path}${key}.`),
  );
const valuesOf = (message: string) => [...new Set(message.match(/\{\w+\}/g))].sort();
const formsOf = (message: string) => message.split(' | ').length;

const source = join(__dirname, '../src');
const read = (file: string) => JSON.parse(readFileSync(join(source, file), 'utf8')) as Messages;
const files = readdirSync(source, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.json'))
  .sort();
const written = {
  letters: read('en/letters.json'),
  studentReport: read('en/student-report.json'),
};
const toStudents = flat({ ...english, ...written });
const spanishMessages = new Map(flat(spanish));

test.each(toStudents)('%s asks for the same values in Spanish', (key, message) => {
  expect(valuesOf(spanishMessages.get(key)!)).toEqual(valuesOf(message));
});

test('Spanish has one and other wherever English has', () => {
  const other = toStudents.filter(
    ([key, message]) => formsOf(spanishMessages.get(key)!) !== formsOf(message),
  );
  expect(other).toEqual([]);
});

test('what is refused is said in Spanish with nothing of it left in English', () => {
  expect(Object.values(spanishProblems).filter(({ title }) => !/\p{L}/u.test(title))).toEqual([]);
});

test.each(files)('%s has no straight quotation mark', (file) => {
  // Braces with a quoted character in them are the catalogue's own way to write it.
  const straight = ([, text]: [string, string]) => /["']/.test(text.replace(/\{'.'\}/g, ''));
  expect(flat(read(file)).filter(straight)).toEqual([]);
});

// Pages of teachers still put some sentences together from parts.
const whole = files.filter((file) => !file.startsWith('en/teacher'));
test.each(whole)('%s begins and ends no sentence with a space', (file) => {
  expect(flat(read(file)).filter(([, text]) => text !== text.trim())).toEqual([]);
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

test('a number chooses the form and is written with its thousands apart', () => {
  const message = '{n} file of {name} | {n} files of {name}';
  expect([1, 1200].map((n) => inSentence(message, { n, name: 'Ada' }))).toEqual([
    '1 file of Ada',
    '1,200 files of Ada',
  ]);
});

test('what is put into a message is never read as part of it', () => {
  expect(inSentence('“{title}” is {state}', { title: '{state} | $&', state: 'open' })).toBe(
    '“{state} | $&” is open',
  );
});

test('a key that the catalogue does not have is an error of the program', () => {
  const say = speaker({ a: { b: 'said' } });
  expect(say('a.b')).toBe('said');
  expect(() => say('a.c' as 'a.b')).toThrow('a.c');
});
