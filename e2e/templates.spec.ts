/** A question that makes itself: written, found unfair, mended, given, and read by what was misunderstood. */
import { expect, test, type Page } from '@playwright/test';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import { assignedNumber, student, teacherPage, watch, wayInto } from './people';
import { said } from './words';

test.describe.configure({ mode: 'serial' });
const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

const keepsSign = 'Keeps the sign when moving a term.';
const mistakes = [
  ['[[(c + b) / a]]', keepsSign],
  ['[[c - b]]', 'Does not divide at the end.'],
  ['[[c / a]]', 'Forgets the number beside x.'],
];
let page: Page;
let itemId: string;
let assignment: string;

test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser);
  watch(page, complaints);
});
test.afterAll(() => page.context().close());

const variable = (name: string) =>
  page.getByRole('group', { name: said('items.variableNamed', { name }) });
const variants = () => page.getByRole('region', { name: desk.items.variants });
const addCondition = async (condition: string) => {
  await page.getByRole('button', { name: desk.items.addCondition }).click();
  await page
    .getByRole('textbox', { name: /^Condition \d/ })
    .last()
    .fill(condition);
};
/** A test of the item as it stands. */
const testOfItem = (title: string) =>
  page.evaluate(
    async ([name, id]) => {
      const { csrf } = await (await fetch('/api/session')).json();
      const made = await fetch('/api/tests', {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
        body: JSON.stringify({
          clientKey: crypto.randomUUID(),
          title: name,
          kind: 'quiz',
          itemIds: [Number(id)],
        }),
      });
      return (await made.json()).id as number;
    },
    [title, itemId] as const,
  );

test('a template with three misconceptions is written, and what is unfair in it is found', async () => {
  await page.goto('/items/new');
  await choose(page.getByRole('combobox', { name: desk.common.kind }), 'Number');
  await page
    .getByRole('textbox', { name: desk.common.question, exact: true })
    .fill('What is x if [[a]]x + [[b]] = [[c]]?');
  await page.getByLabel(desk.kinds.rightNumber).fill('[[x]]');
  for (const [index, [value, misconception]] of mistakes.entries()) {
    await page.getByRole('button', { name: desk.kinds.addMistake }).click();
    await page
      .getByLabel(said('kinds.wrongNumber', { number: index + 1 }))
      .first()
      .fill(value!);
    await page
      .getByLabel(said('kinds.whatWasMisunderstood', { number: index + 1 }))
      .fill(misconception!);
  }
  await page.getByRole('button', { name: desk.items.beginVariables }).click();
  await variable('a').getByLabel(desk.items.rangeFrom).fill('2');
  await variable('a').getByLabel(desk.items.rangeTo).fill('9');
  for (const name of ['b', 'c', 'd']) {
    await page.getByRole('button', { name: desk.items.addVariable }).click();
    await expect(variable(name)).toBeVisible();
  }
  await variable('b').getByLabel(desk.items.rangeFrom).fill('0');
  await variable('b').getByLabel(desk.items.rangeTo).fill('9');
  await variable('c').getByLabel(desk.items.variableName).fill('x');
  await variable('x').getByLabel(desk.items.rangeFrom).fill('2');
  await choose(variable('d').getByRole('combobox'), desk.items.variableFormula);
  await variable('d').getByLabel(desk.items.variableName).fill('c');
  await variable('c').getByLabel(desk.items.variableFormula, { exact: true }).fill('a * x + b');
  // With b = 0 what stands for a mistake is right.
  await expect(variants()).toContainText(/would be unfair/);
  await expect(variants()).toContainText(/The wrong answer \d+ is right here.*b = 0/);
  await expect(variants().getByRole('row')).toHaveCount(11);
  await expectAccessible('template editor', page);
  await page
    .getByRole('button', { name: desk.items.saveItem })
    .or(page.getByRole('button', { name: desk.items.chooseLocation }))
    .click();
  await page.getByRole('tab', { name: desk.common.standards }).click();
  await page.getByLabel(desk.common.subject).fill('Mathematics');
  await page.getByRole('button', { name: desk.items.saveItem }).click();
  await expect(page).toHaveURL(/\/items\/\d+$/);
  itemId = /\d+$/.exec(page.url())![0];
});

test('a test with it is not ready, and says why', async () => {
  const testId = await testOfItem('Unfair equations');
  await page.goto(`/tests/${testId}`);
  await page.getByRole('button', { name: /^1 problem/ }).click();
  await expect(page.getByRole('group', { name: desk.tests.problemsFixTitle })).toContainText(
    /Question 1 is not fair to every student yet\. The wrong answer \d+ is right here/,
  );
});

test('mended, every variant is fair, and it can be given', async () => {
  await page.goto(`/items/${itemId}`);
  await addCondition('b > 0');
  await addCondition('a * x != c / a');
  await addCondition('a * x != (c + b) / a');
  await expect(variants()).toContainText(desk.items.noFaultsFound);
  await page.getByRole('button', { name: desk.items.saveAsRevision }).click();
  await expect(
    page.getByText(said('items.revisionRevisionAsSaved', { revision: 2 })),
  ).toBeVisible();
  const testId = await testOfItem('Fair equations');
  await page.goto(`/tests/${testId}/assign`);
  await page.getByRole('checkbox', { name: /^6D/ }).first().check();
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  assignment = await assignedNumber(page);
});

test('each student has other numbers, and is scored by them', async ({ browser }) => {
  const wordings: string[] = [];
  for (const index of [9, 10, 11]) {
    const sitter = await student(browser, '6D', 'BRN6D4', index);
    watch(sitter.page, complaints);
    await wayInto(sitter.page, assignment).click();
    const question = sitter.page.getByText(/^What is x if/);
    const wording = (await question.textContent())!;
    wordings.push(wording);
    const [a, b, c] = [...wording.matchAll(/\d+/g)].map(Number) as [number, number, number];
    const answer = index === 9 ? (c - b) / a : `${c + b}/${a}`;
    await sitter.page.getByLabel(/^Your answer/).fill(String(answer));
    await sitter.page.getByRole('button', { name: english.sitting.handIn }).click();
    await sitter.page.getByRole('button', { name: english.sitting.handInNow }).click();
    await expect(sitter.page.getByRole('link', { name: english.list.back })).toBeVisible();
    await sitter.context.close();
  }
  expect(new Set(wordings).size).toBe(3);
});

test('who practices tries a question that is done with other numbers', async ({ browser }) => {
  const testId = await testOfItem('Equations to practice');
  await page.goto(`/tests/${testId}/assign`);
  await page.getByRole('radio', { name: desk.assignments.practice }).check();
  await page.getByRole('checkbox', { name: /^6D/ }).first().check();
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  const practice = await assignedNumber(page);
  const { page: sitting, context } = await student(browser, '6D', 'BRN6D4', 12);
  watch(sitting, complaints);
  await wayInto(sitting, practice).click();
  const question = sitting.getByText(/^What is x if/);
  const own = await question.textContent();
  await sitting.getByRole('button', { name: english.practice.show, exact: true }).click();
  await sitting.getByRole('button', { name: english.practice.showYes }).click();
  await sitting.getByRole('button', { name: english.practice.tryOthers }).click();
  const others = sitting.getByRole('region', { name: english.practice.otherNumbers });
  const wording = (await others.getByText(/^What is x if/).textContent())!;
  expect(wording).not.toBe(own);
  const [a, b, c] = [...wording.matchAll(/\d+/g)].map(Number) as [number, number, number];
  await others.getByLabel(/^Your answer/).fill(String((c - b) / a));
  await others.getByRole('button', { name: english.practice.check }).click();
  await expect(others.getByText(english.practice.thatIsRight, { exact: true })).toBeVisible();
  await expect(sitting.getByText(english.practice.shown)).toBeVisible();
  await expectAccessible('practice with other numbers', sitting);
  await context.close();
});

test('results name what was misunderstood, whatever the numbers were', async () => {
  await page.goto(`/results/${assignment}/items`);
  await page
    .getByRole('button', { name: /^What is x if/ })
    .first()
    .click();
  const mistake = page.getByRole('row').filter({ hasText: keepsSign }).last();
  await expect(mistake).toContainText('2');
  await expect(page.getByRole('region', { name: desk.results.variants })).toContainText(
    said('results.variantsGiven', { n: 3 }),
  );
  await expectAccessible('results of variants', page);
});

test('twelve questions on a topic, from easy to hard, become a test', async () => {
  await page.goto('/tests');
  await page.getByRole('button', { name: desk.tests.newTest }).first().click();
  const dialog = page.getByRole('dialog', { name: desk.tests.aNewTest });
  await dialog.getByLabel(desk.common.title).fill('Ratios, easy to hard');
  await dialog.getByText(desk.tests.questionsOnTopic).click();
  await dialog.getByRole('button', { name: desk.tests.chooseTopic }).click();
  const standards = page.getByRole('dialog', { name: desk.tests.chooseTopic });
  await standards.getByRole('checkbox', { name: /MA\.6\.RAT\.2/ }).check();
  await standards.getByRole('button', { name: said('banks.useStandards', { n: 1 }) }).click();
  await expect(dialog.getByRole('listitem')).toHaveCount(12);
  await expectAccessible('questions on a topic', page);
  await dialog.getByRole('button', { name: desk.tests.makeTest }).click();
  await expect(page).toHaveURL(/\/tests\/\d+$/);
  await expect(page.getByText(/^12 items/).first()).toBeVisible();
});
