import { Together } from '../src/together';

/** Serves when told to, so that a test says what happens meanwhile. */
function heldBack() {
  const batches: { asked: readonly string[]; serve(error?: Error): void }[] = [];
  const together = new Together<string, string>(
    (_subject, asked) =>
      new Promise((told, refused) => {
        const serve = (error?: Error) =>
          error ? refused(error) : told(asked.map((word) => word.toUpperCase()));
        batches.push({ asked, serve });
      }),
  );
  return { together, batches };
}

const turn = () => new Promise((done) => setImmediate(done));

test('who comes while a batch is served waits for the next, and each hears their own', async () => {
  const { together, batches } = heldBack();
  const first = together.ask(1, 'a');
  const later = [together.ask(1, 'b'), together.ask(1, 'c')];
  expect(batches.map(({ asked }) => asked)).toEqual([['a']]);
  batches[0]!.serve();
  expect(await first).toBe('A');
  await turn();
  expect(batches[1]!.asked).toEqual(['b', 'c']);
  batches[1]!.serve();
  expect(await Promise.all(later)).toEqual(['B', 'C']);
});

test('subjects do not wait for each other', () => {
  const { together, batches } = heldBack();
  void together.ask(1, 'a');
  void together.ask(2, 'b');
  expect(batches.map(({ asked }) => asked)).toEqual([['a'], ['b']]);
});

test('what fails fails for its own batch alone', async () => {
  const { together, batches } = heldBack();
  const first = together.ask(1, 'a');
  const second = together.ask(1, 'b');
  batches[0]!.serve(new Error('away'));
  await expect(first).rejects.toThrow('away');
  await turn();
  batches[1]!.serve();
  expect(await second).toBe('B');
});
