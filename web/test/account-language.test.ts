/**
 * The language of a student is kept at their account.
 *
 * @jest-environment jsdom
 */
import { createPinia, setActivePinia } from 'pinia';
import { nextTick } from 'vue';
import { seatCall } from '../src/client/seatCall';
import { useSession } from '../src/client/session';
import { chooseForAccount, followAccountLanguage } from '../src/seat/accountLanguage';
import { chooseLanguage, language } from '../src/words';

jest.mock('../src/client/seatCall', () => ({ seatCall: jest.fn(async () => ({})) }));
const sent = jest.mocked(seatCall);

const student = { id: 7, role: 'student' as const, givenName: 'Ada', familyName: 'Park' };
const settled = () => new Promise((resolve) => setTimeout(resolve));

beforeEach(async () => {
  setActivePinia(createPinia());
  await chooseLanguage('en');
  localStorage.clear();
  sent.mockClear();
});

async function signIn(own: 'en' | 'es' | null): Promise<void> {
  followAccountLanguage();
  useSession().account = { ...student, language: own };
  await nextTick();
  await settled();
}

test('the page takes the language of whoever signs in', async () => {
  await signIn('es');
  expect(language.value).toBe('es');
});

test('a language that was chosen before signing in becomes theirs', async () => {
  await chooseLanguage('es');
  await signIn(null);
  expect(sent).toHaveBeenCalledWith('chooseLanguage', { body: { language: 'es' } });
});

test('what the browser speaks by itself is no choice', async () => {
  await signIn(null);
  expect(sent).not.toHaveBeenCalled();
});

test('what their account says goes before what was chosen here by somebody else', async () => {
  await chooseLanguage('es');
  await signIn('en');
  expect([language.value, sent.mock.calls.length]).toEqual(['en', 0]);
});

test('a choice is kept at the account once', async () => {
  await signIn('en');
  await chooseForAccount('es');
  await chooseForAccount('es');
  expect(sent.mock.calls).toEqual([['chooseLanguage', { body: { language: 'es' } }]]);
});

test('nobody signed in: only the page changes', async () => {
  await chooseForAccount('es');
  expect([language.value, sent.mock.calls.length]).toEqual(['es', 0]);
});

test('without a network the page changes all the same', async () => {
  await signIn('en');
  sent.mockRejectedValueOnce(new Error('no network'));
  await chooseForAccount('es');
  expect(language.value).toBe('es');
});
