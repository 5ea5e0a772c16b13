/** Watching a sitting from the teacher's page, and what reaches the student's. */
import { expect, test, type Page } from '@playwright/test';
import { passcodesOf } from '@oaken/demo';
import { demoSeed } from '@oaken/demo/write';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import { answerAnything, row, student, teacherPage, watch, type Student } from './people';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

const title = 'Ratio, rate and percent: end of unit';
const place = 5;
const { name } = passcodesOf(demoSeed, '7A')[place]!;
let page: Page;
let sitter: Student;
test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
  await page.goto('/tests');
  await page.getByRole('link', { name: `Assign ${title}` }).click();
  await page
    .getByRole('button', { name: said('assignments.someStudentsName', { name: '7A' }) })
    .click();
  await page.getByRole('checkbox', { name: `${place + 1} ${name}` }).check();
  await page.getByRole('button', { name: 'Assign to 1 student' }).click();
  await expect(page.getByText(said('assignments.assignedStudents', { n: 1 }))).toBeVisible();
  await page.goto('/schedule');
  await page
    .getByRole('tab', { name: desk.assignments.list })
    .or(page.getByRole('button', { name: desk.assignments.list }))
    .or(page.getByLabel(desk.assignments.list))
    .first()
    .click();
  await page
    .getByRole('row')
    .filter({ hasText: name })
    .filter({ hasText: title })
    .getByRole('link')
    .first()
    .click();
  await page.getByRole('link', { name: desk.common.watch }).click();
  sitter = await student(browser, '7A', 'BRN7A5', place);
  watch(sitter.page, complaints);
});
test.afterAll(async () => {
  await page.context().close();
  await sitter.context.close();
});
const line = () => page.getByRole('row').filter({ hasText: name });
const pick = () => page.getByRole('checkbox', { name: `Select ${name}` }).check();

test('where the student is, what is answered, and leaving the page are there as they happen', async () => {
  await expect(line()).toContainText(desk.common.notBegun);
  await row(sitter.page, title).getByRole('link', { name: english.list.begin }).click();
  await expect(line()).toContainText(said('watching.workingOnOn', { on: 1 }));
  await answerAnything(sitter.page);
  await expect(line().getByRole('img', { name: `${name}, item 1: answered` })).toBeVisible();
  await sitter.page.getByRole('button', { name: english.sitting.next }).click();
  await sitter.page.getByRole('button', { name: english.sitting.flag }).click();
  await expect(line()).toContainText(said('watching.workingOnOn', { on: 2 }));
  await expect(line().getByRole('img', { name: /item 2: not answered, flagged/ })).toBeVisible();
  await expectAccessible('watching', page);
  await page.getByLabel(desk.watching.rightWrong).check();
  await expect(line().getByRole('img', { name: /item 1: answered, \d+%/ })).toBeVisible();
  await page.getByLabel(desk.common.hideNames).check();
  await expect(page.getByText(name)).toHaveCount(0);
  await page.getByLabel(desk.common.hideNames).uncheck();
  await line().getByRole('button', { name }).click();
  await expect(page.getByRole('dialog', { name: `${name}, so far` })).toContainText('saved today');
  await expectAccessible('work so far', page);
  await page.keyboard.press('Escape');
  await choose(page.getByRole('combobox', { name: desk.watching.order }), desk.watching.byNeed);
  await expect(line()).toBeVisible();
  // The forms differ, so that a column is a place; the questions have a list of their own.
  await choose(
    page.getByRole('combobox', { name: desk.watching.show }),
    desk.watching.questionsView,
  );
  const answered = page.getByRole('row').filter({ hasText: /[01] of 1/ });
  await expect(answered).toContainText(/(100|0)%/);
  await expectAccessible('questions so far', page);
  await answered.getByRole('button').click();
  const question = page.getByRole('dialog');
  await expect(question.getByText(desk.watching.classAnswers)).toBeVisible();
  await expect(question.getByText(name)).toBeVisible();
  await expectAccessible('a question beside the answers', page);
  await question.getByRole('button', { name: desk.watching.questionAfter }).click();
  await expect(question.getByText(desk.watching.noAnswersYet)).toBeVisible();
  await page.keyboard.press('Escape');
  await choose(
    page.getByRole('combobox', { name: desk.watching.show }),
    desk.watching.studentsView,
  );
  await page.getByRole('button', { name: desk.watching.projector }).click();
  await expect(page.getByRole('region', { name: desk.watching.countsTime })).toContainText(
    '1 working',
  );
  await expect(page.getByText(name)).toHaveCount(0);
  await expectAccessible('projector', page);
  await page.getByRole('button', { name: desk.classes.backClass }).click();
});

test('something said, a pause, handing in and opening again reach the student’s page by themselves', async () => {
  await pick();
  await page.getByRole('button', { name: `Message to ${name}` }).click();
  await expectAccessible('saying something', page);
  await page.getByLabel(desk.watching.messageShownOnTheir).fill('Use the scratch paper.');
  await page.getByRole('button', { name: desk.watching.send }).click();
  await expect(
    sitter.page.getByRole('alert').filter({ hasText: 'Use the scratch paper.' }),
  ).toBeVisible();
  await expectAccessible('something was said', sitter.page);
  await sitter.page.getByRole('button', { name: english.sitting.readIt }).click();

  await page.getByRole('button', { name: desk.watching.pause, exact: true }).click();
  await expect(line()).toContainText('paused');
  await expect(sitter.page.getByRole('heading', { name: english.sitting.paused })).toBeVisible();
  await expectAccessible('paused', sitter.page);
  // A reload finds no way round it.
  await sitter.page.reload();
  await expect(sitter.page.getByRole('heading', { name: english.sitting.paused })).toBeVisible();
  await pick();
  await page.getByRole('button', { name: desk.watching.resume, exact: true }).click();
  await expect(sitter.page.getByRole('heading', { name: /^Question \d/ })).toBeVisible();

  // Minutes come first, nothing else is ticked, and whoever was picked stays picked.
  await pick();
  await page.getByRole('button', { name: desk.watching.moreTime }).click();
  const more = page.getByRole('dialog', { name: said('assignments.extendStudents', { n: 1 }) });
  await expect(more.getByRole('radio', { name: '+5 min' })).toBeChecked();
  await expect(more.getByRole('checkbox')).not.toBeChecked();
  await expectAccessible('more time', page);
  await more.getByRole('button', { name: desk.assignments.extendTitle }).click();
  await expect(page.getByText('1 student has 5 more minutes.')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: `Select ${name}` })).toBeChecked();

  await page.getByRole('button', { name: desk.watching.handIn }).click();
  await page.getByRole('dialog').getByRole('button', { name: desk.watching.handIn }).click();
  await expect(line()).toContainText('by you');
  await expect(sitter.page.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await pick();
  await page.getByRole('button', { name: desk.watching.openAgainTitle }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: desk.watching.openAgainTitle })
    .click();
  await expect(line()).toContainText('working');
  await sitter.page.getByRole('link', { name: english.list.back }).click();
  await row(sitter.page, title).getByRole('link', { name: english.list.continue }).click();
  await expect(sitter.page.getByRole('button', { name: /^Question 1, answered/ })).toBeVisible();
});

test('a student without network is said to be so, and comes back', async () => {
  await sitter.context.setOffline(true);
  await expect(line()).toContainText('no connection for', { timeout: 60_000 });
  await sitter.context.setOffline(false);
  await expect(line()).not.toContainText('no connection', { timeout: 60_000 });
});

test('a teacher’s page that lost its connection says so, and knows what happened meanwhile once it is back', async () => {
  await page.context().setOffline(true);
  await expect(
    page.getByText('The connection to the server is lost', { exact: false }),
  ).toBeVisible({
    timeout: 60_000,
  });
  await sitter.page.getByRole('button', { name: desk.watching.handIn }).click();
  await sitter.page.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(sitter.page.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await expect(line()).toContainText('working');
  await page.context().setOffline(false);
  await expect(line()).toContainText(desk.common.handedIn, { timeout: 60_000 });
  await expect(
    page.getByText('The connection to the server is lost', { exact: false }),
  ).toHaveCount(0);
});

test('what was written without network and arrives after the end waits for the teacher, and the student is told so', async () => {
  await pick();
  await page.getByRole('button', { name: desk.watching.openAgainTitle }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: desk.watching.openAgainTitle })
    .click();
  await sitter.page.getByRole('link', { name: english.list.back }).click();
  await row(sitter.page, title).getByRole('link', { name: english.list.continue }).click();
  await expect(line()).toContainText('working on');
  await expect(line()).not.toContainText('no connection');
  await sitter.context.setOffline(true);
  await answerAnything(sitter.page, 1);
  await expect(sitter.page.getByText(english.sitting.keptHere, { exact: true })).toBeVisible();
  await expect(line()).toContainText('no connection for');
  await pick();
  await page.getByRole('button', { name: desk.watching.handIn }).click();
  await page.getByRole('dialog').getByRole('button', { name: desk.watching.handIn }).click();
  await expect(line()).toContainText('by you');
  await sitter.context.setOffline(false);
  const text = '1 answer arrived after the end. Your teacher decides whether it counts.';
  await expect(sitter.page.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await expect(sitter.page.getByText(text)).toBeVisible();
  await sitter.page.getByRole('link', { name: english.list.back }).click();
  await expect(row(sitter.page, title)).toContainText(text);

  await page.goto(page.url().replace(/watch\/(\d+)$/, 'results/$1/students'));
  await page.getByRole('button', { name, exact: true }).click();
  await expect(page.getByRole('heading', { name: desk.results.lateAnswers })).toBeVisible();
  await expectAccessible('late answers', page);
  await page.getByRole('button', { name: desk.results.count, exact: true }).click();
  await expect(page.getByText(said('results.lateAnswersCounted', { n: 1 }))).toBeVisible();
  await sitter.page.reload();
  await expect(row(sitter.page, title)).toContainText(english.list.notReleased);
  await expect(sitter.page.getByText(text)).toHaveCount(0);
});
