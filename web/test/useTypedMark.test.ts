/**
 * The mark that is being typed for an answer.
 *
 * @jest-environment jsdom
 */
import type { Criterion } from '@oaken/core/items';
import { nextTick, ref, type Ref } from 'vue';

const session = { account: { id: 5 } };
jest.mock('../src/client/session', () => ({ useSession: () => session }));

import { useTypedMark } from '../src/desk/marking/useTypedMark';
import type { Source, Task } from '../src/desk/marking/useMarking';

const source: Source = { by: 'item', assignmentId: 3, entry: 'e1', part: 'a' };
const criteria = [
  {
    id: 'c1',
    name: 'Claim',
    levels: [
      { points: 0, words: '' },
      { points: 2, words: '' },
    ],
  },
  {
    id: 'c2',
    name: 'Evidence',
    levels: [
      { points: 0, words: '' },
      { points: 1, words: '' },
    ],
  },
] as unknown as Criterion[];
const task = (attemptId: number, mark: object | null = null, guide: Criterion[] = []) =>
  ({
    part: { entry: 'e1', part: 'a', maxPoints: 3, criteria: guide },
    response: 'text',
    all: [{ attemptId, mark }],
  }) as unknown as Task;
function looking(at: Task) {
  const here: Ref<Task | null> = ref(at) as Ref<Task | null>;
  const typed = useTypedMark(source, here);
  typed.show();
  return { here, typed };
}
beforeEach(() => localStorage.clear());

describe('what stands in the fields', () => {
  test('is nothing where there is no mark', () => {
    const { typed } = looking(task(1));
    expect([typed.points.value, typed.comment.value]).toEqual(['', '']);
  });

  test('is the mark that was given', () => {
    const { typed } = looking(task(1, { points: 2, levels: {}, comment: 'Good.' }));
    expect([typed.points.value, typed.comment.value]).toEqual(['2', 'Good.']);
  });
});

describe('what was typed and not given', () => {
  async function leftAndBack() {
    const { here, typed } = looking(task(1));
    typed.comment.value = 'Look at the';
    await nextTick();
    here.value = task(2);
    typed.show();
    await nextTick();
    here.value = task(1);
    typed.show();
    return typed;
  }

  test('is there again when the answer is', async () => {
    const typed = await leftAndBack();
    expect(typed.comment.value).toBe('Look at the');
  });

  test('is said to be so', async () => {
    const typed = await leftAndBack();
    expect(typed.recovered.value).toBe(true);
  });

  test('is nothing of another answer', async () => {
    const { here, typed } = looking(task(1));
    typed.comment.value = 'Look at the';
    await nextTick();
    here.value = task(2);
    typed.show();
    expect(typed.comment.value).toBe('');
  });

  test('is gone once it was given', async () => {
    const { here, typed } = looking(task(1));
    typed.points.value = '2';
    await nextTick();
    typed.forget(here.value!);
    typed.show();
    expect([typed.points.value, typed.recovered.value]).toEqual(['', false]);
  });

  test('is not kept where it says the same as the mark', async () => {
    const { typed } = looking(task(1, { points: 2, levels: {}, comment: '' }));
    typed.points.value = '1';
    await nextTick();
    typed.points.value = '2';
    await nextTick();
    expect(localStorage.length).toBe(0);
  });
});

describe('the number that is typed', () => {
  test.each([
    ['2', 2],
    [' 1,5 ', 1.5],
    ['0', 0],
  ])('“%s”', (text, number) => {
    const { typed } = looking(task(1));
    typed.points.value = text;
    expect(typed.numberTyped.value).toBe(number);
  });

  test.each(['', ' ', 'two'])('“%s” is none', (text) => {
    const { typed } = looking(task(1));
    typed.points.value = text;
    expect(typed.numberTyped.value).toBeNaN();
  });
});

describe('levels', () => {
  test('set the points once all are chosen', () => {
    const { typed } = looking(task(1, null, criteria));
    typed.choose({ c1: 1, c2: 1 });
    expect([typed.points.value, typed.levelsStand.value]).toEqual(['3', true]);
  });

  test('do not stand beside points that were typed by hand', () => {
    const { typed } = looking(task(1, null, criteria));
    typed.choose({ c1: 1, c2: 1 });
    typed.points.value = '2.5';
    expect(typed.levelsStand.value).toBe(false);
  });

  test('do not stand where the question has none', () => {
    const { typed } = looking(task(1));
    typed.points.value = '2';
    expect(typed.levelsStand.value).toBe(false);
  });
});
