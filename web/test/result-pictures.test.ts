/**
 * Small pictures of results: what is drawn is what was counted, and whoever hears the page is told the same.
 *
 * @jest-environment jsdom
 */
import type { StandardResult } from '@oaken/contract/results';
import { flushPromises, mount } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import OverTimeLine from '../src/desk/results/OverTimeLine.vue';
import PracticeBar from '../src/desk/results/PracticeBar.vue';
import StudentOverTime from '../src/desk/results/StudentOverTime.vue';
import SpreadBars from '../src/desk/results/SpreadBars.vue';
import StandardsGrid from '../src/desk/results/StandardsGrid.vue';
import TallyBox from '../src/parts/TallyBox.vue';

beforeEach(() => setActivePinia(createPinia()));
const link = { props: ['to'], template: '<a :href="to"><slot /></a>' };
const global = { plugins: [ElementPlus], stubs: { RouterLink: link } };
const earned = (share: number, width = 0.2) => ({
  share,
  items: 4,
  answers: 40,
  interval: [Math.max(0, share - width), Math.min(1, share + width)] as [number, number],
});

describe('the spread of scores', () => {
  const heights = (spread: number[]) =>
    mount(SpreadBars, { props: { spread } })
      .findAll('rect')
      .map((bar) => Number(bar.attributes('height')));

  test('the fullest tenth is as high as there is room, the others in proportion', () => {
    expect(heights([0, 0, 0, 0, 0, 2, 4, 8, 2, 1])).toEqual([0, 0, 0, 0, 0, 6, 12, 24, 6, 3]);
  });
  test('no scores: nothing is drawn, and it says so', () => {
    const none = mount(SpreadBars, { props: { spread: Array(10).fill(0) } });
    expect(none.attributes('aria-label')).toBe('No scores yet');
    expect(heights(Array(10).fill(0))).toEqual(Array(10).fill(0));
  });
  test('only tenths that somebody is in are said', () => {
    const bars = mount(SpreadBars, { props: { spread: [0, 0, 0, 0, 0, 0, 0, 0, 3, 5] } });
    expect(bars.attributes('aria-label')).toBe('80 to 90%: 3, 90 to 100%: 5');
  });
});

describe('a standard over time', () => {
  const times = [0.2, 0.5, 0.9].map((share, n) => ({
    assignmentId: n + 1,
    title: `Quiz ${n + 1}`,
    at: 1_790_000_000_000 + n * 86_400_000,
    earned: earned(share, 0.1),
  }));
  const shown = (of = times) => mount(OverTimeLine, { props: { times: of } });

  test('more is higher, later is further right', () => {
    const points = shown()
      .findAll('circle')
      .map((dot) => [Number(dot.attributes('cx')), Number(dot.attributes('cy'))]);
    expect(points).toEqual([...points].sort(([a], [b]) => a! - b!));
    expect(points.map(([, y]) => y)).toEqual([...points.map(([, y]) => y!)].sort((a, b) => b - a));
  });
  test('the band lies around the line', () => {
    const band = shown().get('polygon').attributes('points')!.split(' ');
    const line = shown().get('polyline').attributes('points')!.split(' ');
    const y = (point: string) => Number(point.split(',')[1]);
    line.forEach((point, n) => {
      expect(y(band[n]!)).toBeLessThan(y(point));
      expect(y(band.at(-1 - n)!)).toBeGreaterThan(y(point));
    });
  });
  test('one assignment is a point with its interval, not a line', () => {
    const single = shown(times.slice(0, 1));
    expect([single.find('polyline').exists(), single.find('.whisker').exists()]).toEqual([
      false,
      true,
    ]);
  });
  test('every point is said', () => {
    expect(shown().attributes('aria-label')).toMatch(/Quiz 1.*20%.*Quiz 2.*50%.*Quiz 3.*90%/);
  });
});

describe('students × standards', () => {
  const student = (id: number, share: number | null) => ({
    id,
    name: `Student ${id}`,
    class: '6B',
    earned: share === null ? null : earned(share),
    rating: null,
  });
  const standard = (code: string, shares: (number | null)[]): StandardResult => ({
    code,
    statement: `About ${code}`,
    all: earned(0.5),
    classes: [],
    groups: [],
    students: shares.map((share, n) => student(n + 1, share)),
    overTime: [],
  });
  const shown = mount(StandardsGrid, {
    props: {
      standards: [standard('A.1', [1, 0.25]), standard('A.2', [null, 0.5])],
      assignmentId: 3,
      over: 'this',
      by: 'standard',
      mayRate: true,
    },
    global,
    attachTo: document.body,
  });

  test('a student is a row, a standard a column', () => {
    expect(shown.findAll('tbody tr').map((row) => row.findAll('td').length)).toEqual([2, 2]);
  });
  test('each box holds what was earned there', () => {
    expect(shown.findAll('tbody .figure').map((figure) => figure.text())).toEqual([
      '100',
      '25',
      '50',
    ]);
  });
  test('nothing scored is no zero, and is said', () => {
    expect(shown.get('tbody tr td:last-child .tally').attributes('aria-label')).toBe(
      'Student 1 on A.2: nothing scored',
    );
  });
  test('a name leads to the student', () => {
    expect(shown.get('tbody a').attributes('href')).toBe('/results/3/students/1');
  });
  test('ratings go down a column by their keys', async () => {
    shown.getComponent({ name: 'ElSegmented' }).vm.$emit('update:modelValue', 'ratings');
    await flushPromises();
    const cell = (row: number, column: number) => shown.get(`[data-cell="${row} ${column}"]`);
    await cell(0, 1).trigger('keydown', { key: '3' });
    await flushPromises();
    expect(shown.emitted('rate')).toEqual([['A.2', [1], 3]]);
    expect(document.activeElement).toBe(cell(1, 1).element);
    await cell(1, 1).trigger('keydown', { key: '0' });
    expect(shown.emitted('rate')).toHaveLength(2);
    await cell(1, 1).trigger('keydown', { key: 'ArrowLeft' });
    await flushPromises();
    expect(document.activeElement).toBe(cell(1, 0).element);
    await cell(1, 0).trigger('keydown', { key: '5' });
    expect(shown.emitted('rate')).toHaveLength(2);
  });
  test('the rest of a column is rated at once: those who have work and no rating yet', () => {
    shown.findAllComponents({ name: 'SelectField' })[1]!.vm.$emit('update:modelValue', 2);
    expect(shown.emitted('rate')!.at(-1)).toEqual(['A.2', [2], 2]);
  });
});

describe('a box for a mark', () => {
  const box = (share: number | null, more = {}) =>
    mount(TallyBox, { props: { share, label: 'mark', ...more } });

  test.each([
    [1, 'secure'],
    [0.5, 'partial'],
    [0.49, 'low'],
    [null, 'missed'],
  ])('%s is %s', (share, name) => {
    expect(box(share).classes()).toContain(name);
  });
  test('is filled as far as was earned', () => {
    expect(box(0.37).get('.fill').attributes('style')).toContain('height: 37%');
  });
  test('work that waits for a mark is told apart', () => {
    expect(box(0.5, { needsMarking: true }).classes()).toContain('needsMarking');
  });
});

describe('practice', () => {
  const shown = (change: object) =>
    mount(PracticeBar, {
      props: { practice: { first: 6, later: 2, shown: 1, hints: 3, ...change }, students: 12 },
    });

  test('is told in shares of the students who did it, and as a bar of the same lengths', () => {
    const bar = shown({});
    expect(bar.findAll('rect').map((part) => part.attributes('width'))).toEqual([
      '50',
      expect.stringMatching(/^16\.6/),
      expect.stringMatching(/^8\.3/),
      '25',
    ]);
    expect(bar.text().replace(/\s+/g, ' ')).toContain('50% right at once');
    expect(bar.text()).toContain('25% not solved');
  });
  test('what nobody did has no bar', () => {
    const bar = mount(PracticeBar, {
      props: { practice: { first: 0, later: 0, shown: 0, hints: 0 }, students: 0 },
    });
    expect(bar.find('svg').exists()).toBe(false);
  });
});

test('ratings of a student stand in their order beside the line, each with its work', () => {
  const time = (rating: number | null, share: number | null, title: string) => ({
    assignmentId: rating ?? 9,
    title,
    at: Date.UTC(2026, 10, 3, 15),
    earned:
      share === null ? null : { share, items: 3, answers: 3, interval: [0, 1] as [number, number] },
    rating,
  });
  setActivePinia(createPinia());
  const shown = mount(StudentOverTime, {
    props: { times: [time(2, 0.5, 'Rivers'), time(null, 0.7, 'Hills'), time(4, null, 'Seas')] },
  });
  expect(shown.findAll('circle')).toHaveLength(2);
  expect(shown.findAll('.rated b').map((each) => each.text())).toEqual(['2', '4']);
  expect(shown.get('.rated').text()).toContain('4 in “Seas”');
});
