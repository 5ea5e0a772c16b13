/**
 * The items of a passage, in the order in which they are asked.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import PassageItems from '../src/desk/passages/PassageItems.vue';
import { notice, takeBack } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import { answers, atTheDesk, bodies, control, opened, press } from './support/desk';

atTheDesk();
const item = (id: number, stem: string) => ({
  id,
  content: { stem, parts: [] },
  kind: 'single-choice',
  standards: [{ id: 5, code: 'RE.5.INF.1', statement: 'Information' }],
  points: 1,
  bank: 'Open shelf',
});
beforeEach(() => {
  answers.readPassageItems = { items: [item(1, 'Who came first?'), item(2, 'Who came last?')] };
});
const shown = (mayEdit = true) => opened(PassageItems, { passageId: 7, mayEdit });
const order = () => [...document.body.querySelectorAll('.items a')].map((link) => link.textContent);

test('are put in another order, and back', async () => {
  await shown();
  await press(say('tests.moveItemNumberDown', { number: 1 }));
  expect(order()).toEqual(['Who came last?', 'Who came first?']);
  await takeBack({ undo: notice.value!.undo! });
  expect(bodies('orderPassageItems')).toEqual([{ items: [2, 1] }, { items: [1, 2] }]);
});

test('stay where they are when the order is refused, which is said', async () => {
  answers.orderPassageItems = new Error('This passage belongs to somebody else.');
  await shown();
  await press(say('tests.moveItemNumberUp', { number: 2 }));
  expect(order()).toEqual(['Who came first?', 'Who came last?']);
  expect(notice.value).toMatchObject({ kind: 'failed' });
});

test('of a passage of others are read in their order only', async () => {
  await shown(false);
  expect(() => control(say('tests.moveItemNumberUp', { number: 2 }))).toThrow();
});

test('none yet says how one is written', async () => {
  answers.readPassageItems = { items: [] };
  await shown();
  expect(document.body.textContent).toContain(say('passages.howToAsk'));
});
