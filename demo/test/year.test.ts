/** Who is in a simulated year, and what they answer. */
import { randomFrom } from '@oaken/core/random';
import fc from 'fast-check';
import { outcomeOf, type Askable } from '../src/year/askable';
import { classSize, yearPeople } from '../src/year/people';
import { sitThrough } from '../src/year/work';

const subjects = ['Mathematics', 'Geography'];
const first = { account: 100, class: 40 };
const people = (students: number, seed = 's') => yearPeople({ students, seed }, subjects, first);
/** A year of whole classes: so many teachers have 25 students each. */
const size = fc.integer({ min: 1, max: 60 }).map((teachers) => teachers * classSize);

describe('the people of a year', () => {
  test('every teacher has two full classes', () =>
    fc.assert(
      fc.property(size, (students) => {
        const { teachers, classes } = people(students);
        expect(classes.map(({ teacherId }) => teacherId)).toEqual(
          teachers.flatMap((id) => [id, id]),
        );
        expect(classes.reduce((sum, { students: list }) => sum + list.length, 0)).toBe(
          2 * students,
        );
      }),
    ));

  test('every student is in two classes, and in none twice', () =>
    fc.assert(
      fc.property(size, (students) => {
        const { classes, students: everyone } = people(students);
        const places = new Map<number, Set<number>>();
        for (const { id, students: list } of classes)
          for (const student of list)
            places.set(student.id, (places.get(student.id) ?? new Set()).add(id));
        expect(everyone.every(({ id }) => places.get(id)?.size === 2)).toBe(true);
      }),
    ));

  test('nobody has the number of somebody else', () => {
    const { teachers, students, classes } = people(200);
    const ids = [...teachers, ...students.map(({ id }) => id)];
    expect(new Set(ids).size).toBe(ids.length);
    expect(Math.min(...ids)).toBe(first.account);
    expect(classes.map(({ id }) => id)).toEqual(classes.map((_, index) => first.class + index));
  });

  test('the same seed gives the same school, another seed another', () => {
    expect(people(75)).toEqual(people(75));
    expect(people(75, 'other')).not.toEqual(people(75));
  });
});

const item = (id: number, difficulty = 0): Askable => ({
  itemId: id,
  revisionId: id,
  subject: 'Mathematics',
  content: { stem: '<p>?</p>', parts: [], explanation: '', hints: [], notes: '' },
  standards: [],
  depth: 1,
  points: 2,
  right: { responses: '{"a":"right"}', share: 1 },
  wrong: [
    { responses: '{"a":"wrong"}', share: 0 },
    { responses: '{"a":"half"}', share: 0.5 },
  ],
  difficulty,
});
const rightOf = (ability: number, difficulty: number) => {
  const random = randomFrom(`${ability} ${difficulty}`);
  const outcomes = Array.from({ length: 2000 }, () =>
    outcomeOf(item(1, difficulty), ability, random),
  );
  return outcomes.filter(({ share }) => share === 1).length / outcomes.length;
};

describe('an answer of a year', () => {
  test('is right more often for the able, and for the easy', () => {
    expect(rightOf(2, 0)).toBeGreaterThan(rightOf(-2, 0) + 0.3);
    expect(rightOf(0, -2)).toBeGreaterThan(rightOf(0, 2) + 0.3);
  });

  test('is as often right as the model says: half of them know it, a third of the others guess', () =>
    expect(Math.abs(rightOf(0, 0) - (0.5 + 0.5 / 3))).toBeLessThan(0.04));
});

describe('a piece of work', () => {
  const students = Array.from({ length: 25 }, (_, index) => ({
    id: index + 1,
    grade: 6 + (index % 2),
    ability: 0,
  }));
  const entries = [1, 2, 3].map((id) => ({ id: `y0000${id}`, item: item(id) }));
  let next = 1;
  const work = sitThrough(
    { assignmentId: 9, entries, opens: 0 },
    students,
    randomFrom('work'),
    () => next++,
  );

  test('has an answer and a score for each question', () => {
    expect(work.attempts.length).toBeGreaterThan(15);
    expect(work.answers).toHaveLength(3 * work.attempts.length);
    expect(work.scores).toHaveLength(3 * work.attempts.length);
  });

  test('earns what its scores add up to', () => {
    const earned = new Map<unknown, number>();
    for (const [attempt, , points] of work.scores)
      earned.set(attempt, (earned.get(attempt) ?? 0) + Number(points));
    for (const line of work.attempts) expect(line[10]).toBe(earned.get(line[0]));
  });

  test('counts each answer once, by grade', () => {
    const sums = work.sums.get('y00001')!;
    expect([...sums.keys()].sort()).toEqual([6, 7]);
    expect([...sums.values()].reduce((sum, { answers }) => sum + answers, 0)).toBe(
      work.attempts.length,
    );
  });
});
