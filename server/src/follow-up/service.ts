import type { api, AnswerOf, BodyOf, QueryOf } from '@oaken/contract';
import { onStandard } from '@oaken/core/analysis';
import {
  groupByMissed,
  practiceItems,
  usualGroupRules,
  type PracticeItem,
} from '@oaken/core/follow-up';
import { asking, insistOnRunningAssignment, usableBank } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Editions } from '../attempts/editions';
import { makeGroup } from '../classes/groups';
import type { Context } from '../context';
import { row, rows, type Database } from '../database/connect';
import { invalid, notFound } from '../http/problem';
import { gather } from '../results/gather';
import { ownAssignmentRow } from '../results/service';
import { readStatements, scoredWork } from '../results/standards';
import { makeTest } from '../assessments/building';

/** Items on these standards that I may use and that are scored by a key, so that practice answers at once. */
const readPool = async (
  database: Database,
  me: SignedIn,
  codes: string[],
): Promise<PracticeItem[]> =>
  (
    await rows<{ id: number; facility: number | null; codes: string }>(
      database,
      `SELECT i.id, CASE WHEN i.seen_n > 0 THEN i.seen_share END AS facility, GROUP_CONCAT(DISTINCT d.code SEPARATOR '\n') AS codes
         FROM standards d JOIN revision_standards s ON s.standard_id = d.id JOIN revisions r ON r.id = s.revision_id
         JOIN items i ON i.revision_id = r.id JOIN banks b ON b.id = i.bank_id
        WHERE d.code IN (:codes) AND r.marked_by = 'machine' AND i.retired_at IS NULL AND ${usableBank} GROUP BY i.id LIMIT 5000`,
      { ...asking(me), codes: ['', ...codes] },
    )
  ).map((own) => ({ ...own, codes: undefined, standards: own.codes.split('\n') }));

/** Items that each student has met in anything that they began. */
async function readSeen(database: Database, students: number[]): Promise<Map<number, Set<number>>> {
  const found = await rows<{ studentId: number; itemId: number }>(
    database,
    `SELECT DISTINCT t.student_id AS studentId, er.item_id AS itemId FROM attempts t JOIN assignments a ON a.id = t.assignment_id
       JOIN edition_revisions er ON er.edition_id = a.edition_id WHERE t.student_id IN (:students)`,
    { students: [0, ...students] },
  );
  const seen = new Map<number, Set<number>>();
  for (const { studentId, itemId } of found)
    seen.set(studentId, (seen.get(studentId) ?? new Set()).add(itemId));
  return seen;
}

const seenByAny = (seen: Map<number, Set<number>>, students: number[]) =>
  new Set(students.flatMap((id) => [...(seen.get(id) ?? [])]));

export async function readFollowUp(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  { below, over, groups: mostGroups }: QueryOf<typeof api.readFollowUp>,
): Promise<AnswerOf<typeof api.readFollowUp>> {
  const { database } = context;
  await ownAssignmentRow(database, me, assignmentId);
  const { lines } = await gather(database, assignmentId);
  const students = [
    ...new Map(
      lines
        .filter(({ handedInAt, excused }) => handedInAt && !excused)
        .map((own) => [own.studentId, own]),
    ).values(),
  ];
  const ids = students.map(({ studentId }) => studentId);
  const work = await scoredWork(context, editions, me, ids, over === 'this' ? assignmentId : null, {
    over,
  });
  const codes = [...new Set(work.flatMap(({ standards }) => standards))].sort();
  const earned = new Map(
    ids.map((id) => {
      const own = work.filter(({ studentId }) => studentId === id);
      return [
        id,
        codes.flatMap((code) => {
          const on = onStandard(own.filter(({ standards }) => standards.includes(code)));
          return on ? [{ code, share: on.share, items: on.items }] : [];
        }),
      ] as const;
    }),
  );
  const missing = ids.map((student) => ({ student, standards: earned.get(student)! }));
  const groups = groupByMissed(missing, { ...usualGroupRules, below: below / 100, mostGroups });
  const pool = await readPool(database, me, codes);
  const seen = await readSeen(database, ids);
  const byId = new Map(students.map((own) => [own.studentId, own]));
  const statements = await readStatements(database, codes);
  return {
    statements: codes.map((code) => ({ code, statement: statements.get(code) ?? '' })),
    secure: ids.length - groups.reduce((sum, own) => sum + own.students.length, 0),
    groups: groups.map((own) => {
      const met = seenByAny(seen, own.students);
      return {
        codes: own.codes,
        students: own.students.map((id) => {
          const line = byId.get(id)!;
          return {
            id,
            name: `${line.givenName} ${line.familyName}`.trim(),
            class: line.class,
            evidence: own.codes.map((code) => {
              const on = earned.get(id)!.find((one) => one.code === code);
              return { code, share: on?.share ?? null, items: on?.items ?? 0 };
            }),
          };
        }),
        available: own.codes.map((code) => ({
          code,
          items: pool.filter(({ id, standards }) => standards.includes(code) && !met.has(id))
            .length,
        })),
      };
    }),
  };
}

export async function makeFollowUp(
  context: Context,
  me: SignedIn,
  assignmentId: number,
  { clientKey, each, groups }: BodyOf<typeof api.makeFollowUp>,
): Promise<AnswerOf<typeof api.makeFollowUp>> {
  const { database } = context;
  await insistOnRunningAssignment(database, me, assignmentId);
  const given = await rows<{ studentId: number; classId: number | null }>(
    database,
    'SELECT student_id AS studentId, class_id AS classId FROM assignment_students WHERE assignment_id = :assignmentId',
    { assignmentId },
  );
  const classOf = new Map(given.map(({ studentId, classId }) => [studentId, classId]));
  if (!groups.every(({ students }) => students.every((id) => classOf.has(id))))
    throw notFound('One of the students');
  const pool = await readPool(
    database,
    me,
    groups.flatMap(({ codes }) => codes),
  );
  const seen = await readSeen(
    database,
    groups.flatMap(({ students }) => students),
  );
  const planned = groups.map((own) => ({
    ...own,
    practice: practiceItems(own.codes, pool, seenByAny(seen, own.students), each),
  }));
  const empty = planned.findIndex(({ practice }) =>
    practice.every(({ items }) => items.length === 0),
  );
  if (empty >= 0)
    throw invalid([
      {
        pointer: `/groups/${empty}`,
        message: `For “${planned[empty]!.name}” your banks have no items on these standards that none of its students has met.`,
      },
    ]);
  const made: AnswerOf<typeof api.makeFollowUp>['made'] = [];
  for (const [at, { name, students, practice }] of planned.entries()) {
    const itemIds = practice.flatMap(({ items }) => items);
    // The same act said twice makes each test once.
    const key = `${clientKey.slice(0, -2)}${at.toString(16).padStart(2, '0')}`;
    const { id: testId } = await makeTest(context, me, {
      clientKey: key,
      title: name,
      kind: 'quiz',
      itemIds,
    });
    const groupIds: number[] = [];
    for (const classId of new Set(students.flatMap((id) => classOf.get(id) ?? []))) {
      const members = students.filter((id) => classOf.get(id) === classId);
      const held = await row<{ id: number }>(
        database,
        'SELECT id FROM class_groups WHERE class_id = :classId AND name = :name',
        { classId, name },
      );
      groupIds.push(
        held ? held.id : (await makeGroup(context, me, classId, { name, students: members })).id,
      );
    }
    const without = practice.filter(({ items }) => items.length === 0).map(({ code }) => code);
    made.push({ name, testId, items: itemIds.length, without, students, groupIds });
  }
  return { made };
}
