/** Reading results, one student's work, rescoring a key, follow-up practice, and answers from elsewhere. */
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
import { choose } from './fields';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

let page: Page;
let path: string;
test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/results');
  await page.getByRole('link', { name: 'Ratios and unit rates', exact: true }).click();
  await expect(page).toHaveURL(/results\/\d+$/);
  path = new URL(page.url()).pathname;
});
test.afterAll(() => page.context().close());
const footing = () => page.getByRole('region', { name: /Figures/ });

test('a class is asked for, and figures, columns and the clipboard follow', async () => {
  await page.goto(`${path}/students`);
  await expect(footing()).toContainText('n 53');
  await choose(page.getByRole('combobox', { name: desk.common.class }), '6B');
  await expect(footing()).toContainText('n 27');
  await expect(page).toHaveURL(/classId=/);
  await choose(page.getByRole('combobox', { name: desk.results.cells }), 'points');
  await page.getByText(desk.common.columns, { exact: true }).click();
  await page.getByLabel(desk.assignments.state, { exact: true }).uncheck();
  await expect(page.getByRole('columnheader', { name: desk.assignments.state })).toHaveCount(0);
  await page.getByLabel(desk.assignments.state, { exact: true }).check();
  await page.getByText(desk.common.columns, { exact: true }).click();
  await page.getByRole('columnheader', { name: desk.common.points }).getByRole('button').click();
  await expect(page.getByRole('columnheader', { name: desk.common.points })).toHaveAttribute(
    'aria-sort',
    'descending',
  );
  await expectAccessible('students by items', page);
  await page
    .getByRole('button', { name: said('results.copyCopied', { copied: 'students' }) })
    .click();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied.split('\n')).toHaveLength(28);
  expect(copied.split('\n')[0]).toMatch(/^No\.\tStudent\t/);
  await page.getByRole('button', { name: desk.results.clearFilters }).click();
  await expect(footing()).toContainText('n 53');
  for (const [tab, says] of [
    [desk.common.standards, 'Find unit rates and use them to compare.'],
    [desk.results.compare, desk.results.total],
  ] as const) {
    await page.getByRole('tab', { name: tab }).click();
    await expect(page.getByText(says).first()).toBeVisible();
    await expectAccessible(tab, page);
  }
});

test('results open with sentences; a figure explains itself, and all of them have a page', async () => {
  await page.goto(`${path}/overview`);
  await expect(
    page.getByText(/^\d+ of \d+ students earned less than 60% of the points/),
  ).toBeVisible();
  await page.getByRole('button', { name: desk.results.allFigures }).click();
  await page.getByRole('button', { name: desk.results.alpha, exact: true }).click();
  await expect(page.getByText(desk.glossary.alpha.distrust)).toBeVisible();
  await expectAccessible('an explained figure', page);
  await page.getByRole('link', { name: desk.glossary.labels.all }).click();
  await expect(page.getByRole('heading', { name: desk.glossary.kr21.name })).toBeVisible();
  await expectAccessible('the glossary', page);
});

test('one student: every answer, a rating, a decision with its reason and back, the report as PDF', async () => {
  await page.goto(`${path}/students`);
  await page.getByRole('button', { name: 'Ines Abara' }).click();
  await expect(page.getByRole('heading', { name: 'Ines Abara' })).toBeVisible();
  await expectAccessible('one student', page);
  await choose(page.getByRole('combobox').first(), '2');
  await page.reload();
  await expect(page.getByRole('combobox').first()).toHaveAccessibleDescription('2');
  await choose(page.getByRole('combobox').first(), '—');
  await page
    .getByRole('button', { name: desk.results.notScoredOpening, exact: true })
    .first()
    .click();
  await page.getByRole('button', { name: desk.results.save, exact: true }).click();
  await expect(page.getByText('Give a reason: it is kept with the score.')).toBeVisible();
  await page.getByLabel(desk.rescoring.reason).fill('Came in late');
  await page.getByRole('button', { name: desk.results.save, exact: true }).click();
  await expect(page.getByText('Does not count: Came in late')).toBeVisible();
  await expect(page.getByText(/\d+ of 12/).first()).toBeVisible();
  await page.getByRole('button', { name: desk.results.undo }).click();
  await expect(page.getByText(/\d+ of 13/).first()).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: desk.results.reportAsPdf }).first().click();
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});

test('a wrong key: who gains and loses is said before, rescored, and undone', async () => {
  await page.goto(`${path}/items?item=2`);
  await page.getByRole('link', { name: desk.results.changeKeyOrScoring }).click();
  await expect(
    page.getByRole('heading', { name: said('rescoring.keyScoringQuestionNumber', { number: 2 }) }),
  ).toBeVisible();
  await expectAccessible('rescore', page);
  await page.getByRole('checkbox', { name: '3/5' }).uncheck();
  await page.getByRole('checkbox', { name: '3/8' }).check();
  const effect = page.getByText(/\d+ students gain, \d+ lose, \d+ unchanged\./);
  await expect(effect).toBeVisible();
  const [gain, lose, same] = /(\d+) students gain, (\d+) lose, (\d+) unchanged/
    .exec(await effect.innerText())!
    .slice(1)
    .map(Number);
  expect([gain! + lose! + same!, gain! > 20]).toEqual([53, true]);
  await page.getByRole('textbox', { name: /^Reason/ }).fill('Three of eight are seventh graders');
  await page.getByRole('button', { name: said('rescoring.rescoreAttempts', { n: 53 }) }).click();
  await expect(page.getByText(`53 attempts rescored: ${gain} gained, ${lose} lost.`)).toBeVisible();
  await expect(page.getByText(desk.rescoring.theBanksItemStill)).toBeVisible();
  await page.getByRole('link', { name: desk.rescoring.backItems }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Key may be wrong' })).toHaveCount(0);
  await page.goBack();
  // The text of the change stands in the list of what was done before.
  const before = page
    .getByRole('listitem')
    .filter({ hasText: 'Three of eight are seventh graders' });
  await before.getByRole('button', { name: desk.common.undo }).click();
  await expect(before).toContainText('undone by Maren Holloway');
  await page.goto(`${path}/items`);
  await expect(page.getByRole('row').filter({ hasText: 'Key may be wrong' })).toHaveCount(1);
});

test('follow-up: groups with their evidence, a test for each, and on to assigning it to them as practice', async () => {
  await page.goto(`${path}/standards`);
  await page.getByRole('link', { name: /Follow-up/ }).click();
  await expect(page.getByRole('heading', { name: desk.results.followUp })).toBeVisible();
  // The button comes to life with the groups; until then its colors are on their way.
  await expect(page.getByRole('button', { name: /^Make \d practice test/ })).toBeEnabled();
  await expectAccessible('follow-up', page);
  const name = await page.getByLabel(said('results.nameGroupNumber', { number: 1 })).inputValue();
  await page.getByRole('button', { name: /^Make \d practice test/ }).click();
  await expect(page.getByText('made, each with its group in the class.')).toBeVisible();
  await page.getByRole('link', { name: desk.results.assignThem }).first().click();
  await expect(page.getByText(name).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Assign to \d+ students/ })).toBeVisible();
  // Left as it was found.
  await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
    const { tests } = await (await fetch('/api/tests?shelf=mine&words=practice')).json();
    for (const test of tests.filter((candidate: { title: string }) =>
      candidate.title.startsWith('Practice '),
    ))
      await fetch(`/api/tests/${test.id}`, { method: 'DELETE', headers });
    const { groups } = await (await fetch('/api/groups')).json();
    for (const group of groups.filter((candidate: { name: string }) =>
      candidate.name.startsWith('Practice '),
    ))
      await fetch(`/api/classes/${group.classId}/groups/${group.id}`, {
        method: 'DELETE',
        headers,
      });
  });
});

test('answers from elsewhere: a ragged row is said in its place, then they are read in the same pages', async () => {
  await page.goto('/results');
  await page.getByRole('link', { name: desk.results.importAnswers }).click();
  await page.getByLabel(desk.common.title).fill('On paper');
  await page.getByLabel(/^Answers students/).fill('student,1,2\nAda,b\n');
  await page.getByLabel(/^Key/).first().fill('item,key\n1,b\n2,c\n');
  await page.getByRole('button', { name: desk.results.readResults }).click();
  await expect(page.getByText('Row 2 has 2 cells; the first row names 3.')).toBeVisible();
  await expectAccessible('bringing answers in', page);
  await page.getByLabel(/^Answers students/).fill('student,1,2\nAda,b,c\nBen,b,a\nCleo,d,c\n');
  await page.getByRole('button', { name: desk.results.readResults }).click();
  await expect(page.getByRole('heading', { name: 'On paper' })).toBeVisible();
  await expect(footing()).toContainText('n 3');
  await page.getByRole('tab', { name: desk.common.students }).click();
  await expect(page.getByRole('rowheader', { name: 'Cleo' })).toBeVisible();
  await page.getByRole('tab', { name: desk.common.itemsTitle }).click();
  await expectAccessible('items from elsewhere', page);
  await page.getByRole('button', { name: desk.results.delete }).click();
  await expect(page.getByText('Deleted.', { exact: false })).toBeVisible();
});
