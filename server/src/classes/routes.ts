import { api } from '@oaken/contract';
import type { ClassRow } from '@oaken/contract/classes';
import { asking, insistOnClass, ownClass } from '../access';
import { Account } from '../accounts/model';
import { hashSecret, newPasscode } from '../accounts/secrets';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { row, rows, toMillisOrNull } from '../database/connect';
import type { Bind } from '../http/bind';
import { notFound } from '../http/problem';

export function classRoutes(bind: Bind, { database }: Context): void {
  const myClasses = (me: SignedIn, classId: number | null) =>
    rows<ClassRow>(
      database,
      `SELECT c.id, c.name, c.period, c.grade, c.subject, c.term, c.code, COUNT(e.student_id) AS students
         FROM classes c LEFT JOIN enrolments e ON e.class_id = c.id AND e.left_at IS NULL
        WHERE ${ownClass} AND c.put_away_at IS NULL AND (:classId IS NULL OR c.id = :classId)
        GROUP BY c.id ORDER BY c.name`,
      { ...asking(me), classId },
    );

  bind(api.listClasses, async ({ me }) => ({ classes: await myClasses(me, null) }));

  bind(api.countStudents, async ({ me, query }) => {
    const counted = await row<{ students: number }>(
      database,
      `SELECT COUNT(DISTINCT e.student_id) AS students FROM enrolments e JOIN classes c ON c.id = e.class_id
        WHERE c.id IN (:classes) AND e.left_at IS NULL AND ${ownClass}`,
      { ...asking(me), classes: query.classes },
    );
    return { students: counted!.students };
  });

  bind(api.readClass, async ({ me, params: { classId } }) => {
    const [own] = await myClasses(me, classId);
    if (!own) throw notFound('The class');
    const roll = await rows<{
      id: number;
      rollNumber: number;
      givenName: string;
      familyName: string;
      studentNumber: string;
      signedInAt: Date | null;
      handedIn: number;
    }>(
      database,
      `SELECT s.id, e.roll_number AS rollNumber, s.given_name AS givenName, s.family_name AS familyName,
              COALESCE(s.student_number, '') AS studentNumber, s.signed_in_at AS signedInAt,
              (SELECT COUNT(*) FROM assignment_students g JOIN assignments a ON a.id = g.assignment_id AND a.taken_back_at IS NULL
                 JOIN attempts t ON t.assignment_id = a.id AND t.student_id = s.id AND t.handed_in_at IS NOT NULL
                WHERE g.student_id = s.id AND g.class_id = e.class_id) AS handedIn
         FROM enrolments e JOIN accounts s ON s.id = e.student_id
        WHERE e.class_id = :classId AND e.left_at IS NULL ORDER BY e.roll_number`,
      { classId },
    );
    return { class: own, roll: roll.map((one) => ({ ...one, signedInAt: toMillisOrNull(one.signedInAt) })) };
  });

  bind(api.renewPasscode, async ({ me, params: { classId, studentId } }) => {
    await insistOnClass(database, me, classId);
    const student = await row(
      database,
      'SELECT student_id FROM enrolments WHERE class_id = :classId AND student_id = :studentId AND left_at IS NULL',
      { classId, studentId },
    );
    if (!student) throw notFound('The student');
    const passcode = newPasscode();
    await Account.update({ secretHash: await hashSecret(passcode) }, { where: { id: studentId, role: 'student' } });
    await database.query('DELETE FROM sessions WHERE account_id = :studentId', {
      replacements: { studentId },
    });
    return { passcode };
  });
}
