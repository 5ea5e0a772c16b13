/** The way of a test's changes to the server, through trouble. IndexedDB is fake-indexeddb's. */
import 'fake-indexeddb/auto';
import { emptyOutline, emptySection, type Change } from '@oaken/core/assessments';
import type { TestAnswer } from '@oaken/contract/assessments';
import { Refused, Unreachable } from '../src/client/request';
import { ChangeQueue, type QueueDoors } from '../src/desk/assessments/changeQueue';

type Sent = Parameters<QueueDoors['send']>[1];

const outline = emptyOutline('Rates', 'quiz', emptySection('s1', []));
const answer = { id: 1, version: 1, outline } as TestAnswer;
const titled = (title: string): { change: Change; inverse: Change } => ({
  change: { do: 'describe', facts: { title } },
  inverse: { do: 'describe', facts: { title: 'Rates' } },
});

/** A server that does what the test says next, and then takes everything. */
class FakeServer implements QueueDoors {
  readonly arrived: Sent[] = [];
  troubles: (Error | null)[] = [];

  send = async (_test: number, body: Sent): Promise<TestAnswer> => {
    const trouble = this.troubles.shift();
    if (trouble) throw trouble;
    this.arrived.push(body);
    return answer;
  };
  read = async () => answer;
  titles = () =>
    this.arrived.map(({ changes }) => (changes[0] as { facts: { title: string } }).facts.title);
}

const refused = (type: string) =>
  new Refused({ type, title: 'It was refused.', detail: 'Their title is “B”.', status: 409 });
let account = 0;
let server: FakeServer;
beforeEach(() => {
  account++;
  server = new FakeServer();
  jest.useFakeTimers({
    doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask', 'performance', 'Date'],
  });
});
afterEach(() => jest.useRealTimers());

const step = (title: string) => ({ test: 1, text: 'the title', changes: [titled(title)] });

test('a decision is remembered by the page that comes next, which asks nobody again', async () => {
  const before = new ChangeQueue(account, server);
  server.troubles = [refused('/problems/changed-by-colleague')];
  await before.add(step('A'));
  server.troubles = [new Unreachable()];
  await before.decide(before.stuck(1)[0]!.key, 'replace');
  await new ChangeQueue(account, server).open();
  expect(server.titles()).toEqual(['A']);
  expect(server.arrived[0]).not.toHaveProperty('against');
});

test('without network changes wait, in order, and go out by themselves when it is back', async () => {
  const queue = new ChangeQueue(account, server);
  server.troubles = [new Unreachable(), new Unreachable()];
  await queue.add(step('A'));
  await queue.add(step('B'));
  expect([queue.state.away, queue.waiting(1).length, server.arrived]).toEqual([true, 2, []]);
  await jest.advanceTimersByTimeAsync(20_000);
  await queue.run();
  expect(server.titles()).toEqual(['A', 'B']);
  expect([queue.state.away, queue.kept]).toEqual([false, []]);
});

test('a page that is loaded anew sends what the one before could not, under the same key, and looks before it writes over', async () => {
  const before = new ChangeQueue(account, server);
  server.troubles = [new Unreachable()];
  await before.add(step('A'));
  const { key } = before.kept[0]!;
  const after = new ChangeQueue(account, server);
  await after.open();
  expect(server.arrived).toEqual([
    { changes: [titled('A').change], clientKey: key, against: [titled('A').inverse] },
  ]);
  // Once it has arrived, nobody sends it again.
  await new ChangeQueue(account, server).open();
  expect(server.arrived).toHaveLength(1);
});

test('what another person left on this computer is not sent', async () => {
  const before = new ChangeQueue(account, server);
  server.troubles = [new Unreachable()];
  await before.add(step('A'));
  await new ChangeQueue(++account, server).open();
  expect(server.arrived).toEqual([]);
});

test('what a colleague stands in the way of is kept until the teacher decides; the rest goes on', async () => {
  const queue = new ChangeQueue(account, server);
  server.troubles = [refused('/problems/changed-by-colleague')];
  await queue.add(step('A'));
  await queue.add(step('B'));
  expect(server.titles()).toEqual(['B']);
  expect(queue.stuck(1)).toMatchObject([
    { stuck: { reason: 'Their title is “B”.', replaces: true } },
  ]);
  // It is still there for the next page.
  const next = new ChangeQueue(account, server);
  await next.open();
  expect(next.stuck(1)).toHaveLength(1);
  await next.decide(next.stuck(1)[0]!.key, 'replace');
  expect(server.titles()).toEqual(['B', 'A']);
  expect(server.arrived[1]).not.toHaveProperty('against');
});

test('letting go of what is stuck forgets it', async () => {
  const queue = new ChangeQueue(account, server);
  server.troubles = [refused('about:blank')];
  await queue.add(step('A'));
  expect(queue.stuck(1)).toMatchObject([{ stuck: { replaces: false } }]);
  await queue.decide(queue.stuck(1)[0]!.key, 'let-go');
  const next = new ChangeQueue(account, server);
  await next.open();
  expect([next.kept, server.arrived]).toEqual([[], []]);
});
