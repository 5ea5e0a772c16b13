/** Work that waits for a person: texts that students handed in. */
import { rows } from './sql';
import { answer, clientKey, usualRules, wishes, type School, type Visitor } from './school';

/** A test of one text question and one that a key scores, handed in by some students with these texts. */
export async function handedInTexts(
  { school, teacher }: { school: School; teacher: Visitor },
  texts: string[],
  from: number,
  more: object = {},
) {
  const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
  const item = (parts: object[]) =>
    teacher.ok('POST', '/api/items', {
      clientKey: clientKey(),
      bank,
      folder: null,
      content: {
        stem: '<p>Why do tides come twice a day?</p>',
        parts,
        explanation: '',
        hints: [],
        notes: '',
      },
      facts: {
        subject: 'Science',
        grades: [6],
        standards: [],
        depth: 2,
        seconds: 120,
        tags: [],
        author: '',
        licence: '',
      },
    });
  const text = await item([
    {
      id: 'p',
      kind: 'long-text',
      lines: 4,
      guide: '<p>Names the moon.</p>',
      rule: { rule: 'by-hand', points: 4 },
      ...more,
    },
  ]);
  const keyed = await item([
    { id: 'p', kind: 'true-false', key: true, rule: { rule: 'all-or-nothing', points: 1 } },
  ]);
  const { id: testId } = await teacher.ok('POST', '/api/tests', {
    clientKey: clientKey(),
    title: 'Tides',
    kind: 'quiz',
    itemIds: [text.id, keyed.id],
  });
  const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
  const rules = {
    ...usualRules,
    release: { ...usualRules.release, score: 'at-hand-in', marks: 'by-hand' },
  };
  const { id: assignmentId } = await teacher.ok('POST', '/api/assignments', {
    clientKey: clientKey(),
    testId,
    testVersion: version,
    ...wishes([1], school.clock.now + 3_600_000),
    rules,
  });
  const students = [];
  for (const [n, currentText] of texts.entries()) {
    const student = await school.student('6B', from + n);
    const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
    const [first] = attempt.form.sections[0]!.entries;
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, {
      answers: [answer(first!.id, 1, { [first!.item.parts[0]!.id]: currentText })],
    });
    students.push({ student, attemptId: attempt.id as number });
    school.clock.now += 60_000;
  }
  const { waiting } = await teacher.ok('GET', '/api/marking');
  const line = waiting.find((assignment) => assignment.assignmentId === assignmentId);
  const path = `/api/marking/${assignmentId}/${line?.entry}/${line?.part}` as const;
  const read = `/api/marking/${assignmentId}?entry=${line?.entry}&part=${line?.part}` as const;
  const scores = async () =>
    (
      await rows<{ points: number; unmarked: number }>(
        school.database,
        'SELECT t.points, (SELECT SUM(s.needs_marking) FROM scores s WHERE s.attempt_id = t.id) AS unmarked FROM attempts t WHERE t.assignment_id = :assignmentId ORDER BY t.id',
        { assignmentId },
      )
    ).map(({ points, unmarked }) => [points, Number(unmarked)]);
  return { assignmentId, students, waiting, line, path, read, scores };
}
