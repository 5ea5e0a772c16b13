/**
 * What stands around every page of a teacher's: the ways to the pages, the keys, and finding anything.
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
import FindAnything from '../src/desk/anything/FindAnything.vue';
import DeskSpine from '../src/desk/DeskSpine.vue';
import KeysDialog from '../src/desk/shared/KeysDialog.vue';
import { keysOf } from '../src/desk/shared/pageKeys';

enableAutoUnmount(afterEach);
const screen = { narrow: false };
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  Object.defineProperty(window, 'matchMedia', {
    value: () => ({
      matches: screen.narrow,
      addEventListener: () => {},
      removeEventListener: () => {},
    }),
  });
});
beforeEach(() => {
  screen.narrow = false;
  call.mockReset();
  setActivePinia(createPinia());
});

async function around(component: object, path: string, role = 'teacher', props = {}) {
  useSession().account = { id: 1, role, givenName: 'Maren', familyName: 'Holloway' } as never;
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', component: {} }],
  });
  await router.push(path);
  const page = mount(component, {
    props,
    global: { plugins: [ElementPlus, router] },
    attachTo: document.body,
  });
  return { page, router };
}
const press = async (init: KeyboardEventInit, where: EventTarget = document.body) => {
  where.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init }));
  await flushPromises();
};

describe('the ways to the pages', () => {
  const names = async (path: string, role: string) => {
    const { page } = await around(DeskSpine, path, role);
    return page.findAll('.spine > a').map((way) => way.text());
  };
  test('of a teacher', async () => {
    expect(await names('/', 'teacher')).toEqual([
      'Today',
      'Banks',
      'Tests',
      'Classes',
      'In class',
      'Schedule',
      'Marking',
      'Results',
    ]);
  });
  test('of an administrator', async () => {
    expect(await names('/office', 'administrator')).toEqual(['People', 'Standards', 'Network']);
  });
  test.each([
    ['/', 'Today'],
    ['/items/12', 'Banks'],
    ['/passages/3', 'Banks'],
    ['/tests/9/print', 'Tests'],
    ['/assignments/7/assigned', 'Schedule'],
    ['/watch/7', 'Schedule'],
    ['/results/1/items', 'Results'],
  ])('%s is under %s', async (path, name) => {
    const { page } = await around(DeskSpine, path);
    expect(page.findAll('[aria-current=page]').map((way) => way.text())).toEqual([name]);
  });
  test('on a narrow screen the rarer ones stand behind “More”', async () => {
    screen.narrow = true;
    const { page } = await around(DeskSpine, '/');
    expect(page.findAll('.below button').map((way) => way.text())).toEqual(['More']);
  });
  test('“Find” asks for the dialog', async () => {
    const { page } = await around(DeskSpine, '/');
    await page
      .findAll('.below button')
      .find((way) => way.text() === 'Find')!
      .trigger('click');
    expect(page.emitted('find')).toHaveLength(1);
  });
});

describe('the keys of a page', () => {
  test.each([
    ['/banks', 'In the list of items'],
    ['/tests/9', 'On an item of the test'],
    ['/marking/3/e/p', 'While marking'],
  ])('%s has its own first', (path, title) => {
    expect(keysOf(path)[0]!.title).toBe(title);
  });
  test('every page has those that hold everywhere', () => {
    for (const path of ['/', '/banks', '/tests/9', '/nowhere'])
      expect(keysOf(path).at(-1)!.title).toBe('Everywhere');
  });
  const shown = () => document.querySelector('.el-dialog')?.textContent ?? '';

  test('“?” shows them', async () => {
    await around(KeysDialog, '/banks');
    await press({ key: '?' });
    expect(shown()).toMatch(/In the list of items.*Select or deselect the item/);
  });
  test('where something is typed it is a question mark', async () => {
    await around(KeysDialog, '/banks');
    const field = document.body.appendChild(document.createElement('input'));
    await press({ key: '?' }, field);
    field.remove();
    expect(document.querySelector('.el-overlay:not([style*="none"]) .el-dialog')).toBeNull();
  });
});

describe('finding anything', () => {
  const thing = (kind: string, id: number, title: string) => ({
    kind,
    id,
    classId: 4,
    title,
    detail: '',
  });
  async function typing(words: string, role = 'teacher') {
    const { page, router } = await around(FindAnything, '/', role, { modelValue: true });
    await flushPromises();
    const field = document.querySelector<HTMLInputElement>('.el-dialog input')!;
    field.focus();
    field.value = words;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 120));
    await flushPromises();
    const options = () =>
      [...document.querySelectorAll('.find-list li')].map((option) =>
        option.textContent!.replace(/\s+/g, ' ').trim(),
      );
    return { page, router, options };
  }

  test.each([[{ key: 'k', ctrlKey: true }], [{ key: 'k', metaKey: true }], [{ key: '/' }]])(
    '%j opens it',
    async (init) => {
      const { page } = await around(FindAnything, '/', 'teacher', { modelValue: false });
      await press(init);
      expect(page.emitted('update:modelValue')).toEqual([[true]]);
    },
  );
  test('“/” in a field is a slash', async () => {
    const { page } = await around(FindAnything, '/', 'teacher', { modelValue: false });
    const field = document.body.appendChild(document.createElement('textarea'));
    await press({ key: '/' }, field);
    field.remove();
    expect(page.emitted('update:modelValue')).toBeUndefined();
  });
  test('pages come first, then what the server finds, each with what it is', async () => {
    call.mockResolvedValue({
      things: [thing('test', 9, 'Marking time'), thing('item', 3, 'Mark it')],
    });
    const { options } = await typing('mark');
    expect(options()).toEqual([
      'Marking page',
      'Marked work page',
      'Marking time Test',
      'Mark it Item',
    ]);
  });
  test.each([
    ['test', '/tests/5'],
    ['assignment', '/assignments/5'],
    ['class', '/classes/5'],
    ['student', '/classes/4#student-5'],
    ['item', '/items/5'],
  ])('a %s leads to %s', async (kind, address) => {
    call.mockResolvedValue({ things: [thing(kind, 5, 'Zebra')] });
    const { router } = await typing('zebra');
    document.querySelector<HTMLElement>('.find-list li')!.click();
    await flushPromises();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(router.currentRoute.value.fullPath).toBe(address);
  });
  test('who types and presses Enter at once gets what was typed, not what the list began with', async () => {
    call.mockResolvedValue({ things: [] });
    const { router, options } = await typing('');
    expect(options()[0]).toBe('Today page');
    const field = document.querySelector<HTMLInputElement>('.el-dialog input')!;
    field.value = 'banks';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'Enter', code: 'Enter', bubbles: true }),
    );
    await flushPromises();
    // The list of what was typed comes a little later, and must not come into the next test.
    await new Promise((resolve) => setTimeout(resolve, 120));
    expect(router.currentRoute.value.path).toBe('/banks');
  });
  test('the same for what only the server knows, while the list is still of fewer letters', async () => {
    call.mockResolvedValue({ things: [thing('test', 9, 'Zebra crossings')] });
    const { router } = await typing('zeb');
    const field = document.querySelector<HTMLInputElement>('.el-dialog input')!;
    field.value = 'zebra';
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'Enter', code: 'Enter', bubbles: true }),
    );
    await flushPromises();
    await new Promise((resolve) => setTimeout(resolve, 120));
    expect(router.currentRoute.value.path).toBe('/tests/9');
  });
  test('an administrator finds pages, and the server is not asked', async () => {
    const { options } = await typing('people', 'administrator');
    expect([options(), call.mock.calls]).toEqual([['People page'], []]);
  });
  test('a server that does not answer says so; pages are still found', async () => {
    call.mockRejectedValue(new Error('No answer.'));
    const { options } = await typing('banks');
    expect([document.querySelector('[role=alert]')!.textContent, options()]).toEqual([
      'No answer.',
      ['Banks page'],
    ]);
  });
});
