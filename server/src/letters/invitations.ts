import type { AssignmentRules } from '@oaken/core/assignments';
import { invitation } from '@oaken/core/letters';
import type { Transaction } from 'sequelize';
import {
  schoolZone,
  studentWindow,
  supportsOf,
  ownColumns,
  timeColumns,
  type StoredOwn,
  type StoredTimes,
} from '../assignments/times';
import { fromJson, rows, toMillis, type Database } from '../database/connect';

interface Line extends StoredTimes, StoredOwn {
  accountId: number;
  address: string;
  name: string;
  title: string;
  kind: string;
  items: number;
  teacher: string;
  school: string;
  rules: unknown;
  instructions: string;
  visibleFrom: Date | null;
}

/** Writes an invitation to every student who was given it and has an address; they leave when the student can see it. */
export async function invite(
  database: Database,
  assignmentId: number,
  origin: string,
  now: number,
  transaction: Transaction,
): Promise<number> {
  const zone = await schoolZone(database);
  const lines = await rows<Line>(
    database,
    `SELECT s.id AS accountId, s.email AS address, s.given_name AS name, a.title, a.kind, e.items, CONCAT(o.given_name, ' ', o.family_name) AS teacher,
            h.name AS school, a.rules, a.instructions, a.visible_from AS visibleFrom, ${timeColumns}, ${ownColumns}
       FROM assignment_students g JOIN assignments a ON a.id = g.assignment_id JOIN editions e ON e.id = a.edition_id
       JOIN accounts s ON s.id = g.student_id JOIN accounts o ON o.id = a.given_by JOIN schools h ON h.id = a.school_id
       LEFT JOIN student_supports u ON u.student_id = g.student_id
      WHERE g.assignment_id = :assignmentId AND s.email IS NOT NULL`,
    { assignmentId },
    transaction,
  );
  if (lines.length === 0) return 0;
  const letters = lines.map((own) => {
    const { limitMinutes } = fromJson<AssignmentRules>(own.rules);
    const time = supportsOf(own)?.time;
    const sendAfter = Math.max(now, own.visibleFrom ? toMillis(own.visibleFrom) : 0);
    const { subject, body } = invitation({
      ...own,
      opensAt: toMillis(own.opensAt),
      closesAt: studentWindow(own, own, zone).closesAt,
      limitMinutes: limitMinutes === null || time === null ? null : limitMinutes * (time ?? 1),
      address: `${origin}/seat`,
      zone,
      now: sendAfter,
    });
    return [
      own.accountId,
      assignmentId,
      own.address,
      subject.slice(0, 250),
      body,
      new Date(sendAfter),
    ];
  });
  await database.query(
    'INSERT INTO letters (account_id, assignment_id, address, subject, body, send_after) VALUES :letters',
    { replacements: { letters }, transaction },
  );
  return letters.length;
}
