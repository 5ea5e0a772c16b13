/** The search after a start: it answers with what it has, and everything that needs all of it waits. */
import type { Question } from '@oaken/core/finding';
import { LocalFinder } from '../src/banks/finding/finder';
import { openSchool, type School } from './support/school';
import { row } from './support/sql';

let school: School;
let question: Question;
let total: number;
beforeAll(async () => {
  school = await openSchool();
  const banks = await school.database.models.Bank.findAll({ attributes: ['id'] });
  question = { order: 'newest', from: 0, size: 5, banks: banks.map(({ id }) => id) };
  total = (await row<{ n: number }>(
    school.database,
    'SELECT COUNT(*) AS n FROM items WHERE retired_at IS NULL',
  ))!.n;
});
afterAll(() => school.close());

test('answers before everything is read, and says how many items are still coming', async () => {
  const finder = new LocalFinder(school.database, 10);
  const early = await finder.findSoFar(question);
  expect(early.total).toBeGreaterThanOrEqual(10);
  expect(early.total).toBeLessThan(total);
  expect(early.coming).toBeGreaterThan(0);
  expect(await finder.sizes()).toBeNull();
  await finder.find(question);
  expect(await finder.findSoFar(question)).toMatchObject({ total, coming: 0 });
});

test('what needs all items waits for them', async () => {
  const finder = new LocalFinder(school.database, 10);
  void finder.findSoFar(question);
  expect((await finder.find(question)).total).toBe(total);
});

test('a small school never hears of items that are coming', async () => {
  const finder = new LocalFinder(school.database);
  expect(await finder.findSoFar(question)).toMatchObject({ total, coming: 0 });
});

test('what changes while it fills is there with the next look', async () => {
  const finder = new LocalFinder(school.database, 10);
  const { ids } = await finder.findSoFar(question);
  const [newest] = ids;
  await school.database.models.Item.update(
    { retiredAt: new Date(school.clock.now), touchedAt: new Date() },
    { where: { id: newest! } },
  );
  await finder.find(question);
  expect((await finder.find(question)).ids).not.toContain(newest);
  await school.database.models.Item.update({ retiredAt: null }, { where: { id: newest! } });
});

test('knows how many items each bank has', async () => {
  const finder = new LocalFinder(school.database);
  await finder.find(question);
  const sizes = await finder.sizes();
  expect([...sizes!.values()].reduce((sum, n) => sum + n, 0)).toBe(total);
});
