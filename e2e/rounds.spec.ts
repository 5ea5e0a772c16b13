/** Asking a class now: laptop, phone, projector and three students, one of them without network for a while. */
import { expect, test, type Page } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { student, teacherPage, watch, type Student } from './people';
import { said, saidAtSeat } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

const title = 'Maps, rivers and towns';
let teacher: Page;
let phone: Page;
let projector: Page;
let sitters: Student[];

test.beforeAll(async ({ browser }) => {
  teacher = await teacherPage(browser, 'nwosu');
  watch(teacher, complaints);
  sitters = [];
  for (const place of [0, 1, 2]) sitters.push(await student(browser, '8C', 'BRN8C3', place));
  for (const { page } of sitters) watch(page, complaints);
});
test.afterAll(async () => {
  await teacher.context().close();
  for (const { context } of sitters) await context.close();
});

const step = (page: Page, name: string) =>
  page.getByRole('group', { name: desk.rounds.steps }).getByRole('button', { name, exact: true });
const answered = (n: number) =>
  expect(teacher.getByText(said('rounds.answeredOf', { answered: n, here: 3 }))).toBeVisible();
const choose = (page: Page, place: number) =>
  page.getByRole('main').getByRole('radio').nth(place).check();
const stored = ({ page }: Student) => expect(page.getByText(english.round.stored)).toBeVisible();

test('begins from a test in a few presses; students come in from their list with one tap', async () => {
  await teacher.goto('/tests');
  await teacher.getByRole('link', { name: title, exact: true }).click();
  await teacher.getByRole('button', { name: desk.rounds.askInClass }).click();
  const asking = teacher.getByRole('dialog', { name: desk.rounds.askInClass });
  await asking.getByText('8C').click();
  await asking.getByRole('button', { name: desk.rounds.begin }).click();
  await expect(teacher).toHaveURL(/\/rounds\/\d+$/);
  for (const { page } of sitters) {
    await page.reload();
    await page.getByRole('link', { name: english.round.comeIn }).click();
    await expect(
      page.getByText(saidAtSeat('round.waiting', { teacher: 'Amara Nwosu' })),
    ).toBeVisible();
  }
  await answered(0);
});

test('the projector shows the question and counts, no name and no key', async () => {
  [projector] = await Promise.all([
    teacher.context().waitForEvent('page'),
    teacher.getByRole('button', { name: desk.rounds.projector, exact: true }).click(),
  ]);
  await expect(projector.getByText('BRN8C3')).toBeVisible();
  await teacher.getByRole('button', { name: said('rounds.readHiddenOf', { n: 4 }) }).click();
  await expect(projector.getByText(/^Contour lines/)).toBeVisible();
  await expect(projector.getByRole('radio')).toHaveCount(0);
  await step(teacher, desk.rounds.open).click();
  await expect(projector.getByRole('radio').first()).toBeVisible();
  await expect(projector.getByText(sitters[0]!.name)).toHaveCount(0);
  await expectAccessible('the projector', projector);
});

test('answers are called saved once they are, also after a while without network', async () => {
  const [first, second, third] = sitters as [Student, Student, Student];
  await choose(first.page, 0);
  await stored(first);
  await choose(second.page, 1);
  await stored(second);
  await third.context.setOffline(true);
  await choose(third.page, 1);
  await expect(third.page.getByText(english.round.keptHere)).toBeVisible();
  await answered(2);
  await third.context.setOffline(false);
  await stored(third);
  await answered(3);
  await expectAccessible('a question in class', first.page);
});

test('the teacher leads on from a phone, and the laptop follows', async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState: await teacher.context().storageState(),
  });
  phone = await context.newPage();
  watch(phone, complaints);
  await phone.goto(teacher.url());
  await step(phone, desk.rounds.close).click();
  await expect(step(teacher, desk.rounds.showSpread)).toBeVisible();
  const { page } = sitters[0]!;
  await expect(page.getByText(english.round.closedWith)).toBeVisible();
  await expect(page.getByText(english.round.spread)).toHaveCount(0);
  await step(phone, desk.rounds.showSpread).click();
  await expect(page.getByRole('heading', { name: english.round.spread })).toBeVisible();
  // The next verb rests for a moment after each step.
  await expect(step(phone, desk.rounds.askAgain)).toBeEnabled();
  await expectAccessible('a round on a phone', phone);
});

test('asked again, the two spreads and what changed stand side by side', async () => {
  await step(teacher, desk.rounds.askAgain).click();
  for (const { page } of sitters) {
    await expect(page.getByText(english.round.again)).toBeVisible();
    await choose(page, 1);
  }
  await answered(3);
  await step(phone, desk.rounds.close).click();
  await teacher.getByRole('checkbox', { name: desk.rounds.showRight }).check();
  await expect(teacher.getByText(/^Of 3 students who answered both times/)).toBeVisible();
});

test('the key comes with its own step, everywhere', async () => {
  const { page } = sitters[1]!;
  const key = page.locator('.key');
  await expect(key).toHaveCount(0);
  await step(teacher, desk.rounds.showKey).click();
  await expect(key.first()).toBeVisible();
  await expect(projector.locator('.key').first()).toBeVisible();
});

test('a page that is opened again goes on where it was', async () => {
  await step(teacher, desk.rounds.next).click();
  await step(teacher, desk.rounds.open).click();
  const [first] = sitters as [Student];
  await first.page.reload();
  await expect(first.page.getByText(saidAtSeat('sitting.question', { number: 2 }))).toBeVisible();
  await projector.reload();
  await expect(
    projector.getByText(said('rounds.answeredOf', { answered: 0, here: 3 })),
  ).toBeVisible();
  await step(teacher, desk.rounds.close).click();
});

test('afterwards it is a result like any other', async () => {
  await teacher.getByRole('button', { name: desk.rounds.end, exact: true }).click();
  await teacher
    .getByRole('dialog', { name: desk.rounds.endTitle })
    .getByRole('button', { name: desk.rounds.end, exact: true })
    .click();
  await expect(sitters[0]!.page.getByText(english.round.ended)).toBeVisible();
  await teacher.getByRole('main').getByRole('link', { name: desk.rounds.results }).first().click();
  await expect(teacher).toHaveURL(/\/results\/\d+/);
  await expect(teacher.getByRole('heading', { name: title })).toBeVisible();
});
