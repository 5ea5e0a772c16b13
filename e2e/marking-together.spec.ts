/** All answers to a question on one page, anchor answers, spoken comments, and notes that only staff read. */
import { expect, test, type Page } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import { assignedNumber, student, teacherPage, watch, wayInto } from './people';
import base from './playwright.config';
import { said } from './words';

const { launchOptions } = base.use!;
test.use({
  launchOptions: {
    ...launchOptions,
    // A microphone that beeps, and a browser that does not ask whether the page may use it.
    args: [
      ...launchOptions!.args!,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
    ],
  },
});
test.describe.configure({ mode: 'serial' });
const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

const texts = ['The moon pulls the sea.', 'The wind pushes it.', 'I do not know.'];
const firstIndex = 18;
let page: Page;
let assignment: string;
/** Where the texts are marked, and where the drawings are. */
let places: string[];

test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser);
  watch(page, complaints);
  const testId = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const send = async (path: string, body: object) =>
      (
        await fetch(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
          body: JSON.stringify({ clientKey: crypto.randomUUID(), ...body }),
        })
      ).json();
    const { banks } = await (await fetch('/api/banks')).json();
    const bank = banks.find((candidate: { mine: boolean }) => candidate.mine).id;
    const facts = { subject: 'Science', grades: [6], standards: [], depth: 2, seconds: 60 };
    const item = (stem: string, kind: object) =>
      send('/api/items', {
        bank,
        folder: null,
        facts: { ...facts, tags: [], author: '', licence: '' },
        content: {
          stem,
          parts: [{ id: 'p', guide: '', rule: { rule: 'by-hand', points: 3 }, ...kind }],
          explanation: '',
          hints: [],
          notes: '',
        },
      });
    const text = await item('<p>What moves the sea?</p>', { kind: 'long-text', lines: 3 });
    const drawn = await item('<p>Draw the moon above the sea.</p>', { kind: 'drawing' });
    const itemIds = [text.id, drawn.id];
    return (await send('/api/tests', { title: 'The sea', kind: 'quiz', itemIds })).id as number;
  });
  await page.goto(`/tests/${testId}/assign`);
  await page.getByRole('checkbox', { name: /^6D/ }).first().check();
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  assignment = await assignedNumber(page);
  for (const [n, text] of texts.entries()) {
    const sitter = await student(browser, '6D', 'BRN6D4', firstIndex + n);
    watch(sitter.page, complaints);
    await wayInto(sitter.page, assignment).click();
    await sitter.page.getByLabel(/^Your answer/).fill(text);
    await sitter.page.getByRole('button', { name: english.sitting.next }).click();
    const box = (await sitter.page.getByRole('application').boundingBox())!;
    await sitter.page.mouse.move(box.x + 60, box.y + 60);
    await sitter.page.mouse.down();
    await sitter.page.mouse.move(box.x + 200, box.y + 90 + 40 * n, { steps: 5 });
    await sitter.page.mouse.up();
    await sitter.page.getByRole('button', { name: english.sitting.handIn }).click();
    await sitter.page.getByRole('button', { name: english.sitting.handInNow }).click();
    await expect(sitter.page.getByRole('link', { name: english.list.back })).toBeVisible();
    await sitter.context.close();
  }
  await page.goto('/marking');
  const line = (stem: string) => page.getByRole('row').filter({ hasText: stem });
  const place = (stem: string) =>
    line(stem).getByRole('link', { name: desk.marking.allOnOnePage }).getAttribute('href');
  places = [(await place('What moves the sea?'))!, (await place('Draw the moon'))!];
});
test.afterAll(() => page.context().close());

const card = (text: string) => page.getByRole('article').filter({ hasText: text });

test('texts stand as cards: points by key, the same comment for some, and back from one that was opened', async () => {
  await page.goto(places[0]!);
  await expect(page.getByRole('article')).toHaveCount(3);
  await expect(card(texts[0]!).getByRole('checkbox')).toBeFocused();
  await expectAccessible('all answers', page);
  await card(texts[0]!).getByRole('checkbox').focus();
  await page.keyboard.press('3');
  await expect(card(texts[0]!)).toContainText('3 of 3');
  await expect(card(texts[1]!).getByRole('checkbox')).toBeFocused();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await page.getByLabel(desk.marking.pointsForSelected).fill('0.5');
  await page.getByLabel(desk.marking.commentForSelected).fill('Think of the moon.');
  await expectAccessible('a mark for some', page);
  await page.getByRole('button', { name: said('marking.giveSelected', { n: 2 }) }).click();
  for (const text of texts.slice(1)) {
    await expect(card(text)).toContainText('0.5 of 3');
    await expect(card(text)).toContainText('Think of the moon.');
  }
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(card(texts[1]!)).toContainText(desk.marking.notMarked);
  await expect(card(texts[0]!)).toContainText('3 of 3');
  await card(texts[1]!).getByRole('link').click();
  await expect(page.getByText(texts[1]!)).toBeVisible();
  await expect(page.getByRole('textbox', { name: desk.marking.comment })).toBeVisible();
  await page.getByRole('link', { name: desk.marking.allAnswers }).click();
  await expect(card(texts[1]!).getByRole('checkbox')).toBeFocused();
  await page.keyboard.press('1');
  await expect(card(texts[1]!)).toContainText('1 of 3');
});

test('drawings stand as a contact sheet and are marked on a phone', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(places[1]!);
  await expect(page.getByRole('article')).toHaveCount(3);
  await expect(page.getByRole('article').locator('svg path')).toHaveCount(3);
  await page.getByRole('button', { name: desk.marking.selectUnmarked }).click();
  await page.getByLabel(desk.marking.pointsForSelected).fill('2');
  await page.getByRole('button', { name: said('marking.giveSelected', { n: 3 }) }).click();
  await expect(page.getByText('2 of 3', { exact: true })).toHaveCount(3);
  await page.setViewportSize({ width: 1280, height: 800 });
});

test('a marked answer is kept as an anchor and stands beside the others, without a name', async () => {
  await page.goto(places[0]!);
  await card(texts[0]!).getByRole('link').click();
  await page.getByRole('button', { name: desk.marking.keepAsAnchor }).click();
  await page.getByLabel(desk.marking.whatItShows).fill('names the cause');
  await page.getByRole('button', { name: desk.marking.keep, exact: true }).click();
  await page.getByRole('button', { name: desk.marking.next, exact: true }).click();
  const anchor = page.getByRole('listitem').filter({ hasText: 'names the cause' });
  await expect(anchor).toContainText('3 of 3');
  await anchor.locator('summary').click();
  await expect(anchor.getByText(texts[0]!)).toBeVisible();
  await expectAccessible('anchor answers', page);
});

test('a comment is spoken, listened to, and heard by the student', async ({ browser }) => {
  await page.goto(places[0]!);
  await card(texts[1]!).getByRole('link').click();
  await page.getByRole('button', { name: desk.marking.recordComment }).click();
  await expect(page.getByRole('timer')).toContainText('0:01');
  await page.getByRole('button', { name: desk.marking.stopRecording }).click();
  const spoken = page.locator('audio');
  await expect(spoken).toBeVisible();
  await page.getByRole('button', { name: desk.marking.saveMark }).click();
  await page.reload();
  await page.getByRole('link', { name: desk.marking.allAnswers }).click();
  await expect(card(texts[1]!)).toContainText(desk.marking.spokenComment);
  await page.goto(`/assignments/${assignment}`);
  await page.evaluate(async (id) => {
    const { csrf } = await (await fetch('/api/session')).json();
    const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
    const send = (path: string, body: object) =>
      fetch(`/api/assignments/${id}/${path}`, {
        method: 'POST',
        headers,
        body: JSON.stringify(body),
      });
    await send('stop', {});
    await send('release', { released: true });
  }, assignment);
  const sitter = await student(browser, '6D', 'BRN6D4', firstIndex + 1, {
    viewport: { width: 390, height: 844 },
  });
  watch(sitter.page, complaints);
  await sitter.page.goto(`/seat/report/${assignment}`);
  const heard = sitter.page.locator('audio');
  await expect(heard).toBeVisible();
  await expect
    .poll(() => heard.evaluate((audio: HTMLAudioElement) => audio.readyState))
    .toBeGreaterThan(0);
  await expectAccessible('a report with a spoken comment', sitter.page);
  await sitter.context.close();
});

test('a note on an attempt is for oneself or for staff, is changed, removed and brought back', async () => {
  const id = await page.evaluate(async (number) => {
    const { students } = await (await fetch(`/api/assignments/${number}/results`)).json();
    return students.find(({ state }: { state: string }) => state === 'handed-in').id as number;
  }, assignment);
  await page.goto(`/results/${assignment}/students/${id}`);
  const field = page.getByLabel(desk.results.newNote);
  await field.fill('Ask about tides at the conference.');
  await page.getByText(desk.results.noteStaff, { exact: true }).click();
  await page.getByRole('button', { name: desk.results.saveNote }).click();
  const note = page.getByRole('article').filter({ hasText: 'Ask about tides' });
  await expect(note).toContainText(desk.results.noteStaff);
  await expectAccessible('notes on an attempt', page);
  await note.getByRole('button', { name: desk.results.removeNote }).click();
  await expect(note).toHaveCount(0);
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(note).toHaveCount(1);
});

test('below a student of the grid stand their scores, assignment by assignment', async () => {
  await page.goto('/results');
  await page.getByRole('link', { name: 'Ratios and unit rates' }).first().click();
  await page.getByRole('tab', { name: desk.common.standards }).click();
  await choose(
    page.getByRole('combobox', { name: desk.results.overTitle }),
    desk.results.everythingTheseStudentsHanded,
  );
  await page.getByText(desk.results.studentsByStandards, { exact: true }).click();
  await page
    .getByRole('button', { name: /^Scores of .* over time$/ })
    .first()
    .click();
  const line = page.getByRole('row').filter({ hasText: 'Ratios and unit rates' });
  await expect(line).toContainText(/\d+ of \d+, \d+%|\d+% of|\d+ of \d+/);
  await expectAccessible('a student’s scores over time', page);
});
