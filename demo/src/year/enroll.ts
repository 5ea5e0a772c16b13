/** The teachers, students and classes of a year, as rows. */
import { present } from '@oaken/core/certain';
import { day } from '@oaken/core/timing';
import { insertLines } from '../bulk';
import { yearPeople, type YearClass } from './people';
import type { Target } from './target';

export async function writePeople(
  target: Target,
  subjects: readonly string[],
): Promise<YearClass[]> {
  const { connection, size, now, schoolId, next } = target;
  const people = yearPeople(size, subjects, { account: next.account, class: next.class });
  const made = new Date(now - 7 * day * (size.weeks + 2));
  const secretOf = async (role: string): Promise<string> => {
    const [row] = await connection.query(
      'SELECT secret_hash AS secret FROM accounts WHERE role = ? ORDER BY id LIMIT 1',
      [role],
    );
    return present(row as { secret: string } | undefined, `account of a ${role}`).secret;
  };
  const [teacherSecret, studentSecret] = [await secretOf('teacher'), await secretOf('student')];
  await insertLines(
    connection,
    'accounts',
    [
      ...['id', 'school_id', 'role', 'given_name', 'family_name', 'sign_in_name'],
      ...['student_number', 'grade', 'secret_hash', 'created_at'],
    ],
    [
      ...people.teachers.map((id) => [
        ...[id, schoolId, 'teacher', 'Year', `Teacher ${id}`, `year${id}`],
        ...[null, null, teacherSecret, made],
      ]),
      ...people.students.map(({ id, grade }) => [
        ...[id, schoolId, 'student', `Year ${id}`, 'Student', null],
        ...[`Y${id}`, grade, studentSecret, made],
      ]),
    ],
  );
  await insertLines(
    connection,
    'classes',
    ['id', 'school_id', 'name', 'period', 'grade', 'subject', 'term', 'code', 'created_at'],
    people.classes.map(({ id, grade, subject }) => [
      ...[id, schoolId, `${grade}-${id}`, '', grade, subject, 'This year'],
      ...[`YR${id.toString(36).toUpperCase().padStart(4, '0')}`, made],
    ]),
  );
  await insertLines(
    connection,
    'class_teachers',
    ['class_id', 'teacher_id'],
    people.classes.map(({ id, teacherId }) => [id, teacherId]),
  );
  await insertLines(
    connection,
    'enrollments',
    ['class_id', 'student_id', 'roster_number'],
    people.classes.flatMap(({ id, students }) =>
      students.map((student, index) => [id, student.id, index + 1]),
    ),
  );
  return people.classes;
}
