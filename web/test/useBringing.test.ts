/** Lists on their way into classes: planned by the server, decided line by line, brought in once. */
import type { ClassRow } from '@oaken/contract/classes';
import type { ListedStudent } from '@oaken/core/rosters';
import { Refused } from '../src/client/request';

const call = jest.fn();
jest.mock('../src/client/call', () => ({ call: (...sent: unknown[]) => call(...sent) }));

import { useBringing, type Roster } from '../src/desk/classes/useBringing';

const listed = (line: number) =>
  ({ line, givenName: 'Ada', familyName: `P${line}` }) as ListedStudent;
const lineOf = (line: number, change: object = {}) => ({
  listed: listed(line),
  act: 'add',
  changes: [],
  likely: [],
  ...change,
});
const planOf = (change: object = {}) => ({
  seen: 'as planned',
  lines: [lineOf(1), lineOf(2)],
  gone: [{ studentId: 8 }, { studentId: 9 }],
  ...change,
});
const classes = [{ id: 3, name: '6B', subject: 'Mathematics' }] as ClassRow[];
const roster = (change: Partial<Roster> = {}): Roster => ({
  key: 'list',
  source: null,
  listed: [listed(1), listed(2)],
  target: 3,
  whole: true,
  ...change,
});
const source = {
  title: 'Earth science 7',
  subject: 'Earth science',
  period: '2',
  grade: 7,
  term: '',
  sourcedId: 'c7',
};

beforeEach(() => {
  jest.useFakeTimers();
  call.mockReset();
});
afterEach(() => jest.useRealTimers());

async function planned(list: Roster[] = [roster()], plans: object[] = [planOf()]) {
  call.mockResolvedValue({ plans });
  const bringing = useBringing(() => classes);
  bringing.rosters.value = list;
  await bringing.plan();
  return bringing;
}
const bodyOf = (name: string) => call.mock.calls.findLast(([asked]) => asked === name)![1].body;

describe('planning', () => {
  test('asks for each list that goes somewhere, with the class and its subject', async () => {
    await planned([roster(), roster({ key: 'out', target: 'out' })]);
    expect(bodyOf('planRosters').rosters).toEqual([
      { classId: 3, subject: 'Mathematics', listed: [listed(1), listed(2)], whole: true },
    ]);
  });
  test('a new class takes its subject from the file', async () => {
    await planned([roster({ target: 'new', source: source as Roster['source'] })]);
    expect(bodyOf('planRosters').rosters[0]).toMatchObject({
      classId: null,
      subject: 'Earth science',
    });
  });
  test('an empty list that is not the whole class goes nowhere', async () => {
    const { going } = await planned([roster({ listed: [], whole: false })]);
    expect(going.value).toEqual([]);
    expect(call).not.toHaveBeenCalled();
  });
  test('an answer that was overtaken by a newer question is not shown', async () => {
    const bringing = useBringing(() => classes);
    bringing.rosters.value = [roster()];
    let late: (answer: object) => void = () => undefined;
    call.mockReturnValueOnce(new Promise((resolve) => (late = resolve)));
    call.mockResolvedValueOnce({ plans: [planOf({ seen: 'newer' })] });
    const first = bringing.plan();
    await bringing.plan();
    late({ plans: [planOf({ seen: 'older' })] });
    await first;
    expect(bringing.plans.value.list!.seen).toBe('newer');
  });
  test('what cannot be planned is said, and no plan is left', async () => {
    const bringing = await planned();
    call.mockRejectedValue(new Error('The class is gone.'));
    await bringing.plan();
    expect([bringing.plans.value, bringing.planning.value]).toEqual([{}, false]);
    expect(bringing.wrong.value).not.toBe('');
  });
});

describe('decisions', () => {
  test('something happens to those who come and to those who leave', async () => {
    expect((await planned()).touched.value).toBe(4);
  });
  test('who stays all the same is not counted', async () => {
    const { staying, touched } = await planned();
    staying.list = [8];
    expect(touched.value).toBe(3);
  });
  test('a line that is left out is not counted', async () => {
    const { decide, touched } = await planned();
    decide('list', 1, { take: false } as never);
    expect(touched.value).toBe(3);
  });
  test('a line that changes nothing is not counted', async () => {
    const { touched } = await planned(
      [roster()],
      [planOf({ lines: [lineOf(1, { act: 'keep' })], gone: [] })],
    );
    expect(touched.value).toBe(0);
  });
});

describe('bringing in', () => {
  test('sends what was seen, what was decided and who leaves', async () => {
    const { apply, decide, staying } = await planned();
    decide('list', 2, { take: false } as never);
    staying.list = [9];
    call.mockResolvedValue({ changeId: 1 });
    expect(await apply()).toEqual({ changeId: 1 });
    expect(bodyOf('applyRosters').rosters[0]).toMatchObject({
      classId: 3,
      make: null,
      seen: 'as planned',
      choices: { lines: { 2: { take: false } }, leaving: [8] },
    });
  });
  test('a new class is made from the file', async () => {
    const { apply } = await planned([
      roster({ target: 'new', source: source as Roster['source'] }),
    ]);
    await apply();
    expect(bodyOf('applyRosters').rosters[0].make).toMatchObject({
      name: 'Earth science 7',
      grade: 7,
      sourcedId: 'c7',
    });
  });
  test('sent twice it has one key, so that it is done once', async () => {
    const { apply } = await planned();
    await apply();
    const first = bodyOf('applyRosters').clientKey;
    await apply();
    expect(bodyOf('applyRosters').clientKey).toBe(first);
  });
  test('where a class was changed meanwhile, it is planned again and said why', async () => {
    const bringing = await planned();
    call.mockRejectedValueOnce(
      new Refused({ type: '', title: 'The classes were changed.', status: 409 }),
    );
    call.mockResolvedValueOnce({ plans: [planOf({ seen: 'newer' })] });
    expect(await bringing.apply()).toBeNull();
    expect(bringing.plans.value.list!.seen).toBe('newer');
    expect(bringing.wrong.value).toContain('The classes were changed.');
  });
  test('what is wrong with single lines is said of each', async () => {
    const bringing = await planned();
    const errors = [
      { pointer: '/rosters/0/lines/1', message: 'Line 1 is likely somebody known.' },
      { pointer: '/rosters/0/lines/2', message: 'Line 2 has no name.' },
    ];
    call.mockRejectedValueOnce(new Refused({ type: '', title: 'No.', status: 422, errors }));
    await bringing.apply();
    expect(bringing.wrong.value).toBe('Line 1 is likely somebody known. Line 2 has no name.');
  });
});
