/** Assigning beyond the first day: more students for what runs, and which attempt counts. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
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
