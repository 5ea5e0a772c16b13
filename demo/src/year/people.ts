/** Teachers, classes and students of a year, numbered on from those that are there. */
import { elementAt } from '@oaken/core/certain';
import { randomFrom } from '@oaken/core/random';

export const classSize = 25;

export interface YearStudent {
  id: number;
  grade: number;
  /** In logits. */
  ability: number;
}
export interface YearClass {
  id: number;
  teacherId: number;
  grade: number;
  subject: string;
  students: YearStudent[];
}

const grades = [6, 7, 8] as const;

/**
 * Each teacher has two classes of 25; each student is in two classes, of two teachers where there are as many.
 *
 * @param first the first ids that are free
 */
export function yearPeople(
  { students, seed }: { students: number; seed: string },
  subjects: readonly string[],
  first: { account: number; class: number },
): { teachers: number[]; students: YearStudent[]; classes: YearClass[] } {
  const count = Math.max(1, Math.ceil(students / classSize));
  const teachers = Array.from({ length: count }, (_, index) => first.account + index);
  const abilities = randomFrom(`${seed}/ability`);
  const everyone = Array.from({ length: students }, (_, index) => ({
    id: first.account + count + index,
    grade: elementAt(grades, Math.floor(index / classSize) % grades.length),
    ability: abilities.normal(),
  }));
  const classes = teachers.flatMap((teacherId, index): YearClass[] =>
    [0, 1].map((second) => ({
      id: first.class + 2 * index + second,
      teacherId,
      grade: elementAt(grades, index % grades.length),
      subject: elementAt(subjects, index % subjects.length),
      students: [],
    })),
  );
  everyone.forEach((student, index) => {
    const home = Math.floor(index / classSize);
    // The second class has one student of each of many first ones.
    const other = (home + 1 + (index % classSize)) % count;
    elementAt(classes, 2 * home).students.push(student);
    elementAt(classes, 2 * other + 1).students.push(student);
  });
  return { teachers, students: everyone, classes };
}
