/** What a student reads in another language, from signing in to handing in. */
import { passcodesOf } from '@oaken/demo';
import { demoSeed } from '@oaken/demo/write';
import { spanish } from '@oaken/words/spanish';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible';
import { watch } from './people';

/** A student of 6D, signed in by the words of the page. */
async function signIn(page: Page, index: number): Promise<void> {
  const { name, passcode } = passcodesOf(demoSeed, '6D')[index]!;
  await page.goto('/seat');
  await page.getByLabel(spanish.signIn.classCode).fill('BRN6D4');
  await page.getByRole('button', { name: spanish.signIn.findClass }).click();
  await page.getByLabel(spanish.signIn.myName).selectOption({ label: name });
  await page.getByLabel(spanish.signIn.passcode).fill(passcode);
  await page.getByRole('button', { name: spanish.signIn.title }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
  await expect(page.getByRole('heading', { name: spanish.list.now })).toBeVisible();
}

test('a browser that speaks Spanish begins in it, and a whole test can be taken in it', async ({
  browser,
}) => {
  const complaints: string[] = [];
  const context = await browser.newContext({
    locale: 'es-MX',
    viewport: { width: 390, height: 844 },
  });
  const page = await context.newPage();
  watch(page, complaints);
  const begin = page.getByRole('link', { name: spanish.list.begin });
  // The last ones of the class, because other tests begin with the first; some have handed in before.
  for (let index = 25; index === 25 || (await begin.count()) === 0; index--) {
    if (index < 25) await page.getByRole('button', { name: spanish.list.signOut }).click();
    await signIn(page, index);
  }
  await expectAccessible('the list in Spanish', page);
  await begin.first().click();
  await expect(page.getByText(spanish.sitting.saved).first()).toBeVisible();
  await expectAccessible('a question in Spanish', page);
  await expect(page.getByRole('button', { name: spanish.sitting.flag })).toBeVisible();
  await page.getByRole('radio').or(page.getByRole('textbox')).first().waitFor();
  const overflow = () =>
    page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
  expect(await overflow()).toBe(0);
  await page.getByRole('button', { name: spanish.sitting.handIn, exact: true }).click();
  await page.getByRole('button', { name: spanish.sitting.handInNow }).click();
  await expect(page.getByRole('heading', { name: spanish.ending.handedIn })).toBeVisible();
  expect(complaints).toEqual([]);
  await context.close();
});

test('the language that is chosen on the page is remembered by the next one', async ({ page }) => {
  await page.goto('/seat');
  await page.getByRole('button', { name: 'Español' }).click();
  await expect(page.getByRole('button', { name: spanish.signIn.findClass })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: spanish.signIn.findClass })).toBeVisible();
  await page.getByRole('button', { name: 'English' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Find my class' })).toBeVisible();
});
