/** What a student reads in another language, from signing in to handing in. */
import { passcodesOf } from '@oaken/demo';
import { demoSeed } from '@oaken/demo/write';
import { english } from '@oaken/words';
import { spanish } from '@oaken/words/spanish';
import { expect, test, type Page } from '@playwright/test';
import { expectComfortableInAllColors } from './accessible';
import { answerAnything, row, student, watch } from './people';
import { cutOff } from './reachable';

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
  await expect(page.getByRole('heading', { name: spanish.list.toRead })).toBeVisible();
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
  await expectComfortableInAllColors('the list in Spanish', page);
  await begin.first().click();
  await expect(page.getByText(spanish.sitting.saved).first()).toBeVisible();
  await expectComfortableInAllColors('a question in Spanish', page);
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
  await expectComfortableInAllColors('after handing in, in Spanish', page);
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
  await expect(page.getByRole('button', { name: english.signIn.findClass })).toBeVisible();
});

/**
 * A language that nobody speaks, written from right to left: every letter is one of the Hebrew alphabet, and every word a
 * third longer, as translations from English are. The page is as it was, but for its texts and its direction.
 */
const speakBackward = (page: Page) =>
  page.evaluate(() => {
    document.documentElement.dir = 'rtl';
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const letter = (from: string) =>
      String.fromCharCode(0x5d0 + (from.toLowerCase().charCodeAt(0) % 27));
    const word = (text: string) => {
      const turned = text.replace(/[a-z]/gi, letter);
      return turned + turned.slice(0, Math.round(turned.length / 3));
    };
    for (let node = texts.nextNode(); node; node = texts.nextNode())
      node.nodeValue = (node.nodeValue ?? '').replace(/[a-z]+/gi, word);
  });

test('a student’s pages hold up from right to left', async ({ browser }) => {
  const { page, context } = await student(browser, '6D', 'BRN6D4', 21, {
    viewport: { width: 390, height: 844 },
  });
  /** Nothing is lost at either end, and the title stands at the right. */
  async function holdsUp(where: string): Promise<void> {
    await speakBackward(page);
    expect([where, await cutOff(page)]).toEqual([where, { over: 0, controls: [] }]);
    const left = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect([where, left]).toEqual([where, 0]);
    const [before, after] = await page.getByRole('heading', { level: 1 }).evaluate((heading) => {
      const text = document.createRange();
      text.selectNodeContents(heading);
      const { left: toLeft, right } = text.getBoundingClientRect();
      return [innerWidth - right, toLeft];
    });
    expect(before!).toBeLessThan(after!);
  }
  await holdsUp('the list');
  await page.reload();
  await row(page, 'Percent and rates, second look').getByRole('link').first().click();
  await expect(page.getByText(english.sitting.saved).first()).toBeVisible();
  await answerAnything(page);
  await holdsUp('a question');
  await page.setViewportSize({ width: 1280, height: 800 });
  await holdsUp('a question, wide');
  await context.close();
});
