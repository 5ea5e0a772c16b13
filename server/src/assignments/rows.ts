import type { AssignmentRow } from '@oaken/contract/assignments';
import type { AssignmentRules } from '@oaken/core/assignments';
import type { Sequelize } from 'sequelize';
import { asking, ownAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { fromJson, rows, toMillis, toMillisOrNull } from '../database/connect';

interface Stored {
  id: number;
  testId: number;
  title: string;
  kind: string;
  classes: string;
  items: number;
  points: number;
  opensAt: Date;
  closesAt: Date | null;
  lateUntil: Date | null;
  rules: unknown;
  releasedAt: Date | null;
  given: number;
  begun: number;
  handedIn: number;
  meanShare: number | null;
}

/** My assignments that meet `condition` (on `a`), with how far their students are, by closing time. */
export async function readAssignments(
  database: Sequelize,
  me: SignedIn,
  condition = 'TRUE',
  values: Record<string, unknown> = {},
): Promise<AssignmentRow[]> {
  const found = await rows<Stored>(
    database,
    `SELECT a.id, e.test_id AS testId, a.title, a.kind, e.items, e.points, a.opens_at AS opensAt, a.closes_at AS closesAt,
            a.late_until AS lateUntil, a.rules, a.released_at AS releasedAt,
            (SELECT GROUP_CONCAT(c.id, ' ', c.name ORDER BY c.name SEPARATOR '\n') FROM assignment_classes ac
               JOIN classes c ON c.id = ac.class_id WHERE ac.assignment_id = a.id) AS classes,
            (SELECT COUNT(*) FROM assignment_students g WHERE g.assignment_id = a.id) AS given,
            COUNT(t.id) AS begun, COUNT(t.handed_in_at) AS handedIn, AVG(t.points / NULLIF(t.most, 0)) AS meanShare
       FROM assignments a JOIN editions e ON e.id = a.edition_id LEFT JOIN attempts t ON t.assignment_id = a.id
      WHERE ${ownAssignment} AND ${condition}
      GROUP BY a.id ORDER BY a.closes_at IS NULL, a.closes_at DESC`,
    { ...asking(me), ...values },
  );
  return found.map(({ begun, classes, ...one }) => ({
    ...one,
    classes: classes.split('\n').map((line) => {
      const space = line.indexOf(' ');
      return { id: Number(line.slice(0, space)), name: line.slice(space + 1) };
    }),
    rules: fromJson<AssignmentRules>(one.rules),
    opensAt: toMillis(one.opensAt),
    closesAt: toMillisOrNull(one.closesAt),
    lateUntil: toMillisOrNull(one.lateUntil),
    releasedAt: toMillisOrNull(one.releasedAt),
    notBegun: one.given - begun,
    working: begun - one.handedIn,
  }));
}
