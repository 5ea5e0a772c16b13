import { byNeed, commonestWrong, questionSoFar, type Standing } from '@oaken/core/watching';
import fc from 'fast-check';

const given = (studentId: number, words: string, share: number | null) => ({
  studentId,
  words,
  share,
});

describe('a question so far', () => {
  test('counts what is right of what can be judged, and gathers answers that read the same', () => {
    const answers = [
      given(1, '12', 1),
      given(2, '9', 0),
      given(3, '9', 0),
      given(4, 'half', 0.5),
      given(5, 'an essay', null),
    ];
    const question = questionSoFar(answers);
    expect(question).toMatchObject({ judged: 4, right: 1, toMark: 1 });
    expect(question.answers[0]).toEqual({ words: '9', share: 0, studentIds: [2, 3] });
    expect(commonestWrong(question)?.words).toBe('9');
  });
  test('an answer of one student is common to nobody, and what a teacher marks is not wrong', () => {
    const alone = [given(1, '8', 0), given(2, 'poem', null), given(3, 'poem', null)];
    expect(commonestWrong(questionSoFar(alone))).toBeNull();
  });
  test('every student stands under exactly one answer', () => {
    const answer = fc.record({
      words: fc.constantFrom('a', 'b', 'c'),
      share: fc.constantFrom(0, 0.5, 1, null),
    });
    fc.assert(
      fc.property(fc.array(answer), (list) => {
        const { answers, judged, toMark } = questionSoFar(
          list.map((held, n) => ({ ...held, studentId: n })),
        );
        const ids = answers.flatMap(({ studentIds }) => studentIds).sort((a, b) => a - b);
        expect(ids).toEqual(list.map((_, n) => n));
        expect(judged + toMark).toBe(list.length);
      }),
    );
  });
});

test('who needs help first: who cannot go on, then no connection, then few right; who is done last', () => {
  const now = 1_000_000;
  const standing = (change: Partial<Standing>): Standing => ({
    state: 'working',
    seenAt: now,
    away: false,
    shares: [],
    ...change,
  });
  const students = {
    done: standing({ state: 'handed-in', shares: [0] }),
    good: standing({ shares: [1, null, 1] }),
    waiting: standing({ state: 'not-begun' }),
    weak: standing({ shares: [0, 1, 0] }),
    lost: standing({ seenAt: now - 60_000, shares: [1] }),
    away: standing({ away: true }),
  };
  const order = Object.entries(students).sort(([, a], [, b]) => byNeed(a, b, now));
  expect(order.map(([name]) => name)).toEqual(['away', 'lost', 'weak', 'good', 'waiting', 'done']);
});
