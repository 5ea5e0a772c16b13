/** What is pasted into a question, in the browser: pictures come along, lettered lines become choices. */
import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

let page: Page;
const problems: string[] = [];
test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser);
  watch(page, problems);
});
test.afterAll(async () => {
  expect(problems).toEqual([]);
  await page.close();
});
test.beforeEach(async () => {
  await page.goto('/items/new');
  // What was not saved before is there again.
  await question().click();
  await page.keyboard.press('Control+A');
  await page.keyboard.press('Delete');
  await expect(question()).toHaveText('');
});

const png =
  'iVBORw0KGgoAAAANSUhEUgAAAAIAAAADCAIAAAA2iEnWAAAAEElEQVR4nGP4z8AARAwQCgAf7gP9i18U1AAAAABJRU5ErkJggg==';
const question = () => page.getByRole('textbox', { name: desk.common.question, exact: true });

/** Pastes as a browser does it: what the clipboard holds, in each of its forms. */
async function paste(
  forms: Record<string, string>,
  files: { name: string; type: string; base64: string }[] = [],
) {
  await question().click();
  await question().evaluate(
    (field, clipboard) => {
      const data = new DataTransfer();
      for (const [type, text] of Object.entries(clipboard.forms)) data.setData(type, text);
      for (const { name, type, base64 } of clipboard.files)
        data.items.add(
          new File([Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))], name, {
            type,
          }),
        );
      field.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    },
    { forms, files },
  );
}

test('lettered lines become choices if wanted, with the right one that they name', async () => {
  await paste({
    'text/html': '<p>What is <b>3/4</b> of 8?</p><p>A) 3</p><p>B) 4</p><p>C) 6</p><p>Answer: C</p>',
    'text/plain': 'What is 3/4 of 8?\nA) 3\nB) 4\nC) 6\nAnswer: C',
  });
  const strip = page.getByRole('status', { name: desk.items.choicesInWhatWas });
  await expect(strip).toContainText('What you pasted has 3 choices: 3 · 4 · 6.');
  await expectAccessible('pasted choices', page);
  await strip.getByRole('button', { name: desk.items.useThemAsChoices }).click();
  await expect(question()).toHaveText('What is 3/4 of 8?');
  await expect(page.getByRole('textbox', { name: 'Choice C', exact: true })).toHaveText('6');
  await expect(page.getByLabel(said('kinds.choiceSignRight', { signOf: 'C' }))).toBeChecked();
});

test('a screenshot is sent and stands where it was pasted', async () => {
  await paste({}, [{ name: 'image.png', type: 'image/png', base64: png }]);
  await expect(question().locator('img[src]')).toHaveAttribute('src', /^\/api\/files\/.{22}$/);
  await expect(page.getByText(said('editor.picturesCameAlongClick', { n: 1 }))).toBeVisible();
});

test('a word processor’s pictures come along, one elsewhere is named', async () => {
  const hex = Buffer.from(png, 'base64').toString('hex');
  await paste({
    'text/html':
      '<p>Look at this:</p><p><img width=2 height=3 src="file:///C:/Temp/msohtmlclip1/01/clip_image002.png"></p><p>and <img src="https://pictures.invalid/a.png">that.</p>',
    'text/rtf': `{\\rtf1 Look {\\*\\shppict{\\pict\\picscalex100\\pngblip\\bliptag1{\\*\\blipuid 0a0b}\n${hex}}} that}`,
    'text/plain': 'Look at this: and that.',
  });
  await expect(question().locator('img[src]')).toHaveCount(1);
  await expect(question().locator('img[src]')).toHaveAttribute('src', /^\/api\/files\//);
  await expect(question()).toContainText('and that.');
  await expect(
    page.getByText('1 picture of what you pasted is on another site', { exact: false }),
  ).toBeVisible();
});

test('a phone’s photo becomes a picture that every browser shows', async () => {
  await question().click();
  await page.getByRole('button', { name: desk.editor.picture, exact: true }).first().click();
  const dialog = page.getByRole('dialog', { name: desk.editor.picture });
  const buffer = await readFile(new URL('./fixtures/photo.heic', import.meta.url));
  await dialog
    .locator('input[type=file]')
    .setInputFiles({ name: 'IMG_0001.HEIC', mimeType: 'image/heic', buffer });
  const shown = dialog.getByRole('img', { name: desk.editor.theChosenPicture });
  await expect(shown).toBeVisible();
  await expect.poll(() => shown.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(64);
  await dialog.getByLabel(desk.tests.whatShows).fill('A colour chart');
  await dialog.getByRole('button', { name: desk.editor.insert }).click();
  await expect(question().locator('img[src]')).toHaveAttribute('alt', 'A colour chart');
});
