/** One attempt on the student's page: opened, kept, gone on with and ended, through every kind of trouble. */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import { ref, type Ref } from 'vue';
import { Refused, Unreachable } from '../src/client/request';
import type { Outbox } from '../src/seat/outbox';

/** What the server says next to each endpoint, in turn; the last word is said again and again. */
const words = new Map<string, unknown[]>();
interface Given {
  params?: unknown;
  query?: unknown;
  body?: unknown;
}
const asked: { name: string; given: Given }[] = [];
const says = (name: string, ...answers: unknown[]) => words.set(name, answers);
const seatCall = async (name: string, given: Given) => {
  asked.push({ name, given });
  const answers = words.get(name) ?? [];
  const answer = answers.length > 1 ? answers.shift() : answers[0];
  if (answer instanceof Error) throw answer;
  return answer;
};
const callsOf = (name: string) => asked.filter((call) => call.name === name).length;
jest.mock('../src/client/seatCall', () => ({
  seatCall: (name: string, given: Given) => seatCall(name, given),
  sendFile: async (name: string, params: unknown, query: unknown) => {
    asked.push({ name, given: { params, query } });
    return { address: '/api/files/photo' };
  },
}));

const session = {
  account: { id: 7 },
  known: true,
  clock: 0,
  setClock: (now: number) => (session.clock = now),
  now: () => 5_000,
  load: jest.fn(),
};
jest.mock('../src/client/session', () => ({ useSession: () => session }));

/** What this browser keeps. */
const kept = {
  opened: undefined as AttemptAnswer | undefined,
  handedIn: [] as unknown[],
  waiting: 0,
};
jest.mock('../src/seat/keptStore', () => ({
  store: async () => null,
  keepOpened: async ({ attempt }: { attempt: AttemptAnswer }) => void (kept.opened = attempt),
  letGoOpened: async () => void (kept.opened = undefined),
  readOpened: async () => kept.opened,
  keepHandedIn: async (handedIn: unknown) => void kept.handedIn.push(handedIn),
  sendKept: async () => kept.waiting,
}));
jest.mock('../src/parts/heic', () => ({ withoutHeic: async (file: File) => file }));

import { usePlays } from '../src/seat/plays';
import { sendWorkOf } from '../src/seat/sendWork';
import { answerTo, entriesOf, newSitting, take, type Sitting } from '../src/seat/sitting';
import { useBeginning } from '../src/seat/useBeginning';
import { useEnding } from '../src/seat/useEnding';
import { useGoingOn } from '../src/seat/useGoingOn';
import { useHelp } from '../src/seat/useHelp';

const attemptOf = (change: object = {}) =>
  ({
    id: 31,
    now: 1_000,
    course: null,
    form: {
      sections: [
        { id: 's1', entries: [{ id: 'e1' }, { id: 'e2' }] },
        { id: 's2', entries: [{ id: 'e3' }] },
      ],
    },
    answers: [],
    help: {},
    plays: {},
    ...change,
  }) as unknown as AttemptAnswer;
const refused = (status: number, detail = 'Ask your teacher.') =>
  new Refused({ type: 'about:blank', title: 'No.', detail, status });
const row = (change: object = {}) => ({
  assignments: [{ assignmentId: 4, handedInAt: null, undecided: 0, ...change }],
});

let sitting: Sitting;
let outbox: { waiting: unknown[]; flush: jest.Mock; end: jest.Mock; close: jest.Mock };
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'queueMicrotask', 'setImmediate'] });
  jest.spyOn(Math, 'random').mockReturnValue(0.5);
  words.clear();
  asked.length = 0;
  Object.assign(kept, { opened: undefined, handedIn: [], waiting: 0 });
  sitting = newSitting(4);
  outbox = { waiting: [], flush: jest.fn(), end: jest.fn(), close: jest.fn() };
  sitting.outbox = outbox as unknown as Outbox;
});
afterEach(() => {
  sitting.left = true;
  jest.useRealTimers();
  jest.restoreAllMocks();
});
const pass = (milliseconds: number) => jest.advanceTimersByTimeAsync(milliseconds);

describe('the answers', () => {
  test('one that nobody has given is empty', () => {
    expect(answerTo(sitting, 'e1')).toEqual({ responses: {}, flagged: false });
  });
  test('what was stored takes the place of what is held', () => {
    answerTo(sitting, 'e1').responses.a = 'mine';
    take(sitting, {
      entry: 'e1',
      number: 2,
      device: 'd',
      responses: { a: 'stored' },
      flagged: true,
    });
    expect(answerTo(sitting, 'e1')).toEqual({ responses: { a: 'stored' }, flagged: true });
  });
  test('questions come with their section', () => {
    sitting.attempt.value = attemptOf();
    expect(entriesOf(sitting).value.map(({ id, section }) => [id, section.id])).toEqual([
      ['e1', 's1'],
      ['e2', 's1'],
      ['e3', 's2'],
    ]);
  });
});

describe('beginning', () => {
  let paused: Ref<boolean>;
  const finish = jest.fn(async () => undefined);
  const keep = jest.fn(async () => undefined);
  const beginning = () =>
    useBeginning(
      sitting,
      { show: async (opened) => void (sitting.attempt.value = opened), keep },
      paused,
      finish,
    );
  beforeEach(() => {
    paused = ref(false);
    finish.mockClear();
  });

  test('shows what the server opens, by the server’s clock', async () => {
    says('beginAttempt', attemptOf());
    await beginning().begin();
    expect([sitting.attempt.value?.id, session.clock]).toEqual([31, 1_000]);
  });

  test('a page that was opened without network first hears who is signed in', async () => {
    says('beginAttempt', attemptOf());
    session.known = false;
    await beginning().begin();
    expect(session.load).toHaveBeenCalled();
    session.known = true;
  });

  test('while paused it says why, and asks again until it goes on', async () => {
    says('beginAttempt', refused(423, 'Your time stands still.'), attemptOf());
    const { begin, heldBack } = beginning();
    await begin();
    expect([paused.value, heldBack.value?.detail]).toEqual([true, 'Your time stands still.']);
    await pass(4_000);
    expect([paused.value, heldBack.value, sitting.attempt.value?.id]).toEqual([false, null, 31]);
  });

  test('without network the attempt of this device is shown, and the server is asked again', async () => {
    kept.opened = attemptOf({ id: 30 });
    says('beginAttempt', new Unreachable(), attemptOf());
    await beginning().begin();
    expect([sitting.attempt.value?.id, sitting.state.value]).toEqual([30, 'kept']);
    await pass(4_000);
    expect(sitting.attempt.value?.id).toBe(31);
  });

  test('without network and without an attempt on this device it says so', async () => {
    says('beginAttempt', new Unreachable());
    await beginning().begin();
    expect(sitting.wrong.value).toMatch(/cannot be reached/);
  });

  test('what cannot be begun is said, and nothing of it is kept on the device', async () => {
    kept.opened = attemptOf();
    says('beginAttempt', refused(409, 'It has closed.'));
    await beginning().begin();
    expect([sitting.wrong.value, kept.opened]).toEqual([
      expect.stringContaining('It has closed.'),
      undefined,
    ]);
  });

  test('an attempt that has ended meanwhile is finished', async () => {
    sitting.attempt.value = attemptOf();
    says('beginAttempt', refused(409));
    await beginning().begin();
    expect(finish).toHaveBeenCalledTimes(1);
  });

  test('a page that was left asks no more', async () => {
    says('beginAttempt', refused(423));
    sitting.left = true;
    await beginning().begin();
    await pass(60_000);
    expect(callsOf('beginAttempt')).toBe(1);
  });
});

describe('handing in', () => {
  beforeEach(() => (sitting.attempt.value = attemptOf()));

  test('sends what is still here, and all is over', async () => {
    outbox.waiting = [{ entry: 'e1' }];
    says('handIn', { handedInAt: 5_000, late: false });
    says('listSeat', row());
    await useEnding(sitting).handIn();
    expect(asked[0]).toMatchObject({
      name: 'handIn',
      given: { body: { answers: [{ entry: 'e1' }] } },
    });
    expect([sitting.ended.value, outbox.end.mock.calls.length]).toEqual(['handed-in', 1]);
  });

  test('without network it is kept with its time, and said once there is network', async () => {
    says('handIn', new Unreachable());
    says('listSeat', row(), row({ handedInAt: 5_000 }));
    await useEnding(sitting).handIn();
    expect([sitting.ended.value, kept.handedIn]).toEqual([
      'kept',
      [{ attempt: 31, student: 7, at: 5_000 }],
    ]);
    await pass(3_000);
    expect(sitting.ended.value).toBe('handed-in');
  });

  test('a refusal is said with its consequence, and the student can go on', async () => {
    says('handIn', refused(500, 'It was noted.'));
    const { handIn, handingIn } = useEnding(sitting);
    await handIn();
    expect([sitting.wrong.value, sitting.ended.value, handingIn.value]).toEqual([
      'No. It was noted. It is not handed in yet.',
      'no',
      false,
    ]);
  });

  test('a second press while the first is on its way does nothing', async () => {
    says('handIn', { handedInAt: 5_000, late: false });
    says('listSeat', row());
    const { handIn } = useEnding(sitting);
    await Promise.all([handIn(), handIn()]);
    expect(callsOf('handIn')).toBe(1);
  });

  test('answers that wait for the teacher are told', async () => {
    says('handIn', { handedInAt: 5_000, late: false });
    says('listSeat', row({ undecided: 2 }));
    const { handIn, late } = useEnding(sitting);
    await handIn();
    expect(late.value).toEqual({ undecided: 2, untaken: 0 });
  });
});

describe('the end of the time', () => {
  beforeEach(() => (sitting.attempt.value = attemptOf()));

  test('waits until the server has handed in', async () => {
    says('listSeat', row(), row(), row({ handedInAt: 9_000 }));
    void useEnding(sitting).timeUp();
    await pass(1_000);
    expect(sitting.ended.value).toBe('time');
    await pass(3_000);
    expect(sitting.ended.value).toBe('handed-in');
  });

  test('goes on sending what was written in time', async () => {
    outbox.waiting = [{ entry: 'e1' }];
    outbox.flush.mockImplementation(async () => {
      if (outbox.flush.mock.calls.length > 2) outbox.waiting = [];
    });
    says('listSeat', row({ handedInAt: 9_000 }));
    void useEnding(sitting).timeUp();
    await pass(10);
    expect(sitting.ended.value).toBe('time');
    await pass(5_000);
    expect(sitting.ended.value).toBe('handed-in');
  });

  test('what the server takes no more is told', async () => {
    outbox.waiting = [{ entry: 'e1' }];
    sitting.state.value = 'over';
    says('listSeat', row({ handedInAt: 9_000 }));
    const { timeUp, late } = useEnding(sitting);
    await timeUp();
    expect(late.value.untaken).toBe(1);
  });

  test('asks less often after a while, and not at all once the page is left', async () => {
    says('listSeat', row());
    void useEnding(sitting).timeUp();
    await pass(30_000);
    const soon = callsOf('listSeat');
    await pass(30_000);
    expect(callsOf('listSeat') - soon).toBeLessThan(5);
    sitting.left = true;
    await pass(20_000);
    const atTheEnd = callsOf('listSeat');
    await pass(60_000);
    expect(callsOf('listSeat')).toBe(atTheEnd);
  });
});

describe('going on to the next stage', () => {
  const staged = (stage: number) => attemptOf({ course: { stage, next: 'section' } });
  const begin = jest.fn(async () => undefined);
  const goingOn = () => useGoingOn(sitting, { keep: async () => undefined, begin });
  beforeEach(() => {
    begin.mockClear();
    sitting.attempt.value = staged(0);
    Object.assign(outbox, { settled: jest.fn() });
  });

  test('leaves this one with what was answered in it', async () => {
    outbox.waiting = [{ entry: 'e1' }];
    says('enterNext', staged(1));
    await goingOn().goOn();
    expect(asked[0]!.given.body).toEqual({ leave: 0, answers: [{ entry: 'e1' }] });
    expect(sitting.attempt.value?.course?.stage).toBe(1);
  });

  test('without network it says so and is asked for until it comes', async () => {
    says('enterNext', new Unreachable(), refused(503), staged(1));
    const { goOn, goingOn: state } = goingOn();
    void goOn();
    await pass(10);
    expect(state.value).toBe('no-network');
    await pass(10_000);
    expect([state.value, sitting.attempt.value?.course?.stage]).toEqual(['no', 1]);
  });

  test('where another page was here before, what stands now is shown', async () => {
    says('enterNext', refused(409));
    await goingOn().goOn();
    expect(begin).toHaveBeenCalledTimes(1);
  });

  test('two presses leave one stage', async () => {
    says('enterNext', staged(1));
    const { goOn } = goingOn();
    await Promise.all([goOn(), goOn()]);
    expect(callsOf('enterNext')).toBe(1);
  });
});

describe('help in a practice', () => {
  const numbered = { entry: 'e1', number: 3, device: 'd', responses: { a: 'x' }, flagged: false };
  const help = () => useHelp(sitting.attempt, () => numbered);
  beforeEach(() => (sitting.attempt.value = attemptOf()));

  test.each([
    ['check', { want: 'check', answer: numbered }],
    ['hint', { want: 'hint', after: 0 }],
    ['answer', { want: 'answer' }],
  ] as const)('%s', async (want, body) => {
    says('askHelp', { tries: 1, hints: [] });
    await help().askHelp('e1', want);
    expect(asked[0]!.given).toEqual({ params: { attemptId: 31, entryId: 'e1' }, body });
    expect(sitting.attempt.value!.help.e1).toEqual({ tries: 1, hints: [] });
  });

  test('the next hint comes after those that were given', async () => {
    sitting.attempt.value = attemptOf({ help: { e1: { hints: ['Think.'] } } });
    await help().askHelp('e1', 'hint');
    expect(asked[0]!.given.body).toMatchObject({ after: 1 });
  });

  test('a refusal is said', async () => {
    says('askHelp', refused(403, 'It comes when your teacher releases it.'));
    const { askHelp, helpWrong, helping } = help();
    await askHelp('e1', 'hint');
    expect([helpWrong.value, helping.value]).toEqual([
      'No. It comes when your teacher releases it.',
      false,
    ]);
  });
});

describe('sounds and files', () => {
  beforeEach(() => (sitting.attempt.value = attemptOf()));

  test('a play is counted here and said to the server', async () => {
    says('countPlay', {});
    const keep = jest.fn(async () => undefined);
    const plays = usePlays(sitting.attempt, keep);
    plays.begun('/api/files/tone');
    expect([plays.of('/api/files/tone'), keep.mock.calls.length]).toEqual([1, 1]);
    expect(asked[0]!.given.body).toEqual({ file: 'tone', times: 1 });
  });

  test('a play that the server does not hear of counts here all the same', async () => {
    says('countPlay', new Unreachable());
    const plays = usePlays(sitting.attempt, async () => undefined);
    plays.begun('/api/files/tone');
    plays.begun('/api/files/tone');
    expect(plays.of('/api/files/tone')).toBe(2);
  });

  test('a photo is sent with its question', async () => {
    const file = new File(['x'], 'work.jpg', { type: 'image/jpeg' });
    expect(await sendWorkOf(sitting.attempt)(file, { entry: 'e1', part: 'a' })).toBe(
      '/api/files/photo',
    );
    expect(asked[0]!.given).toEqual({
      params: { attemptId: 31 },
      query: { name: 'work.jpg', type: 'image/jpeg', entry: 'e1', part: 'a' },
    });
  });
});
