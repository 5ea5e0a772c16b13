/** A class that is asked from nothing prepared, aloud and in words; at its own pace; and those who were absent. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { student, teacherPage, watch, type Student } from './people';
import { said, saidAtSeat } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

let teacher: Page;
let sitters: Student[];
let guest: Page;

test.beforeAll(async ({ browser }) => {
  teacher = await teacherPage(browser, 'holloway');
  watch(teacher, complaints);
  sitters = [];
  for (const place of [20, 21]) sitters.push(await student(browser, '6D', 'BRN6D4', place));
  for (const { page } of sitters) watch(page, complaints);
});
test.afterAll(async () => {
  await teacher.context().close();
  for (const { context } of sitters) await context.close();
});

const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
const step = (name: string) =>
  button(teacher.getByRole('group', { name: desk.rounds.steps }) as unknown as Page, name);
const comeIn = async ({ page }: Student) => {
  await page.goto('/seat');
  await page.getByRole('link', { name: english.round.comeIn }).click();
};
const end = async () => {
  await button(teacher, desk.rounds.end).click();
  const sure = teacher.getByRole('dialog', { name: desk.rounds.endTitle });
  await sure.getByRole('button', { name: desk.rounds.end, exact: true }).click();
  await expect(teacher.getByText(desk.rounds.ended)).toBeVisible();
};
/** The page from which a class is asked, with class 6D chosen. */
const goToRounds = async () => {
  await teacher.goto('/rounds');
  await teacher.getByText('6D', { exact: true }).click();
};

test('with nothing prepared a class is asked aloud in two presses', async () => {
  await goToRounds();
  await expectAccessible('asking in class', teacher);
  await button(teacher, desk.rounds.beginNothing).click();
  await button(teacher, desk.rounds.askNow).click();
  await expect(step(desk.rounds.close)).toBeVisible();
  for (const sitter of sitters) await comeIn(sitter);
  const [first, second] = sitters as [Student, Student];
  await first.page.getByRole('radio').nth(1).check();
  await first.page.getByLabel(english.round.unsure).check();
  await second.page.getByRole('radio').nth(0).check();
  await expect(teacher.getByText(said('rounds.unsure', { n: 1 }))).toBeVisible();
});

test('what is right is told once it is closed, and scored by that', async () => {
  await step(desk.rounds.close).click();
  await teacher.getByRole('group', { name: desk.rounds.whatIsRight }).getByText('B').click();
  await button(teacher, desk.rounds.tellKey).click();
  await step(desk.rounds.showKey).click();
  await expect(sitters[1]!.page.getByText(saidAtSeat('report.key', { answer: 'B' }))).toBeVisible();
});

test('a guest comes in with a name, where the teacher lets them', async ({ browser }) => {
  const guests = teacher.getByRole('checkbox', { name: desk.rounds.guests });
  await guests.click();
  await expect(guests).toBeChecked();
  guest = await (await browser.newContext()).newPage();
  watch(guest, complaints);
  await guest.goto('/seat/sign-in?code=BRN6D4');
  await button(guest, english.round.asGuest).click();
  await guest.getByLabel(english.round.asGuestName).fill('Pat Visitor');
  await button(guest, english.round.comeAsGuest).click();
  await expect(teacher.getByText('Pat Visitor')).toBeVisible();
});

test('answers in words are gathered, and the class sees what the teacher chose', async () => {
  await step(desk.rounds.askAloud).click();
  await teacher.getByText(desk.rounds.words, { exact: true }).click();
  await teacher.getByLabel(desk.rounds.wordingIfAny).fill('What made this hard?');
  await button(teacher, desk.rounds.askNow).click();
  for (const [page, words] of [
    [sitters[0]!.page, 'fractions'],
    [sitters[1]!.page, 'Fractons'],
    [guest, 'my neighbor'],
  ] as const) {
    await page.getByRole('textbox').first().fill(words);
    await expect(page.getByText(english.round.stored)).toBeVisible();
  }
  await step(desk.rounds.close).click();
  await step(desk.rounds.showSpread).click();
  await teacher
    .getByRole('group', { name: desk.rounds.chooseLines })
    .getByText('fractions')
    .click();
  await button(teacher, desk.rounds.showLines).click();
  const spread = sitters[0]!.page.getByRole('region', { name: english.round.spread });
  await expect(spread.getByText('fractions')).toBeVisible();
  await expect(spread.getByText('my neighbor')).toHaveCount(0);
  // The next verb rests for a moment after each step.
  await expect(step(desk.rounds.showKey).or(step(desk.rounds.askAgain)).first()).toBeEnabled();
  await expectAccessible('words that a class gave', teacher);
  await end();
});

test('what was asked aloud gets its wording, and is an item of a bank', async () => {
  await button(teacher, said('rounds.wordingOf', { n: 1 })).click();
  const wording = teacher.getByRole('dialog', { name: said('rounds.wordingTitle', { n: 1 }) });
  await wording
    .getByRole('textbox', { name: desk.rounds.questionField })
    .fill('Which of these is an even number?');
  await wording.getByRole('button', { name: desk.rounds.save, exact: true }).click();
  await wording.getByRole('link', { name: desk.rounds.openItem }).click();
  await expect(teacher).toHaveURL(/\/items\/\d+/);
  await expect(teacher.getByText('Which of these is an even number?').first()).toBeVisible();
});

test('items are prepared for a class from a bank', async () => {
  await teacher.goto('/banks?words=RAT&kind=single-choice');
  const rows = teacher.getByRole('main').locator('.el-checkbox');
  for (const place of [1, 2]) await rows.nth(place).click();
  await teacher
    .getByRole('main')
    .getByRole('button', { name: desk.banks.more, exact: true })
    .click();
  await teacher.getByRole('menuitem', { name: desk.rounds.prepareFor }).click();
  const dialog = teacher.getByRole('dialog');
  await dialog.getByText('6D').click();
  await dialog.getByRole('button', { name: desk.rounds.prepare }).click();
  await expect(dialog.getByText(said('rounds.preparedDone', { n: 2 }))).toBeVisible();
});

test('at their own pace each reads what was right after checking it', async () => {
  await goToRounds();
  await teacher.getByText(desk.rounds.paceEach).click();
  await button(teacher, desk.rounds.beginPrepared).click();
  await expect(step(desk.rounds.start)).toBeVisible();
  const [first] = sitters as [Student];
  await comeIn(first);
  await expect(first.page.getByText(english.round.aloneReady)).toBeVisible();
  await step(desk.rounds.start).click();
  await first.page.getByRole('radio').first().check();
  await button(first.page, english.round.check).click();
  await expect(
    first.page.getByText(saidAtSeat('report.key', { answer: '' }).trim()).first(),
  ).toBeVisible();
  await expect(teacher.getByRole('region', { name: desk.rounds.rows })).toContainText(first.name);
  await expectAccessible('at one’s own pace', first.page);
});

test('everybody is stopped for a word, and goes on where they were', async () => {
  const [{ page }] = sitters as [Student];
  await button(page, english.round.next).click();
  await step(desk.rounds.stop).click();
  const stopped = page.getByText(saidAtSeat('round.stopped', { teacher: 'Maren Holloway' }));
  await expect(stopped).toBeVisible();
  await step(desk.rounds.goOn).click();
  await expect(page.getByText(saidAtSeat('round.questionOf', { number: 2, of: 2 }))).toBeVisible();
});

test('the database is killed in a round: the answer is stored, and everybody is where they were', async () => {
  const [{ page }] = sitters as [Student];
  const pid = readFileSync(join(process.env.OAKEN_E2E_DATA!, 'db.pid'), 'utf8');
  process.kill(Number(pid), 'SIGKILL');
  await page.getByRole('radio').last().check();
  await expect(page.getByText(english.round.stored)).toBeVisible();
  await page.reload();
  await button(page, english.round.next).click();
  await expect(page.getByRole('radio').last()).toBeChecked();
  await expect(step(desk.rounds.stop)).toBeVisible();
});

test('those who were absent get it as practice in one press', async () => {
  await end();
  await button(teacher, desk.rounds.practice).click();
  await teacher.getByRole('link', { name: desk.rounds.toAssignment }).click();
  await expect(teacher).toHaveURL(/\/assignments\/\d+/);
  await sitters[1]!.page.goto('/seat');
  await expect(sitters[1]!.page.getByText(/: practice$/).first()).toBeVisible();
});
