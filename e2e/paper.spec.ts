/** A class without devices: strips that it holds up, read by a phone that films it. */
import { expect, test, type Page } from '@playwright/test';
import type { Letter } from '@oaken/core/capture';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { sceneOf } from '../core/test/support/scenes';
import { expectAccessible } from './accessible';
import { withCamera, writeFilm } from './film';
import { student, teacherPage, watch, type Student } from './people';
import { said } from './words';

test.use({ launchOptions: withCamera });
test.describe.configure({ mode: 'serial' });
const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

let teacher: Page;
let phone: Page;
let projector: Page;
let sitter: Student;

/** The class as it is filmed: a letter for each number from 1. */
function film(...answers: Letter[]): void {
  const held = answers.map((letter, index) => ({ number: index + 1, letter }));
  const room = { answers: held, smallest: 34, largest: 60 };
  writeFilm([0, 1, 2, 3].map((frame) => sceneOf('class 6B', room, frame).picture));
}
const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
const step = (page: Page, name: string) =>
  page.getByRole('group', { name: desk.rounds.steps }).getByRole('button', { name, exact: true });
/** How often each choice was taken, as the desk counts it. */
const counts = () => teacher.locator('.spread .count').allInnerTexts();

test.beforeAll(async ({ browser }) => {
  teacher = await teacherPage(browser, 'holloway');
  watch(teacher, complaints);
  sitter = await student(browser, '6B', 'BRN6B2', 9);
  watch(sitter.page, complaints);
});
test.afterAll(async () => {
  await button(teacher, desk.rounds.end).click();
  const sure = teacher.getByRole('dialog', { name: desk.rounds.endTitle });
  await sure.getByRole('button', { name: desk.rounds.end, exact: true }).click();
  await expect(teacher.getByText(desk.rounds.ended)).toBeVisible();
  await phone.context().close();
  await teacher.context().close();
  await sitter.context.close();
});

test('the strips of a class are printed from its page', async () => {
  await teacher.goto('/classes');
  await teacher.getByRole('link', { name: /^6B/ }).click();
  await button(teacher, desk.classes.strips).click();
  await expectAccessible('printing strips', teacher);
  const waiting = teacher.waitForEvent('download');
  await teacher.getByRole('link', { name: desk.classes.stripsDownload }).click();
  const download = await waiting;
  expect(download.suggestedFilename()).toBe('6B strips.pdf');
  expect(await download.failure()).toBeNull();
});

test('a phone reads what the class holds up, and the projector shows numbers only', async ({
  browser,
}) => {
  film('A', 'B', 'B', 'C', 'B', 'D');
  await teacher.goto('/rounds');
  await teacher.getByText('6B', { exact: true }).click();
  await button(teacher, desk.rounds.beginNothing).click();
  await button(teacher, desk.rounds.askNow).click();
  await expect(step(teacher, desk.rounds.close)).toBeEnabled();
  await button(teacher, desk.rounds.strips).click();
  const address = teacher.url().replace(/\?.*/, '');
  await expect(teacher.getByRole('img', { name: `${address}/camera` })).toBeVisible();
  await expectAccessible('reading strips', teacher);
  await teacher.keyboard.press('Escape');
  projector = await teacher.context().newPage();
  watch(projector, complaints);
  await projector.goto(`${address}/screen`);

  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState: await teacher.context().storageState(),
  });
  phone = await context.newPage();
  watch(phone, complaints);
  await phone.goto(`${address}/camera`);
  await expect(phone.getByText(said('rounds.stripsRead', { n: 6, all: 27 }))).toBeVisible();
  await expect(step(phone, desk.rounds.close)).toBeEnabled();
  await expectAccessible('the camera', phone);
  await expect.poll(counts).toEqual(['1', '3', '1', '1']);
  await expect(projector.locator('.numbers .read')).toHaveText(
    ['1', '2', '3', '4', '5', '6'].map((number) => new RegExp(`^${number}`)),
  );
  await expect(projector.locator('.spread')).toHaveCount(0);
});

test('a student on a device answers beside them', async () => {
  await sitter.page.goto('/seat');
  await sitter.page.getByRole('link', { name: english.round.comeIn }).click();
  await sitter.page.getByRole('radio').nth(3).check();
  await expect.poll(counts).toEqual(['1', '3', '1', '2']);
  await expect(phone.getByText(said('rounds.stripsRead', { n: 7, all: 27 }))).toBeVisible();
});

test('the phone leads: it closes, and nothing is read any more', async () => {
  await step(phone, desk.rounds.close).click();
  await expect(phone.getByText(desk.rounds.stripsNotOpen)).toBeVisible();
  await step(phone, desk.rounds.showSpread).click();
  await expect(projector.locator('.spread .count')).toHaveText(['1', '3', '1', '2']);
});

test('what is read without network stays on the phone, and counts once it is back', async () => {
  film('C', 'C', 'C', 'A', 'A', 'A');
  await phone.route('**/strips', (request) => request.abort('internetdisconnected'));
  await phone.reload();
  await step(phone, desk.rounds.askAgain).click();
  await expect(phone.getByText(said('rounds.stripsUnsent', { n: 6 }))).toBeVisible();
  await step(teacher, desk.rounds.close).click();
  await expect(
    step(teacher, desk.rounds.showKey).or(step(teacher, desk.rounds.showSpread)).first(),
  ).toBeVisible();
  await expect.poll(counts).toEqual(['1 → 0', '3 → 0', '1 → 0', '2 → 0']);
  await phone.unroute('**/strips');
  await expect.poll(counts).toEqual(['1 → 3', '3 → 0', '1 → 3', '2 → 0']);
});
