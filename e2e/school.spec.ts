/** A school that is not the demonstration, from the link in the terminal to its first class. */
import { expect, test, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expectAccessible } from './accessible';
import { watch } from './people';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

const port = 4672;
const folder = mkdtempSync(join(tmpdir(), 'oaken-school-'));
const complaints: string[] = [];
let starter: ChildProcess;
let text = '';

/** Starts the school, and gives the link that it prints, when it has not begun. */
async function start(): Promise<string | undefined> {
  text = '';
  starter = spawn(process.execPath, ['scripts/school.mjs'], {
    cwd: resolve(import.meta.dirname, '..'),
    env: { ...process.env, OAKEN_PORT: String(port), OAKEN_DATA: folder },
  });
  for (const stream of [starter.stdout!, starter.stderr!])
    stream.on('data', (chunk) => (text += chunk));
  await expect.poll(() => text, { timeout: 300_000 }).toContain('Ctrl+C stops it.');
  return /http\S+\/setup#\S+/.exec(text)?.[0];
}
async function stop(): Promise<void> {
  starter.kill('SIGTERM');
  await new Promise((done) => starter.once('exit', done));
}

let link = '';
test.beforeAll(async () => {
  link = (await start())!;
});
test.afterAll(async () => {
  await stop();
  rmSync(folder, { recursive: true, force: true });
  expect(complaints).toEqual([]);
});

const error = (page: Page) => page.locator('.el-form-item__error');

test('begins with a link, adds teachers from a list, imports standards, and its teacher makes a class', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  watch(page, complaints);
  await page.goto(link);
  await page.getByLabel(desk.common.name, { exact: true }).fill('Alder Street School');
  await page.getByText('6', { exact: true }).click();
  await page.getByLabel(desk.accounts.firstName).fill('Ines');
  await page.getByLabel(desk.accounts.lastName).fill('Amari');
  await page.getByLabel(desk.accounts.signInName).fill('amari');
  await page.getByLabel(/^Password/).fill('short');
  await page.getByRole('button', { name: desk.accounts.setUpSchool }).click();
  await expect(error(page)).toHaveText('A password needs at least 10 characters.');
  await expectAccessible('setup', page);
  await page.getByLabel(/^Password/).fill('a long password');
  await page.getByRole('button', { name: desk.accounts.setUpSchool }).click();
  await expect(page.getByRole('heading', { name: desk.desk.people })).toBeVisible();
  await expectAccessible('people', page);

  await page.getByRole('button', { name: desk.office.addTeachers }).click();
  await page.getByLabel(desk.classes.names).fill('Ana Lee, ana@alder.example\nBo Díaz\nCy');
  await expect(page.getByText('Line 3: The last name is missing.')).toBeVisible();
  await page.getByRole('button', { name: 'Add 2 people' }).click();
  const links = page.getByRole('dialog', { name: said('office.signInLinks', { n: 2 }) });
  const welcome = await links.locator('code').first().innerText();
  await links.getByRole('button', { name: desk.common.close, exact: true }).last().click();
  await expect(page.getByRole('cell', { name: 'ana.lee' })).toBeVisible();

  await page.getByRole('link', { name: desk.common.standards }).click();
  await expect(page.getByText(desk.office.thereNoStandardsYet)).toBeVisible();
  const csv =
    'code,statement,parent,grades\nMA,Mathematics,,\nMA.6,Ratios,MA,6\nMA.6.1,Use ratios to compare,MA.6,6\n';
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'goals.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByRole('cell', { name: 'Use ratios to compare' })).toBeVisible();
  await page.getByRole('button', { name: 'Import 3 standards' }).click();
  await expect(error(page)).toHaveText('Say which subject it is for.');
  await page.getByLabel(desk.common.subject).fill('Mathematics');
  await page.getByRole('button', { name: 'Import 3 standards' }).click();
  await expect(page.getByRole('cell', { name: 'goals' })).toBeVisible();
  await expectAccessible('standards', page);

  const teacher = await (await browser.newContext()).newPage();
  watch(teacher, complaints);
  await teacher.goto(welcome);
  await expect(
    teacher.getByRole('heading', { name: said('accounts.welcomeName', { name: 'Ana Lee' }) }),
  ).toBeVisible();
  await expectAccessible('welcome', teacher);
  await teacher.getByLabel(/^Password/).fill('ten letters');
  await teacher.getByRole('button', { name: desk.accounts.saveSignIn }).click();
  await expect(
    teacher.getByText(said('today.goodDayGivenName', { givenName: 'Ana' })),
  ).toBeVisible();
  await teacher.getByRole('link', { name: desk.desk.account }).click();
  await expect(teacher.getByText(desk.accounts.thisDevice)).toBeVisible();
  await expectAccessible('account', teacher);
});

test('is there again after a stop, prints no link any more, and does not call itself a demonstration', async ({
  page,
}) => {
  watch(page, complaints);
  await stop();
  expect(await start()).toBeUndefined();
  await page.goto(`http://127.0.0.1:${port}/sign-in`);
  await expect(page.getByRole('heading', { name: 'Alder Street School' })).toBeVisible();
  await expect(page.getByText(desk.accounts.thisDemonstration)).toHaveCount(0);
  await page.goto(link);
  await expect(page.getByRole('alert')).toContainText('This link has expired.');
});

test('the demonstration says on its sign-in page that it is one', async ({ page }) => {
  watch(page, complaints);
  await page.goto('/sign-in');
  await expect(page.getByRole('note')).toContainText(desk.accounts.thisDemonstration);
});
