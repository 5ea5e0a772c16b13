/** Finding items and making them one's own, in the browser. */
import { partKinds } from '@oaken/core/items';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible } from './accessible';
import { teacherPage, watch } from './people';
import { choose, chooseSeveral } from './fields';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { english } from '@oaken/words';
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

const rows = () => page.getByRole('list', { name: desk.common.itemsTitle }).getByRole('listitem');
const words = () => page.getByLabel(desk.banks.searchWordsOrStandards);
const footing = (name: string) => page.getByRole('region', { name });
const accessible = (where: string, on = page) => expectAccessible(where, on);
async function write(name: string, text: string): Promise<void> {
  await page.getByRole('textbox', { name, exact: true }).click();
  await page.keyboard.type(text);
}

test('words with a mistake, filters, the address, and a search that is kept', async () => {
  await page.goto('/banks');
  await accessible('banks');
  await words().fill('fracton');
  await expect(
    page.getByText(/“fracton” was not found; showing results for fraction/),
  ).toBeVisible();
  await expect(rows().first().locator('mark').first()).toHaveText(/fraction/i);
  await words().fill('rat 2');
  await expect(rows().first()).toContainText('.RAT.2');
  await page.getByRole('button', { name: desk.banks.moreFilters }).click();
  await choose(page.getByRole('combobox', { name: desk.banks.averageScore }), /^easy/i);
  await expect(page).toHaveURL(/words=rat(\+|%20)2&difficulty=easy/);
  const filter = page.getByRole('combobox', { name: desk.banks.averageScore });
  const label = await filter.locator('xpath=ancestor::label').innerText();
  const n = Number(/\((\d+)\)/.exec(label)![1]);
  await expect(footing(desk.banks.selectedItems)).toContainText(`${n} item`);
  await accessible('banks with all filters');
  await page.getByRole('button', { name: desk.banks.saveThisSearch }).click();
  await page.getByLabel(desk.banks.nameThisSearch).fill('Easy ratios');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: desk.banks.clearFilters }).click();
  await expect(footing(desk.banks.selectedItems)).not.toContainText(`${n} items found`);
  await page.getByRole('button', { name: 'Easy ratios', exact: true }).click();
  await expect(footing(desk.banks.selectedItems)).toContainText(`${n} item`);
  await page.reload();
  await expect(footing(desk.banks.selectedItems)).toContainText(`${n} item`);
});

test.describe.serial('one item', () => {
  test('a new item of another kind, found near to one that is there, saved, revised, compared and taken back', async () => {
    await page.goto('/items/new');
    await write(desk.common.question, 'Which of these rivers is longest of all?');
    for (const [letter, river] of [
      ['A', 'Brindle'],
      ['B', 'Alder'],
      ['C', 'Teal'],
      ['D', 'Moss'],
    ])
      await write(`Choice ${letter}`, river!);
    await page.getByLabel(said('kinds.choiceSignRight', { signOf: 'B' })).check();
    await page.getByRole('radio', { name: 'Alder' }).check();
    await expect(page.getByRole('status').filter({ hasText: '1 of 1 point' })).toBeVisible();
    // What cannot be kept is said before the kind changes.
    await choose(page.getByRole('combobox', { name: desk.common.kind }), /^Putting in order/);
    await expect(page.getByRole('alertdialog', { name: desk.items.changeKind })).toContainText(
      'loses which answers are right',
    );
    await page.getByRole('button', { name: desk.items.cancel }).click();
    await choose(page.getByRole('combobox', { name: desk.common.kind }), /^Multiple choice/);
    await expect(
      page.getByText(
        '“Alder”: each right choice earns its share of 1 point, each wrong one takes a share away, never below 0.',
      ),
    ).toBeVisible();
    await accessible('item editor');
    await page.getByRole('button', { name: desk.items.chooseLocation }).click();
    await page.getByRole('button', { name: desk.items.chooseStandards }).click();
    await page.getByLabel(desk.banks.codeOrWordsStandard).fill('ge 5 lan');
    await page.getByRole('checkbox', { name: /GE\.5\.LAN\.1/ }).check();
    await page.getByRole('button', { name: said('banks.useStandards', { n: 1 }) }).click();
    // The picker is closing, and has a subject too.
    const facts = page.getByRole('tabpanel', { name: desk.common.standards });
    await expect(facts.getByLabel(desk.common.subject)).toHaveValue('Geography');
    await accessible('standards of an item');
    await page.getByRole('button', { name: desk.items.saveItem }).click();
    await expect(page).toHaveURL(/\/items\/\d+$/);
    await expect(footing(desk.common.item)).toContainText(
      said('items.revisionRevisionAsSaved', { revision: 1 }),
    );

    await page.getByRole('textbox', { name: desk.common.question, exact: true }).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(' Think of the map.');
    await page.getByRole('button', { name: desk.items.saveAsRevision }).click();
    await expect(footing(desk.common.item)).toContainText(
      said('items.revisionRevisionAsSaved', { revision: 2 }),
    );
    await page.getByRole('tab', { name: desk.items.revisions }).click();
    await page.getByRole('button', { name: desk.items.compare }).click();
    await expect(page.locator('ins', { hasText: 'Think of the map.' })).toBeVisible();
    await accessible('revisions of an item');
    await page.getByRole('button', { name: desk.items.restoreThisVersion }).click();
    await page.getByRole('button', { name: desk.items.saveAsRevision }).click();
    await expect(footing(desk.common.item)).toContainText(
      said('items.revisionRevisionAsSaved', { revision: 3 }),
    );
    await expect(page.getByRole('textbox', { name: desk.common.question, exact: true })).toHaveText(
      'Which of these rivers is longest of all?',
    );
  });

  test('two who edit: the second is shown both and chooses; a crashed browser gives its text back', async ({
    browser,
  }) => {
    const other = await teacherPage(browser);
    await other.goto(page.url());
    const theirs = other.getByRole('textbox', { name: desk.common.question, exact: true });
    await theirs.click();
    await other.keyboard.press('Control+End');
    await other.keyboard.type(' Theirs.');
    await other.getByRole('button', { name: desk.items.saveAsRevision }).click();
    await expect(other.getByRole('region', { name: desk.common.item })).toContainText(
      'Revision 4, as saved',
    );
    await other.close();

    const mine = page.getByRole('textbox', { name: desk.common.question, exact: true });
    await mine.click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(' Mine.');
    // The page goes away without a word and comes back.
    await page.goto('about:blank');
    await page.goBack();
    const both = page.getByRole('alertdialog', { name: desk.items.savedBySomebodyElse });
    await expect(both.locator('td del', { hasText: 'Theirs' })).toBeVisible();
    await expect(both.locator('td ins', { hasText: desk.tests.mine })).toBeVisible();
    await accessible('somebody else saved');
    await both.getByRole('button', { name: desk.items.useTheirs }).click();
    await expect(mine).toContainText('Theirs.');
    await mine.click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(' Mine again.');
    await page.reload();
    await expect(page.getByText(desk.items.thisWhatYouHad)).toBeVisible();
    await expect(mine).toContainText('Mine again.');

    const again = await teacherPage(browser);
    await again.goto(page.url());
    await again.getByRole('textbox', { name: desk.common.question, exact: true }).click();
    await again.keyboard.type('Look: ');
    await again.getByRole('button', { name: desk.items.saveAsRevision }).click();
    await expect(again.getByRole('region', { name: desk.common.item })).toContainText(
      'Revision 5, as saved',
    );
    await again.close();
    await page.getByRole('button', { name: desk.items.saveAsRevision }).click();
    await expect(both.locator('td del', { hasText: 'Look' })).toBeVisible();
    await expect(both.locator('td ins', { hasText: 'Mine again' })).toBeVisible();
    await both.getByRole('button', { name: desk.items.saveMineAsNext }).click();
    await expect(footing(desk.common.item)).toContainText(
      said('items.revisionRevisionAsSaved', { revision: 6 }),
    );
    problems.splice(0, problems.length, ...problems.filter((problem) => !problem.includes('409')));
  });
});

test('paste from a word processor arrives clean; a formula is entered as it looks and has MathML', async () => {
  await page.goto('/items/new');
  const question = page.getByRole('textbox', { name: desk.common.question, exact: true });
  await question.click();
  await question.evaluate((element) => {
    const data = new DataTransfer();
    data.setData(
      'text/html',
      `<html><head><style>p.MsoNormal{color:red}</style></head><body><!--StartFragment--><p class="MsoNormal" style="margin:0"><b style="mso-bidi-font-weight:normal">Bold</b> and <span style="font-style:italic;font-family:Arial">slanted</span><o:p></o:p></p><p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·<span>&nbsp;&nbsp;</span></span>first</p><p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·</span>second</p><table border=1 style="width:100%"><tr><td style="background:yellow">a</td><td>b</td></tr></table><img src="file:///C:/x.png"><script>alert(1)</script><!--EndFragment--></body></html>`,
    );
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  const html = await question.evaluate((element) => element.innerHTML);
  expect(html).toMatch(/<strong>Bold<\/strong> and <em>slanted<\/em>/);
  expect(html).toMatch(/<ul[^>]*><li><p>first<\/p><\/li><li><p>second<\/p><\/li><\/ul>/);
  expect(html).toMatch(/<tbody><tr><td><p>a<\/p><\/td><td><p>b<\/p><\/td><\/tr><\/tbody>/);
  expect(html).not.toMatch(/yellow|Arial|Mso|<img|script|o:p/);

  await page.keyboard.press('Control+A');
  await page.keyboard.type('How much is ');
  await page.getByRole('button', { name: desk.editor.formula, exact: true }).first().click();
  await expect(page.locator('math-field')).toBeFocused();
  await page.keyboard.type('3/4', { delay: 40 });
  await expect(page.getByLabel(desk.editor.latex)).toHaveValue(/\\frac34|\\frac\{3\}\{4\}/);
  await accessible('formula dialog');
  await page.getByRole('button', { name: desk.editor.insert, exact: true }).click();
  await choose(page.getByRole('combobox', { name: desk.common.kind }), 'Number');
  await page.getByLabel(desk.kinds.rightNumber).fill('3/4');
  const view = page.getByRole('region', { name: desk.items.previewDetails });
  await expect(view.locator('math mfrac')).toHaveCount(1);
  await expect(page.getByText('3/4, 0.75 or 75 %, exactly. 1 point.')).toBeVisible();
});

test('a picture needs words; one of a false type is refused in the dialog, and what was typed stays', async () => {
  await page.goto('/items/new');
  await page.getByRole('button', { name: desk.editor.picture, exact: true }).first().click();
  const dialog = page.getByRole('dialog', { name: desk.editor.picture });
  await dialog
    .locator('input[type=file]')
    .setInputFiles({ name: 'map.png', mimeType: 'image/png', buffer: Buffer.from('%PDF-1.7') });
  await expect(dialog.getByRole('alert')).toContainText(
    'The file says that it is image/png, but it is application/pdf.',
  );
  const drawing =
    '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><circle cx="30" cy="20" r="15"/></svg>';
  await dialog
    .locator('input[type=file]')
    .setInputFiles({ name: 'dot.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(drawing) });
  await expect(dialog.getByRole('img', { name: desk.editor.theChosenPicture })).toBeVisible();
  await dialog.getByRole('button', { name: desk.editor.insert }).click();
  await expect(dialog.getByRole('alert')).toHaveText(desk.editor.aPictureNeedsWords);
  await dialog.getByLabel(desk.tests.whatShows).fill('A dot');
  await dialog.getByRole('button', { name: desk.editor.insert }).click();
  await expect(
    page
      .getByRole('region', { name: desk.items.previewDetails })
      .getByRole('img', { name: 'A dot' }),
  ).toBeVisible();
  problems.splice(0, problems.length, ...problems.filter((problem) => !problem.includes('422')));
});

test('folders by keyboard, copies, where used, retiring and bringing back', async () => {
  await page.goto('/banks');
  await page.evaluate(() => localStorage.clear());
  await page
    .getByRole('button', { name: said('banks.moreAboutName', { name: 'My bank' }) })
    .press('Enter');
  await page.getByRole('button', { name: desk.tests.newFolder, exact: true }).press('Enter');
  const naming = page.getByLabel(/^Name of the folder/);
  await naming.fill('Unit one');
  await naming.press('Enter');
  await expect(page.getByRole('button', { name: /^Unit one/ })).toBeVisible();

  await words().fill('notebooks');
  await expect(rows()).toHaveCount(1);
  await rows().first().locator('.row').focus();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: desk.common.copy, exact: true }).click();
  const place = page.getByRole('dialog', { name: said('banks.copyItems', { n: 1 }) });
  await place.getByRole('radio', { name: 'Unit one' }).check();
  await accessible('choosing a place');
  await place.getByRole('button', { name: desk.banks.copyHere }).click();
  await expect(rows()).toHaveCount(2);
  await words().fill('');
  await page.getByRole('button', { name: /^Unit one/ }).click();
  await expect(rows()).toHaveCount(1);
  await expect(rows().first()).toContainText('My bank');
  await page.getByRole('button', { name: desk.banks.clearSelection }).click();

  // The mouse takes the copy to another folder; where it came from is one press away.
  await page
    .getByRole('button', { name: said('banks.moreAboutName', { name: 'My bank' }) })
    .press('Enter');
  await page.getByRole('button', { name: desk.tests.newFolder, exact: true }).press('Enter');
  await naming.fill('Unit two');
  await naming.press('Enter');
  await rows()
    .first()
    .dragTo(page.getByRole('button', { name: /^Unit two/ }));
  await expect(page.getByText(said('items.theItemInWhere', { where: 'Unit two' }))).toBeVisible();
  await expect(rows()).toHaveCount(0);
  await page.getByRole('button', { name: desk.common.undo, exact: true }).click();
  await expect(rows()).toHaveCount(1);

  await page.goto('/banks?words=notebooks');
  const original = rows().filter({ hasText: 'Brindlemere bank' });
  await original.getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.common.copy, exact: true }).click();
  await expect(
    page.getByRole('dialog').getByText(said('banks.ofThemAlmostSame', { n: 1 })),
  ).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: desk.banks.move, exact: true }).click();
  await expect(page.getByRole('dialog', { name: said('banks.moveItems', { n: 1 }) })).toContainText(
    'Ratios and unit rates',
  );
  await accessible('moving');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: desk.banks.retire, exact: true }).click();
  const retiring = page.getByRole('dialog', { name: said('banks.retireItems', { n: 1 }) });
  await expect(retiring).toContainText('Ratios and unit rates');
  await expect(retiring).toContainText('6B');
  await accessible('retiring');
  await retiring.getByRole('button', { name: said('banks.retireItems', { n: 1 }) }).click();
  await expect(rows()).toHaveCount(1);
  await page.getByRole('button', { name: desk.common.undo, exact: true }).click();
  await expect(rows()).toHaveCount(2);
  await original.getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.retire, exact: true }).click();
  await retiring.getByRole('button', { name: said('banks.retireItems', { n: 1 }) }).click();
  await page.getByRole('link', { name: desk.banks.retiredItems }).click();
  await page.getByRole('checkbox', { name: /Four notebooks/ }).check();
  await accessible('retired items');
  await page.getByRole('button', { name: desk.banks.restore }).click();
  await expect(page.getByText(desk.banks.noRetiredItems)).toBeVisible();

  // The school is shared with the other tests: the copy goes again.
  await page.goto('/banks?words=notebooks');
  await rows().filter({ hasText: 'My bank' }).getByRole('checkbox').check();
  await page.getByRole('button', { name: desk.banks.retire, exact: true }).click();
  await retiring.getByRole('button', { name: said('banks.retireItems', { n: 1 }) }).click();
  await expect(rows()).toHaveCount(1);
});

test('a table is checked row by row before anything is made', async () => {
  await page.goto('/banks/import');
  await accessible('import');
  const table =
    'kind,question,right,subject\ntrue-false,Water boils sooner on a high mountain.,true,Earth science\ntrue-false,Ice is heavier than water.,maybe,Earth science\n';
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'items.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(page.getByRole('row', { name: '3 right Write true or false.' })).toBeVisible();
  await accessible('import with faults');
  await page.getByRole('button', { name: 'Import 1 good item' }).click();
  await expect(
    page.getByText(said('items.itemsInWhere', { n: 1, where: 'My bank' })),
  ).toBeVisible();
  await page.getByRole('button', { name: desk.items.showThem }).click();
  await expect(rows().first()).toContainText('Water boils sooner');
});

test('passages and their items, with an easier version kept beside the original', async () => {
  await page.goto('/passages');
  await accessible('passages');
  await page.getByRole('link', { name: 'The keeper’s notebook' }).click();
  const view = page.getByRole('region', { name: desk.common.studentsView });
  await expect(view).toContainText('let a basket down on a rope');
  await page.getByLabel(desk.passages.theEasierVersion, { exact: true }).check();
  await expect(view).not.toContainText('let a basket down on a rope');
  await accessible('passage');
});

test('every kind can be answered by keyboard alone in its student’s view', async () => {
  const open = async (query: string) => {
    await page.goto(`/banks?${query}`);
    await rows().first().locator('.row').focus();
    await page.keyboard.press('Enter');
    return rows().first();
  };
  const scored = async (returnType: ReturnType<typeof rows>, n: number) => {
    await returnType.getByRole('button', { name: desk.items.scoreMyAnswer }).press('Enter');
    await expect(returnType.getByRole('status')).toContainText(`${n} of ${n} point`);
  };
  const ordering = await open('kind=ordering&words=hardness');
  const steps = ['talc', 'calcite', 'quartz', 'diamond'];
  for (let to = 0; to < 4; to++)
    for (let guard = 0; guard < 4; guard++) {
      const list = await ordering.locator('ol li .text').allTextContents();
      const index = list.findIndex((text) => text.trim() === steps[to]);
      if (index === to) break;
      await ordering.locator('ol li').nth(index).focus();
      await page.keyboard.press('Alt+ArrowUp');
    }
  if (await ordering.getByRole('button', { name: english.answer.orderRight }).count())
    await ordering.getByRole('button', { name: english.answer.orderRight }).press('Enter');
  await scored(ordering, 3);
  await accessible('ordering');

  const matching = await open('kind=matching&words=barometer');
  for (const [left, right] of [
    ['barometer', 'air pressure'],
    ['anemometer', 'speed of the wind'],
    ['rain gauge', 'amount of rain'],
    ['thermometer', 'temperature'],
  ]) {
    await matching.getByRole('button', { name: right!, exact: true }).press('Enter');
    await matching.getByRole('button', { name: `Put here: ${right} to ${left}` }).press('Enter');
  }
  await scored(matching, 4);
  await accessible('matching');

  const grid = await open('kind=grid&words=granite%20pumice');
  for (const [row, column] of [
    ['granite', 'igneous'],
    ['slate', 'metamorphic'],
    ['sandstone', 'sedimentary'],
    ['pumice', 'igneous'],
  ])
    await grid.getByRole('radio', { name: `${row}: ${column}` }).press('Space');
  await scored(grid, 4);

  const words = await open('kind=words-in-text&words=condensation');
  for (const text of ['the grass was wet with dew', 'the kettle’s steam left drops on the window'])
    await words.getByRole('checkbox', { name: text }).press('Space');
  await scored(words, 2);
  await accessible('words in a text');

  const places = await open('kind=places&words=square%20C3');
  await places.getByRole('checkbox', { name: 'The well' }).press('Space');
  await scored(places, 1);

  const gaps = await open('kind=inline-choice&words=operations');
  await gaps.getByLabel(said('kinds.gapId', { id: 1 })).selectOption('11');
  await gaps.getByLabel(said('kinds.gapId', { id: 2 })).selectOption('14');
  await scored(gaps, 2);
  await accessible('choices in a text');

  const sorting = await open('kind=sorting&words=renewable');
  for (const text of ['wind', 'sunlight', 'wood from a tended forest', 'coal', 'natural gas']) {
    await sorting.getByRole('button', { name: text, exact: true }).press('Enter');
    await sorting
      .getByRole('button', {
        name: `Put here: ${text} to ${/coal|gas/.test(text) ? 'runs out' : 'renewable'}`,
      })
      .press('Enter');
  }
  await sorting.getByRole('button', { name: desk.items.scoreMyAnswer }).press('Enter');
  await expect(sorting.getByRole('status')).toContainText('3 of 3 points');

  const drawing = await open('kind=drawing');
  await drawing.getByRole('application').focus();
  for (const key of ['Space', 'ArrowRight', 'ArrowRight', 'ArrowDown', 'Space'])
    await page.keyboard.press(key);
  await expect(drawing.getByRole('application', { name: /1 stroke/ })).toBeVisible();
  await accessible('drawing');
});

test('the editor of every kind is accessible, and so is its student’s view', async () => {
  for (const kind of partKinds) {
    await page.goto(`/banks?kind=${kind}`);
    await rows().first().locator('.row').focus();
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: /^(Edit this item|Open the item)/ }).press('Enter');
    await expect(
      page.getByRole('textbox', { name: desk.common.question, exact: true }),
    ).toBeVisible();
    await expect(page.getByRole('tabpanel')).not.toBeEmpty();
    await accessible(kind);
  }
});

test('a range and all found are picked, stay across searches, and get a standard and a tag together', async () => {
  await page.goto('/banks?kind=true-false&subject=Mathematics');
  // Whatever an earlier step picked is still there; this one begins with nothing.
  const letGo = page.getByRole('button', { name: desk.banks.clearSelection });
  await expect(rows().first()).toBeVisible();
  if (await letGo.isVisible()) await letGo.click();
  await rows().nth(0).getByRole('checkbox').check();
  await rows()
    .nth(3)
    .getByRole('checkbox')
    .click({ modifiers: ['Shift'] });
  await expect(footing(desk.banks.selectedItems)).toContainText('4 selected');
  // Opening an item, or the page anew, loses none of them.
  await page.goto('/items/new');
  await page.goto('/banks?kind=true-false&subject=Mathematics');
  await expect(footing(desk.banks.selectedItems)).toContainText('4 selected');
  await page.goto('/banks?subject=Mathematics');
  await chooseSeveral(page.getByRole('combobox', { name: desk.common.kind }), [
    /^Putting in order/,
    /^Sorting/,
  ]);
  await expect(rows().first()).toContainText(/Putting in order|Sorting/);
  // Going back takes the filter away that came last.
  await expect(page).toHaveURL(/kind=[a-z]+,[a-z]+|kind=[a-z]+%2C/);
  await expect(rows().filter({ hasText: 'Sorting' })).not.toHaveCount(0);
  await page.goBack();
  await expect(page).not.toHaveURL(/,|%2C/);
  await expect(rows().filter({ hasText: 'Sorting' })).toHaveCount(0);
  await expect(rows().first()).toContainText('Putting in order');
  await page.getByRole('button', { name: desk.banks.selectAll }).click();
  const counted = Number(
    /(\d+) items/.exec((await footing(desk.banks.selectedItems).textContent())!)![1],
  );
  await expect(footing(desk.banks.selectedItems)).toContainText(`${counted + 4} selected`);
  await page.getByRole('button', { name: desk.banks.standardsTags }).click();
  const labels = page.getByRole('dialog', { name: /^Standards and tags/ });
  await labels.getByLabel(desk.banks.addTags).fill('spring review');
  await accessible('labels');
  await labels.getByRole('button', { name: desk.banks.saveChanges }).click();
  // Going on at once would take the request along.
  await expect(labels).toBeHidden();
  await page.goto('/banks?tag=spring%20review');
  await expect(footing(desk.banks.selectedItems)).toContainText(`${counted + 4} items found`);
});
