/**
 * A test on paper: sheets and scans, what has to be looked at, one sheet, and the booklets.
 *
 * @jest-environment jsdom
 */
const request = jest.fn();
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
jest.mock('../src/client/request', () => ({
  ...jest.requireActual('../src/client/request'),
  request: (...sent: unknown[]) => request(...sent),
}));

// Style sheets of pages exist in browsers only.
jest.mock('../src/desk/assessments/print/usePageNames', () => ({
  usePageNames: () => undefined,
  pageName: (index: number) => `sheet${index}`,
}));

import { flushPromises } from '@vue/test-utils';
import { Refused } from '../src/client/request';
import BookletsPage from '../src/desk/paper/BookletsPage.vue';
import LookPage from '../src/desk/paper/LookPage.vue';
import PaperPage from '../src/desk/paper/PaperPage.vue';
import SheetPage from '../src/desk/paper/SheetPage.vue';
import { say } from '../src/words/teacher';
import { answers, atTheDesk, bodies, control, now, opened, press, sent } from './support/desk';

atTheDesk();
beforeEach(() => {
  localStorage.clear();
  request.mockReset();
  request.mockResolvedValue({ id: 'x' });
});
const text = () => document.body.textContent!.replace(/\s+/g, ' ');
const key = async (name: string) => {
  dispatchEvent(new KeyboardEvent('keydown', { key: name, cancelable: true }));
  await flushPromises();
};

describe('sheets and scans', () => {
  const line = (rosterNumber: number, change: object = {}) => ({
    ...{ id: rosterNumber, sheet: 40 + rosterNumber, rosterNumber, form: '', pages: 2 },
    ...{ read: [] as number[], unclear: 0, onScreen: false },
    student: { id: rosterNumber, name: `Student ${rosterNumber}`, className: '6B' },
    ...change,
  });
  const paper = (change: object = {}) => ({
    ...{ title: 'Rates', recipients: 'class 6B', mayChange: true, hindrance: null },
    ...{ sheets: [line(1)], withoutSheet: 0, scans: [], pages: [], toLookAt: 0 },
    ...change,
  });
  const scan = (change: object) => ({
    ...{ id: 's', name: 'copier.pdf', state: 'done', pages: 4, read: 4, message: '' },
    ...{ by: 'Maren Holloway', at: now },
    ...change,
  });
  const page = (change: object) => ({
    ...{ id: 7, scanName: 'copier.pdf', position: 3, problem: 'no-code', waiting: true },
    ...{ name: '', page: null, elsewhere: '' },
    ...change,
  });
  const show = (change: object = {}) => {
    answers.readPaper = paper(change);
    return opened(PaperPage, {}, '/assignments/9/paper', '/assignments/:assignmentId/paper');
  };
  const choose = async (wrapper: Awaited<ReturnType<typeof show>>, ...names: string[]) => {
    const field = wrapper.find('input[type=file]');
    const files = names.map((name) => new File(['x'], name));
    Object.defineProperty(field.element, 'files', { value: files, configurable: true });
    await field.trigger('change');
    await flushPromises();
  };

  test('sheets are made as wished and then downloaded', async () => {
    const clicked = jest.spyOn(HTMLAnchorElement.prototype, 'click').mockReturnValue();
    answers.makeSheets = { made: 3 };
    await show({ withoutSheet: 2 });
    await press(say('paper.printSheets'));
    expect(bodies('makeSheets')).toEqual([{ paper: 'letter', spares: 2, shuffled: false }]);
    expect(clicked).toHaveBeenCalledTimes(1);
    clicked.mockRestore();
  });

  test.each<[string, object, string]>([
    ['that is out', {}, say('paper.state.out')],
    ['of which a page is missing', { read: [1] }, say('paper.state.part', { read: 1, pages: 2 })],
    ['whose student sat on a screen', { onScreen: true }, say('paper.state.onScreen')],
    ['with a row to look at', { read: [1, 2], unclear: 1 }, say('paper.state.unclear', { n: 1 })],
  ])('a sheet %s says so', async (_name, change, words) => {
    await show({ sheets: [line(1, change)] });
    expect(document.querySelector('tbody')!.textContent).toContain(words);
  });

  test('pages that are missing of a sheet are named', async () => {
    await show({ sheets: [line(1, { read: [2] })] });
    expect(text()).toContain(say('paper.missingPages', { name: 'Student 1', pages: '1' }));
  });

  test.each<[object, string]>([
    [{ problem: 'no-sheet' }, say('paper.problem.no-sheet')],
    [{ problem: 'foreign' }, say('paper.problem.foreign')],
    [{ problem: 'foreign', elsewhere: 'Maps' }, say('paper.problem.elsewhere', { title: 'Maps' })],
    [
      { problem: 'same-again', name: 'Ida', page: 2, waiting: false },
      say('paper.problem.same-again', { name: 'Ida', page: 2 }),
    ],
  ])('a page that does not count says why: %j', async (change, words) => {
    await show({ pages: [page(change)] });
    expect(text()).toContain(words);
  });

  test('chosen files are sent one after the other, and what is refused is said with its name', async () => {
    request.mockImplementation(async (_method, _path, file: File) => {
      if (file.name === 'b.pdf') throw new Refused({ title: 'Too large.', status: 413 } as never);
      return { id: file.name };
    });
    const wrapper = await show();
    await choose(wrapper, 'a.pdf', 'b.pdf', 'c.pdf');
    await flushPromises();
    expect(request.mock.calls.map(([, , file]) => (file as File).name)).toEqual([
      'a.pdf',
      'b.pdf',
      'c.pdf',
    ]);
    expect(document.querySelector('[role=alert]')!.textContent).toContain('b.pdf: Too large.');
  });

  test('a scan that is read tells how far it is, and can be stopped', async () => {
    await show({ scans: [scan({ state: 'reading', read: 1 })] });
    expect(text()).toContain(say('paper.scanReading', { read: 2, pages: 4 }));
    await press(say('paper.stop'));
    expect(sent('cancelScan')).toEqual([{ params: { scanId: 's' } }]);
  });

  test('what cannot be answered on paper says why, and offers nothing', async () => {
    await show({ hindrance: 'It is practice.' });
    expect(text()).toContain('It is practice.');
    expect(() => control(say('paper.printSheets'))).toThrow();
  });

  test('whoever only watches neither prints nor imports', async () => {
    await show({ mayChange: false, pages: [page({})] });
    for (const name of [say('paper.printAgain'), say('paper.importScans'), say('paper.decide')])
      expect(() => control(name)).toThrow();
  });
});

describe('looking at what is not sure', () => {
  const row = (place: number, change: object = {}) => ({
    ...{ pageId: 5, row: place, name: 'Ida Moss', label: `${place}`, question: `${place}` },
    ...{ doubt: 'faint', marks: ['B'], says: ['A', 'B', 'C', 'D'], several: false },
    ...{ picture: '/p', box: [0.1, 0.1, 0.3, 0.02] },
    ...change,
  });
  const page = (change: object = {}) => ({
    ...{ pageId: 8, problem: 'no-code', scanName: 'c.pdf', position: 2, picture: '/p' },
    ...{ sheetId: 11, page: 1, changes: [] },
    ...change,
  });
  const show = (rows: object[], pages: object[] = []) => {
    answers.readUnclear = {
      ...{ title: 'Rates', mayChange: true, rows, pages },
      sheets: [
        { id: 11, sheet: 41, name: 'Ida Moss', pages: 1, spare: false },
        { id: 12, sheet: 42, name: 'Spare sheet 42', pages: 2, spare: true },
      ],
      students: [{ id: 3, name: 'Otto Kapoor' }],
    };
    return opened(LookPage, {}, '/assignments/9/look', '/assignments/:assignmentId/look');
  };
  const decided = () => bodies('decideRow').map((body) => (body as { marks: string[] }).marks);

  test.each<[string, string[]]>([
    ['Enter', ['B']],
    ['c', ['C']],
    ['0', []],
    ['-', []],
  ])('the key %s decides a row, and goes on', async (pressed, marks) => {
    await show([row(1), row(2)]);
    await key(pressed);
    expect(decided()).toEqual([marks]);
    expect(text()).toContain(say('paper.rowOf', { name: 'Ida Moss', question: '2' }));
  });

  test('where digits stand, 0 is a digit', async () => {
    await show([row(1, { says: ['−', '.', '0', '1'], marks: ['1'] })]);
    await key('0');
    expect(decided()).toEqual([['0']]);
  });

  test('of two marks one has to be chosen', async () => {
    await show([row(1, { doubt: 'two-marks', marks: ['A', 'B'] })]);
    await key('Enter');
    expect(decided()).toEqual([]);
    await key('a');
    expect(decided()).toEqual([['A']]);
  });

  test('where several may be right, letters are put together and Enter accepts them', async () => {
    await show([row(1, { several: true, marks: ['A', 'B'] })]);
    for (const pressed of ['b', 'd', 'Enter']) await key(pressed);
    expect(decided()).toEqual([['A', 'D']]);
  });

  test('a row that was decided can be gone back to', async () => {
    await show([row(1), row(2)]);
    for (const pressed of ['Enter', 'ArrowLeft']) await key(pressed);
    expect(text()).toContain(say('paper.decided', { marks: 'B' }));
    await key('d');
    expect(decided()).toEqual([['B'], ['D']]);
  });

  test('what the server refuses is said, and the row stays', async () => {
    answers.decideRow = new Refused({ title: 'Somebody was first.', status: 409 } as never);
    await show([row(1), row(2)]);
    await key('Enter');
    expect(text()).toContain('Somebody was first.');
    expect(text()).toContain(say('paper.rowOf', { name: 'Ida Moss', question: '1' }));
  });

  test('a page without a code is the sheet’s that it seems to be', async () => {
    await show([], [page()]);
    await press(say('paper.take'));
    expect(bodies('decidePage')).toEqual([{ as: 'taken', sheetId: 11, page: 1 }]);
  });

  test('a page that was read before shows what would change, and the first one can be kept', async () => {
    const changes = [{ label: '4', was: 'A', now: 'C' }];
    await show([], [page({ problem: 'doubled', changes })]);
    expect(document.querySelector('tbody')!.textContent).toBe('4AC');
    await press(say('paper.keepFirst'));
    expect(bodies('decidePage')).toEqual([{ as: 'left-out' }]);
  });

  test('a spare needs a student before it can be used', async () => {
    await show([], [page({ problem: 'whose', sheetId: 12 })]);
    expect(control(say('paper.take')).hasAttribute('disabled')).toBe(true);
  });

  test('nothing is left: the page says so', async () => {
    await show([]);
    expect(text()).toContain(say('paper.nothingToLookAt'));
  });
});

test('on a sheet a row is changed, and what people changed stands below', async () => {
  answers.readSheet = {
    ...{ sheet: 41, name: 'Ida Moss', assignmentId: 9, title: 'Rates', mayChange: true },
    pages: [
      {
        ...{ id: 5, page: 1, picture: '/p' },
        rows: [
          {
            ...{ row: 0, label: '1', marks: ['A'], says: ['A', 'B'], several: false },
            ...{ unclear: false, box: [0, 0, 0.5, 0.1] },
          },
        ],
      },
    ],
    decisions: [{ page: 1, label: '1', was: '', became: 'A', by: 'Maren Holloway', at: now }],
  };
  await opened(SheetPage, {}, '/sheets/4', '/sheets/:sheetId');
  const became = { label: '1', was: say('paper.empty'), became: 'A' };
  expect(text()).toContain(say('paper.changedTo', became));
  await press(say('paper.changeRow', { label: '1' }));
  await press('B');
  await press(say('common.save'));
  expect(sent('decideRow')).toEqual([{ params: { pageId: 5, row: 0 }, body: { marks: ['B'] } }]);
});

describe('booklets', () => {
  const choices = ['a', 'b', 'c', 'd'].map((id) => ({ id, text: `<p>${id}</p>` }));
  const rule = { rule: 'all-or-nothing', points: 1 };
  const entry = (id: string, part: object) => ({
    ...{ id, points: 1, standards: [], depth: 1, itemId: 1, revisionId: 1 },
    content: { stem: '<p>Which?</p>', parts: [part], explanation: '', hints: [], notes: '' },
  });
  const edition = {
    ...{ title: 'Rates', directions: '', subject: '' },
    sections: [
      {
        ...{ id: 's', title: '', directions: '' },
        entries: [
          entry('e1', { id: 'p', kind: 'single-choice', choices, key: ['a'], rule }),
          entry('e2', { id: 'p', kind: 'true-false', key: true, rule }),
        ],
      },
    ],
  };
  const sheet = (number: number, shuffled: boolean) => ({
    ...{ sheet: number, name: `Student ${number}`, formName: '', seed: `seed${number}`, seat: 0 },
    ...{ form: null, shuffleItems: shuffled, shuffleChoices: shuffled, mostChoices: null },
  });
  const show = (shuffled: boolean) => {
    const sheets = [1, 2, 3].map((number) => sheet(number, shuffled));
    answers.readBooklets = { title: 'Rates', minutes: null, edition, sheets };
    return opened(BookletsPage, {}, '/a/9', '/a/:assignmentId');
  };

  test('one does for all who have the same, and says for how many', async () => {
    await show(false);
    expect(document.querySelectorAll('.booklet')).toHaveLength(1);
    expect(text()).toContain(say('paper.bookletFor', { n: 3 }));
  });

  test('whoever has an order of their own has a booklet with their name and sheet', async () => {
    await show(true);
    expect(document.querySelectorAll('.booklet').length).toBeGreaterThan(1);
    expect(text()).toContain(`Student 1, ${say('paper.bookletSheet', { sheet: 1 })}`);
  });

  test('a question says how it is answered on the sheet, where letters do not', async () => {
    await show(false);
    expect(text()).toContain(say('paper.how.trueFalse', { label: '2' }));
  });
});
