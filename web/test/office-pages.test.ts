/**
 * The office: people of the school, and its frameworks of standards.
 *
 * @jest-environment jsdom
 */
jest.mock('../src/client/call', () => jest.requireActual('./support/desk').mockedCall);
jest.mock('../src/theme/theme', () => jest.requireActual('./support/desk').mockedTheme);
const mockedRequest = jest.fn();
jest.mock('../src/client/request', () => ({
  ...jest.requireActual('../src/client/request'),
  request: (...sent: unknown[]) => mockedRequest(...sent),
}));

import { flushPromises } from '@vue/test-utils';
import { Refused } from '../src/client/request';
import { useSession } from '../src/client/session';
import { notice, takeBack } from '../src/desk/shared/undo';
import NetworkPage from '../src/office/NetworkPage.vue';
import OfficePage from '../src/office/OfficePage.vue';
import StandardsPage from '../src/office/StandardsPage.vue';
import { say } from '../src/words/teacher';
import { answers, atTheDesk, now, opened, press, sent } from './support/desk';

atTheDesk();
beforeEach(() => {
  mockedRequest.mockReset();
});
const alert = () => document.body.querySelector('[role=alert]')?.textContent?.trim() ?? '';

describe('people', () => {
  const person = (id: number, givenName: string, familyName: string, change: object = {}) => ({
    id,
    givenName,
    familyName,
    signInName: givenName.toLowerCase(),
    role: 'teacher',
    classes: 2,
    signedInAt: now,
    blocked: false,
    ...change,
  });
  const ruth = person(1, 'Ruth', 'Halloran', { role: 'administrator' });
  const maren = person(2, 'Maren', 'Holloway');
  const counts = { students: 161, classes: 6, items: 900, standards: 120, attempts: 400 };
  async function shown(staff: object[] = [ruth, maren]) {
    useSession().account!.id = 1;
    answers.listAccounts = { staff, counts };
    return opened(OfficePage);
  }
  const rows = (page: Awaited<ReturnType<typeof shown>>) =>
    page.findAll('tbody tr').map((row) => row.text());

  test('each stands with role, classes and last sign-in', async () => {
    const page = await shown([ruth, person(2, 'Maren', 'Holloway', { signedInAt: null })]);
    expect(rows(page)[1]).toContain('Maren Holloway');
    expect(rows(page)[1]).toContain(say('office.teacher'));
    expect(rows(page)[1]).toContain(say('office.notYet'));
  });

  test('nobody can block themselves', async () => {
    const page = await shown();
    expect(rows(page)[0]).not.toContain(say('office.block'));
    expect(rows(page)[1]).toContain(say('office.block'));
  });

  test('who is blocked can be let in again by undo', async () => {
    await shown();
    await press(say('office.block'));
    expect(notice.value?.text).toBe(say('office.nameBlockedSignedOut', { name: 'Maren Holloway' }));
    await takeBack({ undo: notice.value!.undo! });
    expect(sent('blockAccount').map(({ params, body }) => [params, body])).toEqual([
      [{ accountId: 2 }, { blocked: true }],
      [{ accountId: 2 }, { blocked: false }],
    ]);
  });

  test('who is blocked gets no link to sign in with', async () => {
    const page = await shown([ruth, person(2, 'Maren', 'Holloway', { blocked: true })]);
    expect(rows(page)[1]).toContain(say('office.blocked'));
    const [, link] = page
      .findAll('button')
      .filter((each) => each.text() === say('office.newSignInLink'));
    expect(link!.attributes('disabled')).toBeDefined();
  });

  test('a new link is shown once it is made', async () => {
    answers.makePersonalLink = {
      name: 'Ruth Halloran',
      signInName: 'ruth',
      link: 'https://school.example/welcome/abc',
      until: now,
    };
    await shown();
    await press(say('office.newSignInLink'));
    expect(document.body.innerHTML).toContain('welcome/abc');
  });

  test('a school with one person says what to do next', async () => {
    expect((await shown([ruth])).text()).toContain(say('office.youOnlyOneSo'));
  });

  test('a list that cannot be read says why', async () => {
    answers.listAccounts = new Refused({ title: 'Only for administrators.' } as never);
    await opened(OfficePage);
    expect(alert()).toBe('Only for administrators.');
  });
});

describe('standards', () => {
  const standard = (id: number, code: string, grades: number[], subject = 'Mathematics') => ({
    id,
    code,
    statement: `About ${code}`,
    grades,
    subject,
    parentId: null,
  });
  const framework = {
    id: 1,
    name: 'State standards',
    publisher: 'The State',
    standards: [
      standard(1, 'MA.7', [7]),
      standard(2, 'MA.6', [6, 7]),
      standard(3, 'ES.6', [6], 'Science'),
    ],
  };
  const preview = {
    framework: { name: 'Geography', publisher: 'The State', subject: 'Geography' },
    total: 3,
    known: 0,
    grades: [6, 7],
    lines: [{ code: 'GE.6', statement: 'Rivers', grades: [6], depth: 0 }],
    problems: [],
  };
  async function shown(frameworks: object[] = [framework]) {
    answers.listFrameworks = { frameworks };
    return opened(StandardsPage);
  }
  async function choose(page: Awaited<ReturnType<typeof shown>>, name: string) {
    const input = page.find('input[type=file]').element as HTMLInputElement;
    const file = new File(['code,statement'], name);
    Object.defineProperty(input, 'files', { value: [file], configurable: true });
    input.dispatchEvent(new Event('change'));
    await flushPromises();
  }
  const importing = async () => {
    document.body
      .querySelector('.el-dialog form')!
      .dispatchEvent(new Event('submit', { cancelable: true }));
    await flushPromises();
  };

  test('a framework says its subjects and grades, each once and in order', async () => {
    const text = (await shown()).find('tbody tr').text();
    expect(text).toContain('Mathematics, Science');
    expect(text).toContain('6, 7');
  });

  test('without any it says how to import one', async () => {
    expect((await shown([])).text()).toContain(say('office.importFrameworkAsCase'));
  });

  test('a file is looked at first, with its type by its name', async () => {
    mockedRequest.mockResolvedValue(preview);
    await choose(await shown(), 'geography.csv');
    expect(mockedRequest).toHaveBeenCalledTimes(1);
    expect(document.body.textContent).toContain('Rivers');
    expect(document.body.textContent).toContain(
      say('office.standardsGradesGrades', { n: 3, grades: '6, 7' }),
    );
  });

  test('then it is imported under the name that stands there', async () => {
    mockedRequest.mockResolvedValue(preview);
    await choose(await shown(), 'geography.json');
    await importing();
    const [method, address] = mockedRequest.mock.calls[1] as [string, string];
    expect(method).toBe('POST');
    expect(Object.fromEntries(new URLSearchParams(address.split('?')[1]))).toEqual({
      ...preview.framework,
      type: 'case',
    });
    expect(notice.value?.text).toBe(
      say('office.nameImportedStandards', { n: 3, name: 'Geography' }),
    );
  });

  test('what is missing is said beside its field, and nothing claims to be imported', async () => {
    mockedRequest.mockResolvedValueOnce(preview).mockRejectedValueOnce(
      new Refused({
        title: 'Something is missing.',
        status: 422,
        errors: [{ pointer: '/name', message: 'A framework needs a name.' }],
      } as never),
    );
    await choose(await shown(), 'geography.csv');
    await importing();
    // The toolkit waits a little before it shows what is wrong.
    for (let n = 0; n < 100 && !document.body.querySelector('.el-form-item__error'); n++)
      await new Promise((resolve) => setTimeout(resolve, 10));
    expect(document.body.textContent).toContain('A framework needs a name.');
    expect(notice.value).toBeNull();
  });

  test('a file that cannot be read says so in the dialog', async () => {
    mockedRequest.mockRejectedValue(new Refused({ title: 'This is no table.' } as never));
    await choose(await shown(), 'geography.csv');
    expect(alert()).toBe('This is no table.');
  });
});

describe('the school’s network', () => {
  async function shown(networks: string[]) {
    answers.readNetworks = { networks, here: '203.0.113.9' };
    return opened(NetworkPage);
  }

  test('is what stands in the lines; this device’s address is added by a press', async () => {
    const page = await shown(['198.51.100.0/24']);
    await press(say('office.networkAddHere'));
    expect(page.get('textarea').element.value).toBe('198.51.100.0/24\n203.0.113.9');
    await page.get('form').trigger('submit');
    await flushPromises();
    expect(sent('setNetworks')).toEqual([
      { body: { networks: ['198.51.100.0/24', '203.0.113.9'] } },
    ]);
    expect(notice.value?.text).toBe(say('office.networkSaved'));
  });

  test('what is no address is said below the lines, which stay', async () => {
    const page = await shown([]);
    const message = '“school” is not an address or a range such as 203.0.113.0/24.';
    answers.setNetworks = new Refused({
      title: 'Something in it is not right.',
      errors: [{ pointer: '/networks', message }],
    } as never);
    await page.get('textarea').setValue('school');
    await page.get('form').trigger('submit');
    await flushPromises();
    expect(alert()).toBe(message);
    expect(page.get('textarea').element.value).toBe('school');
  });
});
