/** Saving what others may save too. */
import { Refused } from '../src/client/request';
import { useSaving } from '../src/desk/shared/useSaving';

const refused = (status: number, errors?: { pointer: string; message: string }[]) =>
  new Refused({
    type: '/problems/item-saved-meanwhile',
    title: 'Somebody saved this meanwhile.',
    status,
    params: {},
    ...(errors && { errors }),
  });
const theirs = { revisionId: 9, text: 'theirs' };
const saving = (now: typeof theirs | null = theirs) => useSaving(async () => now);
const failing = (error: Error) => () => Promise.reject(error);

test('what is saved leaves nothing to be chosen', async () => {
  const { theirs: shown, wrong, save } = saving();
  expect(await save(4, async () => {})).toEqual([]);
  expect([shown.value, wrong.value]).toEqual([null, '']);
});

describe('somebody was quicker', () => {
  test('what they saved is shown, and nothing is called wrong', async () => {
    const { theirs: shown, wrong, save } = saving();
    await save(4, failing(refused(409)));
    expect([shown.value, wrong.value]).toEqual([theirs, '']);
  });

  test('it is asked for what the text was written over', async () => {
    const asked: number[] = [];
    const { save } = useSaving(async (basedOn) => {
      asked.push(basedOn);
      return theirs;
    });
    await save(4, failing(refused(409)));
    expect(asked).toEqual([4]);
  });

  test('saving over theirs takes them away', async () => {
    const { theirs: shown, save } = saving();
    await save(4, failing(refused(409)));
    await save(9, async () => {});
    expect(shown.value).toBeNull();
  });
});

describe('a conflict of another kind', () => {
  test('is said, where the server has the same text as before', async () => {
    const { theirs: shown, wrong, save } = saving(null);
    await save(4, failing(refused(409)));
    expect([shown.value, wrong.value]).toEqual([null, 'Somebody saved this meanwhile.']);
  });

  test('is said, where the server cannot be asked what it has', async () => {
    const { wrong, save } = useSaving(() => Promise.reject(new Error('No network.')));
    await save(4, failing(refused(409)));
    expect(wrong.value).toBe('Somebody saved this meanwhile.');
  });
});

test('what stands against fields is given back, by its pointer', async () => {
  const fault = { pointer: '/content/stem', message: 'Write a question.' };
  expect(await saving().save(4, failing(refused(422, [fault])))).toEqual([fault]);
});

test('a second press while the first is under way does nothing', async () => {
  const { save } = saving();
  let sent = 0;
  let finish = () => {};
  const first = save(4, () => new Promise<void>((resolve) => ((finish = resolve), sent++)));
  await save(4, async () => void sent++);
  finish();
  await first;
  expect(sent).toBe(1);
});
