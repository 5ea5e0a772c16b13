/** Pages in every color: a teacher's in the dark, a student's in all four and in Spanish, at the highest level. */
import { expect, test } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible, expectComfortableInAllColors } from './accessible';
import { answerAnything, row, student, teacherPage, watch } from './people';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

test('a teacher’s pages in the dark', async ({ browser }) => {
  const page = await teacherPage(browser);
  watch(page, complaints);
  await page.getByRole('button', { name: desk.desk.dark }).click();
  for (const path of [
    '/',
    '/banks',
    '/tests',
    '/tests/9',
    '/tests/9/assign',
    '/classes',
    '/rounds',
    '/schedule',
    '/marking',
    '/results',
    ...['overview', 'items', 'students', 'standards'].map((tab) => `/results/1/${tab}`),
    '/help',
    '/glossary',
    '/account',
  ]) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    await expectAccessible(`${path} in the dark`, page);
  }
  await page.context().close();
});

test('a student’s pages in every color, from signing in to handing in', async ({ browser }) => {
  const door = await (await browser.newContext()).newPage();
  await door.goto('/seat');
  await expect(door.getByRole('button', { name: english.signIn.findClass })).toBeVisible();
  await expectComfortableInAllColors('the door', door);
  await door.context().close();

  const { page, context } = await student(browser, '6D', 'BRN6D4', 22, {
    viewport: { width: 390, height: 844 },
  });
  watch(page, complaints);
  await expectComfortableInAllColors('the list', page);
  await row(page, 'Percent and rates, second look').getByRole('link').first().click();
  await expect(page.getByText(english.sitting.saved).first()).toBeVisible();
  await expectComfortableInAllColors('a question', page);
  await answerAnything(page);
  await page.getByRole('button', { name: english.sitting.display }).click();
  await expectComfortableInAllColors('text and colors', page);
  await page.getByRole('button', { name: english.display.done }).click();
  await page.keyboard.press('Shift+?');
  await expectComfortableInAllColors('the keys', page);
  await page.getByRole('dialog').getByRole('button').click();
  await page.getByRole('button', { name: english.sitting.handIn, exact: true }).click();
  await expectComfortableInAllColors('before handing in', page);
  await page.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(page.getByRole('heading', { name: english.ending.handedIn })).toBeVisible();
  await expectComfortableInAllColors('after handing in', page);
  await context.close();
});
