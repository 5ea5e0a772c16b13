/** Tests under construction, beyond the round: what stands in their margin. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';

test('notes in the margin follow every change, lead to their items and can be put away', async ({ browser }) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  const rows = page.getByRole('list', { name: 'Items' }).getByRole('listitem');
  await page.goto('/banks?words=ma6rat1&kind=single-choice');
  await expect(rows.nth(1)).toBeVisible();
  for (const at of [0, 1]) await rows.nth(at).getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Put into a test' }).click();
  await page.getByRole('textbox', { name: 'Title' }).fill('Two are few');
  await page.getByRole('button', { name: 'Make the test' }).click();

  const notes = page.getByRole('complementary', { name: 'Notes in the margin' });
  await expect(notes).toContainText('Fewer than 3 items say little about a standard: MA.6.RAT.1 has 2.');
  await expect(notes).toContainText(/Students may earn about \d+ % \(\d+ to \d+ %\), from what is known of \d of 2 items\./); // prettier-ignore
  await expectAccessible('a test under construction', page);
  await notes.getByRole('button', { name: 'show' }).click();
  await expect(page.locator('.entry').first()).toBeFocused();

  // A third item on the standard, by key from the bank's page, and the note is gone; undone, it is back.
  await page.getByLabel('Search words or a standard’s code').fill('ma6rat1');
  await expect(page.locator('.line').first()).toContainText('MA.6.RAT.1');
  await page
    .getByRole('button', { name: /^Put in:/ })
    .first()
    .press('Enter');
  await expect(notes).not.toContainText('Fewer than 3');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(notes).toContainText('Fewer than 3');
  const toggle = page.getByRole('region', { name: 'The test’s totals' }).getByRole('button', { name: /notes?$/ });
  await toggle.click();
  await expect(notes).toHaveCount(0);
  await page.reload();
  await expect(page.locator('.entry')).toHaveCount(2);
  await expect(notes).toHaveCount(0);
  await toggle.click();
  await expect(notes).toBeVisible();
  expect(problems).toEqual([]);
  await page.close();
});
