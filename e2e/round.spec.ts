/** The first round of a teacher's work, from bank to results, in the real interface. */
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { answerAnything, row, student, teacherPage, watch, type Student } from './people';
import { typeDate } from './fields';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

test.describe.configure({ mode: 'serial' });

const title = 'Ratios, first try';
const complaints: string[] = [];
let page: Page;
let testAddress = '';

test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser);
  watch(page, complaints);
});
test.afterAll(() => expect(complaints).toEqual([]));

const rows = () =>
  page
    .getByRole('list', { name: desk.common.itemsTitle })
    .getByRole('listitem')
    .filter({ has: page.getByRole('checkbox', { name: /^Select/ }) });
const entries = () => page.locator('.entry');
const stems = async () =>
  (await page.locator('.entry .stem').allTextContents()).map((text) => text.trim());

test('1. a teacher finds items by grade and standard, reads one as a student and sees it scored', async () => {
  await page.getByRole('link', { name: desk.common.banks }).click();
  await page.getByRole('button', { name: 'Grade 6' }).click();
  const tree = page.getByRole('list', { name: desk.common.standards });
  await tree.getByRole('button', { name: /^Mathematics \d/ }).click();
  await tree.getByRole('button', { name: /^Ratio and proportion \d/ }).click();
  const goal = tree.getByRole('button', { name: /MA\.6\.RAT\.2/ });
  const n = Number((await goal.locator('.n').textContent())!.trim());
  await goal.click();
  await expect(page.getByText(`${n} items`, { exact: true }).first()).toBeVisible();
  await expect(rows()).toHaveCount(n);
  await expect(page).toHaveURL(/grades=6/);

  const notebooks = rows().filter({ hasText: 'Four notebooks' });
  await notebooks.getByRole('button', { name: desk.assignments.open, exact: true }).click();
  await notebooks.getByRole('radio', { name: '$12.00' }).check();
  await notebooks.getByRole('button', { name: desk.items.scoreMyAnswer }).click();
  await expect(notebooks.getByRole('status')).toContainText('0 of 1 point');
  await notebooks.getByRole('radio', { name: '$15.00' }).check();
  await expect(notebooks.getByRole('status')).toContainText('1 of 1 point');
  await notebooks.getByRole('tab', { name: desk.banks.whereUsed }).click();
  await expect(notebooks.getByText('Ratios and unit rates')).toBeVisible();
});

test('2. picks eight, makes a test, reorders by drag and by keyboard, changes points, removes one, edits one', async () => {
  const tree = page.getByRole('list', { name: desk.common.standards });
  await tree.getByRole('button', { name: /^Ratio and proportion \d/ }).click();
  await expect(page.getByText('MA.RAT', { exact: false }).first()).toBeVisible();
  await expect(rows().nth(8)).toBeVisible();
  // The first by key, the others by mouse.
  await rows().nth(0).locator('.row').focus();
  await page.keyboard.press('Space');
  for (let index = 1; index < 8; index++)
    await rows()
      .nth(index)
      .getByRole('checkbox', { name: /^Select/ })
      .check();
  await expect(page.getByRole('region', { name: desk.banks.selectedItems })).toContainText(
    '8 selected',
  );
  await page.getByRole('button', { name: desk.banks.addTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).fill(title);
  await page.getByRole('radio', { name: desk.common.test, exact: true }).check();
  await page.getByRole('button', { name: desk.tests.makeTest }).dblclick();
  await expect(entries()).toHaveCount(8);
  testAddress = new URL(page.url()).pathname;

  const before = await stems();
  await entries().nth(2).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(stems).toEqual([before[0], before[2], before[1], ...before.slice(3)]);
  const grip = entries().nth(0).locator('.grip');
  await grip.dragTo(entries().nth(3), { targetPosition: { x: 60, y: 40 } });
  await expect.poll(async () => (await stems()).indexOf(before[0]!)).toBeGreaterThan(1);

  const order = await stems();
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect.poll(async () => (await stems())[0]).toBe(before[0]);
  await page.getByRole('button', { name: desk.tests.redo }).click();
  await expect.poll(stems).toEqual(order);

  const points = page.getByLabel(
    said('tests.forItemNumber', { value: desk.common.points, number: 1 }),
    { exact: true },
  );
  await points.fill('-2');
  await points.press('Enter');
  await expect(page.getByText(desk.tests.pointsCannotBeBelow)).toBeVisible();
  await points.fill('3');
  await points.press('Enter');
  await page.getByRole('button', { name: said('tests.removeItemNumber', { number: 8 }) }).click();
  await expect(entries()).toHaveCount(7);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();

  // From the bank's page across to the paper, and back again by undo.
  const free = page.locator('.line').filter({ has: page.getByRole('button', { name: /^Add:/ }) });
  // Either page may cut a long question short, each where it has to.
  const dragged = (await free.first().locator('.stem').textContent())!.trim().slice(0, 60);
  await free
    .first()
    .locator('.stem')
    .dragTo(entries().nth(2), { targetPosition: { x: 60, y: 4 } });
  await expect(entries()).toHaveCount(8);
  expect((await stems()).some((text) => text.startsWith(dragged))).toBe(true);
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(entries()).toHaveCount(7);

  // Everything is on the server, not only on this page.
  await page.reload();
  await expect.poll(stems).toEqual(order.slice(0, 7));
  await expect(
    page.getByLabel(said('tests.forItemNumber', { value: desk.common.points, number: 1 }), {
      exact: true,
    }),
  ).toHaveValue('3');

  const notebooks = entries().filter({ hasText: 'Four notebooks' });
  await notebooks.getByRole('button', { name: /^Edit item/ }).click();
  const question = page.getByRole('textbox', { name: desk.common.question });
  await question.click();
  await page.keyboard.press('Control+A');
  await page.keyboard.type(
    'Four sketch pads cost $6.00. At the same rate, what do 10 sketch pads cost?',
  );
  const wrongChoice = page.getByRole('textbox', { name: 'Choice D', exact: true });
  const chosen =
    (await wrongChoice.textContent()) === '$15.00'
      ? page.getByRole('textbox', { name: 'Choice A', exact: true })
      : wrongChoice;
  await chosen.click();
  await page.keyboard.press('Control+A');
  await page.keyboard.press('Delete');
  await expect(page.getByText('A choice cannot be empty.').first()).toBeVisible();
  await expect(page.getByRole('button', { name: desk.tests.saveThisTest })).toBeDisabled();
  await page.keyboard.type('$16.00');
  await expect(page.getByRole('radio', { name: '$16.00' })).toBeVisible();
  // The key moves to the new choice and back is not pressed: this test's key differs from the bank's.
  const letter = (await chosen.getAttribute('aria-label'))!.slice(-1);
  await page.getByRole('radio', { name: `Choice ${letter} is right` }).check();
  await page.getByRole('button', { name: desk.tests.saveThisTest }).click();
  await expect(entries().filter({ hasText: 'Four sketch pads' })).toContainText(
    desk.tests.changedThisTestOnly,
  );

  await page.goto('/banks?words=notebooks');
  await expect(rows()).toHaveCount(1);
  await rows().getByRole('button', { name: desk.assignments.open, exact: true }).click();
  await rows().getByRole('tab', { name: desk.banks.key }).click();
  await expect(rows().getByText('“$15.00” earns 1 point.')).toBeVisible();
});

test('3. assigns it to a class; the slip says what goes to whom and when before it is given', async () => {
  await page.goto(`${testAddress}/assign`);
  const give = page.getByRole('button', { name: /^Assign/ });
  await expect(give).toBeDisabled();
  await page.getByRole('checkbox', { name: /^7A/ }).check();
  await expect(page.getByText('7A is grade 7. Is that meant?')).toBeVisible();
  await page.getByRole('checkbox', { name: /^7A/ }).uncheck();
  await page.getByRole('checkbox', { name: /^6B/ }).check();
  await page.getByLabel(desk.assignments.minutesWork).fill('20');
  await typeDate(page.getByLabel(desk.assignments.closesAt), 'Jan 1, 2020, 10:00 AM');
  await expect(page.getByText('It closes before it opens.').first()).toBeVisible();
  await expect(give).toBeDisabled();
  const inSixDays = new Date(Date.now() + 6 * 86_400_000).toLocaleDateString('en-US', {
    month: 'short',
    day: 'numeric',
    year: 'numeric',
    timeZone: 'America/New_York',
  });
  await typeDate(page.getByLabel(desk.assignments.closesAt), `${inSixDays}, 2:30 PM`);
  await expect(
    page.getByText(/^1 test, class 6B, 27 students, opens now, closes .*2:30 PM, 20 minutes$/),
  ).toBeVisible();
  await expect(
    page.getByText('Choices are in a different order for each student.', { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Assign to 27 students' }).dblclick();
  await expect(page.getByText(said('assignments.assignedStudents', { n: 27 }))).toBeVisible();
  await expect(page.getByText('BRN6B2')).toBeVisible();
  await page.goto('/schedule');
  await page.getByRole('tab', { name: desk.assignments.list }).click();
  await expect(page.getByRole('cell', { name: title })).toHaveCount(1);

  // The same again with one minute, for whoever lets the time run out.
  await page.goto(`${testAddress}/assign`);
  await page.getByRole('checkbox', { name: /^6B/ }).check();
  await page.getByLabel(desk.assignments.minutesWork).fill('1');
  await page.getByRole('button', { name: 'Assign to 27 students' }).click();
  await expect(page.getByText(said('assignments.assignedStudents', { n: 27 }))).toBeVisible();
  await page.goto('/schedule');
  await page.getByRole('tab', { name: desk.assignments.list }).click();
  await expect(page.getByRole('cell', { name: title })).toHaveCount(2);
});

test('4. students sit it: one loses the page and hands in, another lets the time run out', async ({
  browser,
}) => {
  const slow: Student = await student(browser, '6B', 'BRN6B2', 1);
  watch(slow.page, complaints);
  await row(slow.page, title)
    .filter({ hasText: '1 minute' })
    .getByRole('link', { name: english.list.begin })
    .click();
  await answerAnything(slow.page);
  await expect(slow.page.getByText(desk.tests.saved, { exact: true })).toBeVisible();

  const sitter: Student = await student(browser, '6B', 'BRN6B2', 0);
  watch(sitter.page, complaints);
  await row(sitter.page, title)
    .filter({ hasText: '20 minutes' })
    .getByRole('link', { name: english.list.begin })
    .click();
  await expect(sitter.page.getByText(/(20|19) minutes left/)).toBeVisible();
  const state = (name: string) => sitter.page.locator('.state', { hasText: name });
  await answerAnything(sitter.page, 0);
  await sitter.page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(sitter.page, 1);
  await sitter.page.getByRole('button', { name: english.sitting.flag }).click();
  await expect(state(desk.tests.saved)).toBeVisible();

  // Without network: it is kept on the device, says so, and survives a lost page.
  await sitter.context.setOffline(true);
  await sitter.page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(sitter.page, 0);
  await expect(state('Kept on this device')).toBeVisible();
  await sitter.page.close();
  await sitter.context.setOffline(false);
  sitter.page = await sitter.context.newPage();
  watch(sitter.page, complaints);
  await sitter.page.goto('/seat');
  await row(sitter.page, title)
    .filter({ hasText: 'begun' })
    .getByRole('link', { name: english.list.continue })
    .click();
  const answered = () => way.getByRole('button', { name: /, answered/ });
  const way = sitter.page.getByRole('navigation', { name: english.sitting.way });
  await expect(answered()).toHaveCount(3);
  await expect(way.getByRole('button', { name: 'Question 2, answered, flagged' })).toBeVisible();
  await expect(sitter.page.locator('.state', { hasText: desk.tests.saved })).toBeVisible();

  // Changing an answer, then the rest, then handing in.
  await way.getByRole('button', { name: /^Question 1,/ }).click();
  await answerAnything(sitter.page, 1);
  for (let index = 3; index < 7; index++) {
    await way.getByRole('button', { name: new RegExp(`^Question ${index + 1},`) }).click();
    await answerAnything(sitter.page, index % 2);
  }
  await sitter.page.getByRole('button', { name: desk.watching.handIn, exact: true }).click();
  await expect(sitter.page.getByRole('dialog')).toContainText(english.sitting.flaggedQuestions);
  await sitter.page.getByRole('button', { name: english.sitting.handInNow }).dblclick();
  await expect(sitter.page.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await sitter.page.getByRole('link', { name: english.list.back }).click();
  await expect(row(sitter.page, title).filter({ hasText: english.list.notReleased })).toBeVisible();

  // The other one's minute has passed meanwhile, or passes now; the server hands in.
  await expect(slow.page.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible({
    timeout: 120_000,
  });
  await slow.page.getByRole('link', { name: english.list.back }).click();
  await expect(row(slow.page, title).filter({ hasText: 'time ran out' })).toBeVisible();
});

test('5. the teacher reads results by item and by student, and exports them', async () => {
  // One student handed the one in, the server the other one.
  for (const [index, how] of [/handed in today/, /time ran out today/].entries()) {
    await page.goto('/schedule');
    const given = page.getByRole('row', { name: new RegExp(`${title}.* 1 1 27 `) });
    await expect(given).toHaveCount(2);
    const links = await given
      .getByRole('link')
      .evaluateAll((all) => all.map((link) => link.getAttribute('href')!));
    const ids = links.map((link) => Number(link.split('/').at(-1))).sort((a, b) => a - b);
    await page.goto(`/results/${ids[index]}`);
    await expect(page.getByText('26 students may still hand in', { exact: false })).toBeVisible();
    await expect(page.getByText('Only 1 student:', { exact: false })).toBeVisible();
    await page.getByRole('tab', { name: desk.common.students }).click();
    await expect(page.getByRole('row', { name: how })).toHaveCount(1);
  }

  await page.goto('/results');
  await page.getByRole('link', { name: 'Ratios and unit rates' }).click();
  const footing = page.getByRole('region', { name: /Figures/ });
  await expect(footing).toContainText(/mean \d+\.\d\d of 13/);
  for (const name of ['median', 'sd', 'reliability', 'complete'])
    await expect(footing).toContainText(name);
  await page.getByRole('tab', { name: desk.common.itemsTitle }).click();
  const suspect = page.getByRole('row').filter({ hasText: 'Key may be wrong' });
  await expect(suspect).toHaveCount(1);
  await expect(suspect).toContainText('seventh graders');
  await expect(page.getByRole('row').filter({ hasText: 'One choice tempts many' })).toContainText(
    'printer',
  );
  await suspect.getByRole('button').first().click();
  await expect(page.getByText(/Item-total .*; alpha if item deleted/)).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: desk.results.export }).click();
  await page.getByRole('menuitem', { name: 'Items as CSV' }).click();
  const csv = readFileSync(await (await download).path(), 'utf8');
  expect(csv.split('\r\n')[0]).toContain('No.,Question,Standards');
  await page.getByRole('tab', { name: desk.common.students }).click();
  await page.getByLabel(desk.common.hideNames).check();
  await expect(
    page
      .getByRole('rowheader', {
        name: said('results.studentRosterNumber', { rosterNumber: 1 }),
        exact: true,
      })
      .first(),
  ).toBeVisible();
});
