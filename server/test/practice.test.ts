import { choicesOf, keyOf } from './support/parts';
import { entriesOf, type Edition } from '@oaken/core/forms';
import { fromJson, row } from './support/sql';
import {
  answer,
  giveTest,
  openSchool,
  usualRules,
  type School,
  type Visitor,
} from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const practice = {
  ...usualRules,
  mode: 'practice',
  offPerTry: 0.25,
  shuffleChoices: false,
  release: { ...usualRules.release, score: 'at-hand-in' },
};

async function begun(index: number, rules: object = practice) {
  const given = await giveTest(school, teacher, { change: { rules } });
  const { content } = (await row<{ content: unknown }>(
    school.database,
    'SELECT e.content FROM editions e JOIN assignments a ON a.edition_id = e.id WHERE a.id = :id',
    { id: given.assignmentId },
  ))!;
  const entries = entriesOf(fromJson<Edition>(content));
  const student = await school.student('6B', index);
  const begin = () => student.ok('POST', `/api/seat/assignments/${given.assignmentId}/attempt`, {});
  const attempt = await begin();
  let number = 0;
  const right = (n: number) => keyOf(entries[n]!.content.parts[0])[0]!;
  const wrong = (n: number) =>
    choicesOf(entries[n]!.content.parts[0]).find(({ id }) => id !== right(n))!.id;
  const currentAnswer = (n: number, choice: string) =>
    answer(entries[n]!.id, ++number, { [entries[n]!.content.parts[0]!.id]: choice });
  const path = (n: number) =>
    `/api/seat/attempts/${attempt.id}/entries/${entries[n]!.id}/help` as const;
  const check = (n: number, choice: string) =>
    student.ok('POST', path(n), { want: 'check', answer: currentAnswer(n, choice) });
  const handIn = () =>
    student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
  return {
    given,
    entries,
    student,
    attempt,
    begin,
    right,
    wrong,
    said: currentAnswer,
    path,
    check,
    handIn,
  };
}

describe('practice', () => {
  test('check, try again, hints one by one, shown answers; what each question gives', async () => {
    const { given, entries, student, attempt, begin, right, wrong, said, path, check, handIn } =
      await begun(0);
    expect([attempt.mode, attempt.offPerTry]).toEqual(['practice', 0.25]);
    const first = await check(0, wrong(0));
    expect(first).toMatchObject({
      tries: 1,
      share: 0,
      parts: [{ right: false }],
      done: false,
      worth: 0.75,
      right: null,
      explanation: null,
    });
    await check(0, wrong(0));
    // Said again, after the answer was lost on its way, it is no further try.
    const again = said(0, right(0));
    await student.ok('POST', path(0), { want: 'check', answer: again });
    const solved = await student.ok('POST', path(0), { want: 'check', answer: again });
    expect(solved).toMatchObject({
      tries: 3,
      share: 1,
      done: true,
      worth: 0.5,
      explanation: entries[0]!.content.explanation,
    });
    expect(solved.right).toHaveLength(1);

    const none = await student.ok('POST', path(1), { want: 'hint', after: 0 });
    expect(none.hints).toEqual(entries[1]!.content.hints.slice(0, 1));
    const shown = await student.ok('POST', path(1), { want: 'answer' });
    expect(shown).toMatchObject({ shown: true, done: true, worth: 0 });
    // Right after it was shown gives nothing.
    expect(await check(1, right(1))).toMatchObject({ shown: true, tries: 0, worth: 0 });

    await check(2, wrong(2));
    await student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
      answers: [said(2, right(2)), said(3, right(3))],
    });
    // Coming back shows the help again, and judges nothing that was not checked.
    const back = await begin();
    expect(back.help[entries[2]!.id]).toMatchObject({
      tries: 1,
      share: 0,
      parts: [{ right: false }],
      done: false,
    });
    expect(back.help[entries[0]!.id]).toEqual(solved);
    expect(back.help[entries[3]!.id]).toMatchObject({
      tries: 0,
      share: null,
      parts: [],
      right: null,
    });
    await handIn();
    const scores = await Promise.all(
      entries.map(
        async ({ id }) =>
          (await row<{ points: number; maxPoints: number }>(
            school.database,
            'SELECT points, max_points AS maxPoints FROM scores WHERE attempt_id = :attempt AND entry_id = :id',
            { attempt: attempt.id, id },
          ))!,
      ),
    );
    // Solved at the third try; shown; last checked wrong, whatever was typed later; never checked
    // but right; and two left open.
    expect(scores.map(({ points, maxPoints }) => points / maxPoints)).toEqual([0.5, 0, 0, 1, 0, 0]);
    const report = await student.ok('GET', `/api/seat/assignments/${given.assignmentId}/report`);
    expect(report.entries).toHaveLength(6);
    expect((await student.post(path(4), { want: 'hint', after: 0 })).status).toBe(409);
    const kept = await row<{ responses: unknown; share: number }>(
      school.database,
      'SELECT first_responses AS responses, first_share AS share FROM practice_records WHERE attempt_id = :attempt AND entry_id = :entry',
      { attempt: attempt.id, entry: entries[0]!.id },
    );
    expect([Object.values(fromJson<object>(kept!.responses)), kept!.share]).toEqual([
      [wrong(0)],
      0,
    ]);
  });

  test('is no way to help in a test, in another’s attempt, for an item that was not given, or after the time', async () => {
    const { path, student, attempt } = await begun(1, usualRules);
    for (const body of [{ want: 'answer' }, { want: 'hint', after: 0 }])
      expect((await student.post(path(0), body)).status).toBe(403);
    const currentPractice = await begun(2);
    expect((await student.post(currentPractice.path(0), { want: 'answer' })).status).toBe(404);
    expect(
      (
        await currentPractice.student.post(
          currentPractice.path(0).replace(currentPractice.entries[0]!.id, 'zzzz'),
          { want: 'answer' },
        )
      ).status,
    ).toBe(404);
    expect(
      (
        await currentPractice.student.post(currentPractice.path(0), {
          want: 'check',
          answer: answer(currentPractice.entries[1]!.id, 9, {}),
        })
      ).status,
    ).toBe(404);
    expect(
      (
        await currentPractice.student.post(currentPractice.path(0), {
          want: 'check',
          answer: answer(currentPractice.entries[0]!.id, 9, {}),
        })
      ).body.title,
    ).toBe('There is no answer to check yet.');
    school.clock.now += 21 * 60_000;
    expect(
      (await currentPractice.student.post(currentPractice.path(0), { want: 'answer' })).body.title,
    ).toBe('The time is over.');
    school.clock.now -= 21 * 60_000;
    expect(attempt.help).toEqual({});
  });
});

describe('what a practice gives is for its teacher to say', () => {
  const usual = {
    feedback: 'at-once',
    hints: true,
    answers: true,
    explanations: true,
    tries: null,
  };
  const reportOf = async ({ student, given }: Awaited<ReturnType<typeof begun>>) =>
    student.ok('GET', `/api/seat/assignments/${given.assignmentId}/report`);
  const statusOf = async ({ student, path }: Awaited<ReturnType<typeof begun>>, body: object) =>
    (await student.post(path(0), body)).status;

  test.each([
    ['at the end', { feedback: 'at-end' }, [403, 403, 200]],
    ['not at all', { feedback: 'none', hints: false }, [403, 403, 403]],
    ['at once, without answers', { answers: false }, [200, 403, 200]],
  ])('what is right, %s: checks, answers and hints', async (_, change, statuses) => {
    const sitting = await begun(5, { ...practice, practice: { ...usual, ...change } });
    const check = { want: 'check', answer: sitting.said(0, sitting.wrong(0)) };
    expect([
      await statusOf(sitting, check),
      await statusOf(sitting, { want: 'answer' }),
      await statusOf(sitting, { want: 'hint', after: 0 }),
    ]).toEqual(statuses);
  });

  test('what is shown at the end stands in the report, and what is not shown never does', async () => {
    const atEnd = await begun(6, {
      ...practice,
      practice: { ...usual, feedback: 'at-end', explanations: false },
    });
    await atEnd.handIn();
    const [entry] = (await reportOf(atEnd)).entries!;
    expect(entry).toMatchObject({ points: 0, explanation: null });
    expect(entry!.right).toHaveLength(1);
    const never = await begun(6, { ...practice, practice: { ...usual, feedback: 'none' } });
    await never.handIn();
    expect((await reportOf(never)).entries).toBeNull();
  });

  test('when no try is left the question is done', async () => {
    const { check, wrong, right } = await begun(7, {
      ...practice,
      practice: { ...usual, tries: 2, explanations: false },
    });
    expect(await check(0, wrong(0))).toMatchObject({ triesLeft: 1, done: false, right: null });
    const spent = await check(0, wrong(0));
    expect(spent).toMatchObject({ triesLeft: 0, done: true, worth: 0, explanation: null });
    expect(spent.right).toHaveLength(1);
    expect(await check(0, right(0))).toMatchObject({ tries: 2, share: 0 });
  });
});
