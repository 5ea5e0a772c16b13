/**
 * Twenty questions on three standards: found, one of them edited, ordered, and assigned to two classes; once by
 * mouse, once by keyboard alone, with what is pressed counted.
 */
import { expect, test, type Page } from '@playwright/test';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { teacherPage, watch } from './people';
import { said } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

const codes = 'rat1 rat2 rat3';
const wanted = 20;
const mostClicks = 34;

/** Counts what is pressed on a page, over all addresses that it goes through. */
async function counting(page: Page) {
  await page.addInitScript(() => {
    const add = (what: string) =>
      sessionStorage.setItem(what, String(Number(sessionStorage.getItem(what) ?? 0) + 1));
    addEventListener('pointerdown', () => add('clicks'), true);
    addEventListener('keydown', () => add('keys'), true);
  });
  return () =>
    page.evaluate(() => ({
      clicks: Number(sessionStorage.getItem('clicks') ?? 0),
      keys: Number(sessionStorage.getItem('keys') ?? 0),
    }));
}
const row = (page: Page, index: number) => page.locator(`.line[data-at="${index}"]`);
const entries = (page: Page) => page.locator('.entry[data-entry]');
const assigned = (page: Page) =>
  expect(page.getByRole('heading', { name: desk.assignments.howStudentsGetIn })).toBeVisible();

test('by mouse in at most 34 clicks', async ({ browser }) => {
  const page = await teacherPage(browser);
  watch(page, complaints);
  const pressed = await counting(page);
  await page.goto('/');
  await page.getByRole('link', { name: desk.common.banks, exact: true }).click();
  await page.getByLabel(desk.banks.searchWordsOrStandards).click();
  await page.keyboard.insertText(codes);
  await expect(page.locator('.facts mark').first()).toBeVisible();

  // The first, and with Shift the twentieth.
  await row(page, 0).getByRole('checkbox').check();
  await row(page, 0).hover();
  while (!(await row(page, wanted - 1).isVisible())) await page.mouse.wheel(0, 300);
  await row(page, wanted - 1)
    .getByRole('checkbox')
    .click({ modifiers: ['Shift'] });
  await expect(page.getByRole('region', { name: desk.banks.selectedItems })).toContainText(
    `${wanted} selected`,
  );
  await page.getByRole('button', { name: desk.banks.addTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).click();
  await page.keyboard.insertText('Twenty by mouse');
  await page.getByRole('button', { name: desk.tests.makeTest }).click();
  await expect(entries(page)).toHaveCount(wanted);

  // Two are moved: one dragged, one told its place.
  const [first] = await entries(page).locator('.stem').allTextContents();
  await entries(page)
    .first()
    .locator('.grip')
    .dragTo(entries(page).nth(3), { targetPosition: { x: 60, y: 40 } });
  await expect(entries(page).first().locator('.stem')).not.toHaveText(first!);

  await page
    .getByRole('button', { name: said('tests.editItemNumber', { number: 1 }), exact: true })
    .click();
  await page.getByRole('textbox', { name: desk.common.question }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.insertText(' Choose carefully.');
  await page.getByRole('button', { name: desk.tests.saveThisTest }).click();
  await expect(entries(page).first()).toContainText(desk.tests.changedThisTestOnly);

  await page.getByRole('button', { name: desk.common.assign, exact: true }).click();
  for (const name of [/^6B/, /^6D/]) await page.getByRole('checkbox', { name }).click();
  await page.getByText(desk.assignments.closesTomorrow, { exact: true }).click();
  await page.getByRole('button', { name: 'Assign to 53 students' }).click();
  await assigned(page);

  const { clicks } = await pressed();
  console.log(`by mouse: ${clicks} clicks`);
  expect(clicks).toBeLessThanOrEqual(mostClicks);
  await page.context().close();
});

test('by keyboard alone', async ({ browser }) => {
  const page = await teacherPage(browser);
  watch(page, complaints);
  const pressed = await counting(page);
  const { keyboard } = page;
  /** Tab until something is reached: whoever cannot see the page knows it by its name. */
  async function tabTo(name: RegExp | string, most = 150): Promise<void> {
    const isThere = () =>
      page.evaluate(() => {
        const here = document.activeElement;
        return here?.getAttribute('aria-label') ?? here?.textContent?.trim() ?? '';
      });
    for (let tabs = 0; tabs < most; tabs++) {
      await keyboard.press('Tab');
      const label = await isThere();
      if (typeof name === 'string' ? label === name : name.test(label)) return;
    }
    throw new Error(`${String(name)} was not reached in ${most} tabs.`);
  }
  async function goTo(words: string): Promise<void> {
    await keyboard.press('Control+k');
    await expect(
      page.getByRole('dialog', { name: desk.anything.title }).getByRole('textbox'),
    ).toBeFocused();
    await keyboard.type(words);
    await expect(page.getByRole('option').first()).toBeVisible();
    await keyboard.press('Enter');
  }
  await page.goto('/');
  await expect(page.getByRole('heading', { name: desk.today.waitingMe })).toBeVisible();
  await goTo('banks');
  // Tab begins where the page is: the list has to be there first.
  await expect(row(page, 0)).toBeVisible();
  await tabTo(desk.banks.searchWordsOrStandards);
  await keyboard.type(codes);
  await expect(page.locator('.facts mark').first()).toBeVisible();
  const firstRow = await row(page, 0).locator('.row').getAttribute('aria-label');
  await tabTo(firstRow!);
  await keyboard.press('Space');
  for (let down = 1; down < wanted; down++) await keyboard.press('ArrowDown');
  await keyboard.press('Shift+Space');
  await expect(page.getByRole('region', { name: desk.banks.selectedItems })).toContainText(
    `${wanted} selected`,
  );
  await tabTo(desk.banks.addTest, 200);
  await keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: desk.common.title })).toBeFocused();
  await keyboard.type('Twenty by keyboard');
  await keyboard.press('Enter');
  await expect(entries(page)).toHaveCount(wanted);

  const [first, second] = await entries(page).locator('.stem').allTextContents();
  // From the bank over to the test.
  await tabTo(desk.banks.searchWordsOrStandards, 120);
  await keyboard.press('F6');
  await tabTo(/^Item 1/);
  await keyboard.press('Alt+ArrowDown');
  await expect.poll(() => entries(page).locator('.stem').allTextContents()).toContain(first);
  await expect(entries(page).first().locator('.stem')).toHaveText(second!);
  await keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: desk.common.question })).toBeVisible();
  await tabTo(/^Question/);
  await keyboard.press('Control+End');
  await keyboard.type(' Choose carefully.');
  await tabTo(desk.tests.saveThisTest, 120);
  await keyboard.press('Enter');
  await expect(page.getByText(desk.tests.changedThisTestOnly)).toBeVisible();

  await tabTo(desk.common.assign, 200);
  await keyboard.press('Enter');
  await expect(page.getByRole('checkbox', { name: /^6B/ })).toBeVisible();
  for (const name of [/^6B/, /^6D/]) {
    await page.getByRole('checkbox', { name }).focus();
    await keyboard.press('Space');
  }
  await tabTo(desk.assignments.closesTomorrow, 120);
  await keyboard.press('Enter');
  await tabTo('Assign to 53 students', 120);
  await keyboard.press('Enter');
  await assigned(page);

  const { keys, clicks } = await pressed();
  console.log(`by keyboard: ${keys} keys, ${clicks} clicks`);
  expect(clicks).toBe(0);
  await page.context().close();
});
