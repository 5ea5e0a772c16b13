/** Which curriculum a class follows, where it is, and what comes next there. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import { elementAt, present } from '@oaken/core/certain';
import { aboveOf, lineOfDay, nextLeaf } from '@oaken/core/curriculum';
import { wallOf } from '@oaken/core/timing';
import { insistOnClass, rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { testRight } from '../access/test-rights';
import { shareOf } from '../banks/rights';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import type { ClassCurriculum, CurriculumLine } from '../models';
import { notFound } from '../problems/problem';
import { linesOf } from '../curriculum-lines';
import { placedIn } from './reading';

export async function followCurriculum(
  { database }: Context,
  me: SignedIn,
  classId: number,
  { curriculumId, lineId }: BodyOf<typeof api.followCurriculum>,
): Promise<void> {
  const { ClassCurriculum, Curriculum, CurriculumLine } = database.models;
  await database.transaction(async (transaction) => {
    await insistOnClass(database, me, classId, transaction);
    if (curriculumId === null) {
      await ClassCurriculum.destroy({ where: { classId }, transaction });
      return;
    }
    const isReadable = await Curriculum.scope(rule('readableBy', me)).count({
      where: { id: curriculumId, removedAt: null },
      transaction,
    });
    if (isReadable === 0) throw notFound('curriculum');
    const where = { id: lineId ?? 0, curriculumId, removedAt: null };
    if (lineId !== null && (await CurriculumLine.count({ where, transaction })) === 0)
      throw notFound('line');
    await ClassCurriculum.upsert({ classId, curriculumId, lineId }, { transaction });
  });
}

type Next = AnswerOf<typeof api.readComingNext>['classes'][number];

const placeOf = (lines: readonly CurriculumLine[], index: number) => ({
  lineId: elementAt(lines, index).id,
  title: elementAt(lines, index).title,
  within: aboveOf(lines, index)
    .map((above) => elementAt(lines, above).title)
    .reverse(),
});

/** Which of these tests a class has had. */
async function givenTo(
  { models }: Database,
  classId: number,
  testIds: readonly number[],
): Promise<Set<number>> {
  const given = await models.Assignment.findAll({
    attributes: ['id'],
    where: { unassignedAt: null },
    include: [
      { association: 'edition', attributes: ['testId'], where: { testId: [...testIds] } },
      { association: 'assignmentClasses', attributes: ['classId'], where: { classId } },
    ],
  });
  return new Set(given.flatMap(({ edition }) => edition?.testId ?? []));
}

async function nextOf(
  database: Database,
  me: SignedIn,
  classId: number,
  line: CurriculumLine,
): Promise<Pick<NonNullable<Next['next']>, 'tests' | 'items'>> {
  const placed = present((await placedIn(database, me, [line.id])).get(line.id), 'contents');
  const tests = await database.models.Test.findAll({
    where: { id: placed.tests },
    include: [shareOf(me)],
  });
  const given = await givenTo(database, classId, placed.tests);
  return {
    items: placed.items.length,
    tests: placed.tests.flatMap((id) => {
      const test = tests.find((candidate) => candidate.id === id);
      if (!test) return [];
      return { id, title: test.title, given: given.has(id), may: testRight(test, me) };
    }),
  };
}

async function comingNext(
  database: Database,
  me: SignedIn,
  followed: ClassCurriculum,
  { lines, today }: { lines: readonly CurriculumLine[]; today: string },
): Promise<Next> {
  const { classId, curriculumId, lineId } = followed;
  const chosen = lines.findIndex(({ id }) => id === lineId);
  const now = chosen >= 0 ? chosen : lineOfDay(lines, today);
  const next = nextLeaf(lines, now);
  return {
    classId,
    className: followed.class?.name ?? '',
    curriculumId,
    now: now < 0 ? null : placeOf(lines, now),
    next:
      next < 0
        ? null
        : {
            ...placeOf(lines, next),
            ...(await nextOf(database, me, classId, elementAt(lines, next))),
          },
  };
}

export async function readComingNext(
  { database, now }: Context,
  me: SignedIn,
): Promise<{ classes: Next[] }> {
  const { ClassCurriculum, Curriculum, School, SchoolClass } = database.models;
  const classes = await SchoolClass.scope(rule('taughtBy', me)).findAll({
    attributes: ['id'],
    where: { archivedAt: null },
  });
  const followed = await ClassCurriculum.findAll({
    where: { classId: classes.map(({ id }) => id) },
    include: ['class'],
    order: [['class', 'name', 'ASC']],
  });
  const readable = await Curriculum.scope(rule('readableBy', me)).findAll({
    attributes: ['id'],
    where: { id: followed.map(({ curriculumId }) => curriculumId), removedAt: null },
  });
  const lines = await linesOf(
    database,
    readable.map(({ id }) => id),
  );
  const { zone } = present(await School.findByPk(me.account.schoolId), 'school');
  const [today = ''] = wallOf(now(), zone).split('T');
  const next: Next[] = [];
  for (const line of followed) {
    const outline = lines.get(line.curriculumId);
    if (outline) next.push(await comingNext(database, me, line, { lines: outline, today }));
  }
  return { classes: next };
}
