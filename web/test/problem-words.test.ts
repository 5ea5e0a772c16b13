/**
 * What the server refuses a student, in the language of the page.
 *
 * @jest-environment jsdom
 */
import { problemInWords, problemKinds, problemType } from '@oaken/contract/problems';
import problems from '@oaken/words/en/problems.json';
import { spanishProblems } from '@oaken/words/spanish';
import { Refused } from '../src/client/request';
import { chooseLanguage } from '../src/words';

const refused = (code: 'paused' | 'class-has-work' | 'wrong-passcode') =>
  new Refused({
    type: problemType(code),
    ...problemInWords(code, { assignments: 2 } as never),
  });

afterEach(() => chooseLanguage('en'));

test('in English it is what the server says', () => {
  expect(refused('paused').message).toBe(
    'Your teacher has paused this. Your time is paused, and what you wrote is kept.',
  );
});
test('in Spanish it is said by its code', async () => {
  await chooseLanguage('es');
  expect(refused('wrong-passcode').words).toEqual({
    title: 'Esa clave no es correcta.',
    detail: 'Revisa tu nombre y tu clave, o pregunta a tu maestro o maestra.',
  });
});
test('what no student meets stays as the server says it', async () => {
  await chooseLanguage('es');
  expect(refused('class-has-work').words.title).toBe('This class has work in it.');
});
test('an answer without a code, from what stands before the server, is said as it comes', async () => {
  await chooseLanguage('es');
  expect(new Refused({ title: 'Bad gateway', status: 502 } as never).message).toBe('Bad gateway');
});
test('every code that is said in Spanish is one of the server’s', () => {
  expect(Object.keys(spanishProblems).filter((code) => !(code in problemKinds))).toEqual([]);
});
test('whatever says in English what to do says it in Spanish too', () => {
  const silent = Object.entries(spanishProblems).filter(([code, { detail }]) => {
    const english: { title: string; detail?: string } = problems[code as keyof typeof problems];
    return detail === undefined && english.detail !== undefined;
  });
  expect(silent.map(([code]) => code)).toEqual([]);
});
