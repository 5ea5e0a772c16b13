/**
 * Lists that a page asks the server for.
 *
 * @jest-environment jsdom
 */
const call = jest.fn();
const seatCall = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));
jest.mock('../src/client/seatCall', () => ({
  seatCall: (...sent: unknown[]) => seatCall(...sent),
}));

import { flushPromises, mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import MarkedList from '../src/desk/marking/MarkedList.vue';
import AfterHandingIn from '../src/seat/AfterHandingIn.vue';

const link = { props: ['to'], template: '<a :href="to"><slot /></a>' };
const global = { plugins: [ElementPlus], stubs: { RouterLink: link } };
beforeEach(() => {
  setActivePinia(createPinia());
  call.mockReset();
  seatCall.mockReset();
});

describe('marked work', () => {
  const line = (entry: string) => ({
    assignmentId: 3,
    title: 'Tides',
    recipients: 'class 6B',
    entry,
    part: 'p',
    stem: `<p>Question ${entry}</p>`,
    marked: 4,
    latest: 1_790_000_000_000,
  });
  async function shown(...pages: object[]) {
    for (const page of pages) call.mockResolvedValueOnce(page);
    const list = mount(MarkedList, { global });
    await flushPromises();
    return list;
  }

  test('each line leads to its answers', async () => {
    const list = await shown({ marked: [line('a')], seconds: [], next: null });
    expect(list.get('tbody a').attributes('href')).toBe('/marking/3/a/p');
    expect(list.get('tbody a').text()).toBe('Question a');
  });
  test('more is asked for where the list goes on, and stands below', async () => {
    const list = await shown(
      { marked: [line('a')], seconds: [], next: 50 },
      { marked: [line('b')], seconds: [], next: null },
    );
    await list.get('.el-button').trigger('click');
    await flushPromises();
    expect(call.mock.calls.map(([, { query }]) => query)).toEqual([{ skip: 0 }, { skip: 50 }]);
    expect(list.findAll('tbody a').map((entry) => entry.text())).toEqual([
      'Question a',
      'Question b',
    ]);
    expect(list.find('.el-button').exists()).toBe(false);
  });
  test('nothing marked yet says so', async () => {
    expect((await shown({ marked: [], seconds: [], next: null })).text()).toContain(
      'Nothing marked yet.',
    );
  });
  test('a server that does not answer says so', async () => {
    call.mockRejectedValueOnce(new Error('No answer.'));
    expect((await shown()).get('[role=alert]').text()).toBe('No answer.');
  });
});

describe('after handing in', () => {
  const row = (change: object) => ({ assignmentId: 5, canRead: false, score: null, ...change });
  async function shown(answer: Promise<object>) {
    seatCall.mockReturnValueOnce(answer);
    const page = mount(AfterHandingIn, { props: { assignmentId: 5 }, global });
    await flushPromises();
    return page;
  }
  const score = { points: 7, maxPoints: 8, share: 0.875, band: null, waiting: 0 };

  test('a score that is shown at once stands there, with the way to the report', async () => {
    const page = await shown(
      Promise.resolve({ assignments: [row({ canRead: true, score }), row({ assignmentId: 6 })] }),
    );
    expect(page.get('.score').text()).toBe('7 of 8, 88%');
    expect(page.get('a').attributes('href')).toBe('/report/5');
  });
  test('one that is not shown yet is promised', async () => {
    const page = await shown(Promise.resolve({ assignments: [row({})] }));
    expect(page.text()).toMatch(/not released results yet/);
    expect(page.find('.score').exists()).toBe(false);
  });
  test('without an answer nothing is claimed', async () => {
    expect((await shown(Promise.reject(new Error('away')))).text()).toBe('');
  });
});
