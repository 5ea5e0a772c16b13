/** What a page does with the server: whether it is at work, and what is said where it failed. */
import { Refused } from '../src/client/request';
import { sentenceOf, useDoing, useForm } from '../src/client/useDoing';

const refusal = (errors?: { pointer: string; message: string }[]) =>
  new Refused({
    type: '/problems/not-valid',
    title: 'It cannot be saved.',
    status: 422,
    params: {},
    ...(errors && { errors }),
  });
const failing = (error: Error) => () => Promise.reject(error);

describe('useDoing', () => {
  test('is busy as long as anything runs', async () => {
    const { busy, act } = useDoing();
    let finish = () => {};
    const first = act(() => new Promise<void>((resolve) => (finish = resolve)));
    await act(async () => {});
    expect(busy.value).toBe(true);
    finish();
    await first;
    expect(busy.value).toBe(false);
  });

  test('says what was thrown, and that it did not go well', async () => {
    const { wrong, act } = useDoing();
    expect(await act(failing(refusal()))).toBe(false);
    expect(wrong.value).toBe('It cannot be saved.');
  });

  test('is not busy any more after a failure', async () => {
    const { busy, act } = useDoing();
    await act(failing(new Error('Broken.')));
    expect(busy.value).toBe(false);
  });

  test('an act is begun without the sentence of the last one', async () => {
    const { wrong, act } = useDoing();
    await act(failing(refusal()));
    let seen: string | null = null;
    await act(async () => void (seen = wrong.value));
    expect(seen).toBe('');
  });

  test('what is read again keeps its sentence until it succeeds', async () => {
    const { wrong, read } = useDoing();
    await read(failing(refusal()));
    let seen: string | null = null;
    await read(async () => void (seen = wrong.value));
    expect(seen).toBe('It cannot be saved.');
    expect(wrong.value).toBe('');
  });
});

describe('what the work itself finds wrong', () => {
  test.each(['read', 'act'] as const)('stands after it was %s', async (way) => {
    const doing = useDoing();
    await doing[way](async () => void (doing.wrong.value = 'There is nothing in it.'));
    expect(doing.wrong.value).toBe('There is nothing in it.');
  });
});

describe('useForm', () => {
  const fault = { pointer: '/facts/name', message: 'Give it a name.' };

  test('shows what stands against a field beside it, by its pointer', async () => {
    const { errorAt, act } = useForm();
    await act(failing(refusal([fault])));
    expect(errorAt('/facts/name')).toBe('Give it a name.');
  });

  test('or by the form’s own name for it', async () => {
    const { errors, act } = useForm();
    await act(failing(refusal([fault])));
    expect(errors.value).toEqual({ name: 'Give it a name.' });
  });

  test('says nothing of the whole where fields say it', async () => {
    const { wrong, act } = useForm();
    await act(failing(refusal([fault])));
    expect(wrong.value).toBe('');
  });

  test('says the rest of the whole', async () => {
    const { wrong, errors, act } = useForm();
    await act(failing(refusal()));
    expect([wrong.value, errors.value]).toEqual(['It cannot be saved.', {}]);
  });

  test('forgets both when it is begun anew', async () => {
    const { wrong, errors, act, forget } = useForm();
    await act(failing(refusal([fault])));
    forget();
    expect([wrong.value, errors.value]).toEqual(['', {}]);
  });
});

describe('sentenceOf, for a form with one field', () => {
  test('is the first sentence about a field', () => {
    expect(sentenceOf(refusal([{ pointer: '/text', message: 'Type a message.' }]))).toBe(
      'Type a message.',
    );
  });

  test('is that of the whole where no field is named', () => {
    expect(sentenceOf(refusal())).toBe('It cannot be saved.');
  });
});
