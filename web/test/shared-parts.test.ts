/**
 * Parts that many of a teacher's pages are made of, in a browser's document.
 *
 * @jest-environment jsdom
 */
import type { ResultsAnswer } from '@oaken/contract/results';
import { mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import BulkBar from '../src/desk/assessments/BulkBar.vue';
import MarginNotes from '../src/desk/assessments/MarginNotes.vue';
import FirstLook from '../src/desk/results/FirstLook.vue';
import ActionRow from '../src/desk/shared/ActionRow.vue';
import ClassBar from '../src/desk/shared/ClassBar.vue';

const narrow = { matches: false };
beforeAll(() => {
  Object.defineProperty(window, 'matchMedia', {
    value: () => ({ ...narrow, addEventListener: () => {}, removeEventListener: () => {} }),
  });
});
const link = { props: ['to'], template: '<a :href="to"><slot /></a>' };
const global = { plugins: [ElementPlus], stubs: { RouterLink: link } };

describe('the selected items of a test', () => {
  const shown = () =>
    mount(BulkBar, {
      props: { selected: 2, sections: [], places: 5, mayChange: true },
      global,
      attachTo: document.body,
    });

  test.each([
    ['', 'Points must be a number.'],
    ['-1', 'Points cannot be below zero.'],
    ['1001', 'At most 1000 points.'],
  ])('points of “%s” are refused in words', async (typed, words) => {
    const bar = shown();
    await bar.get('[aria-label="Points for the selected items"]').setValue(typed);
    await bar.findAll('form')[0]!.trigger('submit');
    expect([bar.get('[role=alert]').text(), bar.emitted('points')]).toEqual([words, undefined]);
  });

  test('points with a comma are given', async () => {
    const bar = shown();
    await bar.get('[aria-label="Points for the selected items"]').setValue('2,5');
    await bar.findAll('form')[0]!.trigger('submit');
    expect(bar.emitted('points')).toEqual([[2.5]]);
  });

  test('a place that the test does not have is refused', async () => {
    const bar = shown();
    await bar.get('[aria-label="Place"]').setValue('6');
    await bar.findAll('form')[1]!.trigger('submit');
    expect(bar.get('[role=alert]').text()).toBe('Places are whole numbers from 1 to 5.');
  });
});

describe('the notes of a test', () => {
  const notes = [{ about: 'no-key' as const, words: 'Item 2 has no key.', entries: ['b'] }];
  const shown = (open: boolean, given = notes) =>
    mount(MarginNotes, {
      props: { notes: given, forecasts: ['About 64%.'], mayChange: true, open },
      global,
    });

  test('folded they are one line: how many, and the first', () => {
    expect(shown(false).text()).toMatch(/^1 note\s*Item 2 has no key\.$/);
  });
  test('without any the line says what to expect', () => {
    expect(shown(false, []).text()).toMatch(/^no notes\s*About 64%\.$/);
  });
  test('open they lead to their items', async () => {
    const page = shown(true);
    await page.findAll('li button')[0]!.trigger('click');
    expect(page.emitted('show')).toEqual([['b']]);
  });
});

describe('actions in a row', () => {
  const actions = ['Pause', 'Resume', 'Hand in'].map((words) => ({ id: words, words }));
  const shown = () => mount(ActionRow, { props: { actions, inSight: 1 }, global });

  test('all are buttons where there is room', () => {
    narrow.matches = false;
    expect(
      shown()
        .findAll('button')
        .map((button) => button.text()),
    ).toEqual(['Pause', 'Resume', 'Hand in']);
  });
  test('on a narrow screen the first stays, the rest is behind “More”', () => {
    narrow.matches = true;
    expect(
      shown()
        .findAll('button')
        .map((button) => button.text()),
    ).toEqual(['Pause', 'More']);
  });
});

test('a class’s bar is as wide for each state as it has students, and says them', () => {
  const bar = mount(ClassBar, { props: { handedIn: 12, working: 1, notBegun: 14 }, global });
  const widths = bar
    .findAll('.bar i')
    .map((piece) => (piece.element as HTMLElement).style.flexGrow);
  expect([widths, bar.findAll('li').map((line) => line.text())]).toEqual([
    ['12', '1', '14'],
    ['12 handed in', '1 working', '14 not begun'],
  ]);
});

describe('what results open with', () => {
  const student = (id: number, points: number | null) => ({
    id,
    name: `Student ${id}`,
    points,
    maxPoints: 10,
    excused: false,
  });
  const item = (number: number, share: number, kinds: string[] = []) => ({
    number,
    entry: `e${number}`,
    stem: `<p>Question ${number}</p>`,
    standards: ['MA.6.RAT.1'],
    maxPoints: 1,
    asks: 'points',
    override: null,
    facility: { value: share },
    flags: kinds.map((kind) => ({ kind, title: '', reason: '' })),
  });
  const shown = (students: unknown[], items: unknown[], alpha: number | null = 0.75) =>
    mount(FirstLook, {
      props: {
        base: '/results/1',
        results: {
          students,
          items,
          reliability: { alpha: { value: alpha }, standardError: { value: 1.24 } },
        } as unknown as ResultsAnswer,
      },
      global,
    })
      .text()
      .replace(/\s+/g, ' ');

  test('who needs help, the lowest first, each with a share', () => {
    expect(shown([student(1, 5), student(2, 2), student(3, 9)], [item(1, 0.9)])).toContain(
      '2 of 3 students earned less than 60% of the points: Student 2 20%, Student 1 50%.',
    );
  });
  test('who has not handed in is not counted', () => {
    expect(shown([student(1, null), student(2, 9)], [item(1, 0.9)])).toContain(
      'Nobody: the one student earned at least 60% of the points.',
    );
  });
  test('names beyond six are a number', () => {
    const students = Array.from({ length: 9 }, (_, index) => student(index + 1, 1));
    expect(shown(students, [item(1, 0.9)])).toContain('Student 6 10%, 3 more.');
  });
  test('what was hard and what to teach again', () => {
    const words = shown([student(1, 9)], [item(1, 0.4), item(2, 0.6)]);
    expect(words).toContain('Item 1 40% Question 1');
    expect(words).toContain('MA.6.RAT.1 50% of the points on 2 items');
  });
  test('a key that may be wrong is to be checked before anything else is believed', () => {
    expect(shown([student(1, 9)], [item(3, 0.9, ['possible-miskey'])])).toContain(
      'Reliability is 0.75; a score is right to about 1.2 points either way. Check the key of item 3 first.',
    );
  });
  test('without reliability nothing is claimed', () => {
    expect(shown([student(1, 9)], [item(1, 0.9)], null)).toMatch(
      /That cannot be said from so few answers\.\s*$/,
    );
  });
});
