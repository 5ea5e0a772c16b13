/** Assigning beyond the first day: more students for what runs, and which attempt counts. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { student, teacherPage, watch } from './people';
import { signIns } from '@oaken/demo';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

test('a class joins an assignment that runs; what that does is said before', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  // Open for class 6D since yesterday.
  await page.goto('/schedule');
  await page.getByRole('link', { name: 'Percent and rates, second look' }).first().click();
  await page.getByRole('button', { name: desk.assignments.addStudents }).click();
  const dialog = page.getByRole('dialog', { name: desk.assignments.addStudents });
  await expect(dialog.getByText(desk.assignments.chooseWhoIsAdded)).toBeVisible();
  const add = dialog.getByRole('button', { name: desk.assignments.addStudents });
  await expect(add).toBeDisabled();
  // Who has it already changes nothing.
  await dialog.getByRole('checkbox', { name: /^6D/ }).check();
  await expect(dialog.getByText('Everybody chosen has it already.')).toBeVisible();
  await expect(add).toBeDisabled();
  await dialog.getByRole('checkbox', { name: /^6B/ }).check();
  await expect(dialog.getByText(/^\d+ students will get it\.$/)).toBeVisible();
  await expect(dialog.getByText(/^They can begin now, and have until /)).toBeVisible();
  await expect(add).toBeEnabled();
  await expectAccessible('adding students to an assignment', page);
  await add.click();
  await expect(page.getByText(/students added\./)).toBeVisible();
  await expect(
    page.getByText(said('assignments.scheduleRecipients', { recipients: 'classes 6B and 6D' })),
  ).toBeVisible();
  expect(problems).toEqual([]);
  await page.close();
});

test('the list of assignments sorts by its heads, and tests stand by class', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  await page.goto('/schedule');
  await page.getByRole('tab', { name: desk.assignments.list }).click();
  const titles = () => page.locator('table.ruled tbody td:first-child').allInnerTexts();
  await page.getByRole('button', { name: desk.common.assignment, exact: true }).click();
  const sorted = await titles();
  expect(sorted.length).toBeGreaterThan(3);
  expect(sorted).toEqual(
    [...sorted].sort((a, b) => a.localeCompare(b, undefined, { numeric: true })),
  );
  await page.getByRole('button', { name: desk.common.assignment, exact: true }).press('Enter');
  expect(await titles()).toEqual([...sorted].reverse());
  await page.getByRole('tab', { name: desk.assignments.testsByClass }).click();
  const line = page.getByRole('row', { name: /^Ratios and unit rates/ });
  await expect(line).toContainText('27 of 27 handed in');
  await expect(line).toContainText('26 of 26 handed in');
  await expect(line).toContainText(/mean \d+%/);
  await expectAccessible('tests by class', page);
  await page.close();
});

test('in class only: a class begins when the teacher lets it', async ({ browser }) => {
  const page = await teacherPage(browser);
  await page.goto('/tests');
  await page.getByRole('link', { name: 'Ratios and unit rates' }).first().click();
  await expect(page).toHaveURL(/\/tests\/\d+$/);
  await page.goto(`${page.url()}/assign`);
  await page.getByRole('checkbox', { name: /^6B/ }).first().check();
  await page.getByText(desk.assignments.supervisedSetting).click();
  await page.getByText(desk.assignments.supervised).click();
  await page.getByText(desk.assignments.byPress).click();
  await expect(page.getByText('Each class begins when you let it.')).toBeVisible();
  await expectAccessible('in class only', page);
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  await expect(
    page.getByRole('heading', { name: desk.assignments.howStudentsGetIn }),
  ).toBeVisible();

  const { page: seat } = await student(browser, '6B', 'BRN6B2', 4);
  const waiting = seat
    .getByRole('listitem')
    .filter({ hasText: 'Ratios and unit rates' })
    .filter({ hasText: english.list.notLetIn });
  await expect(waiting).toBeVisible();
  await expect(waiting.getByRole('link')).toHaveCount(0);
  await page.getByRole('link', { name: desk.common.watch }).first().click();
  await page.getByRole('button', { name: 'Let 6B begin' }).click();
  await expect(page.getByText('6B can begin now.')).toBeVisible();
  // The student's list looks again by itself.
  await expect(waiting).toHaveCount(0);
  await expect(seat.getByText(english.list.stateOpen).first()).toBeVisible();
  await seat.close();
  await page.close();
});

test('the office says which network is the school’s; what is no address is said', async ({
  browser,
}) => {
  const page = await teacherPage(browser, signIns.administrator.name);
  await page.getByRole('link', { name: desk.office.networkShort }).click();
  const lines = page.getByRole('textbox', { name: desk.office.networkAddresses });
  await lines.fill('10.0.0.0/99');
  await page.getByRole('button', { name: desk.office.networkSave }).click();
  await expect(page.getByRole('alert')).toContainText('“10.0.0.0/99” is not an address');
  await expectAccessible('the school’s network', page);
  await lines.fill('');
  await page.getByRole('button', { name: desk.office.networkAddHere }).click();
  await page.getByRole('button', { name: desk.office.networkSave }).click();
  await expect(page.getByText(desk.office.networkSaved)).toBeVisible();
  await page.reload();
  await expect(lines).toHaveValue(/^(::ffff:)?127\.0\.0\.1$/);
  await page.close();
});
