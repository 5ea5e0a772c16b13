/** Tests under construction, beyond the round: what stands in their margin. */
import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
import { choose } from './fields';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { english } from '@oaken/words';
import { said } from './words';

test('notes in the margin follow every change, lead to their items and can be put away', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  const rows = page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
  await page.goto('/banks?words=ma6rat1&kind=single-choice');
  await expect(rows.nth(1)).toBeVisible();
  for (const row of [0, 1]) await rows.nth(row).getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.addTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).fill('Two are few');
  await page.getByRole('button', { name: desk.tests.makeTest }).click();

  const notes = page.getByRole('complementary', { name: desk.tests.notesInMargin });
  await expect(notes).toContainText(
    'Fewer than 3 items say little about a standard: MA.6.RAT.1 has 2.',
  );
  const toggle = notes.getByRole('button', { name: /^\d+ notes?$/ });
  await toggle.click();
  await expect(notes).toContainText(
    /The next class may earn about \d+%; nineteen of twenty would earn \d+ to \d+%, going by what \d class(es)? earned on \d of 2 items\./,
  );
  await expectAccessible('a test under construction', page);
  await notes.getByRole('button', { name: 'show' }).click();
  await expect(page.locator('.entry').first()).toBeFocused();

  // A third item on the standard, by key from the bank's page, and the note is gone; undone, it is back.
  await page.getByLabel(desk.banks.searchWordsOrStandards).fill('ma6rat1');
  await expect(page.locator('.line').first()).toContainText('MA.6.RAT.1');
  await page.getByRole('button', { name: /^Add:/ }).first().press('Enter');
  await expect(notes).not.toContainText('Fewer than 3');
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(notes).toContainText('Fewer than 3');
  await toggle.click();
  await expect(toggle).toHaveAttribute('aria-expanded', 'false');
  await page.reload();
  await expect(page.locator('.entry')).toHaveCount(2);
  await expect(toggle).toHaveAttribute('aria-expanded', 'false');
  expect(problems).toEqual([]);
  await page.close();
});

test('selected items get points, a place and an end together; Enter goes down the points', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const rows = page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
  await page.goto('/banks?words=ma6rat2');
  await expect(rows.nth(4)).toBeVisible();
  for (const row of [0, 1, 2, 3]) await rows.nth(row).getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.addTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).fill('Many at once');
  await page.getByRole('button', { name: desk.tests.makeTest }).click();
  const entries = page.locator('.entry');
  await expect(entries).toHaveCount(4);
  const stems = () => entries.locator('.stem').allTextContents();
  const [a, b, c, d] = await stems();

  await page
    .getByLabel(said('tests.forItemNumber', { value: desk.common.points, number: 1 }), {
      exact: true,
    })
    .fill('3');
  await page.keyboard.press('Enter');
  await expect(
    page.getByLabel(said('tests.forItemNumber', { value: desk.common.points, number: 2 }), {
      exact: true,
    }),
  ).toBeFocused();

  await page.getByRole('checkbox', { name: said('tests.selectItemNumber', { number: 1 }) }).check();
  await entries.nth(1).focus();
  await page.keyboard.press('Shift+Space');
  const bulk = page.getByRole('group', { name: desk.tests.selectedItems });
  await expect(bulk).toContainText('2 selected');
  await bulk.getByLabel(desk.tests.pointsForSelected).fill('2');
  await bulk.getByRole('button', { name: desk.tests.setPoints }).click();
  for (const item of [1, 2])
    await expect(page.getByLabel(`Points for item ${item}`, { exact: true })).toHaveValue('2');
  await bulk.getByLabel(desk.tests.place, { exact: true }).fill('9');
  await page.keyboard.press('Enter');
  await expect(bulk.getByRole('alert')).toHaveText(said('tests.placeOutOf', { places: 4 }));
  await bulk.getByLabel(desk.tests.place, { exact: true }).fill('2');
  await page.keyboard.press('Enter');
  await expect.poll(stems).toEqual([c, a, b, d]);
  await expectAccessible('selected items of a test', page);
  await bulk.getByRole('button', { name: desk.tests.remove }).click();
  await expect.poll(stems).toEqual([c, d]);
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect.poll(stems).toEqual([c, a, b, d]);

  // Back from an item, the page is where it was.
  await page
    .getByRole('button', { name: said('tests.editItemNumber', { number: 3 }) })
    .press('Enter');
  await page.getByRole('link', { name: desk.tests.backTest }).click();
  await expect(entries.nth(2)).toBeFocused();
  await page.close();
});

test('a colleague’s test is looked through, sat and copied; the copy is mine, the original stays', async ({
  browser,
}) => {
  const page = await teacherPage(browser, 'nwosu');
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/tests');
  await page
    .getByRole('group', { name: desk.tests.whoseTests })
    .getByRole('button', { name: /My school/ })
    .click();
  await choose(page.getByRole('combobox', { name: desk.common.subject }), /^Earth science/);
  await expect(
    page.getByRole('link', { name: 'Rocks, water and wind', exact: true }),
  ).toBeVisible();
  await expect(page.getByRole('link', { name: 'The rope ferry', exact: true })).toHaveCount(0);
  await expectAccessible('the shelf of tests', page);
  await page
    .getByRole('link', { name: said('tests.previewTitle', { title: 'Rocks, water and wind' }) })
    .click();
  await expect(
    page.getByText(said('tests.previewOwnerSOriginal', { owner: 'Tobias Lindqvist' })),
  ).toBeVisible();
  await choose(page.getByRole('combobox', { name: desk.tests.choicesTitle }), 'at most 2');
  await expect(
    page.getByRole('radio').or(page.getByRole('checkbox', { name: /^(?!shuffled|read)/ })),
  ).toHaveCount(2);
  await page.getByRole('radio').first().check();
  await expectAccessible('a test looked through', page);
  await page.getByRole('button', { name: desk.watching.handIn }).click();
  await page.getByRole('button', { name: english.sitting.handInNow }).click();
  await expect(page.getByRole('heading', { name: /^[\d.]+ of \d+ points$/ })).toBeVisible();
  await expect(page.getByText('Nothing was recorded.')).toBeVisible();
  await expectAccessible('the points of a test looked through', page);

  await page.getByRole('button', { name: desk.common.copy, exact: true }).click();
  await page.getByRole('textbox', { name: desk.tests.titleCopyTitle }).fill('Rocks for my class');
  await page.getByRole('button', { name: desk.tests.copyTest }).click();
  await expect(
    page.getByText(
      'Your copy of “Rocks, water and wind” by Tobias Lindqvist; the original is not touched.',
    ),
  ).toBeVisible();
  await expect(page.locator('.entry')).toHaveCount(9);
  await page.locator('.entry').first().press('Delete');
  await expect(page.locator('.entry')).toHaveCount(8);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();

  // The original can be opened, and says that nothing here changes it.
  await page.goto('/tests');
  await page
    .getByRole('group', { name: desk.tests.whoseTests })
    .getByRole('button', { name: /My school/ })
    .click();
  await page.getByRole('link', { name: 'Rocks, water and wind', exact: true }).click();
  await expect(
    page.getByText(
      'Tobias Lindqvist’s original. You can look at it and copy it; nothing here changes it.',
    ),
  ).toBeVisible();
  await expect(page.locator('.entry')).toHaveCount(9);
  await expect(
    page.getByRole('button', { name: said('tests.removeItemNumber', { number: 1 }) }),
  ).toHaveCount(0);

  // Copied from the shelf, whose dialog has its title the first time already.
  await page.goto('/tests');
  await page
    .getByRole('button', { name: said('tests.copyTitle', { title: 'Rocks for my class' }) })
    .click();
  await expect(page.getByRole('textbox', { name: desk.tests.titleCopyTitle })).toHaveValue(
    'Rocks for my class, copy',
  );
  await page.getByRole('button', { name: desk.common.cancel }).click();

  // Into a folder, and out of the way again.
  await page.getByRole('button', { name: desk.tests.newFolder, exact: true }).click();
  await page.getByRole('textbox', { name: desk.tests.nameNewFolder }).fill('Borrowed');
  await page.keyboard.press('Enter');
  await page
    .getByRole('button', { name: said('tests.moveTitleFolder', { title: 'Rocks for my class' }) })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Borrowed' }).click();
  await page
    .getByRole('list', { name: desk.tests.foldersTests })
    .getByRole('button', { name: /^Borrowed/ })
    .click();
  await expect(page.getByText('1 test found')).toBeVisible();
  await page
    .getByRole('button', { name: said('tests.deleteTitle', { title: 'Rocks for my class' }) })
    .click();
  await expect(page.getByText('is deleted', { exact: false })).toBeVisible();
  expect(problems).toEqual([]);
  await page.close();
});

test('a blank page: items by key, a draw that is too large, a total that is shared, forms, and ready', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/tests');
  await page.getByRole('button', { name: desk.tests.newTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).fill('Rates from a blank page');
  await page.getByRole('button', { name: desk.tests.makeTest }).click();
  // Whoever is quicker than the search stays on the item that they had reached.
  await expect(page.locator('.line .row').first()).toBeVisible();
  const searched = page.waitForResponse((response) => response.url().includes('words=ma6rat2'));
  await page.getByLabel(desk.banks.searchWordsOrStandards).fill('ma6rat2');
  const entries = page.locator('.entry');
  await page.locator('.line .row').first().focus();
  await searched;
  await expect(page.locator('.line').first()).toContainText('MA.6.RAT.2');
  await expect(page.locator('.line .row').first()).toBeFocused();
  for (let n = 1; n <= 4; n++) {
    await page.keyboard.press('Enter');
    await expect(entries).toHaveCount(n);
    await page.keyboard.press('ArrowDown');
  }

  // A draw of more than there are: said where it stands, listed at the foot with the way there, and in the way.
  await page.getByRole('button', { name: said('tests.rulesName', { name: 'section 1' }) }).click();
  await choose(
    page.getByRole('combobox', { name: said('tests.whichItemsNameEach', { name: 'section 1' }) }),
    desk.tests.aDrawFromThese,
  );
  const howMany = page.getByLabel(said('tests.howManyEachStudent', { name: 'section 1' }));
  await howMany.fill('9');
  await howMany.press('Tab');
  await expect(
    page.getByText('There are only 4 items. Ask for fewer, or widen the search.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: desk.common.assign, exact: true })).toBeDisabled();
  await page.getByRole('button', { name: said('tests.problemsFix', { n: 1 }) }).click();
  await expect(page.getByText('Section 1 draws 9 items out of 4.')).toBeVisible();
  await page.getByRole('button', { name: desk.tests.goThere }).click();
  await expect(
    page.getByRole('button', { name: said('tests.rulesName', { name: 'section 1' }) }),
  ).toBeFocused();
  await howMany.fill('2');
  await howMany.press('Tab');
  await expect(page.getByRole('region', { name: desk.tests.theTestsTotals })).toContainText(
    '2 items',
  );
  await choose(
    page.getByRole('combobox', { name: said('tests.whichItemsNameEach', { name: 'section 1' }) }),
    desk.tests.aDrawFromSearch,
  );
  await expect(page.getByText(/^\s*of \d+/).first()).toBeVisible();
  await choose(
    page.getByRole('combobox', { name: said('tests.whichItemsNameEach', { name: 'section 1' }) }),
    desk.tests.everyStudentGetsAll,
  );
  await expectAccessible('a section’s rules', page);

  // One hundred points, shared out to the hundredth.
  await choose(
    page.getByRole('combobox', { name: desk.tests.howPointsCountedTitle }),
    desk.tests.itemsShareFixedTotal,
  );
  const total = page.getByLabel(desk.tests.totalShared);
  await total.fill('100');
  await total.press('Tab');
  await expect(entries.first()).toContainText('25 pt');
  const share = page.getByLabel('Share of the total for item 1');
  await share.fill('2');
  await share.press('Enter');
  await expect(entries.first()).toContainText('40 pt');
  await expect(page.getByRole('region', { name: desk.tests.theTestsTotals })).toContainText(
    '100 points',
  );

  // One action puts a similar item in the place of another; one step takes it back.
  const first = await entries.first().locator('.stem').textContent();
  await entries.first().hover();
  await page.getByRole('button', { name: said('tests.aSimilarItemItem', { number: 1 }) }).click();
  const dialog = page.getByRole('dialog', { name: said('tests.replaceItemNumber', { number: 1 }) });
  await expectAccessible('similar items', page);
  await dialog.getByRole('button', { name: desk.tests.useThis }).first().click();
  await expect(entries.first().locator('.stem')).not.toHaveText(first!);
  await expect(entries).toHaveCount(4);
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(entries.first().locator('.stem')).toHaveText(first!);

  // Form B: parallel items in their places; the first form stays.
  await page.getByRole('button', { name: desk.tests.addForm }).click();
  await page.getByRole('button', { name: /^Parallel items/ }).click();
  await expect(page.getByRole('tab', { name: 'Form B' })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByText(desk.tests.notItemForm).first()).toBeVisible();
  await expect(page.getByText(/than form A by|As hard as form A|is not known yet/)).toBeVisible();
  await expectAccessible('a form', page);
  await page.getByRole('button', { name: desk.tests.exclude }).first().click();
  await expect(page.getByText(/^3 of 4 items/)).toBeVisible();
  await page.getByRole('tab', { name: desk.tests.formTitle }).click();
  await expect(entries).toHaveCount(4);

  await page.getByRole('button', { name: desk.tests.markAsReady }).click();
  await expect(
    page.getByRole('region', { name: desk.tests.theTestsTotals }).getByRole('status'),
  ).toHaveText(desk.tests.ready);
  await page.reload();
  await expect(page.getByRole('tab', { name: 'Form B' })).toBeVisible();
  // The slip says which forms go round.
  await page.getByRole('button', { name: desk.common.assign, exact: true }).click();
  await page.getByText(desk.tests.forms, { exact: true }).click();
  await page.getByRole('checkbox', { name: 'form B' }).check();
  await page.locator('.class').filter({ hasText: '6B' }).getByRole('checkbox').check();
  await expect(page.getByText('Forms A and B go round in turn.', { exact: false })).toBeVisible();
  expect(problems).toEqual([]);
  await page.close();
});

test('a blueprint is filled, the result goes on as any other test, and its cells are watched', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  await page.goto('/tests');
  await page.getByRole('button', { name: desk.tests.newTest }).click();
  await page.getByRole('textbox', { name: desk.common.title }).fill('By blueprint');
  await page.getByRole('radio', { name: desk.tests.aBlueprintFindsItems }).check();
  await page.getByRole('button', { name: desk.tests.makeTest }).click();
  await expect(page.getByText('The blueprint has no rows.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: desk.common.standards, exact: true }).click();
  await page.getByLabel(desk.banks.codeOrWordsStandard).fill('MA.6');
  for (const code of ['MA.6.RAT.2', 'MA.6.NUM.1'])
    await page.getByRole('checkbox', { name: new RegExp(code) }).check();
  await page.getByRole('button', { name: said('banks.useStandards', { n: 2 }) }).click();
  const cell = async (name: string, want: string) => {
    const field = page.getByLabel(`${name}: wanted`);
    await field.fill(want);
    await field.press('Tab');
  };
  await cell('MA.6.RAT.2, depth 2', '3');
  await cell('MA.6.NUM.1, depth 2', '2');
  const aim = page.getByLabel(desk.tests.sharePointsStudentsShould);
  await aim.fill('0.6');
  await aim.press('Tab');
  await expectAccessible('a blueprint', page);
  await page.getByRole('button', { name: desk.tests.findItems }).click();
  await expect(page.getByRole('heading', { name: desk.tests.allCellsCanBe })).toBeVisible();
  await expect(
    page.getByText(
      /^Expected scores miss the aim by 0\.\d\d points; no choice from these items comes closer/,
    ),
  ).toBeVisible();
  await expectAccessible('a filled blueprint', page);
  await page.getByRole('button', { name: desk.tests.addTest }).click();
  await expect(page.locator('.entry')).toHaveCount(5);
  const notes = page.getByRole('complementary', { name: desk.tests.notesInMargin });
  await expect(notes).not.toContainText('too few.');
  await page.locator('.entry').first().press('Delete');
  await expect(notes).toContainText(
    /MA\.6\.(RAT\.2|NUM\.1), depth 2 has \d of \d items: 1 too few\./,
  );
  await page.getByRole('button', { name: desk.common.undo }).click();
  await expect(page.locator('.entry')).toHaveCount(5);

  // More than the banks hold: which cell, by how much, and the nearest that can be had.
  await page.getByRole('link', { name: desk.tests.blueprint, exact: true }).click();
  await cell('MA.6.NUM.1, depth 2', '90');
  await page.getByRole('button', { name: desk.tests.findItems }).click();
  await expect(page.getByRole('heading', { name: desk.tests.someCellsCantBe })).toBeVisible();
  await expect(page.getByText(/^MA\.6\.NUM\.1, depth 2: \d+ items short of 90\.$/)).toBeVisible();
  await expect(
    page.getByText('No other choice from these items comes closer', { exact: false }),
  ).toBeVisible();
  expect(problems).toEqual([]);
  await page.close();
});

test('a better wording is made in a test and given back to the bank, which is shown beside it first', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const problems: string[] = [];
  watch(page, problems);
  const { item, test: testId } = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const send = async (path: string, body: unknown) =>
      (
        await fetch(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
          body: JSON.stringify({ clientKey: crypto.randomUUID(), ...(body as object) }),
        })
      ).json();
    const bank = (await (await fetch('/api/banks')).json()).banks.find(
      (candidate: { mine: boolean }) => candidate.mine,
    ).id;
    const content = {
      stem: '<p>Which harbour is nearer to the mill?</p>',
      parts: [
        { id: 'p', kind: 'true-false', key: true, rule: { rule: 'all-or-nothing', points: 1 } },
      ],
      explanation: '',
      hints: [],
      notes: '',
    };
    const facts = {
      subject: 'Geography',
      grades: [6],
      standards: [],
      depth: 1,
      seconds: 30,
      tags: [],
      author: '',
      licence: '',
    };
    const made = await send('/api/items', { bank, folder: null, content, facts });
    return {
      item: made.id as number,
      test: (await send('/api/tests', { title: 'Given back', kind: 'quiz', itemIds: [made.id] }))
        .id as number,
    };
  });
  await page.goto(`/tests/${testId}`);
  await page.locator('.entry').first().press('Enter');
  const question = page.getByRole('textbox', { name: desk.common.question, exact: true });
  await expect(question).toContainText('nearer to the mill');
  await question.fill('Is the west harbour nearer to the mill than the east one?');
  await page.getByRole('button', { name: desk.tests.saveThisTest }).click();
  await expect(page.getByText(desk.tests.changedThisTestOnly)).toBeVisible();
  await page.locator('.entry').first().press('Enter');
  await page.getByRole('button', { name: desk.tests.saveBank }).click();
  const dialog = page.getByRole('dialog', { name: /^Save to/ });
  await expect(dialog.getByText('Given back', { exact: false })).toBeVisible();
  await expect(dialog.locator('ins').filter({ hasText: 'west' })).toBeVisible();
  await expectAccessible('giving back to the bank', page);
  await dialog.getByRole('button', { name: desk.tests.saveBank }).click();
  await expect(page.getByText('The bank has this wording now.', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: desk.tests.saveBank })).toHaveCount(0);
  await page.goto(`/items/${item}`);
  await expect(
    page.getByRole('textbox', { name: desk.common.question, exact: true }),
  ).toContainText('Is the west harbour');
  await page.goto(`/tests/${testId}`);
  await expect(page.getByText(desk.tests.changedThisTestOnly)).toHaveCount(0);
  expect(problems).toEqual([]);
  await page.evaluate(
    async ([id, value]) => {
      const { csrf } = await (await fetch('/api/session')).json();
      const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
      await fetch(`/api/tests/${value}`, { method: 'DELETE', headers });
      await fetch('/api/items/retire', {
        method: 'POST',
        headers,
        body: JSON.stringify({ items: [id] }),
      });
    },
    [item, testId] as const,
  );
  await page.close();
});

test('two build one test: what a colleague changes comes in by itself', async ({ browser }) => {
  const mine = await teacherPage(browser);
  await mine.goto('/tests');
  await mine.getByRole('button', { name: desk.tests.newTest }).click();
  await mine.getByRole('textbox', { name: desk.common.title }).fill('Built together');
  await mine.getByRole('button', { name: desk.tests.makeTest }).click();
  await mine.getByRole('button', { name: desk.tests.share }).click();
  await choose(
    mine.getByRole('combobox', { name: desk.tests.shareWithColleague }),
    'Tobias Lindqvist',
  );
  await expectAccessible('sharing a test', mine);
  await mine.getByRole('button', { name: desk.common.save, exact: true }).click();
  await expect(
    mine.getByText(said('tests.yourOriginalBuiltTogether', { builders: 'Tobias Lindqvist' })),
  ).toBeVisible();

  const theirs = await teacherPage(browser, 'lindqvist');
  await theirs.goto(mine.url());
  await expect(
    theirs.getByText(/Maren Holloway’s original: what you change, you change for Maren Holloway/),
  ).toBeVisible();
  await theirs.getByRole('button', { name: /^Add:/ }).first().click();
  await expect(theirs.locator('.entry')).toHaveCount(1);
  await expect(mine.locator('.entry')).toHaveCount(1);
  await expect(
    mine.getByText('has changed this test; it stands here as it is now', { exact: false }),
  ).toBeVisible();
  await mine.close();
  await theirs.close();
});

test('building without network: said, kept over a reload, sent in order, and a colleague’s change is not written over', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  const ask = (method: string, path: string, body: unknown) =>
    page.evaluate(
      async ([how, where, what]) => {
        const { csrf } = await (await fetch('/api/session')).json();
        const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
        return (
          await fetch(where as string, {
            method: how as string,
            headers,
            body: JSON.stringify(what),
          })
        ).json();
      },
      [method, path, body] as const,
    );
  await page.goto('/tests');
  const { id } = await ask('POST', '/api/tests', {
    clientKey: crypto.randomUUID(),
    title: 'On the bus',
    kind: 'quiz',
    itemIds: [],
  });
  await page.goto(`/tests/${id}`);
  const title = page.getByLabel(desk.tests.titleTest);
  const retitle = async (text: string) => {
    await title.fill(text);
    await title.press('Tab');
  };
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();

  // What the page itself sends does not arrive; what is asked below in a colleague's place does.
  await page.route('**/changes', (route) =>
    route.request().postDataJSON().clientKey ? route.abort() : route.continue(),
  );
  await retitle('In the tunnel');
  await page.getByRole('button', { name: desk.tests.addSection }).click();
  await expect(page.getByText(desk.tests.notSavedYet, { exact: true })).toBeVisible();
  await expect(page.getByText('2 changes wait in this browser', { exact: false })).toBeVisible();
  await expectAccessible('building without network', page);
  await page.reload();
  await expect(title).toHaveValue('In the tunnel');
  await expect(page.getByText('2 changes wait in this browser', { exact: false })).toBeVisible();

  // The network is back, and a colleague has found another title meanwhile.
  await ask('POST', `/api/tests/${id}/changes`, {
    changes: [{ do: 'describe', facts: { title: 'Theirs' } }],
  });
  await page.unroute('**/changes');
  await page.evaluate(() => globalThis.dispatchEvent(new Event('online')));
  const stuck = page
    .getByRole('alert')
    .filter({ hasText: said('tests.notSavedText', { text: 'a change of the heading' }) });
  await expect(stuck).toContainText('The title is “Theirs” now; yours was “In the tunnel”.');
  await expect(title).toHaveValue('Theirs');
  await stuck.getByRole('button', { name: desk.tests.saveMine }).click();
  await expect(stuck).toBeHidden();
  await page.reload();
  await expect(title).toHaveValue('In the tunnel');
  const { outline } = await page.evaluate(
    async (test) => (await fetch(`/api/tests/${test}`)).json(),
    id,
  );
  expect([outline.title, outline.sections.length]).toEqual(['In the tunnel', 2]);
  await page.close();
});

test('on paper: every item whole on one page, keys only where they belong, each form with its own page numbers', async ({
  browser,
}) => {
  const page = await teacherPage(browser);
  await page.goto('/tests?');
  await page.getByRole('link', { name: 'Ratios and unit rates', exact: true }).click();
  await page.getByRole('button', { name: desk.tests.addForm }).click();
  await page.getByRole('button', { name: /^Another order/ }).click();
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  await page.getByRole('button', { name: desk.tests.print, exact: true }).click();
  await page.getByRole('checkbox', { name: 'Form B' }).check();
  await expect(page.locator('[data-sheet="booklet"]')).toHaveCount(2);
  await expectAccessible('the print page', page);
  // Formulas are drawn before the paper is taken.
  await expect(page.locator('[data-sheet="booklet"] .katex').first()).toBeVisible();
  const booklets = textOf(await page.pdf({ preferCSSPageSize: true, format: 'Letter' }));
  const whole = booklets.join('\n');
  for (const text of [
    desk.common.name,
    desk.common.class,
    desk.tests.date,
    'Work alone. Scratch paper is allowed',
    'Points: ______ of 13',
  ])
    expect(whole).toContain(text);
  // Each form counts its own pages.
  expect(booklets[0]).toMatch(/form A\s+page 1/);
  expect(booklets.find((booklet) => /form B/.test(booklet))).toMatch(/form B\s+page 1/);
  // Nothing of the keys, rules or explanations.
  for (const secret of ['earns', 'Answer key', desk.common.explanation, 'MA.6.RAT'])
    expect(whole).not.toContain(secret);
  // An item's first words and its last choice stand on one page.
  const pages = booklets.filter((booklet) => /form A/.test(booklet));
  expect(pages.some((text) => text.includes('In a running club, the ratio of seventh'))).toBe(true);
  for (const [begins, ends] of [
    ['How many litres', desk.kinds.answer],
    ['Which pack gives the lowest price', '10 for $7.00'],
  ] as const)
    expect(pages.some((text) => text.includes(begins) && text.includes(ends))).toBe(true);

  await page.getByRole('checkbox', { name: desk.tests.booklet }).uncheck();
  await page.getByRole('checkbox', { name: desk.tests.answerKeyInline }).check();
  await page.getByRole('checkbox', { name: desk.tests.markingGuideInline }).check();
  await expect(page.locator('[data-sheet]')).toHaveCount(4);
  const keys = textOf(await page.pdf({ preferCSSPageSize: true, format: 'Letter' })).join('\n');
  for (const text of [
    'Answer key',
    'Not for students.',
    'Marking guide',
    'MA.6.RAT.1',
    'earns 1 point',
  ])
    expect(keys).toContain(text);
  // The shared school's test is as it was.
  await page.getByRole('link', { name: desk.tests.backTest }).click();
  await page.getByRole('tab', { name: 'Form B' }).click();
  await page.getByRole('button', { name: desk.tests.removeForm }).click();
  await expect(page.getByRole('tab', { name: 'Form B' })).toHaveCount(0);
  await expect(page.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  await page.close();
});

/** The text of each page of a PDF, as Debian's pdftotext reads it. */
function textOf(pdf: Buffer): string[] {
  return execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf, encoding: 'utf8' })
    .split('\f')
    .slice(0, -1);
}
