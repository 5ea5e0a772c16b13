/** A test on paper beside screens: printed, filled in, imported, looked at, and in one result. */
import { unpackResults } from '@oaken/contract/results';
import { expect, test, type Browser, type Page } from '@playwright/test';
import { entriesOf } from '@oaken/core/forms';
import { plainText } from '@oaken/core/plain';
import { usualRules } from '@oaken/core/assignments';
import type { AnswerOf, api } from '@oaken/contract';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import PDFDocument from 'pdfkit';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import type { Gray } from '@oaken/core/capture';
import sharp from 'sharp';
import { withCamera, writeFilm } from './film';
import { Sheet, type Marks } from '../server/test/support/sheet';
import { expectAccessible } from './accessible';
import { student, teacherPage, watch } from './people';
import { said } from './words';

test.use({ launchOptions: withCamera });
test.describe.configure({ mode: 'serial' });
const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

const title = 'Rates on paper and on screens';
const className = '6D';
const folder = mkdtempSync(join(tmpdir(), 'oaken-paper-'));
let teacher: Page;
let assignmentId = 0;
/** Roster numbers of students who have not begun. */
let free: number[] = [];

type Overview = AnswerOf<typeof api.readPaper>;
const fetched = async <Answer>(path: string): Promise<Answer> =>
  (await teacher.request.get(path)).json() as Promise<Answer>;
const overview = () => fetched<Overview>(`/api/assignments/${assignmentId}/paper`);
async function sheetOf(number: number): Promise<Sheet> {
  const line = (await overview()).sheets.find(({ rosterNumber }) => rosterNumber === number)!;
  return Sheet.of(line, await fetched(`/api/assignments/${assignmentId}/booklets`));
}
const filled = async (number: number, marks: Marks) => (await sheetOf(number)).filled(marks);
const importing = (page: Page, ...files: string[]) =>
  page.locator('input[type=file]').first().setInputFiles(files);
const rowOf = (page: Page, name: string) => page.getByRole('row').filter({ hasText: name });
const nameOf = async (number: number) =>
  (await overview()).sheets.find(({ rosterNumber }) => rosterNumber === number)!.student!.name;
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });

/** Sends something as whoever is signed in on the page. */
async function sent<Answer>(page: Page, path: string, data: object): Promise<Answer> {
  const session = await page.request.get('/api/session');
  const { csrf } = (await session.json()) as AnswerOf<typeof api.readSession>;
  const reply = await page.request.post(path, { data, headers: { 'x-csrf-token': csrf ?? '' } });
  expect([path, reply.status()]).toEqual([path, 200]);
  return reply.json() as Promise<Answer>;
}
const results = async () =>
  unpackResults(
    await fetched<AnswerOf<typeof api.readResults>>(`/api/assignments/${assignmentId}/results`),
  ).students;
/** An assignment that no other test knows of. */
async function given(): Promise<number> {
  const { assignments } = await fetched<AnswerOf<typeof api.listAssignments>>('/api/assignments');
  const { classes } = await fetched<AnswerOf<typeof api.listClasses>>('/api/classes');
  const like = assignments.find((one) => one.title === 'Percent and rates, second look')!;
  const { id } = await sent<{ id: number }>(teacher, `/api/tests/${like.testId}/copy`, {
    clientKey: crypto.randomUUID(),
    title,
  });
  const test = await fetched<{ version: number }>(`/api/tests/${id}`);
  const reply = await sent<{ id: number }>(teacher, '/api/assignments', {
    ...{ clientKey: crypto.randomUUID(), testId: id, testVersion: test.version },
    who: {
      classIds: classes.filter(({ name }) => name === className).map((one) => one.id),
      ...{ groupIds: [], studentIds: [], link: false },
    },
    ...{ opensAt: null, closesAt: Date.now() + 86_400_000, lateRule: { late: 'no' } },
    ...{ visibleFrom: null, answersFrom: null, word: '', instructions: '', note: '' },
    rules: usualRules,
  });
  return reply.id;
}
/** @param index of the student in the register, from 0 */
async function answerOnScreen(browser: Browser, index: number): Promise<void> {
  const { page, context } = await student(browser, className, 'BRN6D4', index);
  const begin = `/api/seat/assignments/${assignmentId}/attempt`;
  const { id } = await sent<{ id: number }>(page, begin, {});
  await sent(page, `/api/seat/attempts/${id}/hand-in`, { answers: [] });
  await context.close();
}

test.beforeAll(async ({ browser }) => {
  teacher = await teacherPage(browser, 'holloway');
  watch(teacher, complaints);
  assignmentId = await given();
  await answerOnScreen(browser, 1);
  free = (await results()).flatMap(({ state, rosterNumber }) =>
    state === 'not-begun' ? rosterNumber : [],
  );
});
test.afterAll(() => teacher.context().close());

test('sheets for a class are printed from the assignment, with the booklets', async () => {
  await teacher.goto(`/assignments/${assignmentId}`);
  await teacher.getByRole('link', { name: desk.paper.title }).click();
  await expect(button(teacher, desk.paper.printSheets)).toBeVisible();
  await expectAccessible('printing sheets', teacher);
  const waiting = teacher.waitForEvent('download');
  await button(teacher, desk.paper.printSheets).click();
  const download = await waiting;
  expect(download.suggestedFilename()).toBe(`${title} answer sheets.pdf`);
  expect(await download.failure()).toBeNull();
  await expect(button(teacher, desk.paper.printAgain)).toBeVisible();
  await teacher.getByRole('link', { name: desk.paper.booklets }).click();
  await expect(button(teacher, desk.paper.printBooklets)).toBeEnabled();
  await expectAccessible('booklets', teacher);
});

test('a copier’s PDF is read in any order, beside those who sat on screens', async () => {
  const pdf = new PDFDocument({ autoFirstPage: false });
  for (const number of [free[2]!, free[0]!, free[1]!]) {
    const picture = await filled(number, { 1: '1 2', 4: 'A', 5: number === free[0] ? 'A+B' : 'B' });
    pdf.addPage({ size: 'LETTER', margin: 0 }).image(picture, 0, 0, { width: 612 });
  }
  pdf.end();
  const file = join(folder, 'copier.pdf');
  writeFileSync(file, await buffer(pdf));
  await teacher.goto(`/assignments/${assignmentId}/paper`);
  await importing(teacher, file);
  await expect(teacher.getByText(said('paper.scanDone', { n: 3 }))).toBeVisible();
  for (const number of free.slice(0, 3))
    await expect(rowOf(teacher, await nameOf(number))).toContainText(desk.paper.state.read);
  await expectAccessible('scans', teacher);
  await teacher.goto(`/results/${assignmentId}/students`);
  await expect(rowOf(teacher, await nameOf(free[1]!))).toContainText('on paper');
});

test('what is no sheet is named, and a photo of one that was read before', async () => {
  const words = join(folder, 'notes.pdf');
  writeFileSync(words, 'no picture at all');
  const again = join(folder, 'again.jpg');
  writeFileSync(again, await filled(free[1]!, { 1: '1 3', 4: 'A', 5: 'B' }));
  await teacher.goto(`/assignments/${assignmentId}/paper`);
  await importing(teacher, words, again);
  await expect(teacher.getByText('This is no picture and no PDF that can be read.')).toBeVisible();
  await expect(
    teacher.getByText(said('paper.problem.doubled', { name: await nameOf(free[1]!), page: 1 })),
  ).toBeVisible();
});

test('what is not sure is decided with one key each', async () => {
  await teacher.getByRole('button', { name: said('paper.lookAtCounted', { n: 2 }) }).click();
  const name = await nameOf(free[0]!);
  await expect(
    teacher.getByRole('heading', { name: said('paper.rowOf', { name, question: '5' }) }),
  ).toBeVisible();
  await expect(teacher.getByText(desk.paper.doubt['two-marks'])).toBeVisible();
  await expectAccessible('a row to look at', teacher);
  await teacher.keyboard.press('b');
  await expect(teacher.getByText(desk.paper.changesIfTaken)).toBeVisible();
  await expectAccessible('a page to look at', teacher);
  await button(teacher, desk.paper.keepFirst).click();
  await expect(teacher.getByText(desk.paper.nothingToLookAt)).toBeVisible();
});

test('a sheet is seen as it came back, and a row of it can be changed', async () => {
  await teacher.goto(`/assignments/${assignmentId}/paper`);
  const name = await nameOf(free[0]!);
  await teacher.getByRole('link', { name: said('paper.openSheet', { name }) }).click();
  await expect(teacher.getByRole('img', { name: desk.paper.pagePicture })).toBeVisible();
  await expectAccessible('a sheet', teacher);
  await button(teacher, said('paper.changeRow', { label: '4' })).click();
  const choices = teacher.getByRole('group', { name: said('paper.changeRow', { label: '4' }) });
  await choices.getByRole('button', { name: 'C', exact: true }).click();
  await choices.getByRole('button', { name: desk.common.save }).click();
  await expect(teacher.getByText('4: A changed to C')).toBeVisible();
});

test('on a phone a sheet is photographed and looked at', async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    storageState: await teacher.context().storageState(),
  });
  const phone = await context.newPage();
  watch(phone, complaints);
  await phone.goto(`/assignments/${assignmentId}/paper`);
  await phone.getByRole('button', { name: desk.paper.scans, exact: true }).click();
  await expect(button(phone, desk.paper.takePhoto)).toBeVisible();
  const photo = join(folder, 'photo.jpg');
  writeFileSync(photo, await filled(free[3]!, { 1: '1 2', 4: 'A~', 5: 'B' }));
  await importing(phone, photo);
  await expect(phone.getByText('photo.jpg')).toBeVisible();
  await button(phone, said('paper.lookAtCounted', { n: 1 })).click();
  await expectAccessible('looking on a phone', phone);
  await button(phone, said('paper.accept', { marks: 'A' })).click();
  await expect(phone.getByText(desk.paper.nothingToLookAt)).toBeVisible();
  await context.close();
});

test('a phone takes a photo of each sheet that is put before it', async ({ browser }) => {
  const room = { width: 1440, height: 1080 };
  const onDesk = async (number: number): Promise<Gray> => {
    const sheet = sharp(await filled(number, { 1: '1 2', 4: 'A', 5: 'B' })).resize({
      height: 1060,
    });
    const desk = sharp({ create: { ...room, channels: 3, background: '#6b6258' } });
    const picture = desk.composite([{ input: await sheet.toBuffer(), gravity: 'center' }]);
    const flat = sharp(await picture.png().toBuffer())
      .toColourspace('b-w')
      .raw();
    return { ...room, data: await flat.toBuffer() };
  };
  const [first, second] = [await onDesk(free[4]!), await onDesk(free[5]!)];
  const shown = (picture: Gray) => Array.from({ length: 12 }, () => picture);
  writeFilm([...shown(first), ...shown(second)], 5);
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    storageState: await teacher.context().storageState(),
  });
  const phone = await context.newPage();
  watch(phone, complaints);
  await phone.goto(`/assignments/${assignmentId}/paper/camera`);
  for (const number of free.slice(4, 6))
    await expect(
      phone.getByRole('listitem').filter({ hasText: await nameOf(number) }),
    ).toContainText(desk.paper.photo.sent);
  await expectAccessible('photographing sheets', phone);
  await phone.getByRole('link', { name: desk.paper.backToPaper }).click();
  for (const number of free.slice(4, 6))
    await expect(rowOf(phone, await nameOf(number))).toContainText(desk.paper.state.read);
  await context.close();
});

test('a key that is changed scores paper like the rest', async () => {
  const question = 4;
  const { edition } = await fetched<AnswerOf<typeof api.readBooklets>>(
    `/api/assignments/${assignmentId}/booklets`,
  );
  const [part] = entriesOf(edition)[question - 1]!.content.parts;
  if (part?.kind !== 'single-choice') throw new Error('That question has no choices.');
  const [a, , c] = part.choices;
  // The one marked A, and the other was changed to C.
  const [choice, number] = part.key.includes(a!.id) ? [c!, free[0]!] : [a!, free[1]!];
  const right = part.choices.find(({ id }) => part.key.includes(id))!;
  const pointsOf = async () =>
    (await results()).find(({ rosterNumber }) => rosterNumber === number)!.cells[question - 1]!
      .points;
  expect(await pointsOf()).toBe(0);
  await teacher.goto(`/results/${assignmentId}/items?item=${question}`);
  await teacher.getByRole('link', { name: desk.results.changeKeyOrScoring }).click();
  const box = (text: string) => teacher.getByRole('checkbox', { name: plainText(text) });
  await box(right.text).uncheck();
  await box(choice.text).check();
  await teacher.getByRole('textbox', { name: /^Reason/ }).fill('Both were accepted in class');
  await button(teacher, /^Rescore \d/).click();
  await expect(teacher.getByText(/attempts rescored/)).toBeVisible();
  expect(await pointsOf()).toBe(1);
});

test('the student sees the picture of their own sheet', async ({ browser }) => {
  await teacher.goto(`/results/${assignmentId}/students`);
  await button(teacher, desk.results.releaseStudents).click();
  await expect(button(teacher, desk.results.undoRelease)).toBeVisible();
  const { page, context } = await student(browser, className, 'BRN6D4', free[1]! - 1);
  watch(page, complaints);
  await page.goto(`/seat/report/${assignmentId}`);
  await expect(page.getByRole('heading', { name: english.report.sheet })).toBeVisible();
  await context.close();
});
