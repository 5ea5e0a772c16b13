/** Classes: made, filled by pasting, from a file, from the school's roster and by the students themselves. */
import { expect, test, type Page } from '@playwright/test';
import { demoSeed, officeRoster, passcodesOf } from '@oaken/demo';
import { execFileSync } from 'node:child_process';
import { strToU8, zipSync } from 'fflate';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
import { choose } from './fields';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));

async function makeClass(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: desk.classes.newClass }).click();
  const dialog = page.getByRole('dialog', { name: desk.classes.aNewClassTitle });
  await dialog.getByLabel(desk.common.name, { exact: false }).first().fill(name);
  await dialog.getByRole('button', { name: desk.classes.makeClass }).click();
  // What is missing is said beside its field, and what was typed stays.
  await expect(dialog.getByText('A class needs a subject.')).toBeVisible();
  await dialog.getByLabel(desk.common.subject).fill('Reading');
  await dialog.getByLabel(desk.common.grade).fill('5');
  await dialog.getByRole('button', { name: desk.classes.makeClass }).click();
  await expect(page.getByText(desk.classes.nobodyInThisClass)).toBeVisible();
}
const paste = (page: Page, text: string) =>
  page.evaluate((keep) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', keep);
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
  }, text);
const deleteClass = async (page: Page) => {
  await page.getByRole('tab', { name: desk.classes.aboutClass }).click();
  await page.getByRole('button', { name: desk.classes.deleteClass }).click();
  await page.getByRole('dialog').getByRole('button', { name: desk.classes.deleteClass }).click();
  await expect(page.getByText('is deleted.')).toBeVisible();
};

test('a pasted list is read, asked about, brought in and printed as slips; a student signs in with one', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'castellano');
  watch(page, complaints);
  await page.getByRole('link', { name: desk.common.classes }).click();
  await expect(page.getByText('Class code BRN5E6')).toBeVisible();
  await expectAccessible('roster', page);
  await makeClass(page, '5K');
  const known = passcodesOf(demoSeed, '5E')[3]!.name;
  const [given, family] = [known.split(' ')[0]!, known.split(' ').slice(1).join(' ')];
  await paste(
    page,
    `Surname\tFirst name\tNo.\tHouse\nBrook\tÉmile\t7\tOak\n王\t芳\t8\tElm\nBrook\tÉmile\t9\tOak\n${given}\t${family}\t10\tAsh\nLow\tMay\t7000\tAsh\n`,
  );
  await expect(page.getByRole('heading', { name: desk.classes.importStudents })).toBeVisible();
  const right = page.getByRole('region', { name: desk.classes.whatWillChange });
  await expect(page.getByText('3 students read, 2 lines with something wrong.')).toBeVisible();
  await expect(
    page.getByText('Line 4: The same name as line 2, so it is not imported.'),
  ).toBeVisible();
  await expect(
    page.getByText('Line 6: “7000” is not a roster number from 1 to 999.'),
  ).toBeVisible();
  await expect(right.getByText('1 likely known already and 2 new.')).toBeVisible();
  await expectAccessible(desk.classes.importStudentsInline, page);
  const bring = page.getByRole('button', { name: /Apply for/ });
  await expect(bring).toBeDisabled();
  // A crashed browser loses nothing of the list.
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Names/ })).toHaveValue(/Émile/);
  await choose(
    right.getByRole('combobox', { name: /^Who is / }),
    `${known} (5E), who has first and last name switched`,
  );
  await expect(bring).toHaveText(/Apply for 3 students/);
  await bring.click();
  await expect(page.getByText('Done: 2 new, 1 joined and 1 changed.')).toBeVisible();
  const roster = page.getByRole('region', { name: desk.common.students });
  await expect(roster.getByRole('row', { name: /7 Émile Brook/ })).toBeVisible();
  await expect(roster.getByText(said('classes.studentsHaveNoPasscode', { n: 2 }))).toBeVisible();
  // What was brought in goes again, the corrected name too; and comes back.
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(page.getByRole('heading', { name: desk.classes.importStudents })).toBeVisible();
  await paste(page, '');
  await page.getByRole('textbox', { name: /^Names/ }).fill('7\tÉmile Brook\n8\t芳 王');
  await expect(right.getByText('2 new.')).toBeVisible();
  await page.getByRole('button', { name: /Apply for/ }).click();

  // Groups by ticking and by dragging, accommodations, and a corrected name.
  await page.getByRole('tab', { name: desk.common.groups }).click();
  for (const name of ['Blue', 'Gold']) {
    await page.getByLabel(desk.classes.newGroup).fill(name);
    await page.getByRole('button', { name: desk.classes.makeGroup }).click();
    await expect(page.getByRole('list', { name })).toBeVisible();
  }
  await page.getByLabel('Émile Brook in Blue').check();
  await expect(page.getByRole('list', { name: 'Blue' })).toContainText('Émile Brook');
  await page
    .getByRole('list', { name: 'Blue' })
    .getByText('Émile Brook')
    .dragTo(page.getByRole('list', { name: 'Gold' }));
  await expect(page.getByRole('list', { name: 'Gold' })).toContainText('Émile Brook');
  await expect(page.getByLabel('Émile Brook in Blue')).not.toBeChecked();
  await page
    .getByRole('list', { name: desk.classes.everybody })
    .getByText('7 Émile Brook')
    .dragTo(page.getByRole('list', { name: 'Blue' }));
  await expect(page.getByLabel('Émile Brook in Blue')).toBeChecked();
  await expect(page.getByLabel('Émile Brook in Gold')).toBeChecked();
  await expectAccessible('groups', page);
  await page.getByRole('tab', { name: desk.common.students }).click();
  const more = async (what: string) => {
    await page
      .getByRole('button', { name: said('classes.moreFullName', { fullName: 'Émile Brook' }) })
      .click();
    await page.getByRole('menuitem', { name: what }).click();
  };
  await more(desk.assignments.accommodations);
  const needs = page.getByRole('dialog', {
    name: said('classes.whatFullNameNeeds', { fullName: 'Émile Brook' }),
  });
  await needs.getByLabel('×1.5').first().check();
  await needs.getByLabel(desk.classes.questionsCanBeRead).check();
  await expectAccessible('accommodations', page);
  await needs.getByRole('button', { name: desk.common.save }).click();
  await expect(roster.getByRole('row', { name: /Émile Brook/ })).toContainText(
    'time ×1.5, read aloud',
  );
  await page.getByRole('tab', { name: desk.classes.aboutClass }).click();
  await expectAccessible('about the class', page);

  // Slips on paper: each with its passcode, which lets the student in.
  await page.getByRole('tab', { name: desk.common.students }).click();
  await page.getByRole('link', { name: desk.classes.signInSlips }).click();
  await expect(page.getByText(said('classes.slipsCounted', { n: 2 }))).toBeVisible();
  await page.getByRole('button', { name: desk.classes.makeSlips }).click();
  const slip = page.getByRole('article').filter({ hasText: 'Émile Brook' });
  const passcode = (await slip.locator('dd').last().textContent())!.trim();
  const code = (await slip.locator('dd').nth(1).textContent())!.trim();
  await expectAccessible('slips', page);
  const pdf = await page.pdf({ preferCSSPageSize: true });
  const words = execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf }).toString();
  expect(words).toContain('Émile Brook');
  // The reader of the PDF may put a space between two letters that stand apart.
  expect(words.replaceAll(' ', '')).toContain(passcode);
  expect(words).not.toContain(desk.classes.backClass);
  expect(words).not.toContain(desk.common.undo);
  // Passcodes that are on no paper are not left behind without a word.
  await page.getByRole('link', { name: desk.classes.backClass }).click();
  const leaving = page.getByRole('dialog', { name: desk.classes.leaveWithoutPrinting });
  await expect(leaving).toContainText('2 passcodes are shown only here.');
  await leaving.getByRole('button', { name: desk.classes.stayHere }).click();
  await expect(slip).toContainText(passcode);
  const phone = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  watch(phone, complaints);
  await phone.goto(`/seat/sign-in?code=${code}`);
  await phone.getByLabel(english.signIn.myName).selectOption({ label: 'Émile Brook' });
  await phone.getByLabel(english.signIn.passcode).fill(passcode);
  await phone.getByRole('button', { name: desk.accounts.signIn }).click();
  await expect(phone.getByRole('heading', { name: 'Émile Brook' })).toBeVisible();
  await phone.context().close();

  await page.getByRole('link', { name: desk.classes.backClass }).click();
  await leaving.getByRole('button', { name: desk.classes.leave, exact: true }).click();
  await page.getByRole('link', { name: desk.classes.classList }).click();
  await expect(page.getByRole('cell', { name: '芳 王', exact: true })).toBeVisible();
  await expectAccessible('class list', page);
  await page.getByRole('link', { name: desk.classes.backClass }).click();
  await deleteClass(page);
  await page.context().close();
});

test('the school’s roster is matched; a file without what it needs is refused in words, a good one makes a class', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
  await page.goto('/classes/1/bring');
  await page.getByRole('tab', { name: desk.classes.schoolsRoster }).click();
  const right = page.getByRole('region', { name: desk.classes.whatWillChange });
  await expect(
    right.getByText('1 new, 1 changed, 24 stay as they are and 2 gone from the list.'),
  ).toBeVisible();
  await expect(right.getByText('1 moves here and 26 stay as they are.')).toBeVisible();
  await right
    .getByLabel(/has left$/)
    .first()
    .uncheck();
  await page.getByRole('button', { name: said('classes.applyStudents', { n: 4 }) }).click();
  await expect(page.getByText('Done: 1 new, 1 joined, 1 changed and 1 left.')).toBeVisible();
  await expect(
    page
      .getByRole('region', { name: desk.common.students })
      .getByRole('row', { name: /28 Ottilie Brandt/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(page.getByRole('heading', { name: desk.classes.importStudents })).toBeVisible();
  await page.getByRole('tab', { name: desk.classes.schoolsRoster }).click();
  await expect(
    right.getByText('1 new, 1 changed, 24 stay as they are and 2 gone from the list.'),
  ).toBeVisible();
  await page.context().close();

  const other = await teacherPage(browser, 'nwosu');
  watch(other, complaints);
  await other.goto('/classes/5/bring');
  await other.getByRole('tab', { name: desk.classes.file }).click();
  const tables = officeRoster(demoSeed);
  const zip = (names: string[]) =>
    Buffer.from(
      zipSync(
        Object.fromEntries(
          names.map((name) => {
            const lines = tables[name]!;
            const columns = Object.keys(lines[0] ?? { sourcedId: '' });
            return [
              `${name}.csv`,
              strToU8(
                [
                  columns.join(','),
                  ...lines.map((line) => columns.map((column) => line[column]).join(',')),
                ].join('\r\n'),
              ),
            ];
          }),
        ),
      ),
    );
  const file = other.locator('input[type=file]');
  const send = (buffer: Buffer) =>
    file.setInputFiles({ name: 'lists.zip', mimeType: 'application/zip', buffer });
  await send(zip(['manifest', 'classes', 'enrollments']));
  await expect(other.getByText('There is no users.csv in it', { exact: false })).toBeVisible();
  await send(Buffer.from('PK not a zip'));
  await expect(other.getByText(desk.classes.thatZipCannotBe)).toBeVisible();
  await send(zip(['manifest', 'academicSessions', 'classes', 'users', 'enrollments']));
  await expect(
    other.getByRole('combobox', { name: said('classes.whereTitleGoes', { title: '8C' }) }),
  ).toHaveAccessibleDescription(/^8C/);
  await expect(
    other
      .getByRole('region', { name: desk.classes.whatWillChange })
      .getByText('26 stay as they are.'),
  ).toBeVisible();
  await expect(other.getByRole('button', { name: desk.classes.nothingChange })).toBeVisible();
  await expect(
    other.getByRole('combobox', { name: said('classes.whereTitleGoes', { title: '5E' }) }),
  ).toHaveAccessibleDescription('nowhere');
  await other.context().close();
});

test('students join by themselves while the class is open for it, on a phone', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'castellano');
  watch(page, complaints);
  await page.goto('/classes');
  await expect(page.getByText('Class code BRN5E6')).toBeVisible();
  await makeClass(page, '5J');
  const code = (await page
    .getByText(/Class code/)
    .first()
    .locator('b')
    .first()
    .textContent())!;
  await page.getByRole('tab', { name: desk.classes.aboutClass }).click();
  await page.getByRole('button', { name: desk.classes.open }).click();
  await expect(page.getByText('Students can join until', { exact: false })).toBeVisible();

  const phone = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  watch(phone, complaints);
  await phone.goto('/seat');
  await phone.getByLabel(desk.classes.classCode).fill(code);
  await phone.getByRole('button', { name: english.signIn.findClass }).click();
  await phone.getByLabel(english.signIn.givenName).fill('Kai');
  await phone.getByLabel(english.signIn.familyName).fill('Ash');
  await expectAccessible('joining a class', phone);
  await phone.getByRole('button', { name: english.signIn.join }).click();
  await expect(phone.getByText('Write it down', { exact: false })).toBeVisible();
  await expectAccessible('the new passcode', phone);
  await phone.getByRole('button', { name: english.signIn.written }).click();
  await expect(phone.getByRole('heading', { name: 'Kai Ash' })).toBeVisible();
  await phone.context().close();

  await page.getByRole('tab', { name: desk.common.students }).click();
  await page.reload();
  await expect(page.getByRole('row', { name: /Kai Ash/ })).toContainText(
    desk.classes.joinedWithCode,
  );
  await deleteClass(page);
  await page.context().close();
});

test('one student is added by a form, who is known is asked about, and moved to another class and back', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  watch(page, complaints);
  await page.goto('/classes');
  await page.getByRole('link', { name: /^6D/ }).click();
  await expect(page.getByText('Class code BRN6D4')).toBeVisible();
  const dialog = page.getByRole('dialog', { name: desk.classes.addStudent });
  const add = async (givenName: string, familyName: string) => {
    await dialog.getByLabel(desk.classes.firstNameTitle).fill(givenName);
    await dialog.getByLabel(desk.classes.lastNameTitle).fill(familyName);
    await dialog.getByRole('button', { name: desk.classes.addStudent }).click();
  };
  await page.getByRole('button', { name: desk.classes.addStudent }).click();
  await dialog.getByLabel(desk.classes.eMailAddress).fill('at home');
  await add('', 'Wendell');
  for (const sentence of ['The first name is missing.', 'That is not an e-mail address.'])
    await expect(dialog.getByText(sentence)).toBeVisible();
  await expectAccessible('adding a student', page);
  await dialog.getByLabel(desk.classes.eMailAddress).fill('');
  // A name that the school knows is asked about before anything happens.
  await add('Bodhi', 'Abara');
  await expect(dialog.getByText(desk.classes.isItOneOfThese)).toBeVisible();
  await add('Orla', 'Wendell');
  const orla = page.getByRole('row', { name: /Orla Wendell/ });
  await expect(orla).toBeVisible();

  await orla.getByRole('button', { name: /More/ }).click();
  await page.getByRole('menuitem', { name: desk.classes.moveToAnotherClass }).click();
  const moving = page.getByRole('dialog', {
    name: said('classes.moveName', { name: 'Orla Wendell' }),
  });
  await choose(moving.getByRole('combobox'), /^7A/);
  await expect(
    moving.getByText('Orla Wendell leaves 6D and joins 7A.', { exact: false }),
  ).toBeVisible();
  await expectAccessible('moving a student', page);
  await moving.getByRole('button', { name: desk.classes.move, exact: true }).click();
  await expect(orla).toHaveCount(0);
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(orla).toBeVisible();
  // As it was before this test.
  await orla.getByRole('button', { name: /More/ }).click();
  await page.getByRole('menuitem', { name: desk.classes.hasLeftClass }).click();
  await expect(orla).toHaveCount(0);
  await page.context().close();
});
