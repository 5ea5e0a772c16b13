/** Work that is done together: whoever asks gets their own answer, whatever becomes of the others. */
import { Batches, type BatchRules } from '../src/batches';

/** Batches that are written down, and that end when they are told to. */
function watched(rules: Partial<BatchRules<number, string>> = {}) {
  const runs: number[][] = [];
  const ends: (() => void)[] = [];
  const batches = new Batches<number, string>({
    run: async (batch) => {
      runs.push([...batch]);
      await new Promise<void>((end) => ends.push(end));
      if (batch.includes(13)) throw new Error('thirteen');
      return batch.map((n) =>
        n < 0 ? { refused: new Error(`not ${n}`) } : { answer: `answer ${n}` },
      );
    },
    largest: 4,
    lanes: 1,
    mostWaiting: 100,
    ...rules,
  });
  const turn = () => new Promise((done) => setImmediate(done));
  /** Lets every batch end, until nothing is under way. */
  const finish = async () => {
    let idle = 0;
    while (idle < 5) {
      const end = ends.shift();
      end?.();
      idle = end ? 0 : idle + 1;
      await turn();
    }
  };
  return { batches, runs, finish, turn };
}

test('what arrives while a batch is under way is done by the next, in its order', async () => {
  const { batches, runs, finish, turn } = watched();
  const first = [1, 2].map((n) => batches.ask(n));
  await turn();
  const later = [3, 4, 5, 6, 7].map((n) => batches.ask(n));
  await finish();
  expect(await Promise.all([...first, ...later])).toEqual(
    [1, 2, 3, 4, 5, 6, 7].map((n) => `answer ${n}`),
  );
  expect(runs).toEqual([[1, 2], [3, 4, 5, 6], [7]]);
});

test('several batches are under way at once, as many as there are lanes', async () => {
  const { batches, runs, finish, turn } = watched({ lanes: 2 });
  const asked = [batches.ask(1)];
  await turn();
  asked.push(batches.ask(2));
  await turn();
  asked.push(batches.ask(3));
  await turn();
  expect(runs).toEqual([[1], [2]]);
  await finish();
  expect(await Promise.all(asked)).toHaveLength(3);
});

test('one that is refused, or cannot be done at all, takes nobody with it', async () => {
  const { batches, finish } = watched();
  const asked = [1, -2, 13, 4].map((n) => batches.ask(n));
  const settled = Promise.allSettled(asked);
  await finish();
  expect(
    (await settled).map((outcome) =>
      outcome.status === 'fulfilled' ? outcome.value : outcome.reason.message,
    ),
  ).toEqual(['answer 1', 'not -2', 'thirteen', 'answer 4']);
});

test('a batch that another transaction came in the way of is tried again as a whole', async () => {
  let runs = 0;
  const batches = new Batches<number, number>({
    run: async (batch) => {
      if (++runs === 1)
        throw Object.assign(new Error(), { original: { code: 'ER_LOCK_DEADLOCK' } });
      return batch.map((n) => ({ answer: n }));
    },
    largest: 10,
    lanes: 1,
    mostWaiting: 10,
  });
  expect(await Promise.all([batches.ask(1), batches.ask(2)])).toEqual([1, 2]);
  expect(runs).toBe(2);
});

test('a batch takes what its sizes allow, and at least one', async () => {
  const { batches, runs, finish } = watched({ sizeOf: (n) => n, largest: 10 });
  const asked = [3, 3, 20, 1].map((n) => batches.ask(n));
  await finish();
  await Promise.all(asked);
  expect(runs).toEqual([[3, 3, 20], [1]]);
});

test('where too many wait, whoever comes then hears at once that the server is busy', async () => {
  const { batches, finish, turn } = watched({ mostWaiting: 2 });
  const asked = [batches.ask(1)];
  await turn();
  asked.push(batches.ask(2), batches.ask(3));
  await expect(batches.ask(4)).rejects.toMatchObject({ status: 503 });
  await finish();
  expect(await Promise.all(asked)).toHaveLength(3);
});

test('draining waits for all that was handed over', async () => {
  const { batches, finish } = watched();
  const answers: string[] = [];
  for (const n of [1, 2, 3, 4, 5]) void batches.ask(n).then((answer) => answers.push(answer));
  const drained = batches.drain();
  await finish();
  await drained;
  expect(answers).toHaveLength(5);
});
