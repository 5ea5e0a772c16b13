/** A class in teams, two students on one device, a device whose clock is wrong; small screens, zoom and Spanish. */
import { expect, test, type Locator, type Page } from '@playwright/test';
import { passcodesOf } from '@oaken/demo';
import { demoSeed } from '@oaken/demo/write';
import { english } from '@oaken/words';
import { spanish } from '@oaken/words/spanish';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible, expectComfortableInAllColors } from './accessible';
import { choose } from './fields';
import { student, teacherPage, watch, type Student } from './people';
import { cutOff } from './reachable';
import { said, saidAtSeat } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

let teacher: Page;
let projector: Page;
let first: Student;
/** Five hours fast. */
let fast: Student;
const third = passcodesOf(demoSeed, '6D')[17]!;

test.beforeAll(async ({ browser }) => {
  teacher = await teacherPage(browser, 'holloway');
  first = await student(browser, '6D', 'BRN6D4', 18);
  fast = await student(browser, '6D', 'BRN6D4', 19);
  await fast.page.clock.install({ time: Date.now() + 5 * 3_600_000 });
  for (const page of [teacher, first.page, fast.page]) watch(page, complaints);
});
test.afterAll(async () => {
  for (const page of [teacher, first.page, fast.page]) await page.context().close();
});

const button = (within: Page | Locator, name: string) =>
  within.getByRole('button', { name, exact: true });
const step = (name: string) =>
  button(teacher.getByRole('group', { name: desk.rounds.steps }), name);
const answered = (counts: { answered: number; here: number }) =>
  expect(teacher.getByText(said('rounds.answeredOf', counts))).toBeVisible();
/** What is cut off on a phone, at 200 % and on a laptop. */
async function cutOffAnywhere(page: Page) {
  const cut: Awaited<ReturnType<typeof cutOff>>[] = [];
  for (const [width, height] of [
    [640, 400],
    [390, 844],
    [1280, 800],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.evaluate(() => new Promise(requestAnimationFrame));
    cut.push(await cutOff(page));
  }
  return cut;
}
const nothing = { over: 0, controls: [] };

test('teams are dealt before the first question, with a goal', async () => {
  await teacher.goto('/rounds');
  await teacher.getByText('6D', { exact: true }).click();
  await button(teacher, desk.rounds.beginNothing).click();
  await button(teacher.getByRole('dialog'), desk.common.cancel).click();
  await button(teacher, desk.rounds.teams).click();
  const teams = teacher.getByRole('dialog', { name: desk.rounds.teamsTitle });
  await teams.getByRole('spinbutton', { name: desk.rounds.teamCount }).fill('2');
  await button(teams, desk.rounds.dealTeams).click();
  await teams.getByRole('spinbutton', { name: desk.rounds.goal }).fill('3');
  await button(teams, desk.rounds.save).click();
  await expect(teams).toBeHidden();
  for (const { page } of [first, fast]) {
    await page.goto('/seat');
    await page.getByRole('link', { name: english.round.comeIn }).click();
    await expect(page.getByText(/^Team \d: 0 of \d+ have answered/)).toBeVisible();
  }
});

test('who has no device answers on a neighbor’s, after saying who they are', async () => {
  const { page } = first;
  await button(page, english.round.twoOfUs).click();
  await page.getByLabel(english.round.secondName).selectOption({ label: third.name });
  await page.getByLabel(english.round.secondPasscode).fill(third.passcode);
  await button(page, english.round.share).click();
  await expect(page.getByText(saidAtSeat('round.sharing', { name: third.name }))).toBeVisible();
  await expect(teacher.getByText(said('rounds.withOther', { name: first.name }))).toBeVisible();
});

test('on a device whose clock is five hours fast the time runs as on the others', async () => {
  await choose(teacher.getByRole('combobox', { name: desk.rounds.openFor }), '5 minutes');
  await step(desk.rounds.askAloud).click();
  await button(teacher.getByRole('dialog'), desk.rounds.askNow).click();
  await expect(step(desk.rounds.close)).toBeVisible();
  await expect(first.page.getByText(/^[45] minutes left/)).toBeVisible();
  await expect(fast.page.getByText(/^[45] minutes left/)).toBeVisible();
});

test('what is given on a shared device counts for both, and a team says how far it agrees', async () => {
  await first.page.getByRole('radio').nth(0).check();
  await answered({ answered: 2, here: 3 });
  await fast.page.getByRole('radio').nth(1).check();
  await answered({ answered: 3, here: 3 });
  await step(desk.rounds.close).click();
  await step(desk.rounds.showSpread).click();
  await teacher
    .getByRole('group', { name: desk.rounds.whatIsRight })
    .getByText('A', { exact: true })
    .click();
  await button(teacher, desk.rounds.tellKey).click();
  await step(desk.rounds.showKey).click();
  // Two of three say A. However they were dealt, that is the answer of one team.
  await expect(
    first.page.getByText(saidAtSeat('round.goal', { earned: 1, goal: 3 })),
  ).toBeVisible();
});

test('the desk and the projector fit a phone and 200 %, and the projector speaks Spanish', async () => {
  expect(await cutOffAnywhere(teacher)).toEqual([nothing, nothing, nothing]);
  projector = await teacher.context().newPage();
  watch(projector, complaints);
  await projector.goto(`${new URL(teacher.url()).pathname}/screen`);
  await expect(
    projector.getByText(saidAtSeat('wall.answeredOf', { answered: 3, here: 3 })),
  ).toBeVisible();
  await button(projector, 'Español').click();
  await expect(projector.getByText('3 de 3 respondieron')).toBeVisible();
  await expectAccessible('the projector in Spanish', projector);
  expect(await cutOffAnywhere(projector)).toEqual([nothing, nothing, nothing]);
});

test('a student’s page fits 200 % and reads well in Spanish', async () => {
  const { page } = first;
  await page.evaluate(() => localStorage.setItem('oaken-language', 'es'));
  await page.reload();
  await expect(page.getByRole('region', { name: spanish.round.spread })).toBeVisible();
  await expectComfortableInAllColors('a question in class in Spanish', page);
  // The page scrolls down, and never sideways.
  for (const { over } of await cutOffAnywhere(page)) expect(over).toBe(0);
});

test('its end is said everywhere, to each in their language', async () => {
  await button(teacher, desk.rounds.end).click();
  const sure = teacher.getByRole('dialog', { name: desk.rounds.endTitle });
  await button(sure, desk.rounds.end).click();
  await expect(teacher.getByText(desk.rounds.ended)).toBeVisible();
  await expect(fast.page.getByText(english.round.ended)).toBeVisible();
  await expect(first.page.getByText(spanish.round.ended)).toBeVisible();
  // What else this student sits in other files is in English again.
  await first.page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    await fetch('/api/session/language', {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
      body: JSON.stringify({ language: 'en' }),
    });
  });
});
