/** What a student has beside a question: scratch pad, calculator, ruler, protractor. */
import { expect, test, type Page } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { answerAnything, assignedNumber, student, teacherPage, watch, wayInto } from './people';
import { saidAtSeat } from './words';

const tools = english.tools;
const complaints: string[] = [];
let assignment: string;
test.describe.configure({ mode: 'serial' });
test.afterAll(() => expect(complaints).toEqual([]));

test.beforeAll(async ({ browser }) => {
  const page = await teacherPage(browser);
  watch(page, complaints);
  await page.goto('/tests');
  await page.getByRole('link', { name: 'Assign Percent and rates, second look' }).click();
  await page.getByRole('checkbox', { name: /^6D/ }).first().check();
  await page.locator('summary').filter({ hasText: desk.assignments.toolsSetting }).click();
  await page.getByRole('radio', { name: desk.common.scientificCalculator }).check();
  await page.getByRole('checkbox', { name: desk.common.ruler }).check();
  await page.getByRole('checkbox', { name: desk.common.protractor }).check();
  await expect(
    page.getByText('Students may use a scientific calculator, a ruler and a protractor'),
  ).toBeVisible();
  await expectAccessible('tools of an assignment', page);
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  assignment = await assignedNumber(page);
  await page.context().close();
});

const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true });

test('what may be used is said before, and the calculator works by keys and by keyboard', async ({
  browser,
}) => {
  const { page } = await student(browser, '6D', 'BRN6D4', 14);
  watch(page, complaints);
  await page.goto(`/seat/begin/${assignment}`);
  await expect(
    page.getByText('You may use a scientific calculator, a ruler and a protractor.'),
  ).toBeVisible();
  await button(page, english.list.begin).click();
  await button(page, tools.calculator).click();
  const panel = page.getByRole('dialog', { name: tools.calculator });
  for (const key of ['7', '×', '8']) await button(panel as never, key).click();
  await button(panel as never, tools.workOut).click();
  const line = panel.getByLabel(tools.calculation);
  await expect(line).toHaveValue('56');
  await line.fill('sin(30) + √16');
  await line.press('Enter');
  await expect(line).toHaveValue('4.5');
  await expect(panel.getByRole('listitem')).toHaveText([/7×8 = *56/, /sin\(30\) \+ √16 = *4\.5/]);
  await line.fill('7 ÷ 0');
  await line.press('Enter');
  await expect(panel.getByRole('status')).toHaveText(tools.problems['division-by-zero']);
  await expectAccessible('the calculator', page);
  await line.press('Escape');
  await expect(panel).toHaveCount(0);
  await page.context().close();
});

test('the scratch pad is kept through a reload on a phone, for its question only, and goes when it is handed in', async ({
  browser,
}) => {
  const { page } = await student(browser, '6D', 'BRN6D4', 15, {
    viewport: { width: 390, height: 844 },
  });
  watch(page, complaints);
  await wayInto(page, assignment).click();
  await answerAnything(page);
  await button(page, tools.scratchPad).click();
  const pad = page.getByRole('dialog', { name: tools.scratchPad });
  await pad.getByLabel(tools.notes).fill('12 is 3 of 4 parts');
  const box = (await pad.getByRole('application').boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y + 80, { steps: 5 });
  await page.mouse.up();
  await expectAccessible('the scratch pad', page);
  await button(pad as never, tools.close).click();
  await page.reload();
  await button(page, tools.scratchPadUsed).click();
  await expect(pad.getByLabel(tools.notes)).toHaveValue('12 is 3 of 4 parts');
  await expect(pad.locator('svg path')).toHaveCount(1);
  await button(pad as never, tools.close).click();
  await button(page, english.sitting.next).click();
  await expect(button(page, tools.scratchPad)).toBeVisible();
  // Nothing of it is sent anywhere.
  const stored = () =>
    page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const opening = indexedDB.open('oaken-seat');
          opening.onsuccess = () => {
            const counting = opening.result.transaction('pads').objectStore('pads').count();
            counting.onsuccess = () => {
              opening.result.close();
              resolve(counting.result);
            };
          };
        }),
    );
  expect(await stored()).toBe(1);
  await button(page, english.sitting.handIn)
    .or(page.getByRole('button', { name: saidAtSeat('sitting.goTo', { n: 8 }) }))
    .first()
    .click();
  if (!(await button(page, english.sitting.handInNow).count()))
    await button(page, english.sitting.handIn).click();
  await button(page, english.sitting.handInNow).click();
  await expect(page.getByRole('link', { name: english.list.back })).toBeVisible();
  await expect.poll(stored).toBe(0);
  await page.context().close();
});

test('ruler and protractor are moved and turned by mouse and by keys', async ({ browser }) => {
  const { page } = await student(browser, '6D', 'BRN6D4', 16);
  watch(page, complaints);
  await wayInto(page, assignment).click();
  for (const [name, label] of [
    [tools.ruler, /^Ruler: drag it/],
    [tools.protractor, /^Protractor: drag it/],
  ] as const) {
    await button(page, name).click();
    const measure = page.getByRole('application', { name: label });
    const before = (await measure.boundingBox())!;
    await page.mouse.move(before.x + 60, before.y + 30);
    await page.mouse.down();
    await page.mouse.move(before.x + 20, before.y + 70, { steps: 4 });
    await page.mouse.up();
    const after = (await measure.boundingBox())!;
    expect([Math.round(after.x - before.x), Math.round(after.y - before.y)]).toEqual([-40, 40]);
    await measure.focus();
    await page.keyboard.press('PageDown');
    await page.keyboard.press('Shift+PageDown');
    await expect(measure).toHaveAttribute(
      'aria-description',
      saidAtSeat('tools.turned', { angle: 6 }),
    );
    await expectAccessible(String(name), page);
    await button(page, name).click();
    await expect(measure).toHaveCount(0);
  }
  await page.context().close();
});

test('an item allows a calculator for itself, and no other question has it', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  watch(page, complaints);
  await page.goto('/items/new');
  await page.getByRole('radio', { name: desk.common.basicCalculator }).check();
  await expectAccessible('tools of an item', page);
  const [itemId, otherId] = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const { banks } = await (await fetch('/api/banks')).json();
    const bank = banks.find((candidate: { mine: boolean }) => candidate.mine).id;
    const facts = { subject: 'Mathematics', grades: [6], standards: [], depth: 1, seconds: 60 };
    const make = async (tools?: string[]) =>
      (
        await (
          await fetch('/api/items', {
            method: 'POST',
            headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
            body: JSON.stringify({
              clientKey: crypto.randomUUID(),
              bank,
              folder: null,
              facts: { ...facts, tags: [], author: '', licence: '' },
              content: {
                stem: '<p>12 × 13 = 156</p>',
                parts: [
                  {
                    id: 'p',
                    kind: 'true-false',
                    key: true,
                    rule: { rule: 'all-or-nothing', points: 1 },
                  },
                ],
                explanation: '',
                hints: [],
                notes: '',
                ...(tools && { tools }),
              },
            }),
          })
        ).json()
      ).id as number;
    return [await make(['basic-calculator']), await make()];
  });
  await page.goto(`/items/${itemId}`);
  await expect(page.getByRole('radio', { name: desk.common.basicCalculator })).toBeChecked();
  const testId = await page.evaluate(
    async (itemIds) => {
      const { csrf } = await (await fetch('/api/session')).json();
      const made = await fetch('/api/tests', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
        body: JSON.stringify({
          clientKey: crypto.randomUUID(),
          title: 'With and without',
          kind: 'quiz',
          itemIds,
        }),
      });
      return (await made.json()).id as number;
    },
    [itemId, otherId],
  );
  await page.goto(`/tests/${testId}/look`);
  await button(page, tools.calculator).click();
  const panel = page.getByRole('dialog', { name: tools.calculator });
  await expect(panel).toBeVisible();
  // The basic one: no powers, no functions.
  await expect(panel.getByRole('button', { name: 'sin' })).toHaveCount(0);
  await button(page, english.sitting.next).click();
  await expect(page.getByRole('heading', { name: /^Question 2/ })).toBeVisible();
  await expect(panel).toHaveCount(0);
  await expect(button(page, tools.calculator)).toHaveCount(0);
  await button(page, english.sitting.back).click();
  await expect(panel).toBeVisible();
  await page.context().close();
});
