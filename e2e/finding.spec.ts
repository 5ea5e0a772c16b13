/** Finding more than items in banks: what colleagues built, a curriculum, standards of tests, orders of lists. */
import { expect, test } from '@playwright/test';
import { choose } from './fields';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

test('single items of a colleague’s test are copied into a new test, which says where they are from', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/tests?shelf=school&words=rope');
  await page.getByRole('link', { name: 'The rope ferry' }).first().click();
  const entries = page.locator('.entry');
  await expect(entries.nth(2)).toBeVisible();
  await expect(page.getByText(desk.tests.selectItemsToCopy)).toBeVisible();
  // By mouse and by key; nothing can be changed here.
  await entries.nth(0).getByRole('checkbox').check();
  await entries.nth(2).press('Space');
  await expect(page.getByRole('button', { name: desk.tests.setPoints })).toHaveCount(0);
  await page.getByRole('button', { name: desk.tests.copyToDots }).click();
  const dialog = page.getByRole('dialog', { name: said('tests.copyItems', { n: 2 }) });
  await expect(dialog).toBeVisible();
  await dialog.getByText(desk.tests.aNewTest).click();
  await dialog.getByLabel(desk.tests.titleOfNewTest).fill('Two from the ferry');
  await expect(dialog.getByRole('button', { name: desk.common.copy })).toBeEnabled();
  await expectAccessible('copying items out of a test', page);
  await dialog.getByRole('button', { name: desk.common.copy }).click();
  await page.getByRole('link', { name: desk.tests.openTest }).click();
  await expect(page.getByRole('heading', { name: 'Two from the ferry' })).toBeVisible();
  await expect(entries).toHaveCount(2);

  // The same again into the test that is there: nothing comes twice.
  await page.goBack();
  await entries.nth(0).getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.tests.copyToDots }).click();
  const combobox = page.getByRole('combobox', { name: desk.tests.aTestOfMine });
  await combobox.fill('Two from');
  await page.getByRole('option', { name: 'Two from the ferry' }).click();
  await page.getByRole('dialog').getByRole('button', { name: desk.common.copy }).click();
  await expect(page.getByText(said('tests.alreadyInThatTest', { n: 1 }))).toBeVisible();
  expect(problems).toEqual([]);
  await page.close();
});

test('tests are ordered newest and oldest first, as items are', async ({ browser }) => {
  const page = await teacherPage(browser);
  const titles = page.locator('.found .title');
  await page.goto('/tests');
  await expect(titles.nth(2)).toBeVisible();
  const order = page.getByRole('combobox', { name: desk.tests.order });
  await choose(order, desk.tests.newest);
  await expect(page).toHaveURL(/sort=newest/);
  const newest = await titles.allTextContents();
  await choose(order, desk.tests.oldest);
  await expect(titles.first()).not.toHaveText(newest[0] ?? '');
  await expect(titles.last()).toHaveText(newest[0] ?? '');
  await page.close();
});

test('a test gets standards of its own, found by subject, grade and code; many items lose one together', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/tests#new');
  await page.getByRole('textbox', { name: desk.common.title }).fill('By its own standards');
  await page.getByRole('button', { name: desk.tests.makeTest }).click();
  await expect(page.getByText(desk.tests.noStandards)).toBeVisible();
  await page.getByRole('button', { name: desk.tests.changeStandards }).click();
  const dialog = page.getByRole('dialog', { name: desk.common.standards });
  const matches = dialog.getByRole('list', { name: desk.common.standards }).getByRole('listitem');
  await choose(dialog.getByRole('combobox', { name: desk.common.subject }), 'Mathematics');
  await choose(
    dialog.getByRole('combobox', { name: desk.common.grade }),
    said('banks.gradeNumber', { grade: 6 }),
  );
  await dialog.getByLabel(desk.banks.codeOrWordsStandard).fill('rat 2');
  await expect(matches).toHaveCount(1);
  await matches.getByRole('checkbox').check();
  await expectAccessible('choosing standards', page);
  await dialog.getByRole('button', { name: said('banks.useStandards', { n: 1 }) }).click();
  await expect(page.locator('.testhead .standards')).toContainText('MA.6.RAT.2');
  await page.getByRole('button', { name: desk.tests.useThoseOfItems }).click();
  await expect(page.getByText(desk.tests.noStandards)).toBeVisible();

  // Two items of a bank of mine get a standard, and lose it together.
  await page.goto('/banks?words=ma6rat1&kind=single-choice');
  const rows = page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
  for (const row of [0, 1]) await rows.nth(row).getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.standardsTags }).click();
  const labels = page.getByRole('dialog', { name: said('banks.standardsTagsItems', { n: 2 }) });
  await labels.getByText(said('banks.labelOfItems', { label: 'MA.6.RAT.1', n: 2 })).click();
  await labels.getByRole('button', { name: desk.banks.saveChanges }).click();
  await expect(page.getByText(said('banks.itemsChanged', { n: 2 }))).toBeVisible();
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(rows.nth(1)).toContainText('MA.6.RAT.1');
  expect(problems).toEqual([]);
  await page.close();
});

test('a curriculum is written by key, filled from banks and shelf, and says what comes next', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/curricula');
  await page.getByRole('button', { name: desk.curriculum.newCurriculum }).click();
  const making = page.getByRole('dialog', { name: desk.curriculum.newCurriculum });
  await making.locator('input[type=file]').setInputFiles({
    name: 'Grade 7.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Unit,Lesson\nSigns,Adding\nSigns,Taking away\nProportion,Tables\n'),
  });
  await expect(making.getByRole('status')).toContainText('Grade 7.csv');
  await making.getByRole('button', { name: desk.curriculum.make }).click();
  const outline = page.getByRole('list', { name: 'Grade 7', exact: true });
  const lines = outline.locator('.entry');
  await expect(lines).toHaveCount(5);
  await expectAccessible('a curriculum', page);

  // Moved and put a level up by key; the undo puts it back.
  await lines.filter({ hasText: 'Taking away' }).press('Alt+ArrowUp');
  await expect(lines.nth(1)).toContainText('Taking away');
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(lines.nth(2)).toContainText('Taking away');
  await page.getByRole('button', { name: desk.curriculum.addLine }).click();
  await page.getByLabel(desk.curriculum.titleOfNewLine).fill('Angles');
  await page.keyboard.press('Enter');
  await expect(lines).toHaveCount(6);

  // An item from the banks, counted in its lesson and in the unit above, and found by either.
  await page.goto('/banks?words=ma7num1');
  const rows = page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
  await rows.first().getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.more, exact: true }).click();
  await page.getByRole('menuitem', { name: desk.curriculum.placeInCurriculum }).click();
  const placing = page.getByRole('dialog', { name: said('curriculum.placeItems', { n: 1 }) });
  await choose(
    placing.getByRole('combobox', { name: desk.curriculum.chooseCurriculum }),
    'Grade 7',
  );
  await placing.getByText('Adding', { exact: true }).click();
  await placing.getByRole('button', { name: desk.curriculum.place, exact: true }).click();
  await page.getByRole('link', { name: desk.curriculum.open, exact: true }).click();
  await expect(lines.first()).toContainText(/Signs.*1 item$/);
  await expect(page.getByRole('heading', { name: 'Adding' })).toBeVisible();
  await page.getByRole('link', { name: said('curriculum.itemsInBanks', { n: 1 }) }).click();
  await expect(rows).toHaveCount(1);

  // A class that is there is told what comes next, on the first page of the day.
  await page.goBack();
  await page.getByRole('group', { name: desk.curriculum.whoIsHere }).getByText('7A').click();
  await expect(lines.filter({ hasText: 'Adding' })).toContainText(
    said('curriculum.classIsHere', { name: '7A' }),
  );
  await page.goto('/');
  await expect(page.getByRole('region', { name: desk.curriculum.comingNext })).toContainText(
    said('curriculum.nextFor', { name: '7A', title: 'Taking away' }),
  );
  expect(problems).toEqual([]);
  await page.close();
});
