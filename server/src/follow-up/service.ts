import type { api, AnswerOf, BodyOf, QueryOf } from '@oaken/contract';
import { onStandard } from '@oaken/core/analysis';
import {
  groupByMissed,
  practiceItems,
  usualGroupRules,
  type PracticeItem,
} from '@oaken/core/follow-up';
import { groupBy } from '@oaken/core/lists';
import type { Gathering } from '@oaken/contract/results';
import { Op } from 'sequelize';
import { insistOnRunningAssignment } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { makeGroup } from '../classes/groups';
import type { Context } from '../context';
import { type Database } from '../database/connect';
import { invalid, notFound } from '../problems/problem';
import { isFinished, readLines } from '../results/lines';
import { ownAssignmentRow } from '../results/service';
import { readStatements, scoredWork } from '../results/standards';
import { makeTest } from '../assessments/building';
import type { Attempt } from '../models';
import { elementAt, present, valueOf } from '@oaken/core/certain';
import { usableBanks } from '../banks/rights';
import { valuesOf } from '../models/subquery';
import { sentence } from './sentences';

/** The revisions that have one of these standards or tags. */
function revisionsOn({ models }: Database, by: Gathering, labels: readonly string[]) {
  const { RevisionStandard, RevisionTag, Standard } = models;
  if (by === 'tag') return valuesOf(RevisionTag, 'revisionId', { tag: [...labels] });
  const standardIds = valuesOf(Standard, 'id', { code: [...labels] });
  return valuesOf(RevisionStandard, 'revisionId', { standardId: { [Op.in]: standardIds } });
}

/** Which of these standards or tags each revision has. */
async function labelsOf(
  { models }: Database,
  by: Gathering,
  labels: readonly string[],
  revisionId: number[],
): Promise<Map<number, Set<string>>> {
  const { RevisionStandard, RevisionTag } = models;
  const byTag = async () =>
    (await RevisionTag.findAll({ where: { revisionId, tag: [...labels] }, raw: true })).map(
      (line) => [line.revisionId, line.tag] as const,
    );
  const byStandard = async () =>
    (
      await RevisionStandard.findAll({
        where: { revisionId },
        include: [{ association: 'standard', attributes: ['code'], where: { code: [...labels] } }],
      })
    ).map((line) => [line.revisionId, line.standard?.code ?? ''] as const);
  const found = new Map<number, Set<string>>();
  for (const [id, label] of await (by === 'tag' ? byTag() : byStandard()))
    found.set(id, (found.get(id) ?? new Set()).add(label));
  return found;
}

/** Items that I may use and that are scored by a key, so that practice answers at once. */
async function readPool(
  database: Database,
  me: SignedIn,
  by: Gathering,
  labels: readonly string[],
): Promise<PracticeItem[]> {
  const items = await database.models.Item.findAll({
    attributes: ['id', 'answerCount', 'averageScore', 'revisionId'],
    where: {
      retiredAt: null,
      bankId: [...(await usableBanks(database, me))],
      revisionId: { [Op.in]: revisionsOn(database, by, labels) },
    },
    include: [{ association: 'revision', attributes: ['id'], where: { markedBy: 'machine' } }],
    limit: mostPractice,
  });
  const revisionIds = items.flatMap(({ revisionId }) => revisionId ?? []);
  const known = await labelsOf(database, by, labels, revisionIds);
  return items.map(({ id, answerCount, averageScore, revisionId }) => ({
    id,
    facility: answerCount > 0 ? averageScore : null,
    standards: [...(known.get(revisionId ?? 0) ?? [])],
  }));
}

const mostPractice = 5000;

/** Items that each student has met in anything that they began. */
async function readSeen(
  { models }: Database,
  students: number[],
): Promise<Map<number, Set<number>>> {
  const attempts = await models.Attempt.findAll({
    attributes: ['studentId'],
    where: { studentId: students },
    include: [{ association: 'assignment', attributes: ['editionId'] }],
  });
  const editionOf = ({ assignment }: Attempt) => present(assignment, 'assignment').editionId;
  const pinned = await models.EditionRevision.findAll({
    attributes: ['editionId', 'itemId'],
    where: { editionId: [...new Set(attempts.map(editionOf))] },
  });
  const itemsOf = new Map<number, number[]>();
  for (const { editionId, itemId } of pinned)
    itemsOf.set(editionId, [...(itemsOf.get(editionId) ?? []), itemId]);
  const seen = new Map<number, Set<number>>();
  for (const attempt of attempts) {
    const items = seen.get(attempt.studentId) ?? new Set();
    for (const itemId of itemsOf.get(editionOf(attempt)) ?? []) items.add(itemId);
    seen.set(attempt.studentId, items);
  }
  return seen;
}

const seenByAny = (seen: Map<number, Set<number>>, students: number[]) =>
  new Set(students.flatMap((id) => [...(seen.get(id) ?? [])]));

/** What each student earned on each standard; one that was not asked of the student has no line. */
const earnedByStudent = (
  students: number[],
  codes: string[],
  work: Awaited<ReturnType<typeof scoredWork>>,
) => {
  const works = groupBy(work, ({ studentId }) => studentId);
  return new Map(
    students.map((id) => {
      const made = works.get(id) ?? [];
      const ofStudent = codes.flatMap((code) => {
        const on = onStandard(made.filter(({ labels }) => labels.includes(code)));
        return on ? [{ code, share: on.share, items: on.items }] : [];
      });
      return [id, ofStudent];
    }),
  );
};

export async function readFollowUp(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
  { below, over, by, groups: mostGroups }: QueryOf<typeof api.readFollowUp>,
): Promise<AnswerOf<typeof api.readFollowUp>> {
  const { database } = context;
  await ownAssignmentRow(database, me, assignmentId);
  const finished = (await readLines(database, assignmentId)).filter(isFinished);
  const students = [...new Map(finished.map((line) => [line.studentId, line])).values()];
  const ids = students.map(({ studentId }) => studentId);
  const work = await scoredWork(context, editions, me, ids, over === 'this' ? assignmentId : null, {
    over,
    by,
  });
  const codes = [...new Set(work.flatMap(({ labels }) => labels))].sort();
  const earned = earnedByStudent(ids, codes, work);
  const missing = ids.map((student) => ({ student, standards: valueOf(earned, student) }));
  const groups = groupByMissed(missing, { ...usualGroupRules, below: below / 100, mostGroups });
  const pool = await readPool(database, me, by, codes);
  const seen = await readSeen(database, ids);
  const byId = new Map(students.map((student) => [student.studentId, student]));
  const statements = await readStatements(database, by === 'tag' ? [] : codes);
  return {
    statements: codes.map((code) => ({ code, statement: statements.get(code) ?? '' })),
    secure: ids.length - groups.reduce((sum, group) => sum + group.students.length, 0),
    groups: groups.map((group) => {
      const met = seenByAny(seen, group.students);
      return {
        codes: group.codes,
        students: group.students.map((id) => {
          const line = valueOf(byId, id);
          return {
            id,
            name: line.name,
            class: line.class,
            evidence: group.codes.map((code) => {
              const on = valueOf(earned, id).find((need) => need.code === code);
              return { code, share: on?.share ?? null, items: on?.items ?? 0 };
            }),
          };
        }),
        available: group.codes.map((code) => ({
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
  { clientKey, each, by, groups }: BodyOf<typeof api.makeFollowUp>,
): Promise<AnswerOf<typeof api.makeFollowUp>> {
  const { database } = context;
  await insistOnRunningAssignment(database, me, assignmentId);
  const { AssignmentStudent, ClassGroup } = database.models;
  const given = await AssignmentStudent.findAll({ where: { assignmentId } });
  const classOf = new Map(given.map(({ studentId, classId }) => [studentId, classId]));
  if (!groups.every(({ students }) => students.every((id) => classOf.has(id))))
    throw notFound('oneOfStudents');
  const pool = await readPool(
    database,
    me,
    by,
    groups.flatMap(({ codes }) => codes),
  );
  const seen = await readSeen(
    database,
    groups.flatMap(({ students }) => students),
  );
  const planned = groups.map((group) => ({
    ...group,
    practice: practiceItems(group.codes, pool, seenByAny(seen, group.students), each),
  }));
  const empty = planned.findIndex(({ practice }) =>
    practice.every(({ items }) => items.length === 0),
  );
  if (empty >= 0)
    throw invalid([
      {
        pointer: `/groups/${empty}`,
        message: sentence('forYourBanksHaveNo', { name: elementAt(planned, empty).name }),
      },
    ]);
  const made: AnswerOf<typeof api.makeFollowUp>['made'] = [];
  for (const [index, { name, students, practice }] of planned.entries()) {
    const itemIds = practice.flatMap(({ items }) => items);
    // The same act said twice makes each test once.
    const key = `${clientKey.slice(0, -2)}${index.toString(16).padStart(2, '0')}`;
    const { id: testId } = await makeTest(context, me, {
      clientKey: key,
      title: name,
      kind: 'quiz',
      itemIds,
    });
    const groupIds: number[] = [];
    for (const classId of new Set(students.flatMap((id) => classOf.get(id) ?? []))) {
      const members = students.filter((id) => classOf.get(id) === classId);
      const held = await ClassGroup.findOne({ where: { classId, name } });
      groupIds.push(
        held ? held.id : (await makeGroup(context, me, classId, { name, students: members })).id,
      );
    }
    const without = practice.filter(({ items }) => items.length === 0).map(({ code }) => code);
    made.push({ name, testId, items: itemIds.length, without, students, groupIds });
  }
  return { made };
}
