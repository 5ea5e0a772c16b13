/** Marking by hand, from Today to the student's own page. */
import { expect, test } from '@playwright/test';
import { expectAccessible } from './accessible';
import { row, student, teacherPage, watch } from './people';
import { choose } from './fields';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { english } from '@oaken/words';
import { said } from './words';

test('texts are marked by key, the same ones together, undone, and read by the student', async ({
  browser,
}) => {
  const complaints: string[] = [];
  const page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
  const made = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const send = async (path: string, body: object) =>
      (
        await fetch(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
          body: JSON.stringify({ clientKey: crypto.randomUUID(), ...body }),
        })
      ).json();
    const bank = (await (await fetch('/api/banks')).json()).banks.find(
      (candidate: { mine: boolean }) => candidate.mine,
    ).id;
    const content = {
      stem: '<p>Why do tides come twice a day?</p>',
      parts: [
        {
          id: 'p',
          kind: 'long-text',
          lines: 4,
          guide: '<p>Names the moon.</p>',
          criteria: [
            {
              id: 'a',
              name: 'Cause',
              levels: [
                { points: 3, words: 'the moon' },
                { points: 1, words: 'something else' },
                { points: 0, words: 'none' },
              ],
            },
            {
              id: 'b',
              name: 'Words',
              levels: [
                { points: 1, words: 'a sentence' },
                { points: 0, words: 'less' },
              ],
            },
          ],
          rule: { rule: 'by-hand', points: 4 },
        },
        {
          id: 'q',
          kind: 'short-text',
          prompt: '<p>The highest water is called</p>',
          key: {
            variants: ['high tide'],
            fold: { case: true, space: true, accents: true, punctuation: true },
          },
          rule: { rule: 'all-or-nothing', points: 1 },
        },
      ],
      explanation: '',
      hints: [],
      notes: '',
    };
    const { id } = await send('/api/items', {
      bank,
      folder: null,
      content,
      facts: {
        subject: 'Science',
        grades: [7],
        standards: [],
        depth: 2,
        seconds: 60,
        tags: [],
        author: '',
        licence: '',
      },
    });
    return {
      item: id as number,
      test: (await send('/api/tests', { title: 'Tides', kind: 'quiz', itemIds: [id] }))
        .id as number,
    };
  });
  await page.goto(`/tests/${made.test}/assign`);
  await page.getByRole('checkbox', { name: /^7A/ }).check();
  await page.getByText(desk.assignments.release, { exact: true }).click();
  await choose(
    page.getByRole('combobox', { name: /^Scores(?! are)/ }),
    desk.assignments.asSoonAsThey,
  );
  await page.getByRole('button', { name: 'Assign to 28 students' }).click();
  await expect(page.getByText(said('assignments.assignedStudents', { n: 28 }))).toBeVisible();
  const texts = ['The moon pulls the water.', 'the moon pulls  the water', 'It is the wind.'];
  for (const [n, text] of texts.entries()) {
    const sitter = await student(browser, '7A', 'BRN7A5', 10 + n);
    watch(sitter.page, complaints);
    await row(sitter.page, 'Tides').getByRole('link', { name: english.list.begin }).click();
    await sitter.page
      .getByLabel(/^Your answer/)
      .first()
      .fill(text);
    await sitter.page
      .getByLabel(/^Your answer/)
      .last()
      .fill(n === 0 ? 'High Tide' : 'the flood');
    await sitter.page.getByRole('button', { name: desk.watching.handIn }).click();
    await sitter.page.getByRole('button', { name: english.sitting.handInNow }).click();
    await expect(
      sitter.page.getByRole('heading', { name: desk.common.handedInTitle }),
    ).toBeVisible();
    await sitter.context.close();
  }
  await page.goto('/');
  await page.getByRole('link', { name: /^To mark Tides/ }).click();
  await expectAccessible('what waits for a mark', page);
  await page.getByRole('link', { name: 'Why do tides come twice a day?' }).first().click();
  await expect(page.getByText('the same answer, marked once for all of them')).toBeVisible();
  await expectAccessible('marking', page);
  // By keys alone: points, Enter, and the next one is there.
  await page.keyboard.press('3');
  await page.keyboard.press('Enter');
  await expect(page.getByText('It is the wind.')).toBeVisible();
  await page.getByLabel(desk.common.points).fill('9');
  await page.getByRole('button', { name: desk.marking.saveMark }).click();
  await expect(page.getByText(said('marking.pointsNumberFrom', { maxPoints: 4 }))).toBeVisible();
  await page.getByLabel(desk.common.points).fill('0.5');
  await page.getByRole('textbox', { name: desk.marking.comment }).fill('What pulls the water?');
  await page.getByRole('button', { name: desk.marking.saveMark }).click();
  await expect(page.getByText('0.5 of 4 for 1 student. Everything is marked.')).toBeVisible();
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(page.getByText('1 marked')).toBeVisible();
  // The levels of the guide add up.
  await page.getByLabel('something else').check();
  await page.getByLabel('less').check();
  await expect(page.getByLabel(desk.common.points)).toHaveValue('1');
  await page.getByRole('textbox', { name: desk.marking.comment }).fill('What pulls the water?');
  await page.getByRole('button', { name: desk.marking.saveMark }).click();
  await expect(page.getByText('2 marked')).toBeVisible();
  await page.getByRole('button', { name: desk.common.hideNames }).click();
  await expect(
    page
      .getByText(desk.marking.oneStudent)
      .or(page.getByText(said('common.studentsCounted', { n: 2 }))),
  ).toBeVisible();

  const marking = page.url();
  await page.getByRole('link', { name: desk.marking.studentByStudentTitle }).click();
  await expect(page.getByText('answer 1 of 3')).toBeVisible();

  // A short answer that the key does not know becomes part of it, for all who wrote it.
  await page.goto('/marking');
  await page.getByRole('link', { name: 'Why do tides come twice a day?' }).click();
  await page.getByRole('button', { name: desk.marking.countsAsRight }).click();
  await expect(page.getByText('2 students gain, 0 lose, 1 unchanged.')).toBeVisible();
  await expectAccessible('answers that the key does not have', page);
  await page.getByRole('button', { name: said('rescoring.rescoreAttempts', { n: 3 }) }).click();
  await expect(
    page.getByText(said('rescoring.attemptsRescoredGainedGained', { n: 3, gained: 2, lost: 0 })),
  ).toBeVisible();
  await expect(page.getByText(desk.marking.everyAnswerDecided)).toBeVisible();

  // A colleague reads the same answers without names or marks; what differs is settled.
  await page.goto(`${marking}/second`);
  await choose(page.getByRole('combobox', { name: desk.classes.colleague }), 'Tobias Lindqvist');
  await page.getByRole('button', { name: desk.marking.requestSecondMarking }).click();
  await expect(page.getByText('has marked 0 of 3')).toBeVisible();
  const colleague = await teacherPage(browser, 'lindqvist');
  watch(colleague, complaints);
  await colleague.goto('/marking');
  await colleague.getByRole('link', { name: 'Why do tides come twice a day?' }).click();
  await expect(colleague.getByText('It is the wind.')).toBeVisible();
  await expect(colleague.getByText(desk.marking.oneStudent, { exact: true })).toBeVisible();
  await colleague.keyboard.press('2');
  await colleague.keyboard.press('Enter');
  await expect(colleague.getByText('1 marked')).toBeVisible();
  await colleague.keyboard.press('3');
  await colleague.keyboard.press('Enter');
  await expect(colleague.getByText(desk.marking.everythingMarked, { exact: false })).toBeVisible();
  await colleague.context().close();
  await page.reload();
  await expect(page.getByRole('row', { name: 'The same points 2' })).toBeVisible();
  await expectAccessible('second marker', page);
  await page.getByRole('button', { name: said('marking.usePoints', { points: 2 }) }).click();
  await expect(page.getByText(desk.marking.allDifferencesSettled)).toBeVisible();

  const writer = await student(browser, '7A', 'BRN7A5', 12);
  watch(writer.page, complaints);
  await expect(row(writer.page, 'Tides')).toContainText('3 of 5, 60%');
  await writer.context.close();
  expect(complaints).toEqual([]);
  await page.evaluate(async ({ item, test: id }) => {
    const { csrf } = await (await fetch('/api/session')).json();
    const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
    await fetch(`/api/tests/${id}`, { method: 'DELETE', headers });
    await fetch('/api/items/retire', {
      method: 'POST',
      headers,
      body: JSON.stringify({ items: [item] }),
    });
  }, made);
  await page.context().close();
});
