/** Writing items: text in colors, what belongs to one passage, and tags that can be read out again. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import { teacherPage, watch } from './people';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

test('words get a color from the palette, which the student’s view shows in its theme', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/items/new');
  const question = page.getByRole('textbox', { name: desk.common.question, exact: true });
  await question.fill('Which word is colored?');
  await question.press('Control+a');
  await choose(
    page.getByRole('combobox', { name: desk.editor.textColor }).first(),
    desk.editor.blue,
  );
  const colored = page.locator('.rich [data-color="blue"]');
  await expect(colored).toHaveText('Which word is colored?');
  const colorIn = () => colored.evaluate((words) => getComputedStyle(words).color);
  const inLight = await colorIn();
  await page.getByRole('button', { name: desk.desk.dark, exact: true }).click();
  await expect.poll(colorIn).not.toBe(inLight);
  expect(problems).toEqual([]);
  await page.close();
});

test('all items of a passage stand together in their order, and become a test', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'castellano');
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/banks?passage=yes&words=ferry');
  const rows = page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
  await rows.first().getByRole('button', { name: desk.banks.open, exact: true }).click();
  await page.getByRole('link', { name: desk.banks.allItemsOfPassage }).click();
  const items = page
    .getByRole('list', { name: desk.passages.itemsOnPassage })
    .getByRole('listitem');
  await expect(items.nth(1)).toBeVisible();
  const order = await items.getByRole('link').allTextContents();
  await expectAccessible('the items of a passage', page);
  await page.getByRole('button', { name: desk.passages.addAllToTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).last().fill('About the ferry');
  await page.getByRole('button', { name: desk.tests.makeTest }).click();
  const entries = page.locator('.entry');
  await expect(entries).toHaveCount(order.length);
  await expect(entries.first()).toContainText((order[0] ?? '').slice(0, 40));
  expect(problems).toEqual([]);
  await page.close();
});

test('a tag given after the test is read out in the results and in the follow-up', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  await page.goto('/banks?words=ma6rat2');
  const rows = page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
  for (const row of [0, 1, 2]) await rows.nth(row).getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.standardsTags }).click();
  await page.getByLabel(desk.banks.addTags).fill('everyday prices');
  await page.getByRole('button', { name: desk.banks.saveChanges }).click();
  await expect(page.getByText(said('banks.itemsChanged', { n: 3 }))).toBeVisible();
  await page.goto('/results/1/standards');
  await choose(page.getByRole('combobox', { name: desk.results.by }), desk.results.tags);
  await expect(page.getByRole('button', { name: 'everyday prices' })).toBeVisible();
  await expectAccessible('results by tag', page);
  await page.getByRole('link', { name: desk.results.followUpPracticeWhat }).click();
  await expect(page.getByText('everyday prices').first()).toBeVisible();
  await page.close();
});
