/** Takes the pictures of docs/screenshots from a running demonstration: `node scripts/screenshots.mjs [address]`. */
import { chromium } from '@playwright/test';
import { join } from 'node:path';
import { root } from './lib/run.mjs';
import { runMain, say } from './lib/say.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4600';
const [, , , passcode, studentName] = process.argv;
const folder = join(root, 'docs/screenshots');

runMain(async () => {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const shoot = async (page, name) => {
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(500);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    say(name);
  };
  const page = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage();
  await page.goto(`${address}/sign-in`);
  await page.getByLabel('Sign-in name').fill('holloway');
  await page.getByLabel('Password').fill('oak-and-ink');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(`${address}/`);
  await shoot(page, 'today');

  await page.goto(`${address}/banks`);
  await page.getByRole('button', { name: 'Grade 6' }).click();
  const tree = page.getByRole('list', { name: 'Standards' });
  await tree.getByRole('button', { name: /^Mathematics \d/ }).click();
  await tree.getByRole('button', { name: /^Ratio and proportion \d/ }).click();
  await tree.getByRole('button', { name: /MA\.6\.RAT\.2/ }).click();
  const notebooks = page.getByRole('listitem').filter({ hasText: 'Four notebooks' });
  await notebooks.getByRole('button', { name: 'Open', exact: true }).click();
  await notebooks.getByRole('radio', { name: '$15.00' }).check();
  await notebooks.getByRole('button', { name: 'Score my answer' }).click();
  for (const words of ['Ana types', 'A tap fills 18', 'A bus travels'])
    await page.getByRole('checkbox', { name: new RegExp(words) }).check();
  await page
    .getByRole('list', { name: 'Items' })
    .evaluate((own) => own.parentElement.scrollTo(0, 0));
  await shoot(page, 'banks');

  const openOne = async (query) => {
    await page.goto(`${address}/banks?${query}`);
    await page
      .getByRole('list', { name: 'Items' })
      .getByRole('listitem')
      .first()
      .getByRole('button', { name: 'Open', exact: true })
      .click();
    await page.getByRole('link', { name: 'Edit this item' }).click();
    await page.getByRole('textbox', { name: 'Question', exact: true }).waitFor();
  };
  await openOne('kind=places&words=square%20C3');
  await page.getByRole('checkbox', { name: 'The well' }).press('Space');
  await shoot(page, 'item');
  await page.goto(`${address}/tests`);
  await page.getByText('tests found').waitFor();
  await shoot(page, 'tests');
  await page.goto(`${address}/tests/9`);
  await page.getByRole('tab', { name: 'Form B' }).waitFor();
  await page.locator('.entry').nth(1).hover();
  await shoot(page, 'build');
  await page.goto(`${address}/tests/9/blueprint`);
  await page.getByRole('combobox', { name: 'Parallel forms' }).press('ArrowDown');
  await page.getByRole('option', { name: /^two/ }).click();
  await page.getByRole('checkbox', { name: /^keep the/ }).uncheck();
  await page.getByRole('button', { name: 'Find items' }).click();
  await page.getByRole('heading', { name: /cells can/ }).waitFor();
  await shoot(page, 'blueprint');
  await page.goto(`${address}/curricula`);
  await page.getByRole('button', { name: /^Lesson Unit rates/ }).click();
  await shoot(page, 'curriculum');
  await page.goto(`${address}/tests/1/assign`);
  await page.getByRole('checkbox', { name: /^6D/ }).check();
  await shoot(page, 'assign');
  await page.goto(`${address}/schedule`);
  await shoot(page, 'schedule');
  await page.goto(`${address}/classes/1`);
  await shoot(page, 'classes');
  await page.goto(`${address}/results/1/items`);
  await shoot(page, 'results-items');
  await page.goto(`${address}/results/1/students`);
  await shoot(page, 'results-students');
  await page.goto(`${address}/assignments/12/paper`);
  await page.getByText('Room 12 copier.pdf').last().waitFor();
  await shoot(page, 'paper');
  await page.goto(`${address}/results/1/items?item=2`);
  await page.getByRole('link', { name: 'Change key or scoring …' }).click();
  await page.getByRole('checkbox', { name: '3/5' }).uncheck();
  await page.getByRole('checkbox', { name: '3/8' }).check();
  await page.getByText('students gain').waitFor();
  await shoot(page, 'rescore');
  // Written work waits for a colleague.
  const other = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage();
  await other.goto(`${address}/sign-in`);
  await other.getByLabel('Sign-in name').fill('nwosu');
  await other.getByLabel('Password').fill('oak-and-ink');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await other.waitForURL(`${address}/`);
  await other.goto(`${address}/marking`);
  await other
    .getByRole('row')
    .filter({ hasText: 'A town wants to build' })
    .getByRole('link', { name: 'all on one page' })
    .click();
  await other.getByRole('button', { name: 'Select all not marked' }).waitFor();
  for (const answer of [0, 2])
    await other.getByRole('article').getByRole('checkbox').nth(answer).check();
  await shoot(other, 'marking');
  await other.context().close();
  await page.getByRole('button', { name: 'Dark' }).click();

  const seat = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage();
  await seat.goto(`${address}/seat`);
  await seat.getByLabel('Class code').fill('BRN6D4');
  await seat.getByRole('button', { name: 'Find my class' }).click();
  await seat.getByLabel('My name').selectOption({ label: studentName ?? 'Hazel Barlow' });
  await seat.getByLabel('My passcode').fill(passcode ?? 'bzx773');
  await seat.getByRole('button', { name: 'Sign in' }).click();
  await seat.getByRole('link', { name: /Begin|Continue/ }).click();
  await seat.getByRole('button', { name: /^Question 5,/ }).click();
  await seat
    .getByRole('radio')
    .first()
    .check({ timeout: 3000 })
    .catch(() => seat.getByLabel(/^Your answer/).fill('30'));
  await shoot(seat, 'seat');
  // With somebody at work: the one whose page was taken last.
  await page.getByRole('button', { name: 'Light' }).click();
  await page.goto(`${address}/watch/7`);
  await page.getByText('working on').first().waitFor();
  await page.getByLabel('Right and wrong').check();
  await shoot(page, 'watch');
  // A class that is being asked, with one student in it.
  await page.goto(`${address}/tests/1`);
  await page.getByRole('button', { name: 'Ask in class' }).click();
  await page.getByRole('dialog').getByText('6D').click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/rounds/);
  await seat.goto(`${address}/seat`);
  await seat.getByRole('link', { name: 'Come in' }).click();
  await page.getByRole('button', { name: 'Read question 1', exact: true }).click();
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await seat.getByRole('radio').nth(1).check();
  await page.getByText('1 of 1 answered').waitFor();
  await shoot(page, 'round');
  await browser.close();
});
