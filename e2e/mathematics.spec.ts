/** Answers that are mathematics: written by a teacher, sat by a student with mouse and keys, and read in the results. */
import { expect, test, type Page } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import { assignedNumber, student, teacherPage, watch, wayInto } from './people';

test.describe.configure({ mode: 'serial' });
const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

let page: Page;
let assignment: string;
/** Who sat it. */
let sat: string;

test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser);
  watch(page, complaints);
});
test.afterAll(() => page.context().close());

/** Points of the drawing, from its left upper corner, by shares of its width and height. */
async function press(sitter: Page, ...places: [across: number, down: number][]): Promise<void> {
  const board = sitter.locator('svg.board');
  for (const [across, down] of places) {
    const box = (await board.boundingBox())!;
    await board.click({ position: { x: across * box.width, y: down * box.height } });
  }
}

test('an expression is written, and its author sees what it takes', async () => {
  await page.goto('/items/new');
  await choose(page.getByRole('combobox', { name: desk.common.kind }), 'Expression');
  await page
    .getByRole('textbox', { name: desk.common.question, exact: true })
    .fill('Write 2(x + 3) without brackets.');
  await page.getByLabel(desk.kinds.rightAnswersMathematics).fill('2x + 6');
  await choose(page.getByRole('combobox', { name: desk.kinds.formAsked }), desk.kinds.formExpanded);
  await choose(
    page.getByRole('combobox', { name: desk.kinds.inAnotherForm }),
    desk.kinds.halfThePoints,
  );
  const examples = page.locator('.examples');
  await expect(examples).toContainText(`${desk.kinds.rightAsWell}6 + 2x`);
  await expect(examples).toContainText(`${desk.kinds.partlyRight}x + x + 6`);
  await page.getByLabel(/^Your answer/).fill('2(x+3)');
  const score = page.getByRole('status').filter({ hasText: 'point' });
  await expect(score).toContainText('0.5 of 1 point');
  await expect(page.getByText('Right, but not in the form that was asked.')).toBeVisible();
  await expectAccessible('expression editor', page);
});

test('a formula is written as it looks, and read as it was meant', async () => {
  await page.getByRole('button', { name: desk.items.startAgain }).click();
  await page.getByRole('button', { name: english.formula.drawIt }).click();
  const field = page.locator('math-field');
  await expect(field).toBeVisible();
  // It has the cursor by itself.
  await expect
    .poll(() => field.evaluate((it) => (it as HTMLElement & { hasFocus(): boolean }).hasFocus()))
    .toBe(true);
  await field.pressSequentially('6+2x');
  await expect(page.getByRole('status').filter({ hasText: 'point' })).toContainText('1 of 1 point');
  await page.getByRole('button', { name: english.formula.typeIt }).click();
  await expect(page.getByLabel(/^Your answer/)).toHaveValue('6+2x');
});

test('a student draws, fills in and solves; what was set is there again after a reload', async ({
  browser,
}) => {
  const testId = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const words = [
      'Draw the line',
      'mill museum',
      'of the bar',
      'recipe takes 3 cups of flour for 2',
      'one step on each line',
    ];
    const found = await Promise.all(
      words.map(async (text) => {
        const answer = await fetch(`/api/items?words=${encodeURIComponent(text)}`);
        const { items } = (await answer.json()) as {
          items: { id: number; content: { template?: object } }[];
        };
        // Those with other numbers for each student would have another answer.
        return items.find(({ content }) => !content.template)!.id;
      }),
    );
    const made = await fetch('/api/tests', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
      body: JSON.stringify({
        clientKey: crypto.randomUUID(),
        title: 'Drawn and solved',
        kind: 'quiz',
        itemIds: found,
      }),
    });
    return (await made.json()).id as number;
  });
  await page.goto(`/tests/${testId}/assign`);
  await page.getByRole('checkbox', { name: /^6D/ }).first().check();
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  assignment = await assignedNumber(page);
  const sitter = await student(browser, '6D', 'BRN6D4', 14);
  sat = sitter.name;
  watch(sitter.page, complaints);
  await wayInto(sitter.page, assignment).click();
  const next = () => sitter.page.getByRole('button', { name: english.sitting.next }).click();
  // (0, −1) and (2, 3) of a plane from −5 to 5.
  await press(sitter.page, [0.5, 0.583], [0.666, 0.251]);
  await expect(sitter.page.getByText('the line through (0, -1) and (2, 3)')).toBeVisible();
  await expect(sitter.page.getByRole('button', { name: /^Question 1, answered/ })).toBeVisible();
  await sitter.page.reload();
  await expect(sitter.page.getByText('the line through (0, -1) and (2, 3)')).toBeVisible();
  await next();
  await sitter.page.getByRole('slider', { name: 'Tue' }).focus();
  for (let n = 0; n < 8; n++) await sitter.page.keyboard.press('ArrowUp');
  await sitter.page.getByRole('slider', { name: 'Wed' }).focus();
  for (let n = 0; n < 6; n++) await sitter.page.keyboard.press('ArrowUp');
  await next();
  for (const piece of [1, 2, 5, 6])
    await sitter.page.getByRole('checkbox', { name: `Piece ${piece} of 6` }).click();
  await next();
  const cells = sitter.page.locator('td input');
  for (const [index, text] of ['4', '9', '2/3'].entries()) await cells.nth(index).fill(text);
  await next();
  await sitter.page.getByLabel('Line 1').fill('x - 2 = 4');
  await sitter.page.getByLabel('Line 1').press('Enter');
  await sitter.page.keyboard.type('x = 6');
  await sitter.page.getByRole('button', { name: english.sitting.handIn }).click();
  await sitter.page.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(sitter.page.getByRole('link', { name: english.list.back })).toBeVisible();
  await sitter.context.close();
});

test('the results say what was answered in words, and what of it earned points', async () => {
  await page.goto(`/results/${assignment}/students`);
  await page.getByRole('button', { name: sat, exact: true }).click();
  await expect(page.getByText('the line through (0, -1) and (2, 3)').first()).toBeVisible();
  await expect(page.getByText('Tue: 80; Wed: 60').first()).toBeVisible();
  await expect(
    page.getByText('2 of 2 lines follow from the one before; the last line is the solution.'),
  ).toBeVisible();
});
