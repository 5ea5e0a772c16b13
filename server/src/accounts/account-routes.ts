/** The school's accounts, for its administrators; and everybody's own. */
import { api, type AnswerOf } from '@oaken/contract';
import type { Context } from '../context';
import { row, rows, toMillisOrNull } from '../database/connect';
import type { Bind } from '../http/bind';

export function accountRoutes(bind: Bind, { database }: Context): void {
  bind(api.listAccounts, async ({ me }) => {
    const staff = await rows<{
      id: number;
      role: 'teacher' | 'administrator';
      givenName: string;
      familyName: string;
      signInName: string;
      classes: number;
      signedInAt: Date | null;
    }>(
      database,
      `SELECT a.id, a.role, a.given_name AS givenName, a.family_name AS familyName, a.sign_in_name AS signInName,
              (SELECT COUNT(*) FROM class_teachers ct WHERE ct.teacher_id = a.id) AS classes, a.signed_in_at AS signedInAt
         FROM accounts a WHERE a.school_id = :school AND a.role <> 'student' ORDER BY a.family_name, a.given_name`,
      { school: me.account.schoolId },
    );
    const counts = await row<AnswerOf<typeof api.listAccounts>['counts']>(
      database,
      `SELECT (SELECT COUNT(*) FROM accounts WHERE role = 'student' AND school_id = :school) AS students,
              (SELECT COUNT(*) FROM classes WHERE school_id = :school) AS classes,
              (SELECT COUNT(*) FROM items i JOIN banks b ON b.id = i.bank_id WHERE b.school_id = :school) AS items,
              (SELECT COUNT(*) FROM standards) AS standards,
              (SELECT COUNT(*) FROM attempts t JOIN assignments a ON a.id = t.assignment_id WHERE a.school_id = :school) AS attempts`,
      { school: me.account.schoolId },
    );
    return {
      staff: staff.map((person) => ({ ...person, signedInAt: toMillisOrNull(person.signedInAt) })),
      counts: counts!,
    };
  });
}
