/** The way of an answer from the page to the server, through every kind of trouble. IndexedDB is fake-indexeddb's. */
import 'fake-indexeddb/auto';
import type { SavedAnswer, StoredAnswer } from '@oaken/contract/attempts';
import { keepHandedIn, sendKept } from '../src/seat/keptStore';
import { Outbox, type OutboxEvents, type OutboxState } from '../src/seat/outbox';

type Sent = { answers: SavedAnswer[] };
type Answer = { status: number; body: unknown } | 'no network';

/** What the server would keep: the highest number of each entry. */
class FakeServer {
  readonly kept = new Map<string, SavedAnswer>();
  readonly received: SavedAnswer[][] = [];
  next: Answer[] = [];

  fetch = async (_path: unknown, init?: { body?: unknown }): Promise<Response> => {
    const { answers } = JSON.parse(String(init?.body)) as Sent;
    this.received.push(answers);
    const trouble = this.next.shift();
    if (trouble === 'no network') throw new TypeError('network');
    if (trouble) return new Response(JSON.stringify(trouble.body), { status: trouble.status });
    for (const answer of answers)
      if (answer.number > (this.kept.get(answer.entry)?.number ?? 0))
        this.kept.set(answer.entry, answer);
    const stored = answers
      .map(({ entry }) => this.kept.get(entry)!)
      .map(({ entry, number, device }) => ({ entry, number, device }));
    return new Response(JSON.stringify({ stored, closed: [], now: 1_000 }), { status: 200 });
  };
}

let server: FakeServer;
let attempt = 0;
const student = 42;
const open: Outbox[] = [];

beforeAll(() => {
  Object.assign(globalThis, {
    addEventListener: () => {},
    removeEventListener: () => {},
    document: { addEventListener: () => {}, removeEventListener: () => {} },
  });
});
beforeEach(() => {
  // The fake store needs its own turns of the event loop; only what the outbox waits for is moved by hand.
  jest.useFakeTimers({
    doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask', 'performance', 'Date'],
  });
  jest.spyOn(Math, 'random').mockReturnValue(0.5);
  server = new FakeServer();
  globalThis.fetch = server.fetch as typeof fetch;
  attempt++;
});
afterEach(() => {
  open.splice(0).forEach((outbox) => outbox.close());
  jest.useRealTimers();
  jest.restoreAllMocks();
});

const turns = async (n = 12) => {
  for (let i = 0; i < n; i++) await new Promise((resolve) => setImmediate(resolve));
};
const pass = async (milliseconds: number) => {
  await jest.advanceTimersByTimeAsync(milliseconds);
  await turns();
};

async function start(stored: StoredAnswer[] = [], by = student) {
  const seen = { states: [] as OutboxState[], adopted: [] as SavedAnswer[], stale: 0, clock: 0 };
  const events: OutboxEvents = {
    state: (state) => void seen.states.push(state),
    adopt: (answer) => void seen.adopted.push(answer),
    clock: (now) => (seen.clock = now),
    now: () => 777,
    stale: () => void seen.stale++,
  };
  const { outbox, answers } = await Outbox.open(attempt, by, stored, events);
  open.push(outbox);
  return { outbox, answers, seen, last: () => seen.states.at(-1) };
}
const kept = (entry: string) => server.kept.get(entry)?.responses;

test('a burst of typing is one save within a second, numbered by change, and acknowledged', async () => {
  const { outbox, seen, last } = await start();
  for (const word of ['a', 'an', 'ans']) outbox.change('one', { p: word }, false);
  expect([server.received.length, last()]).toEqual([0, 'saving']);
  await pass(1_000);
  expect(server.received).toEqual([
    [expect.objectContaining({ entry: 'one', number: 3, responses: { p: 'ans' } })],
  ]);
  expect([last(), outbox.waiting, seen.clock]).toEqual(['saved', [], 1_000]);
});

test('typing on does not postpone the save for ever', async () => {
  const { outbox } = await start();
  for (let n = 0; n < 12; n++) {
    outbox.change('one', { p: 'x'.repeat(n + 1) }, false);
    await pass(200);
  }
  expect(server.received.length).toBeGreaterThanOrEqual(4);
});

test('without network, with the database away and when it is too much, it is kept and tried again, ever more slowly', async () => {
  const { outbox, last } = await start();
  const away: Answer = { status: 503, body: { type: 'about:blank', title: 'away', status: 503 } };
  server.next = [
    'no network',
    away,
    { status: 429, body: { type: 'about:blank', title: 'much', status: 429 } },
  ];
  outbox.change('one', { p: 'x' }, true);
  await pass(400);
  expect([server.received.length, last()]).toEqual([1, 'kept']);
  await pass(999);
  expect(server.received.length).toBe(1);
  await pass(1);
  expect(server.received.length).toBe(2);
  await pass(1_999);
  expect(server.received.length).toBe(2);
  await pass(1);
  expect([server.received.length, last()]).toEqual([3, 'kept']);
  await pass(4_000);
  expect([last(), kept('one')]).toEqual(['saved', { p: 'x' }]);
});

test('an answer that is no longer taken is let go, and the page is told that it is behind', async () => {
  const { outbox, seen, last } = await start();
  server.next = [
    {
      status: 200,
      body: {
        stored: [{ entry: 'two', number: 1, device: outbox.device }],
        closed: ['one'],
        now: 5,
      },
    },
  ];
  outbox.change('one', { p: 'x' }, false);
  outbox.change('two', { p: 'y' }, false);
  await pass(400);
  expect([outbox.waiting, seen.stale, last()]).toEqual([[], 1, 'saved']);
  await pass(60_000);
  expect(server.received).toHaveLength(1);
});

test('while the teacher has stopped the clock, what was written without knowing of it is kept and sent again', async () => {
  const { outbox, last } = await start();
  server.next = [{ status: 423, body: { type: 'about:blank', title: 'paused', status: 423 } }];
  outbox.change('one', { p: 'x' }, false);
  await pass(400);
  expect([last(), outbox.waiting.length]).toEqual(['kept', 1]);
  await pass(1_000);
  expect([last(), kept('one')]).toEqual(['saved', { p: 'x' }]);
});

test('a page that is lost gives its answers to the next one, which sends them', async () => {
  const first = await start();
  server.next = ['no network'];
  first.outbox.change('one', { p: 'kept', q: ['a', 'b'] }, true);
  await pass(400);
  first.outbox.close();
  const second = await start([
    { entry: 'two', number: 4, device: 'elsewhere000', responses: { p: 'server' }, flagged: false },
  ]);
  expect(second.answers.get('one')).toMatchObject({
    number: 1,
    responses: { p: 'kept', q: ['a', 'b'] },
    flagged: true,
  });
  expect(second.answers.get('two')).toMatchObject({ number: 4 });
  await pass(0);
  expect(kept('one')).toEqual({ p: 'kept', q: ['a', 'b'] });
  const third = await start([{ ...server.kept.get('one')! }]);
  expect(third.outbox.waiting).toEqual([]);
  third.outbox.change('two', { p: 'mine' }, false);
  await pass(400);
  expect(server.received.at(-1)).toEqual([expect.objectContaining({ entry: 'two', number: 1 })]);
});

test('what this browser kept is let go when the server has something newer', async () => {
  const first = await start();
  server.next = ['no network'];
  first.outbox.change('one', { p: 'old' }, false);
  await pass(400);
  first.outbox.close();
  const { outbox, answers } = await start([
    { entry: 'one', number: 7, device: 'elsewhere000', responses: { p: 'newer' }, flagged: false },
  ]);
  expect([answers.get('one')!.responses, outbox.waiting]).toEqual([{ p: 'newer' }, []]);
});

test('another device was ahead: what the student just typed goes on top of it', async () => {
  const { outbox, last } = await start();
  server.kept.set('one', {
    entry: 'one',
    number: 5,
    device: 'elsewhere000',
    responses: { p: 'theirs' },
    flagged: false,
  });
  outbox.change('one', { p: 'mine' }, false);
  await pass(400);
  expect(last()).toBe('saving');
  await pass(400);
  expect([last(), kept('one'), server.kept.get('one')!.number]).toEqual([
    'saved',
    { p: 'mine' },
    6,
  ]);
});

test('an answer from before this page, overtaken meanwhile, gives way and the page is told', async () => {
  const first = await start();
  server.next = ['no network'];
  first.outbox.change('one', { p: 'old' }, false);
  await pass(400);
  first.outbox.close();
  const second = await start();
  server.kept.set('one', {
    entry: 'one',
    number: 9,
    device: 'elsewhere000',
    responses: { p: 'theirs' },
    flagged: false,
  });
  await pass(0);
  expect([second.seen.stale, second.outbox.waiting, kept('one')]).toEqual([1, [], { p: 'theirs' }]);
});

test('two tabs of one browser follow each other', async () => {
  const first = await start();
  const second = await start();
  first.outbox.change('one', { p: 'here' }, false);
  // Messages between tabs take a real moment.
  for (let i = 0; i < 200 && second.seen.adopted.length === 0; i++) await turns(1);
  expect(second.seen.adopted).toEqual([
    expect.objectContaining({ entry: 'one', responses: { p: 'here' } }),
  ]);
  second.outbox.change('one', { p: 'there' }, false);
  await pass(400);
  expect(server.kept.get('one')).toMatchObject({ number: 2, responses: { p: 'there' } });
});

test('when the time is over or nobody is signed in, the page hears it and the answer stays on the device', async () => {
  const { outbox, last } = await start();
  server.next = [{ status: 401, body: { type: 'about:blank', title: 'out', status: 401 } }];
  outbox.change('one', { p: 'x' }, false);
  await pass(400);
  expect([last(), outbox.waiting.length]).toEqual(['signed-out', 1]);
  server.next = [{ status: 409, body: { type: 'about:blank', title: 'over', status: 409 } }];
  await outbox.flush();
  expect([last(), outbox.waiting.length]).toEqual(['over', 1]);
  const again = await start();
  expect(again.answers.get('one')).toMatchObject({ responses: { p: 'x' } });
  again.outbox.close();
});

test('after handing in nothing is kept and nothing is sent', async () => {
  const { outbox } = await start();
  outbox.change('one', { p: 'x' }, false);
  await outbox.end();
  outbox.change('one', { p: 'y' }, false);
  await pass(5_000);
  expect(server.received).toEqual([]);
  expect((await start()).answers.size).toBe(0);
});

describe('what a page left behind', () => {
  // Nobody else's leavings of the tests above.
  const value = 900;
  const paths: string[] = [];
  const bodies: { answers: SavedAnswer[]; handedInAt?: number }[] = [];
  const listen = (...next: (number | 'no network')[]) => {
    [paths.length, bodies.length] = [0, 0];
    globalThis.fetch = (async (path: string, init: { method: string; body: string }) => {
      paths.push(`${init.method} ${path}`);
      bodies.push(JSON.parse(init.body));
      const status = next.shift() ?? 200;
      if (status === 'no network') throw new TypeError('network');
      return new Response(
        JSON.stringify(
          status === 200 ? { stored: [], closed: [], now: 1 } : { title: 'no', status },
        ),
        {
          status,
        },
      );
    }) as typeof fetch;
  };

  test('is sent by the next one, with when it was written and handed in, and only for whose it is', async () => {
    server.next = ['no network'];
    const { outbox } = await start([], value);
    outbox.change('one', { p: 'written offline' }, false);
    await pass(500);
    outbox.close();
    await keepHandedIn({ attempt, student: value, at: 900 });
    const path = `/api/seat/attempts/${attempt}`;
    listen();
    expect(await sendKept(value + 1)).toBe(0);
    expect(paths).toEqual([]);
    listen('no network');
    expect(await sendKept(value)).toBe(1);
    listen();
    expect(await sendKept(value)).toBe(0);
    expect(paths).toEqual([`POST ${path}/hand-in`, `PUT ${path}/answers`]);
    expect(bodies[0]).toEqual({
      handedInAt: 900,
      answers: [
        expect.objectContaining({
          entry: 'one',
          responses: { p: 'written offline' },
          writtenAt: 777,
        }),
      ],
    });
    listen();
    await sendKept(value);
    expect(paths).toEqual([]);
  });

  test('is let go when the server will never take it, and kept while nobody is signed in', async () => {
    server.next = ['no network'];
    const { outbox } = await start([], value);
    outbox.change('one', { p: 'x' }, false);
    await pass(500);
    outbox.close();
    listen(401);
    expect(await sendKept(value)).toBe(1);
    listen(409);
    expect(await sendKept(value)).toBe(0);
    listen();
    await sendKept(value);
    expect(paths).toEqual([]);
  });
});
