/**
 * A class on its page, and standards of its results.
 *
 * @jest-environment jsdom
 */
const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));
jest.mock('../src/theme/theme', () => ({ theme: { value: 'light' }, turnTheme: () => {} }));
const confirm = jest.fn();
// The browser's build of it, which these tests do not load.
jest.mock(
  'element-plus/es/components/message-box/index.mjs',
  () => ({ ElMessageBox: { confirm: (...sent: unknown[]) => confirm(...sent) } }),
  { virtual: true },
);

import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { noAccommodations } from '@oaken/core/accommodations';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { useSession } from '../src/client/session';
import RosterTable from '../src/desk/classes/RosterTable.vue';
import StandardResults from '../src/desk/results/StandardResults.vue';
import { notice, takeBack } from '../src/desk/shared/undo';

enableAutoUnmount(afterEach);
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
beforeEach(() => {
  setActivePinia(createPinia());
  const session = useSession();
  session.school = { name: 'Brindlemere', zone: 'America/New_York' } as never;
  session.now = () => Date.UTC(2026, 10, 28);
  call.mockReset();
  call.mockResolvedValue({});
  confirm.mockReset();
  notice.value = null;
});
const sent = (name: string) => call.mock.calls.filter(([called]) => called === name);
async function routed(path: string) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: {} }],
  });
  await router.push(path);
  return router;
}

describe('a roster', () => {
  const student = (id: number, rosterNumber: number, givenName: string, familyName: string) => ({
    id,
    rosterNumber,
    givenName,
    familyName,
    studentNumber: '',
    email: '',
    grade: 6,
    groups: [],
    accommodations: noAccommodations,
    handedIn: 0,
    signedInAt: null,
    hasPasscode: true,
    joinedBySelf: false,
    leftAt: null,
  });
  const here = [
    student(1, 1, 'Bodhi', 'Zane'),
    student(2, 2, 'Ines', 'Abara'),
    student(3, 3, 'Cora', 'Abara'),
  ];
  async function shown(path = '/classes/4', more: object = {}) {
    const act = jest.fn(async (work: () => Promise<unknown>) => {
      await work();
      return true;
    });
    const page = mount(RosterTable, {
      props: {
        openClass: {
          class: {
            id: 4,
            name: '6B',
            code: 'BRN6B2',
            joiningUntil: null,
            subject: 'Math',
            grade: 6,
          },
          groups: [],
        },
        here,
        left: [],
        mayChange: true,
        act,
        ...more,
      } as never,
      global: { plugins: [ElementPlus, await routed(path)] },
      attachTo: document.body,
    });
    await flushPromises();
    return page;
  }
  const names = (page: Awaited<ReturnType<typeof shown>>) =>
    page.findAll('tbody tr').map((row) => row.findAll('td')[1]!.text());

  test('is in the order of its numbers', async () => {
    expect(names(await shown())).toEqual(['Bodhi Zane', 'Ines Abara', 'Cora Abara']);
  });
  test('by name: the family first, then the given name', async () => {
    const page = await shown();
    await page.findAll('th button')[1]!.trigger('click');
    expect(names(page)).toEqual(['Cora Abara', 'Ines Abara', 'Bodhi Zane']);
    expect(page.findAll('th')[1]!.attributes('aria-sort')).toBe('ascending');
  });
  test('whoever was looked for by name has the focus', async () => {
    const page = await shown('/classes/4#student-2');
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(document.activeElement?.id).toBe('student-2');
    expect(page.get('.sought').text()).toContain('Ines Abara');
  });
  test('students without a passcode are counted, with the way to their slips', async () => {
    const page = await shown('/classes/4', { here: [{ ...here[0], hasPasscode: false }, here[1]] });
    expect(page.get('.note').text()).toMatch(/^1 student/);
    expect(page.get('.note a').attributes('href')).toBe('/classes/4/slips');
  });
  test('a substitute changes nobody', async () => {
    const page = await shown('/classes/4', { mayChange: false });
    expect(page.text()).not.toMatch(/Add a student|Import students/);
  });

  /** What the menu beside a name does. */
  async function choose(command: string, page: Awaited<ReturnType<typeof shown>>) {
    page.findAllComponents({ name: 'ElDropdown' })[1]!.vm.$emit('command', command);
    await flushPromises();
  }
  test('leaving is undone in one step', async () => {
    call.mockResolvedValue({ working: 0 });
    await choose('left', await shown());
    expect(notice.value?.text).toContain('Ines Abara');
    await takeBack({ undo: notice.value!.undo! });
    expect(sent('leaveClass').map(([, { params, body }]) => [params.studentId, body.left])).toEqual(
      [
        [2, true],
        [2, false],
      ],
    );
  });
  test('a new passcode is asked about, and shown once', async () => {
    confirm.mockResolvedValue('confirm');
    call.mockResolvedValue({ passcode: 'oak123' });
    const page = await shown();
    await choose('passcode', page);
    expect(page.get('.fresh').text()).toContain('oak123');
  });
  test('who thinks better of it keeps the old one', async () => {
    confirm.mockRejectedValue('cancel');
    const page = await shown();
    await choose('passcode', page);
    expect([sent('renewPasscode'), page.find('.fresh').exists()]).toEqual([[], false]);
  });
});

describe('standards of results', () => {
  const earned = (share: number, items = 4) => ({
    share,
    items,
    answers: 40,
    interval: [share - 0.1, share + 0.1] as [number, number],
  });
  const student = (id: number, share: number | null) => ({
    id,
    name: `Student ${id}`,
    class: '6B',
    earned: share === null ? null : earned(share),
    rating: null as number | null,
  });
  const standard = () => ({
    code: 'MA.6.RAT.1',
    statement: 'Use ratios.',
    all: earned(0.5, 2),
    classes: [],
    groups: [],
    students: [student(1, 0.9), student(2, null), student(3, 0.2)],
    overTime: [{ assignmentId: 1, title: 'Quiz', at: Date.UTC(2026, 9, 1), earned: earned(0.5) }],
  });
  async function shown() {
    const own = { assignments: 3, standards: [standard()] };
    call.mockImplementation(async (name: string) => (name === 'readStandardResults' ? own : {}));
    const page = mount(StandardResults, {
      props: { results: { assignment: { id: 1 }, mayChange: true }, filters: {} } as never,
      global: {
        plugins: [ElementPlus, await routed('/results/1/standards')],
        stubs: { SelectField: { props: ['modelValue'], template: '<select />' } },
      },
    });
    await flushPromises();
    return page;
  }
  const open = async () => {
    const page = await shown();
    await page.get('.name').trigger('click');
    return page;
  };

  test('a share that rests on few items says so', async () => {
    expect((await shown()).get('tbody').text()).toMatch(/2 items.*little/);
  });
  test('a standard opens to its students, the weakest first and those without anything last', async () => {
    const page = await open();
    expect(page.findAll('.below a').map((link) => link.text())).toEqual([
      'Student 3',
      'Student 1',
      'Student 2',
    ]);
  });
  test('as a table: students down, standards across', async () => {
    const page = await shown();
    await page.findAll('.el-segmented input')[1]!.setValue(true);
    await flushPromises();
    expect(page.findAll('tbody tr')).toHaveLength(3);
    expect(page.get('thead').text()).toContain('MA.6.RAT.1');
  });
});
