/** Finding tests on the shelf. */
import type { AnswerOf, api, QueryOf } from '@oaken/contract';
import type { TestRow } from '@oaken/contract/assessments';
import { findTests, type ShelvedTest } from '@oaken/core/shelf';
import { chainsOf } from '@oaken/core/tree';
import { Op } from 'sequelize';
import { rule } from '../access';
import { testRight } from '../access/test-rights';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { renewFacts } from './facts';
import type { TestFacts } from '../models';
import type { Assignment, Test } from '../models';
import { present } from '@oaken/core/certain';
import { shareOf } from '../banks/rights';
import { placedBelow } from '../curriculum-lines';

const pageSize = 50;

/** A test with what is told beside it. */
interface Shelved {
  test: Test;
  facts: TestFacts;
  /** How often it was given, by anybody. */
  given: number;
  /** The classes that I gave it to. */
  classes: string[];
}

export async function searchTests(
  { database }: Context,
  me: SignedIn,
  wanted: QueryOf<typeof api.searchTests>,
): Promise<AnswerOf<typeof api.searchTests>> {
  await renewFacts(database, me);
  const { Standard, TestFolder } = database.models;
  const tree = { attributes: ['id', 'parentId'] };
  const [byId, standards, folders] = await Promise.all([
    readShelf(database, me, wanted.words !== undefined && wanted.words !== ''),
    Standard.findAll(tree),
    TestFolder.findAll({ ...tree, where: { ownerId: me.account.id } }),
  ]);
  const [standardChain, folderChain] = [chainsOf(standards), chainsOf(folders)];
  const among =
    wanted.curriculumLine === undefined
      ? null
      : new Set((await placedBelow(database, me, wanted.curriculumLine)).tests);
  const asked = [...byId.values()].filter(({ test }) => among === null || among.has(test.id));
  const shelved = asked.map(({ test, facts, given }): ShelvedTest => {
    const folder = folderOf(test);
    return {
      ...facts,
      id: test.id,
      title: test.title,
      standards: [...new Set(facts.standards.flatMap(({ id }) => standardChain(id)))],
      shelf: shelfOf(test, me),
      folders: folder === null ? [] : folderChain(folder),
      given,
      createdAt: toMillis(test.createdAt),
      changedAt: toMillis(test.changedAt),
      text: [test.words, test.owner?.fullName, ...facts.standards.map(({ code }) => code)].join(
        ' ',
      ),
    };
  });
  const { sort, from, machine, curriculumLine: _, ...filters } = wanted;
  const { ids, counts } = findTests(
    shelved,
    { ...filters, machine: machine === undefined ? undefined : machine === 'yes' },
    sort,
  );
  return {
    total: ids.length,
    tests: ids
      .slice(from, from + pageSize)
      .map((id) => rowOf(present(byId.get(id), 'test that was found'), me)),
    counts,
  };
}

/** What I may change is mine to build, whoever began it. */
function shelfOf(test: Test, me: SignedIn): ShelvedTest['shelf'] {
  if (testRight(test, me) === 'edit') return 'mine';
  return test.schoolId === me.account.schoolId ? 'school' : 'everybody';
}

const rowOf = ({ test, facts, given, classes }: Shelved, me: SignedIn): TestRow => ({
  id: test.id,
  title: test.title,
  kind: facts.kind,
  subject: facts.subject,
  grades: facts.grades,
  standards: facts.standards.map(({ code }) => code),
  items: facts.items,
  points: facts.points,
  machine: facts.machine,
  media: facts.media,
  ready: test.ready,
  mine: test.ownerId === me.account.id,
  owner: test.owner?.fullName ?? '',
  reach: test.reach,
  may: testRight(test, me),
  folder: folderOf(test),
  given,
  classes,
  changedAt: toMillis(test.changedAt),
});

const folderOf = ({ filings = [] }: Test) => filings[0]?.folderId ?? null;

/** Every test that I may read, with the words of its items only where words are looked for. */
async function readShelf(
  database: Database,
  me: SignedIn,
  withWords: boolean,
): Promise<Map<number, Shelved>> {
  const { Assignment, Test } = database.models;
  const accountId = me.account.id;
  const tests = await Test.scope(rule('readableBy', me)).findAll({
    attributes: { exclude: withWords ? ['outline'] : ['outline', 'words'] },
    where: { removedAt: null, facts: { [Op.ne]: null } },
    include: [
      shareOf(me),
      'owner',
      { association: 'filings', required: false, where: { accountId } },
    ],
  });
  const assignments = await Assignment.findAll({
    attributes: ['id', 'assignedBy'],
    where: { unassignedAt: null },
    include: [
      {
        association: 'edition',
        attributes: ['testId'],
        where: { testId: tests.map(({ id }) => id) },
      },
    ],
  });
  const classes = await classesByAssignment(
    database,
    assignments.filter(({ assignedBy }) => assignedBy === accountId),
  );
  const byTest = new Map<number, Assignment[]>();
  for (const assignment of assignments) {
    const testId = assignment.edition?.testId ?? 0;
    byTest.set(testId, [...(byTest.get(testId) ?? []), assignment]);
  }
  return new Map(
    tests.map((test): [number, Shelved] => {
      const given = byTest.get(test.id) ?? [];
      const names = given.flatMap(({ id }) => classes.get(id) ?? []);
      const facts = present(test.facts, 'facts of the test');
      return [
        test.id,
        { test, facts, given: given.length, classes: [...new Set(names)].sort(inOrder) },
      ];
    }),
  );
}

const inOrder = (a: string, b: string) => a.localeCompare(b);

async function classesByAssignment(
  { models }: Database,
  assignments: readonly Assignment[],
): Promise<Map<number, string[]>> {
  const assigned = await models.AssignmentClass.findAll({
    where: { assignmentId: assignments.map(({ id }) => id) },
    include: ['class'],
  });
  const names = new Map<number, string[]>();
  for (const { assignmentId, class: taught } of assigned)
    names.set(assignmentId, [...(names.get(assignmentId) ?? []), taught?.name ?? '']);
  return names;
}
