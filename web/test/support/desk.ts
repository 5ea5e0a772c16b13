/**
 * A teacher's page or part of one, with the server's answers at hand. A test file mocks what it names:
 * `jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall)`, and so for the others.
 */
import { enableAutoUnmount, flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import { useSession } from '../../src/client/session';
import { notice } from '../../src/desk/shared/undo';

export const now = Date.UTC(2026, 10, 28, 15);
export const hour = 3_600_000;

const call = jest.fn();
export const confirm = jest.fn();
export const mockedCall = {
  call: (...sent: unknown[]) => call(...sent),
  addressOf: (name: string) => `/${name}`,
};
export const mockedTheme = { theme: { value: 'light' }, turnTheme: () => {} };
export const mockedMessageBox = {
  ElMessageBox: {
    confirm: (...sent: unknown[]) => confirm(...sent),
    prompt: (...sent: unknown[]) => confirm(...sent),
  },
};

/** What each endpoint answers; an error is thrown, a function is asked. */
export const answers: Record<string, unknown> = {};

/** Sets the scene for the tests of a file. */
export function atTheDesk(): void {
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
    session.account = {
      id: 1,
      role: 'teacher',
      givenName: 'Maren',
      familyName: 'Holloway',
      language: null,
    };
    session.school = { name: 'Brindlemere', zone: 'America/New_York', hasNetwork: true };
    session.now = () => now;
    for (const name of Object.keys(answers)) delete answers[name];
    notice.value = null;
    confirm.mockReset();
    confirm.mockResolvedValue(true);
    call.mockReset();
    call.mockImplementation(async (name: string, given: unknown) => {
      const answer = answers[name];
      if (answer instanceof Error) throw answer;
      if (typeof answer === 'function') return (answer as (sent: unknown) => unknown)(given);
      return answer ?? {};
    });
  });
}

/** What was sent to an endpoint, in order. */
export const sent = (name: string): Record<string, unknown>[] =>
  call.mock.calls
    .filter(([called]) => called === name)
    .map(([, given]) => given as Record<string, unknown>);
/** The bodies alone. */
export const bodies = (name: string): unknown[] => sent(name).map(({ body }) => body);

/** Where the page that was opened last leads to. */
export let router: Router;

/**
 * Mounts a page or part, and waits for what it reads first.
 *
 * @param pattern of the page's address, where it reads ids from it
 */
export async function opened(
  component: object,
  props: Record<string, unknown> = {},
  path = '/',
  pattern = '/',
): Promise<VueWrapper> {
  router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: pattern, component: {} },
      { path: '/:rest(.*)*', component: {} },
    ],
  });
  await router.push(path);
  const page = mount(component as never, {
    props: props as never,
    global: { plugins: [ElementPlus, router] },
    attachTo: document.body,
  });
  await flushPromises();
  return page as unknown as VueWrapper;
}

/** What buttons, links and options are called. */
const nameOf = (element: Element) =>
  (element.getAttribute('aria-label') ?? element.textContent ?? '').replace(/\s+/g, ' ').trim();

/** The control of a name, anywhere on the page: dialogs stand outside of what was mounted. */
export function control(name: string, kinds = 'button, a, [role="menuitem"]'): HTMLElement {
  const found = [...document.body.querySelectorAll<HTMLElement>(kinds)];
  const match = found.find((element) => nameOf(element) === name);
  if (!match) throw new Error(`No “${name}” among: ${found.map(nameOf).join(' | ')}`);
  return match;
}
export async function press(name: string): Promise<void> {
  control(name).click();
  await flushPromises();
}
/** The field of a label, typed into. */
export async function type(label: string, text: string): Promise<void> {
  const fields = [...document.body.querySelectorAll<HTMLInputElement>('input, textarea')];
  const field = fields.find(
    (input) =>
      input.getAttribute('aria-label') === label ||
      [...(input.labels ?? [])].some((own) => nameOf(own).startsWith(label)),
  );
  if (!field) throw new Error(`No field “${label}”.`);
  field.value = text;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.dispatchEvent(new Event('change', { bubbles: true }));
  await flushPromises();
}
/** A box of a label, checked or unchecked. */
export async function check(label: string): Promise<void> {
  const boxes = [
    ...document.body.querySelectorAll<HTMLInputElement>('input[type=checkbox], input[type=radio]'),
  ];
  const box = boxes.find(
    (input) =>
      input.getAttribute('aria-label') === label ||
      nameOf(input.closest('label') ?? input) === label,
  );
  if (!box)
    throw new Error(
      `No box “${label}” among: ${boxes.map((input) => nameOf(input.closest('label') ?? input)).join(' | ')}`,
    );
  box.click();
  await flushPromises();
}
/** Submits the form that is on the page. */
export async function submit(): Promise<void> {
  const form = document.body.querySelector('form')!;
  form.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }));
  await flushPromises();
}
