/**
 * A student's pages around the sitting: the door, the list of work, and before beginning.
 *
 * @jest-environment jsdom
 */
const seatCall = jest.fn();
jest.mock('../src/client/seatCall', () => ({
  seatCall: (...sent: unknown[]) => seatCall(...sent),
}));
const kept = { waiting: 0, opened: [] as object[] };
jest.mock('../src/seat/keptStore', () => ({
  sendKept: async () => kept.waiting,
  listOpened: async () => kept.opened,
}));

jest.mock('../src/seat/keptPads', () => ({ forgetOtherPads: async () => undefined }));

import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils';
import type { SeatRow } from '@oaken/contract/attempts';
import { spanish } from '@oaken/words/spanish';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { Unreachable } from '../src/client/request';
import { useSession } from '../src/client/session';
import BeginPage from '../src/seat/BeginPage.vue';
import GuestPage from '../src/seat/GuestPage.vue';
import ListPage from '../src/seat/ListPage.vue';
import SignInPage from '../src/seat/SignInPage.vue';
import { chooseLanguage } from '../src/words';

enableAutoUnmount(afterEach);
const now = Date.UTC(2026, 10, 28, 15);
const school = { name: 'Brindlemere', zone: 'America/New_York' };
const hour = 3_600_000;
/** What each endpoint answers; an error is thrown. */
let answers: Record<string, unknown>;
beforeEach(() => {
  setActivePinia(createPinia());
  const session = useSession();
  session.school = school as never;
  session.now = () => now;
  kept.waiting = 0;
  kept.opened = [];
  answers = {};
  seatCall.mockReset();
  seatCall.mockImplementation(async (name: string) => {
    if (answers[name] instanceof Error) throw answers[name];
    return answers[name] ?? {};
  });
});
const sent = (name: string) =>
  seatCall.mock.calls.filter(([called]) => called === name).map(([, given]) => given);

async function opened(page: object, path: string, pattern: string) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: pattern, component: page },
      { path: '/:rest(.*)*', component: {} },
    ],
  });
  await router.push(path);
  const shown = mount(page, { global: { plugins: [router] }, attachTo: document.body });
  await flushPromises();
  return { shown, router };
}
const row = (change: Partial<SeatRow> = {}): SeatRow => ({
  assignmentId: 5,
  title: 'Rivers',
  kind: 'quiz',
  teacher: 'Maren Holloway',
  items: 8,
  points: 8,
  opensAt: now - hour,
  closesAt: now + 2 * hour,
  limitMinutes: null,
  offPerTry: null,
  practice: null,
  tools: [],
  timed: null,
  instructions: '',
  sitting: { perItem: null, bySections: false, goBack: true, mayBeAway: null },
  lateUntil: null,
  asksWord: false,
  gate: null,
  done: null,
  attemptsMade: 0,
  otherNumbers: false,
  attemptsLeft: 1,
  state: 'open',
  deadlineAt: null,
  handedInAt: null,
  handedInBy: null,
  undecided: 0,
  score: null,
  canRead: false,
  ...change,
});

describe('the list of work', () => {
  async function shown(...rows: SeatRow[]) {
    answers.listSeat = { now, rounds: [], assignments: rows };
    return (await opened(ListPage, '/', '/')).shown;
  }

  test('what can be done now comes first, and leads there', async () => {
    const page = await shown(row());
    expect(page.get('section').text()).toMatch(/^Due today/);
    expect(page.get('section a').attributes('href')).toBe('/sit/5');
  });
  test('work stands in groups by how soon it is due, and each line says where it stands', async () => {
    const day = 24 * hour;
    const page = await shown(
      row({ offPerTry: 0.1, title: 'Practice' }),
      row({ closesAt: null, title: 'Any time' }),
      row({ closesAt: now + 3 * day, title: 'Soon' }),
      row({ closesAt: now - hour, lateUntil: now + hour, title: 'Over' }),
      row({ state: 'working', done: { asked: 8, answered: 3 }, title: 'Begun' }),
      row({ gate: 'not-let-in', title: 'In class' }),
    );
    const groups = page
      .findAll('section')
      .map((group) => [
        group.get('h2').text(),
        ...group
          .findAll('li')
          .map((line) => `${line.get('.title').text()}: ${line.get('.state').text()}`),
      ]);
    expect(groups).toEqual([
      ['Late', 'Over: not begun'],
      [
        'Due today',
        'Begun: begun · 3 of 8 answered, 5 left',
        'In class: Begins when your teacher says so.',
      ],
      ['Due within a week', 'Soon: not begun'],
      ['Due later', 'Any time: not begun'],
      ['Practice', 'Practice: not begun'],
    ]);
  });
  test('what the teacher has not opened yet has no way in', async () => {
    const page = await shown(row({ gate: 'elsewhere' }));
    expect(page.findAll('section a')).toEqual([]);
    expect(page.get('.state').text()).toBe('Only on the school’s network.');
  });
  test('a timed test says that the clock starts with Begin', async () => {
    expect((await shown(row({ limitMinutes: 30 }))).text()).toContain(
      'Your 30 minutes start when you press Begin.',
    );
  });
  test('one that is under way says when it ends instead', async () => {
    const page = await shown(
      row({ limitMinutes: 30, state: 'working', deadlineAt: now + hour, attemptsMade: 1 }),
    );
    expect(page.text()).not.toContain('start when you press');
    expect(page.text()).toContain('ends today, 11:00 AM');
  });
  test.each([
    ['a word that is read out', { asksWord: true }],
    ['instructions', { instructions: 'Bring a ruler.' }],
    [
      'one sitting',
      { sitting: { perItem: null, bySections: false, goBack: true, mayBeAway: 300_000 } },
    ],
    ['another attempt', { attemptsMade: 1 }],
  ])('%s: a page comes before it', async (_, change) => {
    const page = await shown(row(change as Partial<SeatRow>));
    expect(page.get('section a').attributes('href')).toBe('/begin/5');
  });
  test('a score is the way to the report, once it may be read', async () => {
    const score = { points: 7, maxPoints: 8, share: 0.875, band: null, waiting: 0 };
    const page = await shown(
      row({
        state: 'handed-in',
        handedInAt: now,
        handedInBy: 'student',
        attemptsLeft: 0,
        canRead: true,
        score,
      }),
    );
    expect(page.get('.outcome a').text()).toBe('7 of 8, 88%');
    expect(page.get('.outcome a').attributes('href')).toBe('/report/5');
  });
  test('before that it says that it waits', async () => {
    const page = await shown(
      row({ state: 'handed-in', handedInAt: now, handedInBy: 'student', attemptsLeft: 0 }),
    );
    expect(page.get('.outcome').text()).toBe('Not released yet');
  });
  test('work that this device still has is said to be on its way', async () => {
    kept.waiting = 1;
    expect((await shown(row())).get('[role=status]').text()).toMatch(/still has answers of yours/);
  });
  test('without network what is open on this device can be gone on with', async () => {
    kept.opened = [{ assignment: 5, attempt: { form: { title: 'Rivers' } } }];
    answers.listSeat = new Unreachable();
    const { shown: page } = await opened(ListPage, '/', '/');
    expect(page.get('section a').attributes('href')).toBe('/sit/5');
  });
});

describe('before beginning', () => {
  async function shown(change: Partial<SeatRow>) {
    answers.listSeat = { now, rounds: [], assignments: [row(change)] };
    return opened(BeginPage, '/begin/5', '/begin/:assignmentId');
  }

  test('the teacher’s instructions are read first', async () => {
    expect(
      (await shown({ instructions: 'Bring a ruler.' })).shown.get('.instructions').text(),
    ).toBe('Bring a ruler.');
  });
  test('the word that was typed goes along', async () => {
    const { shown: page, router } = await shown({ asksWord: true });
    await page.get('input').setValue('walnut');
    await page.get('form').trigger('submit');
    await flushPromises();
    expect(sent('beginAttempt')).toEqual([
      { params: { assignmentId: 5 }, body: { word: 'walnut', again: false } },
    ]);
    expect(router.currentRoute.value.path).toBe('/sit/5');
  });
  test('a wrong word is said, and the page stays', async () => {
    answers.beginAttempt = new Error('That is not the word.');
    const { shown: page, router } = await shown({ asksWord: true });
    await page.get('form').trigger('submit');
    await flushPromises();
    expect([page.get('[role=alert]').text(), router.currentRoute.value.path]).toEqual([
      'That is not the word.',
      '/begin/5',
    ]);
  });
  test('what is not on the list says so', async () => {
    answers.listSeat = { now, rounds: [], assignments: [] };
    const { shown: page } = await opened(BeginPage, '/begin/5', '/begin/:assignmentId');
    expect(page.get('[role=alert]').text()).not.toBe('');
  });
});

describe('the door', () => {
  const found = { name: '6B', students: [{ id: 3, name: 'Bodhi Abara' }], joining: false };
  const account = {
    account: { id: 3, role: 'student', givenName: 'Bodhi', familyName: 'Abara' },
    school,
    csrf: 'c',
    now,
  };

  test('a code in the address opens the class at once', async () => {
    answers.findClass = found;
    const { shown } = await opened(SignInPage, '/sign-in?code=BRN6B2', '/sign-in');
    expect(sent('findClass')).toEqual([{ body: { code: 'BRN6B2' } }]);
    expect(shown.get('select').text()).toContain('Bodhi Abara');
  });
  test('name and passcode lead in, to where the address wanted to go', async () => {
    answers.findClass = found;
    answers.signInStudent = account;
    const { shown, router } = await opened(
      SignInPage,
      '/sign-in?code=BRN6B2&to=/sit/5',
      '/sign-in',
    );
    await shown.get('select').setValue(3);
    await shown.get('input[type=password]').setValue('mez547');
    await shown.get('form').trigger('submit');
    await flushPromises();
    expect(sent('signInStudent')[0]!.body).toMatchObject({ studentId: 3, passcode: 'mez547' });
    expect(router.currentRoute.value.fullPath).toBe('/sit/5');
  });
  test('nothing leads out of this site', async () => {
    answers.findClass = found;
    answers.signInStudent = account;
    const { shown, router } = await opened(
      SignInPage,
      '/sign-in?code=BRN6B2&to=//elsewhere.example',
      '/sign-in',
    );
    await shown.get('select').setValue(3);
    await shown.get('form').trigger('submit');
    await flushPromises();
    expect(router.currentRoute.value.fullPath).toBe('/');
  });
  test('who joins by the code is shown the passcode before anything else', async () => {
    answers.findClass = { ...found, students: [], joining: true };
    answers.joinClass = { ...account, passcode: 'oak123' };
    const { shown } = await opened(SignInPage, '/sign-in?code=BRN6B2', '/sign-in');
    const [given, family] = shown.findAll('input');
    await given!.setValue('Bodhi');
    await family!.setValue('Abara');
    await shown.get('form').trigger('submit');
    await flushPromises();
    expect(shown.get('.passcode').text()).toBe('oak123');
  });
  test('in Spanish all of it is Spanish', async () => {
    await chooseLanguage('es');
    const { shown } = await opened(SignInPage, '/sign-in', '/sign-in');
    expect(shown.get('form button').text()).toBe(spanish.signIn.findClass);
    await chooseLanguage('en');
  });
});

describe('a link for guests', () => {
  const link = { title: 'Rivers', teacher: 'Maren Holloway', opensAt: now, now };
  const shown = (state: string) => {
    answers.readLink = { ...link, state };
    return opened(GuestPage, '/guest/abc', '/guest/:token');
  };

  test('asks for a name, and lets in', async () => {
    answers.comeAsGuest = { account: { id: 9, role: 'student' }, school, csrf: 'c', now };
    const { shown: page, router } = await shown('open');
    await page.get('input').setValue('Kofi A.');
    await page.get('form').trigger('submit');
    await flushPromises();
    expect(sent('comeAsGuest')).toEqual([{ body: { token: 'abc', name: 'Kofi A.' } }]);
    expect(router.currentRoute.value.path).toBe('/');
  });
  test.each(['before', 'closed'])('%s: no name is asked for', async (state) => {
    expect((await shown(state)).shown.find('input').exists()).toBe(false);
  });
});
