/** Reading results beyond one test: ratings down a column, students over time, and a student's own report. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { choose } from './fields';
import {
  answerAnything,
  assignedNumber,
  row,
  student,
  teacherPage,
  watch,
  wayInto,
} from './people';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said, saidAtSeat } from './words';

test('ratings go down a column by keys, and stand over time beside what was earned', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/results');
  await page.getByRole('link', { name: 'Ratios and unit rates' }).first().click();
  await page.getByRole('tab', { name: desk.common.standards }).click();
  await page.getByText(desk.results.studentsByStandards, { exact: true }).click();
  await page.getByText(desk.results.ratings, { exact: true }).click();
  const cells = page.getByRole('button', { name: /^Rating of .* on MA\.6\.RAT\.1: / });
  await cells.first().focus();
  for (const key of ['3', '4', '2']) await page.keyboard.press(key);
  await expect(cells.nth(0)).toHaveText('3');
  await expect(cells.nth(2)).toHaveText('2');
  await expect(cells.nth(3)).toBeFocused();
  await expectAccessible('ratings', page);
  await choose(
    page.getByRole('combobox', { name: said('results.rateRestOf', { code: 'MA.6.RAT.1' }) }),
    '1',
  );
  await expect(cells.nth(4)).toHaveText('1');
  await page.reload();
  await page.getByText(desk.results.studentsByStandards, { exact: true }).click();
  await page.getByText(desk.results.ratings, { exact: true }).click();
  await expect(cells.nth(1)).toHaveText('4');
  // Each student's own line, with the ratings beside it.
  await page.getByText(desk.results.byStandard, { exact: true }).click();
  await choose(
    page.getByRole('combobox', { name: desk.results.overTitle }),
    desk.results.everythingTheseStudentsHanded,
  );
  const standard = page.getByRole('row').filter({ hasText: 'MA.6.RAT.1' });
  await standard.getByRole('button').first().click();
  await expect(page.getByText('in “Ratios and unit rates”').first()).toBeAttached();
  await expectAccessible('students over time', page);
  expect(problems).toEqual([]);
  await page.close();
});

test('a student goes through what was not right, with their own choice marked', async ({
  browser,
}) => {
  const { page } = await student(browser, '6D', 'BRN6D4', 0, {
    viewport: { width: 390, height: 844 },
  });
  await row(page, 'Ratios and unit rates').getByRole('link').click();
  await expect(
    page.getByRole('heading', { name: saidAtSeat('report.question', { n: 12 }) }),
  ).toBeVisible();
  const questions = page.getByRole('article');
  const all = await questions.count();
  await expect(questions.getByRole('radio', { checked: true }).first()).toBeDisabled();
  await expectAccessible('a report', page);
  await page.getByRole('button', { name: /^Show only what was not all right/ }).click();
  expect(await questions.count()).toBeLessThan(all);
  await expect(questions.first()).toContainText(/0 of|of \d/);
  await page.getByRole('button', { name: english.report.showAll }).click();
  await expect(questions).toHaveCount(all);
  await page.close();
});

test('a practice without answers and with two tries says so before, and keeps to it', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  await page.goto('/tests');
  await page.getByRole('link', { name: 'Assign Percent and rates, second look' }).click();
  await page.getByRole('checkbox', { name: /^7A/ }).check();
  await page.getByRole('radio', { name: 'practice' }).check();
  await page.locator('summary').filter({ hasText: desk.assignments.practiceSetting }).click();
  await page.getByText(desk.assignments.showRightAnswers).click();
  const tries = page.getByRole('spinbutton', { name: desk.assignments.triesForQuestion });
  await tries.fill('2');
  await tries.press('Tab');
  await expect(page.getByText('They have 2 tries for each question.')).toBeVisible();
  await expect(page.getByText('Not shown: right answers.')).toBeVisible();
  await expectAccessible('the help of a practice', page);
  await page.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  const practice = await assignedNumber(page);
  await page.close();

  const { page: seat } = await student(browser, '7A', 'BRN7A5', 9);
  await wayInto(seat, practice).click();
  const help = seat.getByRole('region', { name: english.practice.label });
  await expect(
    help.getByText('You have 2 tries for each question.', { exact: false }),
  ).toBeVisible();
  await expect(help.getByRole('button', { name: english.practice.show })).toHaveCount(0);
  // Two wrong answers, and no try is left.
  const field = seat.getByLabel(/^Your answer/);
  for (const wrong of ['999', '998']) {
    if (await field.count()) await field.fill(wrong);
    else await answerAnything(seat, Number(wrong) - 998);
    await help.getByRole('button', { name: english.practice.check }).click();
    await expect(help.getByRole('status')).toBeVisible();
  }
  await expect(help.getByRole('status')).toHaveText(/^(No tries are left|Right)/);
  await seat.close();
});

test('a question is read aloud word by word, at a speed of one’s own, with pauses', async ({
  browser,
}) => {
  const teacher = await teacherPage(browser);
  await teacher.goto('/tests');
  await teacher.getByRole('link', { name: 'Assign Percent and rates, second look' }).click();
  await teacher.getByRole('checkbox', { name: /^6B/ }).first().check();
  await teacher.getByRole('button', { name: /^Assign to \d+ students$/ }).click();
  const assignment = await assignedNumber(teacher);
  await teacher.close();
  // Chromium without a window has no voice: this one says a word whenever it is asked for the next.
  const { page, context } = await student(browser, '6B', 'BRN6B2', 8);
  await context.addInitScript(() => {
    const voice = { acts: [] as string[], getVoices: () => [{}] };
    const act = (name: string) => () => void voice.acts.push(name);
    Object.assign(voice, {
      speak: (utterance: SpeechSynthesisUtterance) => {
        voice.acts.push(`speak ${utterance.rate}`);
        setTimeout(
          () => utterance.onboundary?.({ charIndex: 0, charLength: 0 } as SpeechSynthesisEvent),
          50,
        );
      },
      cancel: act('cancel'),
      pause: act('pause'),
      resume: act('resume'),
    });
    Object.defineProperty(window, 'speechSynthesis', { value: voice });
  });
  await page.reload();
  await wayInto(page, assignment).click();
  await page.getByRole('button', { name: english.sitting.readAloud }).click();
  const marked = () =>
    page.evaluate(() =>
      [...(CSS.highlights.get('spoken-word') ?? [])].map((range) => String(range)).join(),
    );
  await expect.poll(marked).toMatch(/^\S+$/);
  await page.getByRole('button', { name: english.sitting.pauseReading }).click();
  await page.getByRole('button', { name: english.sitting.goOnReading }).click();
  await page.getByLabel(english.sitting.speed).selectOption('0.8');
  await expect
    .poll(() =>
      page.evaluate(() => (speechSynthesis as unknown as { acts: string[] }).acts.join(' ')),
    )
    .toContain('pause resume cancel speak 0.8');
  await expectAccessible('read aloud', page);
  await page.getByRole('button', { name: english.sitting.stopReading }).click();
  await expect.poll(marked).toBe('');
  await page.close();
});
