/**
 * Notes of staff on a student's attempt, and a student's scores over time below the grid of standards.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);

import { flushPromises } from '@vue/test-utils';
import StandardsGrid from '../src/desk/results/StandardsGrid.vue';
import WorkNotes from '../src/desk/results/WorkNotes.vue';
import { notice, takeBack } from '../src/desk/shared/undo';
import { say } from '../src/words/teacher';
import { answers, atTheDesk, bodies, now, opened, press, sent, submit, type } from './support/desk';

atTheDesk();
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});

describe('notes on an attempt', () => {
  const place = { assignmentId: 7, studentId: 5 };
  const note = (id: number, mine: boolean) => ({
    id,
    text: `note ${id}`,
    reach: 'staff',
    by: mine ? 'Maren Holloway' : 'Tobias Lindqvist',
    mine,
    at: now,
  });
  const shown = (notes: object[] = []) =>
    opened(WorkNotes, { work: { attempt: { id: 31 }, notes }, place });

  test('is written for oneself unless staff is chosen', async () => {
    await shown();
    await type(say('results.newNote'), 'Ask about tides.');
    await submit();
    expect(sent('writeNote')).toEqual([
      { params: place, body: { text: 'Ask about tides.', reach: 'mine', attemptId: 31 } },
    ]);
  });

  test('what was typed and not saved is there again', async () => {
    const first = await shown();
    await type(say('results.newNote'), 'Half a thought');
    first.unmount();
    expect((await shown()).find('textarea').element.value).toBe('Half a thought');
  });

  test('only one’s own can be changed', async () => {
    const page = await shown([note(1, false), note(2, true)]);
    expect(page.findAll('article').map((line) => line.findAll('button').length)).toEqual([0, 2]);
    await press(say('results.changeNote'));
    await type(say('results.changeNote'), 'Other words');
    await submit();
    expect(sent('changeNote')).toEqual([
      { params: { noteId: 2 }, body: { text: 'Other words', reach: 'staff' } },
    ]);
  });

  test('one that is removed comes back with undo', async () => {
    await shown([note(2, true)]);
    await press(say('results.removeNote'));
    expect(sent('removeNote')).toEqual([{ params: { noteId: 2 } }]);
    await takeBack({ undo: notice.value!.undo! });
    expect(bodies('writeNote')).toEqual([{ text: 'note 2', reach: 'staff', attemptId: 31 }]);
  });
});

test('a student opens to scores and standards of each assignment', async () => {
  const earned = { share: 0.5, items: 2, answers: 2, interval: [0.1, 0.9] };
  const standard = {
    code: 'A.1',
    statement: 'Ratios',
    all: earned,
    classes: [],
    groups: [],
    students: [{ id: 5, name: 'Ada Park', class: '6B', earned, rating: null }],
    overTime: [],
  };
  answers.readStudentWorks = {
    works: [
      { assignmentId: 3, title: 'Rivers', at: now, points: 6, maxPoints: 8, shares: { 'A.1': 1 } },
      { assignmentId: 4, title: 'Lakes', at: now, points: null, maxPoints: 8, shares: {} },
    ],
  };
  const grid = await opened(StandardsGrid, {
    standards: [standard],
    assignmentId: 7,
    over: 'all',
    by: 'standard',
    mayRate: false,
  });
  await press(say('results.worksOf', { name: 'Ada Park' }));
  await flushPromises();
  const lines = grid.findAll('tr.below').map((line) => line.text().replace(/\s+/g, ' '));
  expect(lines[0]).toMatch(/^Rivers.*6 of 8.*, 75%.*100$/);
  expect(lines[1]).toContain(say('results.notScoredTitle'));
  expect(sent('readStudentWorks')).toEqual([
    { params: { assignmentId: 7, studentId: 5 }, query: { by: 'standard' } },
  ]);
});
