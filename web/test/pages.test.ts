/**
 * Pages of a teacher's, with what the server says: what they show, and where they lead.
 *
 * @jest-environment jsdom
 */
const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));
jest.mock('../src/theme/theme', () => ({ theme: { value: 'light' }, turnTheme: () => {} }));

import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { useSession } from '../src/client/session';
import AssignedPage from '../src/desk/assignments/AssignedPage.vue';
import MarkingListPage from '../src/desk/marking/MarkingListPage.vue';
import ResultsListPage from '../src/desk/results/ResultsListPage.vue';
import TodayPage from '../src/desk/today/TodayPage.vue';

enableAutoUnmount(afterEach);
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
/** What each endpoint answers. */
let answers: Record<string, unknown>;
const now = Date.UTC(2026, 10, 28, 15);
const hour = 3_600_000;
beforeEach(() => {
  setActivePinia(createPinia());
  const session = useSession();
  session.account = { id: 1, role: 'teacher', givenName: 'Maren', familyName: 'Holloway' } as never;
  session.school = { name: 'Brindlemere', zone: 'America/New_York' } as never;
  session.now = () => now;
  answers = {};
  call.mockReset();
  call.mockImplementation(async (name: string) => answers[name] ?? {});
});

async function opened(page: object, path: string, pattern: string) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: pattern, component: page },
      { path: '/:rest(.*)*', component: {} },
    ],
  });
  await router.push(path);
  const shown = mount(page, {
    global: {
      plugins: [ElementPlus, router],
      stubs: { QrCode: { props: ['text'], template: '<i>{{ text }}</i>' } },
    },
  });
  await flushPromises();
  await new Promise((resolve) => setTimeout(resolve, 20));
  const links = () =>
    shown.findAll('a').map((link) => [link.text().replace(/\s+/g, ' '), link.attributes('href')]);
  return { shown, links, router };
}
const assignment = (change: object = {}) => ({
  id: 7,
  testId: 9,
  title: 'Rivers',
  kind: 'quiz',
  recipients: 'class 6B',
  classes: [{ id: 4, name: '6B' }],
  items: 8,
  points: 8,
  opensAt: now - hour,
  closesAt: now + 48 * hour,
  given: 27,
  notBegun: 20,
  working: 3,
  handedIn: 4,
  meanShare: 0.5,
  rules: { mode: 'test', release: {} },
  ...change,
});
const schoolClass = (id: number, name: string, code: string) => ({ id, name, code });

describe('after assigning', () => {
  const shown = (change: object = {}, more: object = {}) => {
    answers.readAssignment = { assignment: assignment(change), word: '', link: null, ...more };
    answers.listClasses = {
      classes: [schoolClass(4, '6B', 'BRN6B2'), schoolClass(5, '6D', 'BRN6D4')],
    };
    return opened(AssignedPage, '/assignments/7/assigned', '/assignments/:assignmentId/assigned');
  };

  test('it says who has it and until when', async () => {
    const { shown: page } = await shown();
    expect(page.get('.have').text()).toBe(
      '27 students have it. Open now; closes Mon, Nov 30, 10:00 AM, in 2 days.',
    );
  });
  test('what opens later says when', async () => {
    const { shown: page } = await shown({ opensAt: now + hour });
    expect(page.get('.have').text()).toContain('Opens today, 11:00 AM;');
  });
  test('the code is that of the class alone, for the eye and for a camera', async () => {
    const { shown: page } = await shown();
    expect(page.findAll('.code').map((code) => code.text())).toEqual(['BRN6B2']);
    expect(page.get('i').text()).toMatch(/\/seat\/sign-in\?code=BRN6B2$/);
  });
  test('a start word stands there as large as a code', async () => {
    const { shown: page } = await shown({}, { word: 'Walnut' });
    expect(page.findAll('.code').map((code) => code.text())).toEqual(['BRN6B2', 'Walnut']);
  });
  test('only guests have it: no class code is claimed', async () => {
    const { shown: page } = await shown({ classes: [] }, { link: 'abc' });
    expect([page.findAll('.code').length, page.text()]).toEqual([
      0,
      expect.stringContaining('Guests come by the link.'),
    ]);
  });
  test('the ways on lead there', async () => {
    const { links } = await shown();
    expect(links()).toEqual(
      expect.arrayContaining([
        ['Watch', '/watch/7'],
        ['Print', '/tests/9/print'],
        ['Change times and rules', '/assignments/7'],
        ['Sign-in slips for 6B', '/classes/4/slips'],
      ]),
    );
  });
});

describe('marking', () => {
  const waiting = {
    assignmentId: 7,
    title: 'Rivers',
    recipients: 'class 6B',
    entry: 'e',
    part: 'p',
    stem: '<p>Why?</p>',
    unmarked: 3,
    marked: 1,
    oldest: now - hour,
  };
  const none = { waiting: [], seconds: [], unknown: [] };

  test('what waits is to do', async () => {
    answers.listMarking = { ...none, waiting: [waiting] };
    const { links } = await opened(MarkingListPage, '/marking', '/marking');
    expect(links()).toEqual([
      ['Why?', '/marking/7/e/p'],
      ['all on one page', '/marking/7/e/p/all'],
      ['student by student', '/marking/7/students'],
    ]);
  });
  test('nothing to do says what appears there', async () => {
    answers.listMarking = none;
    const { shown } = await opened(MarkingListPage, '/marking', '/marking');
    expect(shown.text()).toContain('Nothing to mark.');
  });
  test('what is done has its own address', async () => {
    answers.listMarking = none;
    answers.listMarked = { marked: [{ ...waiting, latest: now }], seconds: [], next: null };
    const { shown } = await opened(MarkingListPage, '/marking?show=done', '/marking');
    expect(shown.get('[role=tab][aria-selected=true]').text()).toBe('Done');
    expect(shown.text()).toContain('Marked, the latest first');
  });
  test('the tab that is pressed goes into the address', async () => {
    answers.listMarking = none;
    answers.listMarked = { marked: [], seconds: [], next: null };
    const { shown, router } = await opened(MarkingListPage, '/marking', '/marking');
    await shown.findAll('[role=tab]')[1]!.trigger('click');
    await flushPromises();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(router.currentRoute.value.fullPath).toBe('/marking?show=done');
  });
});

describe('the list of results', () => {
  test('each assignment has its mean and its spread', async () => {
    const spread = [0, 0, 0, 0, 0, 1, 0, 2, 0, 1];
    answers.listResults = { results: [{ ...assignment(), spread }] };
    answers.listSheets = { sheets: [] };
    const { shown, links } = await opened(ResultsListPage, '/results', '/results');
    expect(links()).toContainEqual(['Rivers', '/results/7']);
    expect(shown.get('tbody').text()).toContain('50%');
    expect(shown.findAll('tbody rect')).toHaveLength(10);
  });
  test('no results yet says what appears there', async () => {
    answers.listResults = { results: [] };
    answers.listSheets = { sheets: [] };
    const { shown } = await opened(ResultsListPage, '/results', '/results');
    expect(shown.text()).toContain('No results yet');
  });
});

describe('Today', () => {
  const today = (change: object = {}) => ({
    now,
    windows: [assignment()],
    waiting: [],
    footing: { open: 1, working: 3, complete: 0 },
    ...change,
  });
  const matter = (what: string, change: object = {}) => ({
    what,
    assignmentId: 7,
    title: 'Rivers',
    classes: '6B',
    count: 2,
    at: now,
    detail: 'details',
    ...change,
  });
  const shown = (change: object = {}) => {
    answers.readToday = today(change);
    return opened(TodayPage, '/', '/');
  };

  test('an open assignment leads to watching it', async () => {
    expect((await shown()).links()).toContainEqual(['Rivers', '/watch/7']);
  });
  test.each([
    ['complete', '/results/7/overview'],
    ['flagged', '/results/7/items'],
    ['not-begun', '/results/7/students'],
    ['to-mark', '/marking'],
  ])('what waits as “%s” leads to %s', async (what, address) => {
    const { links } = await shown({ waiting: [matter(what)] });
    expect(links().map(([, to]) => to)).toContain(address);
  });
  test('a second marking leads to the answers', async () => {
    const asked = matter('second-marking', { assignmentId: null, secondMarkingId: 12 });
    const { links } = await shown({ waiting: [asked] });
    expect(links()).toContainEqual([
      expect.stringContaining('Second marking'),
      '/marking/second/12',
    ]);
  });
  test('nothing waits: it says so', async () => {
    expect((await shown()).shown.text()).toContain('Nothing to do.');
  });
  test('what opens within the week stands under its day', async () => {
    const later = assignment({ id: 8, title: 'Hills', opensAt: now + 24 * hour });
    const { shown: page } = await shown({ windows: [later] });
    expect(page.text()).toMatch(/Sun, Nov 29.*10:00 AM.*Hills opens/s);
  });
});
