/** The desk beside the main round: two tabs on one test, unsaved words, the office, and what a student may read. */
import { expect, test } from '@playwright/test';
import { signIns } from '@oaken/demo';
import { expectAccessible } from './accessible';
import { row, student, teacherPage, watch } from './people';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { english } from '@oaken/words';
import { said } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

test('two tabs on one test: both keep what the other did', async ({ browser }) => {
  const first = await teacherPage(browser, 'lindqvist');
  watch(first, complaints);
  await first.goto('/tests');
  await first.getByRole('link', { name: 'Rocks, water and wind', exact: true }).click();
  await expect(first.locator('.entry')).toHaveCount(9);
  const second = await first.context().newPage();
  watch(second, complaints);
  await second.goto(first.url());
  await expect(second.locator('.entry')).toHaveCount(9);
  // The first one hears of the other's changes only when it makes one of its own.
  await first.route('**/version', (route) => route.abort());

  const points = first.getByLabel(
    said('tests.forItemNumber', { value: desk.common.points, number: 2 }),
    { exact: true },
  );
  await points.fill('4');
  await points.press('Enter');
  await expect(first.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  const gone = (await second.locator('.entry .stem').nth(8).textContent())!.trim();
  await second.getByRole('button', { name: said('tests.removeItemNumber', { number: 9 }) }).click();
  await expect(second.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  // The second tab's answer from the server brought the first one's points along.
  await expect(
    second.getByLabel(said('tests.forItemNumber', { value: desk.common.points, number: 2 }), {
      exact: true,
    }),
  ).toHaveValue('4');
  // The first tab tries to give points to what is gone: it is told, and shows what stands now.
  const late = first.getByLabel(
    said('tests.forItemNumber', { value: desk.common.points, number: 9 }),
    { exact: true },
  );
  await late.fill('7');
  await late.press('Enter');
  await expect(first.getByText('somebody has removed it', { exact: false })).toBeVisible();
  await expect(first.locator('.entry')).toHaveCount(8);
  await expect(first.locator('.entry .stem').filter({ hasText: gone.slice(0, 30) })).toHaveCount(0);
  await second.getByRole('button', { name: desk.common.undo }).click();
  await expect(second.locator('.entry')).toHaveCount(9);
});

test('words that were not saved when the browser ended are offered again, and can be let go', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'nwosu');
  watch(page, complaints);
  await page.goto('/tests');
  await page.getByRole('link', { name: 'Maps, rivers and towns', exact: true }).click();
  await page
    .getByRole('button', { name: said('tests.editItemNumber', { number: 1 }), exact: true })
    .click();
  const question = page.getByRole('textbox', { name: desk.common.question });
  const before = (await question.textContent())!;
  await question.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' Think of the scale.');
  await expect(page.getByText(desk.tests.notSavedYetKept)).toBeVisible();
  const address = page.url();
  const again = await page.context().newPage();
  await page.close();
  watch(again, complaints);
  await again.goto(address);
  await expect(
    again.getByText('This is what you had typed before', { exact: false }),
  ).toBeVisible();
  await expect(again.getByRole('textbox', { name: desk.common.question })).toContainText(
    'Think of the scale.',
  );
  // Going back to what is saved can be taken back too, for as long as the window is open.
  await again.getByRole('button', { name: desk.tests.goBackSavedWording }).click();
  await expect(again.getByRole('textbox', { name: desk.common.question })).toHaveText(before);
  await again.getByRole('button', { name: desk.desk.closeThisNotice }).click();
  await again.getByRole('button', { name: desk.desk.lastSteps }).click();
  await again
    .getByRole('list', { name: desk.desk.lastSteps })
    .getByRole('button', { name: desk.common.undo })
    .click();
  await expect(again.getByRole('textbox', { name: desk.common.question })).toContainText(
    'Think of the scale.',
  );
  await again.getByRole('button', { name: desk.tests.startOver }).click();
  await expect(again.getByRole('textbox', { name: desk.common.question })).toHaveText(before);
  await expect(again.getByText(desk.tests.saved, { exact: true })).toBeVisible();
});

test('each role has its own places, and the dark page stays dark', async ({ browser }) => {
  const page = await teacherPage(browser, 'office');
  watch(page, complaints);
  await expect(page.getByRole('heading', { name: desk.desk.people })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'Maren Holloway' })).toBeVisible();
  await page.goto('/banks');
  await expect(page).toHaveURL(/\/office$/);
  await page.getByRole('button', { name: desk.desk.dark }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.getByRole('button', { name: desk.desk.signOut }).click();
  await expect(page).toHaveURL(/sign-in/);
  await page.goto('/office');
  await expect(page).toHaveURL(/sign-in\?to=/);
});

test('“?” shows the keys of the page, and the window is called by what is on it', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  await page.goto('/tests');
  await page
    .getByRole('link', { name: 'Ratio, rate and percent: end of unit', exact: true })
    .click();
  await expect(page).toHaveTitle(/^Ratio, rate and percent: end of unit · /);
  await page.locator('.entry').first().focus();
  await page.keyboard.press('Shift+?');
  const keys = page.getByRole('dialog', { name: desk.keys.title });
  await expect(keys).toContainText(desk.keys.moveItem);
  await expectAccessible('the keys of a page', page);
  await page.keyboard.press('Escape');
  await expect(keys).toBeHidden();
  // Where something is typed it is a question mark.
  await page.getByLabel(desk.banks.searchWordsOrStandards).press('Shift+?');
  await expect(keys).toBeHidden();
  await page.close();
});

test('Ctrl K finds a student, a page and a test, by the keyboard alone', async ({ browser }) => {
  const page = await teacherPage(browser);
  await page.goto('/schedule');
  await expect(page.getByRole('heading', { name: desk.desk.schedule })).toBeVisible();
  const goTo = async (typed: string, choice: string) => {
    await page.keyboard.press('Control+k');
    const field = page.getByRole('dialog', { name: desk.anything.title }).getByRole('textbox');
    await expect(field).toBeFocused();
    await page.keyboard.type(typed);
    await expect(page.getByRole('option').first()).toContainText(choice);
    await page.keyboard.press('Enter');
  };
  await goTo('bodhi ab', 'Bodhi Abara');
  await expect(page.getByRole('row', { name: /Bodhi Abara/ })).toBeFocused();
  await goTo('marked w', desk.anything.markedWork);
  await expect(page.getByRole('tab', { name: desk.marking.done })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  await goTo('scale drawings', 'Equations and scale drawings');
  await expect(page).toHaveURL(/\/tests\/\d+$/);
  await page.close();
});

test('a student reads what was released: own answers, right answers and explanations', async ({
  browser,
}) => {
  for (let index = 0; ; index++) {
    const { page, context } = await student(browser, '5E', 'BRN5E6', index);
    watch(page, complaints);
    const locator = row(page, 'The rope ferry');
    await expect(locator).toBeVisible();
    const score = locator.getByRole('link', { name: /of \d+, \d+%$/ });
    if (await score.count()) {
      await score.click();
      await expect(page.getByText(/of \d+, \d+%/)).toBeVisible();
      await expect(page.getByText(english.report.myAnswer)).toHaveCount(5);
      await expect(page.getByText(/^Right answer:/)).toHaveCount(5);
      return;
    }
    // This one was absent.
    await context.close();
  }
});

test('signed out while writing: signing in again over the page sends what was refused, and nothing typed is gone', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'lindqvist');
  watch(page, complaints);
  await page.goto('/items/new');
  const write = async (name: string, words: string) => {
    await page.getByRole('textbox', { name, exact: true }).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(words);
  };
  for (const letter of ['A', 'B', 'C', 'D']) await write(`Choice ${letter}`, `Depth ${letter}`);
  await page.getByLabel(said('kinds.choiceSignRight', { signOf: 'B' })).check();
  await page.context().clearCookies();
  const question = page.getByRole('textbox', { name: desk.common.question });
  await write(desk.common.question, 'How deep is the quarry?');
  // The search for near copies and whatever else is asked meanwhile wait for the same answer.
  const again = page.getByRole('dialog', { name: desk.accounts.youWereSignedOut });
  await expect(again).toBeVisible();
  await expect(again.getByLabel(desk.accounts.signInName)).toHaveValue('lindqvist');
  await expectAccessible('signing in again', page);
  await again.getByLabel(desk.accounts.password).fill('wrong');
  await again.getByRole('button', { name: desk.accounts.signIn }).click();
  await expect(again.getByRole('alert')).toBeVisible();
  await again.getByLabel(desk.accounts.password).fill(signIns.teacher.password);
  await again.getByRole('button', { name: desk.accounts.signIn }).click();
  await expect(again).toBeHidden();
  await expect(question).toContainText('How deep is the quarry?');
  await expect(page).toHaveURL(/\/items\/new$/);

  // Signed out and loaded anew: once to the door, once back, and all of it is there.
  await page.context().clearCookies();
  await page.reload();
  await expect(page).toHaveURL(/\/sign-in\?to=\/items\/new$/);
  await page.getByLabel(desk.accounts.signInName).fill('lindqvist');
  await page.getByLabel(desk.accounts.password).fill(signIns.teacher.password);
  await page.getByRole('button', { name: desk.accounts.signIn }).click();
  await expect(page.getByText('This is what you had typed before', { exact: false })).toBeVisible();
  await expect(question).toContainText('How deep is the quarry?');
  await page.context().close();
});

test('a comment and an assignment that were being written are there again after signing in anew', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'nwosu');
  watch(page, complaints);
  const signInAnew = async () => {
    await page.context().clearCookies();
    await page.reload();
    await page.getByLabel(desk.accounts.signInName).fill('nwosu');
    await page.getByLabel(desk.accounts.password).fill(signIns.teacher.password);
    await page.getByRole('button', { name: desk.accounts.signIn }).click();
  };
  await page.goto('/marking');
  await page.locator('a[href^="/marking/"]').first().click();
  const comment = page.getByLabel(/^Comment/);
  await comment.fill('Name the river, too.');
  await page.getByLabel(/^Points/).fill('1');
  await signInAnew();
  await expect(page.getByText(desk.marking.youTypedThisBefore)).toBeVisible();
  await expect(comment).toHaveValue('Name the river, too.');
  await expect(page.getByLabel(/^Points/)).toHaveValue('1');

  await page.goto('/tests');
  await page.locator('a[href^="/tests/"]').first().click();
  await page.getByRole('button', { name: desk.common.assign }).click();
  await page.getByLabel(desk.assignments.withTimeLimit).check();
  await page.getByLabel(desk.assignments.minutesWork).fill('37');
  await signInAnew();
  await expect(
    page.getByText('This is what you filled in before.', { exact: false }),
  ).toBeVisible();
  await expect(page.getByLabel(desk.assignments.minutesWork)).toHaveValue('37');
  await expectAccessible('an assignment taken up again', page);
  await page.getByRole('button', { name: desk.assignments.startOver }).click();
  await expect(page.getByLabel(desk.assignments.minutesWork)).not.toHaveValue('37');
  await page.context().close();
});

test('a server that fails is no sign-in form: the page says so and goes on by itself where it was', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'nwosu');
  watch(page, complaints);
  await page.route('**/api/session', (route) =>
    route.fulfill({
      status: 503,
      json: { type: 'about:blank', title: 'The server is being started again.', status: 503 },
    }),
  );
  await page.goto('/tests');
  await expect(page.getByRole('heading', { name: desk.desk.theServerDoesNot })).toBeVisible();
  await expect(page.getByText('The server is being started again.')).toBeVisible();
  await expect(page.getByLabel(desk.accounts.password)).toHaveCount(0);
  await expectAccessible('a server that fails', page);
  await page.unroute('**/api/session');
  await expect(page.getByRole('heading', { name: desk.common.tests, level: 1 })).toBeVisible();
  await expect(page).toHaveURL(/\/tests$/);
  await page.context().close();
});
