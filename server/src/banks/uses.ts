/** Where items are used, as far as the asking teacher may know. */
import type { Use } from '@oaken/contract/banks';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { toMillis, type Database } from '../database/connect';
import { testRight } from '../access/test-rights';
import { shareOf } from './rights';
import { classNames } from '../classes/names';
import { present } from '@oaken/core/certain';
import { valuesOf } from '../models/subquery';

/** Tests of my own school are told; of others only how many there are. */
export async function usesOf(database: Database, me: SignedIn, items: number[]) {
  const { Assignment, Test } = database.models;
  const { schoolId } = me.account;
  const inTests = await itemsByTest(database, items);
  const tests = await Test.findAll({
    attributes: ['id', 'title', 'ownerId', 'schoolId', 'changedAt'],
    where: { id: [...inTests.keys()], removedAt: null },
    include: ['owner', shareOf(me)],
    order: [['changedAt', 'DESC']],
  });
  const seen = tests.filter((test) => test.schoolId === schoolId);
  const uses = seen
    .map((test) => ({
      testId: test.id,
      title: test.title,
      owner: present(test.owner, 'owner of the test').fullName,
      mine: testRight(test, me) === 'edit',
      items: inTests.get(test.id)?.size ?? 0,
    }))
    .sort((a, b) => Number(b.mine) - Number(a.mine))
    .slice(0, 100);
  const assignments = await Assignment.findAll({
    where: { unassignedAt: null, schoolId },
    include: [
      {
        association: 'edition',
        required: true,
        attributes: ['testId'],
        where: {
          id: {
            [Op.in]: valuesOf(database.models.EditionRevision, 'editionId', { itemId: items }),
          },
        },
      },
      { association: 'assignmentClasses', separate: true, include: ['class'] },
    ],
    order: [['opensAt', 'DESC']],
    limit: 300,
  });
  return {
    uses: uses.map((use): Use & { items: number } => ({
      ...use,
      given: assignments
        .filter(({ edition }) => edition?.testId === use.testId)
        .flatMap(({ opensAt, assignmentClasses = [] }) =>
          classNames(assignmentClasses).map((name) => ({
            class: name,
            opensAt: toMillis(opensAt),
          })),
        ),
    })),
    hiddenUses: tests.length - seen.length,
  };
}

/** Which of the items each test uses. */
async function itemsByTest(database: Database, items: number[]): Promise<Map<number, Set<number>>> {
  const { TestRevision } = database.models;
  const used = await TestRevision.findAll({
    include: { association: 'revision', attributes: ['itemId'], where: { itemId: items } },
  });
  const byTest = new Map<number, Set<number>>();
  for (const { testId, revision } of used) {
    const ids = byTest.get(testId) ?? new Set();
    byTest.set(testId, ids.add(present(revision, 'revision').itemId));
  }
  return byTest;
}
