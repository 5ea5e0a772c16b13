/**
 * People, one's own account, the schedule and the glossary.
 *
 * @jest-environment jsdom
 */
const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));
jest.mock('../src/theme/theme', () => ({ theme: { value: 'light' }, turnTheme: () => {} }));

import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils';
import { teacherEnglish } from '@oaken/words/teacher';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { Refused } from '../src/client/request';
import { useSession } from '../src/client/session';
import AccountPage from '../src/desk/accounts/AccountPage.vue';
import { stateOf } from '../src/desk/assignments/states';
import SchedulePage from '../src/desk/assignments/SchedulePage.vue';
import { activeFilters, strike } from '../src/desk/banks/filterWords';
import { noFilters, type Filters } from '../src/desk/banks/useSearch';
import GlossaryPage from '../src/desk/glossary/GlossaryPage.vue';
import { terms } from '../src/desk/glossary/terms';
import { notice, takeBack } from '../src/desk/shared/undo';

enableAutoUnmount(afterEach);
const now = Date.UTC(2026, 10, 28, 15);
const hour = 3_600_000;
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
/** What each endpoint answers; an error is thrown. */
let answers: Record<string, unknown>;
beforeEach(() => {
  setActivePinia(createPinia());
  const session = useSession();
  session.account = { id: 1, role: 'teacher', givenName: 'Maren', familyName: 'Holloway' } as never;
  session.school = { name: 'Brindlemere', zone: 'America/New_York' } as never;
  session.now = () => now;
  answers = {};
  notice.value = null;
  call.mockReset();
  call.mockImplementation(async (name: string) => {
    if (answers[name] instanceof Error) throw answers[name];
    return answers[name] ?? {};
  });
});
const sent = (name: string) =>
  call.mock.calls.filter(([called]) => called === name).map(([, given]) => given);
async function opened(page: object, path = '/') {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: {} }],
  });
  await router.push(path);
  const shown = mount(page, { global: { plugins: [ElementPlus, router] } });
  await flushPromises();
  return shown;
}

describe('my account', () => {
  beforeEach(() => {
    answers.listSessions = { signInName: 'holloway', sessions: [] };
  });
  const change = async (old: string, password: string) => {
    const page = await opened(AccountPage);
    const [first, second] = page.findAll('input[type=password]');
    await first!.setValue(old);
    await second!.setValue(password);
    await page.get('form').trigger('submit');
    await flushPromises();
    await new Promise((resolve) => setTimeout(resolve, 150));
    return page;
  };

  test('another password is sent, and the fields are empty again', async () => {
    const page = await change('oak-and-ink', 'ink-and-oak-2');
    expect(sent('changePassword')).toHaveLength(1);
    expect(page.findAll('input').map((field) => field.element.value)).toEqual(['', '']);
  });
  test('what is refused is said beside its field, and what was typed stays', async () => {
    answers.changePassword = new Refused({
      type: '/problems/invalid',
      title: 'Something in it is not right.',
      status: 422,
      errors: [{ pointer: '/password', message: 'At least ten characters.' }],
    });
    const page = await change('oak-and-ink', 'short');
    expect(page.text()).toContain('At least ten characters.');
    expect(page.findAll('input')[1]!.element.value).toBe('short');
  });
});

describe('the schedule', () => {
  const assignment = (change: object = {}) => ({
    id: 7,
    title: 'Rivers',
    recipients: 'class 6B',
    classes: [{ id: 4, name: '6B' }],
    rules: { mode: 'test', release: { score: 'by-hand' } },
    opensAt: now - hour,
    closesAt: now + hour,
    lastEnd: now + hour,
    releasedAt: null,
    given: 27,
    notBegun: 20,
    working: 3,
    handedIn: 4,
    meanShare: 0.5,
    testId: 9,
    byClass: [{ classId: 4, given: 27, notBegun: 20, working: 3, handedIn: 4, meanShare: 0.5 }],
    ...change,
  });

  test.each([
    ['scheduled', { opensAt: now + hour }],
    ['open', {}],
    ['open', { closesAt: now - hour, lastEnd: now + hour }],
    ['open', { closesAt: null, lastEnd: null }],
    ['closed', { closesAt: now - hour, lastEnd: now - hour }],
    ['closed', { closesAt: now - hour, notBegun: 0, working: 0 }],
    ['released', { closesAt: now - hour, lastEnd: now - hour, releasedAt: now }],
    ['released', { lastEnd: now - hour, rules: { mode: 'test', release: { score: 'at-close' } } }],
  ])('an assignment is %s: %j', (state, change) => {
    expect(stateOf(assignment(change) as never, now)).toBe(state);
  });

  const both = [assignment(), assignment({ id: 8, title: 'Hills', opensAt: now + hour })];
  async function list(...assignments: object[]) {
    answers.listAssignments = { assignments: assignments.length > 0 ? assignments : both };
    answers.listDrafts = {
      drafts: [{ id: 2, testId: 9, title: 'Maps', kind: 'quiz', changedAt: now }],
    };
    answers.readDraft = { form: { word: 'oak' } };
    const page = await opened(SchedulePage);
    await page.findAll('[role=tab]')[2]!.trigger('click');
    await flushPromises();
    return page;
  }
  test('as a list each leads to its page, with how far it is', async () => {
    const page = await list();
    expect(page.findAll('tbody a').map((link) => link.attributes('href'))).toEqual([
      '/assignments/7',
      '/assignments/8',
    ]);
    expect(page.findAll('tbody tr')[0]!.text()).toMatch(/Open.*7427.*50%/s);
  });
  test.each([
    ['Assignment', ['Hills', 'Rivers']],
    ['Closes', ['Rivers', 'Hills']],
    ['Mean so far', ['Rivers', 'Hills']],
  ])('the list is sorted by %s, and the other way round by a second press', async (head, order) => {
    const later = { closesAt: now, meanShare: null };
    const page = await list(assignment({ id: 8, title: 'Hills', ...later }), assignment());
    // The list begins by closing time.
    const press = () => page.findAll('th button').find((found) => found.text().startsWith(head))!;
    if (head !== 'Closes') await press().trigger('click');
    const titles = () => page.findAll('tbody a').map((link) => link.text());
    expect(titles()).toEqual(order);
    await press().trigger('click');
    // What has no mean stays last.
    expect(titles()).toEqual(head === 'Mean so far' ? order : [...order].reverse());
  });
  test('tests by classes: when, how far and with what mean, class by class', async () => {
    const rows = [
      assignment({
        classes: [
          { id: 4, name: '6B' },
          { id: 5, name: '6D' },
        ],
        byClass: [
          { classId: 4, given: 20, handedIn: 15, meanShare: 0.75 },
          { classId: 5, given: 7, handedIn: 2, meanShare: null },
        ],
      }),
      assignment({
        id: 8,
        opensAt: now - 72 * hour,
        byClass: [{ classId: 4, given: 20, handedIn: 20, meanShare: 0.6 }],
      }),
      assignment({
        id: 9,
        testId: 10,
        title: 'Hills',
        classes: [],
        byClass: [],
        given: 3,
        handedIn: 1,
      }),
    ];
    const page = await list(...rows);
    await page.findAll('[role=tab]')[3]!.trigger('click');
    await flushPromises();
    expect(page.findAll('thead th').map((head) => head.text())).toEqual([
      'Test',
      'Last opened↓',
      '6B',
      '6D',
      'By link only',
    ]);
    const cells = page
      .findAll('tbody tr')
      .map((line) => line.findAll('td').map((cell) => cell.text().replace(/\s+/g, ' ')));
    expect(cells[0]).toEqual([
      'Sat, Nov 28',
      'Sat, Nov 28Open15 of 20 handed inmean 75%Wed, Nov 25Open20 of 20 handed inmean 60%',
      'Sat, Nov 28Open2 of 7 handed in',
      '·',
    ]);
    expect(cells[1]![3]).toBe('Sat, Nov 28Open1 of 3 handed inmean 50%');
  });
  test('a draft that is deleted comes back as it was', async () => {
    const page = await list();
    await page.get('.drafts button').trigger('click');
    await flushPromises();
    await takeBack({ undo: notice.value!.undo! });
    expect(sent('keepDraft')[0].body).toMatchObject({ testId: 9, form: { word: 'oak' } });
  });
});

describe('the glossary', () => {
  test('explains every figure: what it says, how it is calculated, when to be careful', async () => {
    const text = (await opened(GlossaryPage)).text().replace(/\s+/g, ' ');
    for (const term of terms)
      for (const sentence of Object.values(teacherEnglish.glossary[term]))
        expect(text).toContain(String(sentence).replace(/\s+/g, ' '));
  });
});

describe('filters in words', () => {
  const library = {
    frameworks: [{ id: 1, name: 'Ours' }],
    standards: new Map([
      [3, { code: 'A.3' }],
      [4, { code: 'A.4' }],
    ]),
    bankName: () => 'Rocks',
    folderName: () => 'Unit 1',
  } as never;
  const wordsOf = (change: Partial<Filters>) =>
    activeFilters({ ...noFilters(), ...change }, library).map(({ text }) => text);

  test.each([
    [{ words: '  river ' }, ['“river”']],
    [{ words: '   ' }, []],
    [{ standard: [3, 4] }, ['A.3 or A.4']],
    [{ grades: [6, 7] }, ['grade 6 or 7']],
    [{ depth: [1, 2] }, ['depth 1 or 2']],
    [{ kind: ['numeric'] as Filters['kind'] }, ['number']],
    [{ bank: 2, folder: 5 }, ['in Unit 1']],
    [{ passage: 'no' as const }, ['without a passage']],
  ])('%j', (change, words) => {
    expect(wordsOf(change)).toEqual(words);
  });
  test.each([
    ['standard', { standard: [3] }],
    ['kind', { kind: ['numeric'] as Filters['kind'] }],
    ['grades', { grades: [6] }],
    ['words', { words: 'river' }],
    ['folder', { folder: 5, bank: 2 }],
    ['unusedSince', { unusedSince: '2026-09-01', unusedBy: 4 }],
  ] as const)('striking “%s” out leaves nothing of it', (name, change) => {
    const filters = { ...noFilters(), ...change } as Filters;
    strike(filters, name);
    expect(filters).toEqual(noFilters());
  });
});
