/** The way through a sitting. */
import type { AttemptAnswer } from '@oaken/contract/attempts';
import type { SittingEntry } from '@oaken/core/forms';
import { nextTick, ref, type Ref } from 'vue';
import { useWay } from '../src/sitting/useWay';

const entry = (id: string) =>
  ({ id, points: 1, item: { stem: '', parts: [{ id: 'a', kind: 'numeric' }] } }) as SittingEntry;
type Course = AttemptAnswer['course'];
function sitting({
  ids = ['e1', 'e2', 'e3', 'e4'],
  answers = {} as Record<string, unknown>,
  stepwise = false,
  course = undefined as Partial<NonNullable<Course>> | undefined,
}) {
  const index = ref(0);
  const entries = ref(ids.map(entry)) as Ref<SittingEntry[]>;
  const answerOf = (id: string) => ({
    responses: id in answers ? { a: answers[id] } : {},
    flagged: id === 'e2',
  });
  const way = useWay({
    entries,
    answerOf,
    index,
    stepwise: () => stepwise,
    course: () => course as Course,
  });
  return { index, ...way };
}
const shutOf = ({ way }: Pick<ReturnType<typeof sitting>, 'way'>) =>
  way.value.map(({ shut }) => shut);

test('questions are numbered from 1, and one is here', () => {
  const { way } = sitting({});
  expect(way.value.map(({ number, here }) => [number, here])).toEqual([
    [1, true],
    [2, false],
    [3, false],
    [4, false],
  ]);
});

test('each says how far it is answered, and whether it is flagged', () => {
  const { way } = sitting({ answers: { e1: '7' } });
  expect(way.value.slice(0, 2).map(({ progress, flagged }) => [progress, flagged])).toEqual([
    ['answered', false],
    ['unanswered', true],
  ]);
});

test('all can be gone to where there is a way back', () => {
  expect(shutOf(sitting({}))).toEqual([null, null, null, null]);
});

describe('one after the other', () => {
  test('only the next one is open beside those that were reached', () => {
    expect(shutOf(sitting({ stepwise: true }))).toEqual([null, null, 'ahead', 'ahead']);
  });

  test('what was reached stays open on the way back', async () => {
    const walk = sitting({ stepwise: true });
    walk.index.value = 2;
    await nextTick();
    walk.index.value = 0;
    await nextTick();
    expect(shutOf(walk)).toEqual([null, null, null, null]);
  });

  test('what is answered counts as reached, also on another device', () => {
    const walk = sitting({ stepwise: true, answers: { e2: '7' } });
    expect(shutOf(walk)).toEqual([null, null, null, 'ahead']);
  });
});

describe('stages', () => {
  const course = { earlier: ['answered', 'unanswered'] as const, ahead: 1 };
  const staged = () => sitting({ ids: ['e3', 'e4'], course: course as never });

  test('what was left for good and what is still to come cannot be gone to', () => {
    expect(shutOf(staged())).toEqual(['left', 'left', null, null, 'ahead']);
  });

  test('numbers go on from stage to stage', () => {
    const { way, before, total } = staged();
    expect([way.value.map(({ number }) => number), before.value, total.value]).toEqual([
      [1, 2, 3, 4, 5],
      2,
      5,
    ]);
  });

  test('a new stage begins with nothing reached', async () => {
    const walk = sitting({ stepwise: true });
    walk.index.value = 3;
    await nextTick();
    walk.beginStage();
    expect(shutOf(walk)).toEqual([null, null, 'ahead', 'ahead']);
  });
});
