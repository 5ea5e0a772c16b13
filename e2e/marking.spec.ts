/** Marking by hand, from Today to the student's own page. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { row, student, teacherPage, watch } from './people';

test('texts are marked by key, the same ones together, undone, and read by the student', async ({ browser }) => {
  const complaints: string[] = [];
  const page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
  const made = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const send = async (path: string, body: object) => (await fetch(path, { method: 'POST', headers: { 'content-type': 'application/json', 'x-csrf-token': csrf }, body: JSON.stringify({ clientKey: crypto.randomUUID(), ...body }) })).json();
    const bank = (await (await fetch('/api/banks')).json()).banks.find((own: { mine: boolean }) => own.mine).id;
    const content = { stem: '<p>Why do tides come twice a day?</p>', parts: [{ id: 'p', kind: 'long-text', lines: 4, guide: '<p>Names the moon.</p>', rule: { rule: 'by-hand', points: 4 } }], explanation: '', hints: [], notes: '' };
    const { id } = await send('/api/items', { bank, folder: null, content, facts: { subject: 'Science', grades: [7], standards: [], depth: 2, seconds: 60, tags: [], author: '', licence: '' } });
    return { item: id as number, test: (await send('/api/tests', { title: 'Tides', kind: 'quiz', itemIds: [id] })).id as number };
  }); // prettier-ignore
  await page.goto(`/tests/${made.test}/assign`);
  await page.getByRole('checkbox', { name: /^7A/ }).check();
  await page.getByText('Release', { exact: true }).click();
  await page.getByRole('combobox', { name: /^Scores(?! are)/ }).selectOption('at-hand-in');
  await page.getByRole('button', { name: 'Give to 28 students' }).click();
  await expect(page.getByText('Given to 28 students.')).toBeVisible();
  const texts = ['The moon pulls the water.', 'the moon pulls  the water', 'It is the wind.'];
  for (const [n, text] of texts.entries()) {
    const own = await student(browser, '7A', 'BRN7A5', 10 + n);
    watch(own.page, complaints);
    await row(own.page, 'Tides').getByRole('link', { name: 'Begin' }).click();
    await own.page.getByLabel(/^Your answer/).fill(text);
    await own.page.getByRole('button', { name: 'Hand in' }).click();
    await own.page.getByRole('button', { name: 'Hand in now' }).click();
    await expect(own.page.getByRole('heading', { name: 'Handed in' })).toBeVisible();
    await own.context.close();
  }
  await page.goto('/');
  await page.getByRole('link', { name: /^To mark Tides/ }).click();
  await expectAccessible('what waits for a mark', page);
  await page.getByRole('link', { name: 'Why do tides come twice a day?' }).click();
  await expect(page.getByText('the same answer, marked once for all of them')).toBeVisible();
  await expectAccessible('marking', page);
  // By keys alone: points, Enter, and the next one is there.
  await page.keyboard.press('3');
  await page.keyboard.press('Enter');
  await expect(page.getByText('It is the wind.')).toBeVisible();
  await page.getByLabel('Points').fill('9');
  await page.getByRole('button', { name: 'Mark it' }).click();
  await expect(page.getByText('Points are a number from 0 to 4.')).toBeVisible();
  await page.getByLabel('Points').fill('0.5');
  await page.getByLabel('Comment').fill('What pulls the water?');
  await page.getByRole('button', { name: 'Mark it' }).click();
  await expect(page.getByText('0.5 of 4 for 1 student. Everything is marked.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('1 marked')).toBeVisible();
  await page.getByLabel('Points').fill('1');
  await page.getByLabel('Comment').fill('What pulls the water?');
  await page.getByRole('button', { name: 'Mark it' }).click();
  await expect(page.getByText('2 marked')).toBeVisible();
  await page.getByRole('button', { name: 'Hide names' }).click();
  await expect(page.getByText('One student').or(page.getByText('2 students'))).toBeVisible();

  const own = await student(browser, '7A', 'BRN7A5', 12);
  watch(own.page, complaints);
  await expect(row(own.page, 'Tides')).toContainText('1 of 4, 25 %');
  await own.context.close();
  expect(complaints).toEqual([]);
  await page.evaluate(async ({ item, test: id }) => {
    const { csrf } = await (await fetch('/api/session')).json();
    const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
    await fetch(`/api/tests/${id}`, { method: 'DELETE', headers });
    await fetch('/api/items/retire', { method: 'POST', headers, body: JSON.stringify({ items: [item] }) });
  }, made); // prettier-ignore
  await page.context().close();
});
