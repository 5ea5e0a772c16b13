/** Questions that show something: diagrams with a variable in them, and pictures that are drawn for each student. */
import { expect, test, type Page } from '@playwright/test';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import { teacherPage, watch } from './people';
import { said } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

let page: Page;
test.beforeEach(async ({ browser }) => {
  page = await teacherPage(browser);
  watch(page, complaints);
  await page.goto('/items/new');
});
test.afterEach(() => page.context().close());

const wording = () => page.getByRole('textbox', { name: desk.common.question, exact: true });
const view = () => page.getByRole('region', { name: desk.items.previewDetails });
const variable = (name: string) =>
  page.getByRole('group', { name: said('items.variableNamed', { name }) });

test('a rectangle with a side that differs is put into the question', async () => {
  await choose(page.getByRole('combobox', { name: desk.common.kind }), 'Number');
  await wording().fill('How large is it? ');
  await page.getByRole('button', { name: desk.editor.diagram }).first().click();
  const dialog = page.getByRole('dialog', { name: desk.editor.diagram });
  await choose(
    dialog.getByRole('combobox', { name: desk.editor.diagramShape }),
    desk.editor.diagramRectangle,
  );
  await dialog.getByLabel(desk.editor.diagramWidth).fill('0 cm');
  await expect(dialog.getByRole('alert')).toHaveText('“0 cm” is not a length.');
  await dialog.getByLabel(desk.editor.diagramWidth).fill('[[a]] cm');
  await expect(dialog.locator('svg.diagram')).toBeVisible();
  await expectAccessible('diagram dialog', page);
  await dialog.getByRole('button', { name: desk.editor.insert, exact: true }).click();
  await expect(wording().locator('svg')).toContainText('[[a]] cm');
  await page.getByRole('button', { name: desk.items.beginVariables }).click();
  await page.getByLabel(desk.kinds.rightNumber).fill('[[4 * a]]');
  // An example of it, drawn with its number, and said to those who cannot see it.
  await expect(view().locator('svg.diagram').first()).toContainText(/^\d+ cm/);
  await expect(
    view()
      .getByText(/^A rectangle, \d+ cm wide and 4 cm high$/)
      .first(),
  ).toBeAttached();
});

test('a variable is one of some pictures, and the key knows them by their words', async () => {
  await choose(page.getByRole('combobox', { name: desk.common.kind }), 'Short text');
  await wording().fill('What is this shape called? [[shape]]');
  await page.getByRole('button', { name: desk.items.beginVariables }).click();
  await choose(variable('a').getByRole('combobox'), desk.items.variablePicture);
  await variable('a').getByLabel(desk.items.variableName).fill('shape');
  for (const [word, shape] of [
    ['square', '<rect x="20" y="20" width="100" height="100"/>'],
    ['triangle', '<path d="M70 15L130 125H10Z"/>'],
  ] as const) {
    await page.getByRole('button', { name: desk.items.addPicture }).click();
    const dialog = page.getByRole('dialog', { name: desk.editor.picture });
    await dialog.locator('input[type=file]').setInputFiles({
      name: `${word}.svg`,
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="140" height="140">${shape}</svg>`,
      ),
    });
    await dialog.getByLabel(desk.editor.whatShowsThoseWho).fill('A flat shape');
    await dialog.getByRole('button', { name: desk.editor.insert, exact: true }).click();
    await page.getByLabel(desk.items.pictureWord).last().fill(word);
  }
  await expect(variable('shape').locator('img')).toHaveCount(2);
  await expect(view().getByRole('img', { name: 'A flat shape' }).first()).toBeVisible();
  await expectAccessible('pictures of a variable', page);
});
