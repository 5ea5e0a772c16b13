/** The seat on a phone, by keyboard alone, in two tabs, with a wrong clock; and how little it loads. */
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expectAccessible } from './accessible';
import { answerAnything, row, student, watch } from './people';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { english } from '@oaken/words';

const open = 'Percent and rates, second look';
const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

/** Students of 6D who have not begun; the demonstration's first ones may have. */
async function fresh(
  browser: Parameters<typeof student>[0],
  from: number,
  options?: Parameters<typeof student>[4],
) {
  for (let index = from; ; index++) {
    const sitter = await student(browser, '6D', 'BRN6D4', index, options);
    const begin = row(sitter.page, open).getByRole('link', { name: english.list.begin });
    await expect(row(sitter.page, open)).toBeVisible();
    if (await begin.count()) {
      watch(sitter.page, complaints);
      await begin.click();
      await expect(sitter.page.getByRole('heading', { name: /^Question 1/ })).toBeVisible();
      return { ...sitter, at: index };
    }
    await sitter.context.close();
  }
}
let used = 0;

test('on a phone nothing is cut off, and all of it works by keyboard alone', async ({
  browser,
}) => {
  const { page, at } = await fresh(browser, used, { viewport: { width: 390, height: 844 } });
  used = at + 1;
  const wide = () =>
    page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
  expect(await wide()).toBe(0);
  // Eight questions without a mouse: tab to the answer, give it, tab on to Next.
  for (let n = 1; n <= 8; n++) {
    await expect(page.getByRole('heading', { name: new RegExp(`^Question ${n} `) })).toBeVisible();
    const field = page
      .getByRole('radio')
      .or(page.getByRole('checkbox'))
      .or(page.getByLabel(/^Your answer/));
    for (
      let tab = 0;
      tab < 9 &&
      !(await field.evaluateAll((all) => all.includes(document.activeElement as HTMLElement)));
      tab++
    )
      await page.keyboard.press('Tab');
    if (await page.getByLabel(/^Your answer/).count()) await page.keyboard.type('12');
    else await page.keyboard.press('Space');
    expect(await wide()).toBe(0);
    const next = page.getByRole('button', {
      name: n < 8 ? 'Next' : desk.watching.handIn,
      exact: true,
    });
    await next.focus();
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('dialog')).toContainText('Everything is answered');
  await page.getByRole('button', { name: english.sitting.handInNow }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
});

test('two tabs show the same work, and a machine whose clock is hours wrong has the same time', async ({
  browser,
}) => {
  const { page, context, at } = await fresh(browser, used);
  used = at + 1;
  await answerAnything(page, 0);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  const second = await context.newPage();
  watch(second, complaints);
  // This tab believes it is five hours later.
  await second.clock.install({ time: Date.now() + 5 * 3_600_000 });
  await second.goto(new URL(page.url()).pathname);
  await expect(second.getByRole('button', { name: /^Question 1, answered/ })).toBeVisible();
  await expect(second.getByText(/(20|19) minutes left/)).toBeVisible();
  await second.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(second, 1);
  await expect(page.getByRole('button', { name: /^Question 2, answered/ })).toBeVisible();
  await page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(page, 0);
  await second.clock.runFor(3_000);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Question \d, answered/ })).toHaveCount(2);
});

test('handed in without network: kept on the device, sent by the next page, and the page was closed meanwhile', async ({
  browser,
}) => {
  const { page, context, at } = await fresh(browser, used);
  used = at + 1;
  await answerAnything(page, 0);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  await context.setOffline(true);
  await page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(page, 1);
  await page.getByRole('button', { name: desk.watching.handIn, exact: true }).click();
  await page.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(page.getByRole('heading', { name: english.ending.kept })).toBeVisible();
  await expectAccessible('handed in without network', page);
  await page.close();
  await context.setOffline(false);
  const later = await context.newPage();
  watch(later, complaints);
  await later.goto('/seat');
  await expect(row(later, open).filter({ hasText: desk.common.handedIn })).toBeVisible();
});

test('handed in without network on a page that stays open: it goes by itself, and the page says so', async ({
  browser,
}) => {
  const { page, context, at } = await fresh(browser, used);
  used = at + 1;
  await answerAnything(page, 0);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  await context.setOffline(true);
  await page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(page, 1);
  await page.getByRole('button', { name: desk.watching.handIn, exact: true }).click();
  await page.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(page.getByRole('heading', { name: english.ending.kept })).toBeVisible();
  await context.setOffline(false);
  await expect(
    page.getByRole('heading', { name: desk.common.handedInTitle, exact: true }),
  ).toBeVisible();
  await expect(page.getByText('too late to be taken')).toHaveCount(0);
});

test('the database is killed while a student works: nothing is lost and nobody has to do anything', async ({
  browser,
}) => {
  const { page, at } = await fresh(browser, used);
  used = at + 1;
  await answerAnything(page, 0);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  process.kill(
    Number(readFileSync(join(process.env.OAKEN_E2E_DATA!, 'db.pid'), 'utf8')),
    'SIGKILL',
  );
  await page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(page, 1);
  // Kept while it is away, saved by itself once it is back.
  await expect(page.locator('.state.saved')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Question [12], answered/ })).toHaveCount(2);
});

test('the first question needs little, nothing from outside, and no key', async ({ browser }) => {
  const { page, at } = await fresh(browser, used);
  used = at + 1;
  const origin = new URL(page.url()).origin;
  const scripts = new Set<string>();
  const strangers: string[] = [];
  const bodies: string[] = [];
  page.on('response', async (response) => {
    if (!response.url().startsWith(origin)) strangers.push(response.url());
    if (/\.js$/.test(response.url())) scripts.add(response.url());
    if (response.url().includes('/api/')) bodies.push(await response.text().catch(() => ''));
  });
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Question 1/ })).toBeVisible();
  await page.waitForLoadState('networkidle');
  expect(strangers).toEqual([]);
  // Asked again: what a page that was left has loaded cannot be read any more.
  const sizes = [...scripts].map(
    async (url) => gzipSync(await (await page.request.get(url)).body()).length,
  );
  const total = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0);
  expect(total).toBeGreaterThan(10_000);
  expect(total).toBeLessThan(150 * 1024);
  expect(bodies.join('')).not.toMatch(/"(key|rule|misconception|explanation)"/);
});
