/** The record of students' work: whichever attempts are asked for, the same is known of each. */
import { readRecord, readRecords, type RecordPart } from '../src/record';
import type { Database } from '../src/database/connect';
import { rows } from './support/sql';
import { openSchool, type School } from './support/school';

const all: RecordPart[] = [
  'answers',
  'savedAt',
  'scores',
  'marks',
  'practice',
  'adjustments',
  'timeSpent',
];

let school: School;
let database: Database;
beforeAll(async () => {
  school = await openSchool();
  ({ database } = school);
});
afterAll(() => school.close());

/** The attempt with the most lines in a table, its assignment, and how many lines these are. */
const largestIn = async (table: string) => {
  const [attempt] = await rows<{ id: number; assignmentId: number; count: number }>(
    database,
    `SELECT t.id, t.assignment_id AS assignmentId, COUNT(*) AS count FROM attempts t
       JOIN ${table} x ON x.attempt_id = t.id GROUP BY t.id ORDER BY count DESC, t.id LIMIT 1`,
  );
  return attempt!;
};

describe.each(['answers', 'scores'] as const)('%s', (part) => {
  test('have a line for every row that is stored', async () => {
    const { id, count } = await largestIn(part);
    expect((await readRecord(database, id, [part]))[part].size).toBe(Number(count));
  });

  test('are the same in the record of one attempt and in that of its assignment', async () => {
    const { id, assignmentId } = await largestIn(part);
    const recordOf = await readRecords(database, { assignmentId }, [part]);
    expect(recordOf(id)[part]).toEqual((await readRecord(database, id, [part]))[part]);
  });
});

test('answers longer than the database puts into one text come whole, and lines and signs in them too', async () => {
  const { id, assignmentId } = await largestIn('answers');
  const essay = `“one”\ttwo\n\\three ${'oak and ink, 橡树和墨水 '.repeat(6_000)}`;
  const entries = ['long00', 'long01', 'long02', 'long03'];
  await database.models.Answer.bulkCreate(
    entries.map((entryId, n) => ({
      attemptId: id,
      entryId,
      number: 1,
      device: 'testdevice00',
      responses: { a: `${n} ${essay}` },
      flagged: false,
      savedAt: new Date(school.clock.now),
      arrivedLate: n === 0,
    })),
  );
  const recordOf = await readRecords(database, { assignmentId }, ['answers']);
  expect(entries.map((entry) => recordOf(id).answers.get(entry))).toEqual(
    entries.map((_, n) => ({ a: `${n} ${essay}` })),
  );
  expect(recordOf(id).arrivedLate).toBe(1);
  await database.models.Answer.destroy({ where: { attemptId: id, entryId: entries } });
});

test('what is reached and what waits for a mark is told apart', async () => {
  const { id, assignmentId } = await largestIn('scores');
  const states = [0, 1].flatMap((reached) => [0, 1].map((waits) => ({ reached, waits })));
  await database.models.Score.bulkCreate(
    states.map(({ reached, waits }) => ({
      ...{ attemptId: id, entryId: `s${reached}${waits}`, points: 0.1 + 0.2, maxPoints: 1 },
      ...{ reached: reached === 1, needsMarking: waits === 1 },
    })),
  );
  const { scores } = (await readRecords(database, { assignmentId }, ['scores']))(id);
  for (const { reached, waits } of states)
    expect(scores.get(`s${reached}${waits}`)).toMatchObject({
      ...{ points: 0.1 + 0.2, reached: reached === 1, needsMarking: waits === 1 },
    });
});

test('the times that several pages told of a question are added', async () => {
  const { id, assignmentId } = await largestIn('answers');
  const told = { attemptId: id, entryId: 'entry' };
  await database.models.TimeSpent.bulkCreate([
    { ...told, page: 'one', milliseconds: 2_000 },
    { ...told, page: 'other', milliseconds: 3_500 },
  ]);
  const recordOf = await readRecords(database, { assignmentId }, ['timeSpent']);
  expect([...recordOf(id).timeSpent]).toEqual([['entry', 5_500]]);
});

test('a practice keeps its first answer beside the last', async () => {
  const { id } = await largestIn('answers');
  await database.models.PracticeRecord.create({
    attemptId: id,
    entryId: 'entry',
    tries: 2,
    firstResponses: { p: ['a'] },
    firstShare: 0,
    lastResponses: { p: ['b'] },
    changedAt: new Date(school.clock.now),
  });
  const { practice } = await readRecord(database, id, ['practice']);
  expect(practice.get('entry')).toMatchObject({
    tries: 2,
    first: { p: ['a'] },
    last: { p: ['b'] },
    best: null,
    shown: false,
  });
});

test('an attempt that has nothing stored has an empty record', async () => {
  const record = await readRecord(database, 4_000_000, all);
  expect(all.map((part) => [...record[part].values()].length)).toEqual(all.map(() => 0));
});

test('only the parts that are asked for are read', async () => {
  const { id } = await largestIn('scores');
  const { answers } = (await readRecord(database, id, ['scores'])) as {
    answers?: Map<string, unknown>;
  };
  expect(answers?.size).toBe(0);
});

test('equal answers of an assignment are one object, so that each is looked at once', async () => {
  const { assignmentId } = await largestIn('answers');
  const attempts = await rows<{ id: number }>(
    database,
    'SELECT id FROM attempts WHERE assignment_id = :assignmentId',
    { assignmentId },
  );
  const recordOf = await readRecords(database, { assignmentId }, ['answers']);
  const answers = attempts.flatMap(({ id }) => [...recordOf(id).answers.values()]);
  const texts = new Set(answers.map((answer) => JSON.stringify(answer)));
  expect(new Set(answers).size).toBe(texts.size);
});

describe('decisions', () => {
  const decide = (attemptId: number, kind: 'excused' | 'bonus', undoneAt: Date | null) =>
    database.models.Adjustment.create({
      attemptId,
      kind,
      points: kind === 'bonus' ? 2 : null,
      reason: 'Illness',
      madeBy: 1,
      madeAt: new Date(school.clock.now),
      undoneBy: undoneAt && 1,
      undoneAt,
    });

  test('that were taken back are none', async () => {
    const { id } = await largestIn('scores');
    await decide(id, 'excused', new Date(school.clock.now));
    await decide(id, 'bonus', null);
    const { adjustments } = await readRecord(database, id, ['adjustments']);
    expect(adjustments).toEqual([{ entryId: '', kind: 'bonus', points: 2, reason: 'Illness' }]);
  });
});

test('marks of an entry come part by part, with what was taken back', async () => {
  const { id } = await largestIn('scores');
  const mark = (partId: string, points: number | null) =>
    database.models.Mark.create({
      attemptId: id,
      entryId: 'entry',
      partId,
      points,
      markedBy: 1,
      markedAt: new Date(school.clock.now),
    });
  await mark('second', 1);
  await mark('first', null);
  const { marks } = await readRecord(database, id, ['marks']);
  expect(marks.get('entry')?.map(({ partId, points }) => [partId, points])).toEqual([
    ['first', null],
    ['second', 1],
  ]);
});
