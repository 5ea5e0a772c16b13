/** Curricula as their pages show them: lines with how much is placed in them, and what is in one line. */
import type { AnswerOf, api } from '@oaken/contract';
import type { LineContent } from '@oaken/contract/curricula';
import { totalsOf, type Placed } from '@oaken/core/curriculum';
import { elementAt, present } from '@oaken/core/certain';
import { readOutline } from '@oaken/core/assessments';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { testRight } from '../access/test-rights';
import { readableBanks, shareOf } from '../banks/rights';
import { readItems } from '../banks/rows';
import type { Context } from '../context';
import { findLine, linesOf } from '../curriculum-lines';
import type { Database } from '../database/connect';
import type { Curriculum, CurriculumPlacement } from '../models';

/** Of these items and tests, those that I may read. */
async function readable(
  { models }: Database,
  me: SignedIn,
  placements: readonly CurriculumPlacement[],
) {
  const idsOf = (key: 'itemId' | 'testId') => [
    ...new Set(placements.flatMap((placement) => placement[key] ?? [])),
  ];
  const banks = await readableBanks({ models } as Database, me);
  const [items, tests] = await Promise.all([
    models.Item.findAll({
      attributes: ['id'],
      where: { id: idsOf('itemId'), bankId: [...banks.keys()], retiredAt: null },
      raw: true,
    }),
    models.Test.scope(rule('readableBy', me)).findAll({
      attributes: ['id'],
      where: { id: idsOf('testId'), removedAt: null },
      raw: true,
    }),
  ]);
  return {
    items: new Set(items.map(({ id }) => id)),
    tests: new Set(tests.map(({ id }) => id)),
  };
}

/** What of the contents of lines I may read, by line. */
export async function placedIn(
  database: Database,
  me: SignedIn,
  lineIds: readonly number[],
): Promise<Map<number, { items: number[]; tests: number[] }>> {
  const placements = await database.models.CurriculumPlacement.findAll({
    where: { lineId: [...lineIds] },
    order: ['lineId', 'position', 'id'],
  });
  const mine = await readable(database, me, placements);
  const placed = new Map(lineIds.map((id) => [id, { items: [], tests: [] } as MutablePlaced]));
  for (const { lineId, itemId, testId } of placements) {
    const line = placed.get(lineId);
    if (itemId !== null && mine.items.has(itemId)) line?.items.push(itemId);
    if (testId !== null && mine.tests.has(testId)) line?.tests.push(testId);
  }
  return placed;
}
type MutablePlaced = { -readonly [Key in keyof Placed]: number[] };

const mayEdit = ({ ownerId, reach, schoolId }: Curriculum, { account }: SignedIn) =>
  ownerId === account.id || (reach === 'edit' && schoolId === account.schoolId);

export async function listCurricula(
  { database }: Context,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listCurricula>> {
  const curricula = await database.models.Curriculum.scope(rule('readableBy', me)).findAll({
    where: { removedAt: null },
    include: ['owner'],
    order: ['name', 'id'],
  });
  const lines = await linesOf(
    database,
    curricula.map(({ id }) => id),
  );
  const lineIds = [...lines.values()].flatMap((list) => list.map(({ id }) => id));
  const placed = await placedIn(database, me, lineIds);
  return {
    curricula: curricula.map((curriculum) => {
      const outline = lines.get(curriculum.id) ?? [];
      const totals = totalsOf(
        outline,
        outline.map(({ id }) => present(placed.get(id), 'contents of the line')),
      );
      return {
        id: curriculum.id,
        name: curriculum.name,
        subject: curriculum.subject,
        reach: curriculum.reach,
        owner: curriculum.owner?.fullName ?? '',
        mine: curriculum.ownerId === me.account.id,
        may: mayEdit(curriculum, me) ? ('edit' as const) : ('read' as const),
        version: curriculum.version,
        lines: outline.map(({ id, title, kind, level, startsOn }, index) => ({
          id,
          title,
          kind,
          level,
          startsOn,
          ...elementAt(totals, index),
        })),
      };
    }),
    classes: await followingOf(database, me),
  };
}

async function followingOf({ models }: Database, me: SignedIn) {
  const classes = await models.SchoolClass.scope(rule('taughtBy', me)).findAll({
    attributes: ['id', 'name'],
    where: { archivedAt: null },
    include: [{ association: 'curriculum', required: false }],
    order: ['name'],
  });
  return classes.map(({ id, name, curriculum }) => ({
    classId: id,
    className: name,
    curriculumId: curriculum?.curriculumId ?? null,
    lineId: curriculum?.lineId ?? null,
  }));
}

export async function readCurriculumLine(
  { database }: Context,
  me: SignedIn,
  lineId: number,
): Promise<AnswerOf<typeof api.readCurriculumLine>> {
  await findLine(database, me, lineId);
  const { CurriculumPlacement, Test } = database.models;
  const placements = await CurriculumPlacement.findAll({
    where: { lineId },
    order: ['position', 'id'],
  });
  const items = await readItems(
    database,
    me,
    placements.flatMap(({ itemId }) => itemId ?? []),
  );
  const tests = await Test.scope(rule('readableBy', me)).findAll({
    where: { id: placements.flatMap(({ testId }) => testId ?? []), removedAt: null },
    include: ['owner', shareOf(me)],
  });
  const itemOf = new Map(items.map((item) => [item.id, item]));
  const testOf = new Map(tests.map((test) => [test.id, test]));
  const contents = placements.flatMap(({ itemId, testId }): LineContent[] => {
    const item = itemOf.get(itemId ?? 0);
    if (item) return [{ kind: 'item', id: item.id, item }];
    const test = testOf.get(testId ?? 0);
    if (!test) return [];
    const { kind, ready } = readOutline(test.outline);
    const { title, owner } = test;
    const shown = { title, kind, ready, owner: owner?.fullName ?? '', may: testRight(test, me) };
    return [{ kind: 'test', id: test.id, test: shown }];
  });
  return { contents, hidden: placements.length - contents.length };
}
