import type { AssignmentRow } from '@oaken/contract/assignments';
import { recipientsInWords, type AssignmentRules, type Recipients } from '@oaken/core/assignments';
import { windowEnd } from '@oaken/core/timing';
import { asking, ownAssignment } from '../access';
import type { SignedIn } from '../accounts/sessions';
import { fromJson, rows, toMillis, toMillisOrNull, type Database } from '../database/connect';
import {
  lateRuleOf,
  ownColumns,
  schoolZone,
  studentWindow,
  timeColumns,
  windowOf,
  type StoredOwn,
  type StoredTimes,
} from './times';

interface Stored extends StoredTimes {
  id: number;
  testId: number;
  title: string;
  kind: string;
  classes: string | null;
  groups: string | null;
  singles: string | null;
  link: string | null;
  items: number;
  points: number;
  rules: unknown;
  releasedAt: Date | null;
  given: number;
  begun: number;
  working: number;
  meanShare: number | null;
}

const split = (list: string | null) => (list === null ? [] : list.split('\n'));

/** Names of groups and single students, out of the wishes that were kept with the assignment. */
const namesOf = (what: 'groupIds' | 'studentIds', name: string, from: string) =>
  `(SELECT GROUP_CONCAT(${name} SEPARATOR '\n') FROM ${from} WHERE JSON_CONTAINS(COALESCE(JSON_EXTRACT(a.wishes, '$.who.${what}'), '[]'), CAST(x.id AS CHAR)))`;

/** My assignments that meet `condition` (on `a`), with how far their students are, by closing time. */
export async function readAssignments(
  database: Database,
  me: SignedIn,
  condition = 'TRUE',
  values: Record<string, unknown> = {},
): Promise<AssignmentRow[]> {
  const found = await rows<Stored>(
    database,
    `SELECT a.id, e.test_id AS testId, a.title, a.kind, e.items, e.points, ${timeColumns}, a.rules, a.released_at AS releasedAt, a.link_token AS link,
            (SELECT GROUP_CONCAT(c.id, ' ', ac.whole, ' ', c.name ORDER BY c.name SEPARATOR '\n') FROM assignment_classes ac
               JOIN classes c ON c.id = ac.class_id WHERE ac.assignment_id = a.id) AS classes,
            ${namesOf('groupIds', "CONCAT(x.name, ' of ', y.name)", 'class_groups x JOIN classes y ON y.id = x.class_id')} AS \`groups\`,
            IF(JSON_LENGTH(a.wishes, '$.who.studentIds') > 0,
              ${namesOf('studentIds', "CONCAT(x.given_name, ' ', x.family_name)", 'accounts x')}, NULL) AS singles,
            (SELECT COUNT(*) FROM assignment_students g WHERE g.assignment_id = a.id AND g.withdrawn_at IS NULL) AS given,
            (SELECT COUNT(DISTINCT w.student_id) FROM attempts w WHERE w.assignment_id = a.id AND w.handed_in_at IS NULL) AS working,
            COUNT(t.id) AS begun, AVG(IF(t.excused OR EXISTS (SELECT 1 FROM scores s WHERE s.attempt_id = t.id AND s.waits), NULL, t.counted / NULLIF(t.most, 0))) AS meanShare
       FROM assignments a JOIN editions e ON e.id = a.edition_id LEFT JOIN attempts t ON t.assignment_id = a.id AND t.counts
      WHERE ${ownAssignment} AND ${condition}
      GROUP BY a.id ORDER BY a.closes_at IS NULL, a.closes_at DESC`,
    { ...asking(me), ...values },
  );
  const ends = await lastEnds(database, found);
  return found.map(
    ({ begun, working, classes, groups, singles, link, lateUntil, lateOff, ...one }) => {
      const through = split(classes).map((line) => {
        const [id = '', whole = '', ...name] = line.split(' ');
        return { id: Number(id), whole: whole === '1', name: name.join(' ') };
      });
      const names: Recipients = {
        classes: through.filter(({ whole }) => whole).map(({ name }) => name),
        groups: split(groups),
        students: split(singles),
        link: link !== null,
      };
      return {
        ...one,
        recipients: recipientsInWords(names),
        classes: through.map(({ id, name }) => ({ id, name })),
        lateRule: lateRuleOf({ lateUntil, lateOff }),
        rules: fromJson<AssignmentRules>(one.rules),
        opensAt: toMillis(one.opensAt),
        closesAt: toMillisOrNull(one.closesAt),
        stoppedAt: toMillisOrNull(one.stoppedAt),
        releasedAt: toMillisOrNull(one.releasedAt),
        lastEnd: ends.get(one.id) ?? null,
        notBegun: Math.max(0, one.given - begun),
        working,
        handedIn: begun - working,
      };
    },
  );
}

/** When the last window of each assignment ends; those that never end have none. */
async function lastEnds(
  database: Database,
  found: (StoredTimes & { id: number })[],
): Promise<Map<number, number>> {
  const zone = await schoolZone(database);
  const ends = new Map<number, number>();
  for (const own of found) {
    const end = windowEnd(windowOf(own));
    if (end !== null) ends.set(own.id, end);
  }
  // Only those few whose window is longer than everybody's.
  const longer = await rows<StoredOwn & { id: number }>(
    database,
    `SELECT g.assignment_id AS id, ${ownColumns} FROM assignment_students g LEFT JOIN student_supports u ON u.student_id = g.student_id
      WHERE g.assignment_id IN (:ids) AND g.withdrawn_at IS NULL AND (g.closes_at IS NOT NULL OR JSON_VALUE(u.content, '$.extraDays') > 0)`,
    { ids: [0, ...ends.keys()] },
  );
  const byId = new Map(found.map((own) => [own.id, own]));
  for (const own of longer) {
    const end = windowEnd(studentWindow(byId.get(own.id)!, own, zone))!;
    ends.set(own.id, Math.max(end, ends.get(own.id)!));
  }
  return ends;
}
