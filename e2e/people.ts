import { expect, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { passcodesOf, signIns } from '@oaken/demo';
import { demoSeed } from '@oaken/demo/write';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { english } from '@oaken/words';

/** Anything that the browser complains of fails the test that caused it. */
export function watch(page: Page, complaints: string[]): void {
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('console', (message) => {
    // The network's own complaints are part of the tests that cut it.
    if (
      message.type() === 'error' &&
      !/Failed to load resource|net::ERR|when fetching the script/.test(message.text())
    )
      complaints.push(message.text());
  });
}

export async function teacherPage(
  browser: Browser,
  name: string = signIns.teacher.name,
): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Brindlemere Middle School' })).toBeVisible();
  await page.getByLabel(desk.accounts.signInName).fill(name);
  await page.getByLabel(desk.accounts.password).fill(signIns.teacher.password);
  await page.getByRole('button', { name: desk.accounts.signIn }).click();
  await expect(page.getByRole('navigation', { name: desk.desk.pages })).toBeVisible();
  return page;
}

export interface Student {
  name: string;
  page: Page;
  context: BrowserContext;
}

/** The student with a place on a class's roster, from 0, signed in on a device of its own. */
export async function student(
  browser: Browser,
  className: string,
  code: string,
  index: number,
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<Student> {
  const { name, passcode } = passcodesOf(demoSeed, className)[index]!;
  const context = await browser.newContext(options);
  const page = await context.newPage();
  await page.goto('/seat');
  await page.getByLabel(desk.classes.classCode).fill(code.toLowerCase());
  await page.getByRole('button', { name: english.signIn.findClass }).click();
  await page.getByLabel(english.signIn.myName).selectOption({ label: name });
  await page.getByLabel(english.signIn.passcode).fill(passcode);
  await page.getByRole('button', { name: desk.accounts.signIn }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
  return { name, page, context };
}

export const row = (page: Page, title: string) =>
  page.getByRole('listitem').filter({ hasText: title });

/** The number of what was assigned, on the page that says how students get in. */
export async function assignedNumber(page: Page): Promise<string> {
  await expect(
    page.getByRole('heading', { name: desk.assignments.howStudentsGetIn }),
  ).toBeVisible();
  return /\/assignments\/(\d+)\/assigned/.exec(page.url())![1]!;
}

/** Where a student's list leads into one assignment, among others of the same test. */
export const wayInto = (page: Page, assignment: string) =>
  page.locator(`a[href="/seat/sit/${assignment}"]`);

/** Answers whatever kind of question is open, with the choice at `at` or some text. */
export async function answerAnything(page: Page, index = 0): Promise<void> {
  const choices = page.getByRole('radio').or(page.getByRole('checkbox'));
  const typed = page.getByLabel(/^Your answer/);
  await expect(choices.or(typed).first()).toBeVisible();
  if (await typed.count()) await typed.fill(String(40 + index));
  else await choices.nth(index).check();
}
