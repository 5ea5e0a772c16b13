/** Assigning beyond a class: groups, a word, attempts, guests; changing what was given; drafts; giving it again. */
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible';
import { answerAnything, row, student, teacherPage, watch } from './people';
import { choose } from './fields';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said, saidAtSeat } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

const title = 'Fractions, signs and expressions';
let page: Page;
let address = '';
test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
});
test.afterAll(() => page.context().close());

async function openAssign(name = title): Promise<void> {
  await page.goto('/tests');
  await page.getByRole('link', { name: `Assign ${name}` }).click();
  await expect(page.getByRole('heading', { name: desk.assignments.who })).toBeVisible();
}
const slip = () => page.locator('.slip');

test('a group and single students, a word, two attempts and bands: the slip says it all, and a draft keeps it', async () => {
  await openAssign();
  await page
    .getByRole('button', { name: said('assignments.someStudentsName', { name: '6B' }) })
    .click();
  await page.getByRole('checkbox', { name: /group Ratio table/ }).check();
  await page.getByRole('checkbox', { name: '2 Ines Abara' }).check();
  await expect(slip()).toContainText('8 students of group Ratio table of 6B and 1 single student');
  await expect(slip()).toContainText('Accommodations apply automatically:');
  await page.getByLabel(desk.assignments.guestsByLink).check();
  await page.getByText(desk.assignments.startSetting, { exact: true }).click();
  await page.getByLabel('Start word').fill('Walnut');
  await page
    .getByLabel(desk.assignments.instructionsStudents)
    .fill('Scratch paper is on the shelf.');
  await page.getByText(desk.assignments.lateAnswersSetting, { exact: true }).click();
  await expect(page.getByRole('radio', { name: desk.assignments.holdUntilIDecide })).toBeChecked();
  await page.getByText(desk.assignments.dontCount, { exact: true }).click();
  await page.getByText(desk.assignments.attempts, { exact: true }).click();
  await page.getByLabel(desk.assignments.attempts, { exact: true }).fill('2');
  await page.getByText(desk.assignments.release, { exact: true }).click();
  await choose(
    page.getByRole('combobox', { name: desk.assignments.scoresShownAs }),
    desk.assignments.letterBand,
  );
  await page.getByLabel(said('assignments.bandNumberBeginsAt', { number: 2 })).fill('95');
  await page.getByLabel(said('assignments.bandNumberBeginsAt', { number: 2 })).press('Tab');
  await expect(
    page.getByText('Each band must begin lower than the one before it.').first(),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /^Assign to/ })).toBeDisabled();
  await page.getByLabel(said('assignments.bandNumberBeginsAt', { number: 2 })).fill('75');
  await page.getByLabel(said('assignments.bandNumberBeginsAt', { number: 2 })).press('Tab');
  await choose(
    page.getByRole('combobox', { name: /^Scores(?! are)/ }),
    desk.assignments.asSoonAsThey,
  );
  await expectAccessible('assigning', page);
  await page.getByRole('button', { name: desk.assignments.saveAsDraft }).click();
  await expect(page.getByText('Saved as draft.', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: title }).first().click();
  await expect(page.getByLabel('Start word')).toHaveValue('Walnut');
  await page.getByText(desk.assignments.lateAnswersSetting, { exact: true }).click();
  await expect(page.getByRole('radio', { name: desk.assignments.dontCount })).toBeChecked();
  for (const text of [
    '2 attempts; the best attempt counts.',
    'Students type the word that you read out to start.',
    'Students see scores as letter bands as soon as they hand in',
  ])
    await expect(slip()).toContainText(text);
  await page.getByRole('button', { name: 'Assign to 8 students' }).click();
  // What happened, how students get in, and what can be done next.
  await expect(
    page.getByRole('heading', { name: desk.assignments.howStudentsGetIn }),
  ).toBeVisible();
  for (const text of ['BRN6B2', 'Walnut', desk.assignments.linkGuests])
    await expect(page.getByText(text, { exact: false }).first()).toBeVisible();
  await expectAccessible('after assigning', page);
  await page.getByRole('link', { name: desk.assignments.changeTimesRules }).click();
  await expect(page).toHaveURL(/\/assignments\/\d+$/);
  await expect(page.getByText(desk.assignments.linkGuests, { exact: false })).toBeVisible();
  address = page.url();
  await expect(page.getByRole('cell', { name: 'Ines Abara 6B no. 2' })).toBeVisible();
  await expectAccessible('one assignment', page);
  await page.goto('/schedule');
  await expect(page.getByText(desk.assignments.draft)).toHaveCount(0);
});

test('a student types the word, sees a band, and tries again; another is refused without it', async ({
  browser,
}) => {
  const sitter = await student(browser, '6B', 'BRN6B2', 1, {
    viewport: { width: 390, height: 844 },
  });
  watch(sitter.page, complaints);
  const line = row(sitter.page, title).filter({ hasText: 'closes' });
  await line.getByRole('link', { name: english.list.begin }).click();
  await expect(sitter.page.getByText('Scratch paper is on the shelf.')).toBeVisible();
  await expectAccessible('before beginning', sitter.page);
  await sitter.page.getByLabel(english.begin.word).fill('hazel');
  await sitter.page.getByRole('button', { name: english.list.begin }).click();
  await expect(sitter.page.getByText('That is not the word.', { exact: false })).toBeVisible();
  await sitter.page.getByLabel(english.begin.word).fill('walnut');
  await sitter.page.getByRole('button', { name: english.list.begin }).click();
  await answerAnything(sitter.page);
  await sitter.page.getByRole('button', { name: desk.watching.handIn, exact: true }).click();
  await sitter.page.getByRole('button', { name: english.sitting.handInNow }).click();
  await sitter.page.getByRole('link', { name: english.list.back }).click();
  const done = row(sitter.page, title).filter({
    hasText: saidAtSeat('list.attemptsLeft', { n: 1 }),
  });
  await expect(done.getByRole('link', { name: 'F', exact: true })).toBeVisible();
  await done.getByRole('link', { name: 'F', exact: true }).click();
  await expect(sitter.page.getByText(english.report.notOut)).toBeVisible();
  await expectAccessible('a report', sitter.page);
  await sitter.page.getByRole('link', { name: english.list.back }).click();
  await row(sitter.page, title)
    .filter({ hasText: saidAtSeat('list.attemptsLeft', { n: 1 }) })
    .getByRole('link', { name: desk.tests.tryAgain })
    .click();
  await expect(sitter.page.getByText(saidAtSeat('begin.attempt', { n: 2 }))).toBeVisible();
  await sitter.page.context().close();
});

test('a guest comes by the link, and the teacher says who it was', async ({ browser }) => {
  await page.goto(address);
  const link = (await page.getByRole('link', { name: /\/seat\/guest\// }).getAttribute('href'))!;
  const guest = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  watch(guest, complaints);
  await guest.goto(link.replace(/.$/, link.endsWith('A') ? 'Q' : 'A'));
  await expect(guest.getByText('This link does not work.', { exact: false })).toBeVisible();
  await guest.goto(link);
  await guest.getByLabel(/^My name/).fill('Kofi A.');
  await expectAccessible('a guest', guest);
  await guest.getByRole('button', { name: english.guest.go }).click();
  await guest.getByRole('link', { name: english.list.begin }).click();
  await guest.getByLabel(english.begin.word).fill('walnut');
  await guest.getByRole('button', { name: english.list.begin }).click();
  await answerAnything(guest);
  await guest.getByRole('button', { name: desk.watching.handIn, exact: true }).click();
  await guest.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(guest.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await guest.context().close();

  await page.reload();
  await page
    .getByRole('button', { name: said('assignments.linkNameStudent', { name: 'Kofi A.' }) })
    .click();
  const who = page.getByRole('dialog', { name: said('assignments.whoName', { name: 'Kofi A.' }) });
  await choose(who.getByRole('combobox', { name: desk.common.class }), '6B, Mathematics');
  await choose(who.getByRole('combobox', { name: desk.common.student }), '3 Kofi Adeyemi');
  await who.getByRole('button', { name: desk.assignments.linkThisStudent }).click();
  await expect(
    page.getByText(
      said('assignments.guestIsStudent', { guest: 'Kofi A.', student: 'Kofi Adeyemi' }),
    ),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: /Kofi Adeyemi/ })).toContainText(desk.common.handedIn);
});

test('what a change does is said first; more for one; closing; giving it again with its weekday', async () => {
  await page.goto(address);
  await page.getByLabel(desk.assignments.minutesWork).fill('35');
  await expect(page.getByText('The time limit is 35 minutes.')).toBeVisible();
  await page.getByRole('button', { name: desk.assignments.saveChanges }).click();
  await expect(page.getByText(desk.assignments.changesSaved)).toBeVisible();
  await page.getByLabel(said('assignments.selectName', { name: 'Ines Abara' })).check();
  await page.getByRole('button', { name: said('assignments.extendStudents', { n: 1 }) }).click();
  const more = page.getByRole('dialog', { name: said('assignments.extendStudents', { n: 1 }) });
  await more.getByText('none', { exact: true }).click();
  await more.getByRole('button', { name: desk.assignments.extendTitle }).click();
  await expect(more.getByText('Choose what they get more of.')).toBeVisible();
  await more.getByLabel(desk.assignments.attemptsMore).fill('1');
  await expectAccessible('more for some', page);
  await more.getByRole('button', { name: desk.assignments.extendTitle }).click();
  await expect(page.getByRole('row', { name: /Ines Abara/ })).toContainText(
    said('assignments.moreAttempts', { n: 1 }),
  );
  await page.getByRole('button', { name: desk.assignments.closeNow }).click();
  await page.getByRole('dialog').getByRole('button', { name: desk.assignments.closeNow }).click();
  await expect(page.getByText(desk.assignments.itClosed)).toBeVisible();
  await expect(page.getByText(/^Closed|^Released/)).toBeVisible();

  await page.getByRole('button', { name: desk.assignments.assignAgain }).click();
  await expect(page.getByRole('heading', { name: desk.assignments.who })).toBeVisible();
  await expect(page.getByLabel(desk.assignments.minutesWork)).toHaveValue('35');
  await page.getByRole('checkbox', { name: /^6D/ }).check();
  await expect(slip()).toContainText(said('common.studentsCounted', { n: 26 }));
  await page.goto('/schedule');
  for (const view of [desk.assignments.month, desk.assignments.list, desk.assignments.week]) {
    await page.getByRole('tab', { name: view }).click();
    await expectAccessible(`schedule, ${view}`, page);
  }
});

test('practice: checked, tried again, helped, read again after a reload; letters arrive; the calendar has an address', async ({
  browser,
}) => {
  const practice = 'Percent and rates, second look';
  await openAssign(practice);
  await page.getByRole('checkbox', { name: /^7A/ }).check();
  await page.getByRole('radio', { name: 'practice' }).check();
  await page.getByLabel(desk.assignments.sendEMail).check();
  await expect(slip()).toContainText(
    'Each wrong try takes off 33% of a question’s points. They can have the answer shown; the question then gives no points.',
  );
  await expect(slip()).toContainText(said('assignments.lettersGoOutWhen', { n: 28 }));
  await page.getByRole('button', { name: 'Assign to 28 students' }).click();
  await expect(page.getByText(said('assignments.assignedStudents', { n: 28 }))).toBeVisible();
  await page.goto('/schedule');
  await page.getByRole('button', { name: english.list.subscribe }).click();
  const feed = (await page.locator('code').textContent())!.trim();
  expect(await (await page.request.get(feed)).text()).toMatch(/^BEGIN:VCALENDAR\r\n/);

  const sitter = await student(browser, '7A', 'BRN7A5', 2, {
    viewport: { width: 390, height: 844 },
  });
  watch(sitter.page, complaints);
  const given = row(sitter.page, practice).filter({ hasText: 'closes' });
  await expect(given).toContainText('practice · closes');
  await given.getByRole('link', { name: english.list.begin }).click();
  const help = sitter.page.getByRole('region', { name: 'Help' });
  const check = help.getByRole('button', { name: english.practice.check });
  await expect(check).toBeDisabled();
  await expect(help).toContainText('Each wrong try takes 33% off what a right answer still gives');
  const choices = sitter.page.getByRole('radio');
  // The first question with choices will do.
  while (!(await choices.first().isVisible()))
    await sitter.page.getByRole('button', { name: english.sitting.next }).click();
  await expect(choices.first()).toBeVisible();
  for (let index = 0; index < (await choices.count()); index++) {
    await choices.nth(index).check();
    await Promise.all([sitter.page.waitForResponse(/\/help$/), check.click()]);
    await expect(help.getByRole('status')).toBeVisible();
    const byRole = help.getByRole('status');
    await expect(byRole).toHaveText(
      index === 0 ? /^Right: |^Not right yet/ : /^Right, at try|^Not right yet/,
    );
    if (/^Right/.test((await byRole.textContent())!)) break;
  }
  await expect(
    sitter.page.getByText(saidAtSeat('practice.done', { done: 1, total: 8 })),
  ).toBeVisible();
  await expect(help.getByText(/^Right answer: /)).toBeVisible();
  await expect(choices.first()).toBeDisabled();
  await expectAccessible('practice, solved', sitter.page);
  await sitter.page.getByRole('button', { name: english.sitting.next }).click();
  await help.getByRole('button', { name: english.practice.show }).click();
  await expect(help.getByRole('alert')).toContainText('a right answer still gives');
  await help.getByRole('button', { name: english.practice.showYes }).click();
  await expect(help.getByText(english.practice.shown)).toBeVisible();
  await sitter.page.reload();
  await expect(
    sitter.page.getByText(saidAtSeat('practice.done', { done: 2, total: 8 })),
  ).toBeVisible();
  await expect(help.getByText(english.practice.shown)).toBeVisible();
  await sitter.page.context().setOffline(true);
  await sitter.page.getByRole('button', { name: english.sitting.next }).click();
  await answerAnything(sitter.page);
  await check.click();
  // Without network the answer is kept and the help says why it has to wait.
  await expect(help.getByText('The server cannot be reached.', { exact: false })).toBeVisible();
  await sitter.page.context().setOffline(false);
  await check.click();
  await expect(help.getByRole('status')).toBeVisible();
  await sitter.page.context().close();

  await page.goto('/mailbox');
  await expect(page.getByText(`${practice}: open now`).first()).toBeVisible();
  await expectAccessible('mailbox', page);
});
