/**
 * Sittings in parts: times of sections and single questions, no way back, one sitting; the page's
 * looks; and a page that is opened without network.
 */
import { expect, test, type Browser, type Page } from '@playwright/test';
import { partKinds, type PartKind } from '@oaken/core/items';
import { passcodesOf } from '@oaken/demo';
import { demoSeed } from '@oaken/demo/write';
import { expectAccessible } from './accessible';
import { answerAnything, row, student, teacherPage, watch } from './people';
import { english } from '@oaken/words';
import { teacherEnglish as desk } from '@oaken/words/teacher';
import { said, saidAtSeat } from './words';

const complaints: string[] = [];
test.afterAll(() => expect(complaints).toEqual([]));
test.describe.configure({ mode: 'serial' });

const title = 'Ratio, rate and percent: end of unit';
const phone = { viewport: { width: 390, height: 844 } };
let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await teacherPage(browser, 'holloway');
  watch(page, complaints);
});
test.afterAll(() => page.context().close());

/** Gives the test to one student of 6D, whose list it then stands on. */
async function give(index: number, fill: () => Promise<void>): Promise<void> {
  await page.goto('/tests');
  const way = await page.getByRole('link', { name: `Assign ${title}` }).getAttribute('href');
  await giveTo(index, way!, fill);
}
async function giveTo(index: number, way: string, fill = async () => {}): Promise<void> {
  await page.goto(way);
  await page
    .getByRole('button', { name: said('assignments.someStudentsName', { name: '6D' }) })
    .click();
  await page
    .getByRole('checkbox', { name: `${index + 1} ${passcodesOf(demoSeed, '6D')[index]!.name}` })
    .check();
  await fill();
  await page.getByRole('button', { name: 'Assign to 1 student' }).click();
  await expect(page.getByText(said('assignments.assignedStudents', { n: 1 }))).toBeVisible();
}
/** Takes a test off the shelf again, and retires an item of its own. */
const takeOff = (testId: number, item?: number) =>
  page.evaluate(
    async ([value, id]) => {
      const { csrf } = await (await fetch('/api/session')).json();
      const headers = { 'content-type': 'application/json', 'x-csrf-token': csrf };
      await fetch(`/api/tests/${value}`, { method: 'DELETE', headers });
      if (id !== undefined)
        await fetch('/api/items/retire', {
          method: 'POST',
          headers,
          body: JSON.stringify({ items: [id] }),
        });
    },
    [testId, item] as const,
  );
async function begin(browser: Browser, index: number, options?: Parameters<typeof student>[4]) {
  const sitter = await student(browser, '6D', 'BRN6D4', index, options);
  watch(sitter.page, complaints);
  await row(sitter.page, title).getByRole('link', { name: english.list.begin }).click();
  return sitter;
}
const question = (sitting: Page, n: number) =>
  expect(sitting.getByRole('heading', { name: new RegExp(`^Question ${n} `) })).toBeVisible();
const button = (sitting: Page, name: string | RegExp) =>
  sitting.getByRole('button', { name, exact: typeof name === 'string' });
const step = (sitting: Page, name: RegExp) => sitting.getByRole('button', { name });

test('sections with times of their own: said before, one after the other, and no way back', async ({
  browser,
}) => {
  await give(20, async () => {
    await page.getByRole('radio', { name: desk.assignments.eachSection }).check();
    // What the test says that sections take stands there already.
    await expect(page.getByLabel(said('tests.minutesName', { name: 'Part one' }))).toHaveValue(
      '25',
    );
    await page.getByLabel(said('tests.minutesName', { name: 'Part one' })).fill('90');
    await page.getByLabel(desk.assignments.withTimeLimit).check();
    await expect(
      page
        .getByText('A section or item cannot have more time than the whole test, 40 minutes.')
        .first(),
    ).toBeVisible();
    await page.getByLabel(said('tests.minutesName', { name: 'Part one' })).fill('20');
    await expect(page.locator('.slip')).toContainText(
      'Each section has its own time: Part one 20 minutes and Part two: percent 15 minutes.',
    );
  });
  const { page: studentPage, context } = await begin(browser, 20, phone);
  await expect(studentPage.getByText(english.begin.bySections)).toBeVisible();
  await expectAccessible('before beginning', studentPage);
  await button(studentPage, 'Begin').click();
  await question(studentPage, 1);
  await expect(studentPage.getByText('20 minutes left for this section')).toBeVisible();
  await answerAnything(studentPage);
  await step(studentPage, /^Question 8,/).click();
  await button(studentPage, 'Next section').click();
  const sheet = studentPage.getByRole('dialog', { name: english.sitting.sectionTitle });
  await expect(sheet).toContainText(saidAtSeat('sitting.openQuestions', { n: 7 }));
  await expectAccessible('leaving a section', studentPage);
  await sheet.getByRole('button', { name: saidAtSeat('sitting.goTo', { n: 3 }) }).click();
  await question(studentPage, 3);
  await step(studentPage, /^Question 8,/).click();
  await button(studentPage, 'Next section').click();
  await sheet.getByRole('button', { name: english.sitting.leaveNow }).click();
  await question(studentPage, 9);
  await expect(studentPage.getByText('15 minutes left for this section')).toBeVisible();
  await expect(step(studentPage, /^Question 1, answered, closed/)).toBeDisabled();
  await studentPage.reload();
  await question(studentPage, 9);
  await button(studentPage, desk.watching.handIn).click();
  await button(studentPage, 'Hand in now').click();
  await expect(studentPage.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await context.close();
});

test('each question with its own time, in one sitting: the next one comes by itself, and waits for the network', async ({
  browser,
}) => {
  await give(21, async () => {
    await page.getByRole('radio', { name: desk.assignments.eachItem }).check();
    await page.getByLabel(desk.assignments.minutesEachItem).fill('0.1');
    await page.getByText(desk.assignments.leavingSetting, { exact: true }).click();
    await page.getByRole('radio', { name: /^in one sitting/ }).check();
    await expect(page.locator('.slip')).toContainText('Each item has 6 seconds. In one sitting');
  });
  const { page: studentPage, context } = await begin(browser, 21);
  await expect(
    studentPage.getByText('Each question has 6 seconds.', { exact: false }),
  ).toBeVisible();
  await button(studentPage, 'Begin').click();
  await question(studentPage, 1);
  await expect(studentPage.getByText(english.sitting.noComingBack)).toBeVisible();
  await expect(button(studentPage, 'Flag to come back')).toHaveCount(0);
  await question(studentPage, 2);
  await context.setOffline(true);
  await expect(
    studentPage.getByText(
      'The time for this question is over; what comes next is shown as soon as there is',
      { exact: false },
    ),
  ).toBeVisible();
  await expectAccessible('between questions without network', studentPage);
  await context.setOffline(false);
  await question(studentPage, 3);
  await expect(studentPage.getByText(/[456] seconds left for this question/)).toBeVisible();
  await context.close();
});

test('text and colours are the student’s own, and the line guide moves by keyboard', async ({
  browser,
}) => {
  await give(22, async () => {});
  const { page: studentPage, context } = await begin(browser, 22, phone);
  await question(studentPage, 1);
  for (const name of ['Cream', 'Black on white', desk.desk.dark]) {
    await button(studentPage, english.sitting.display).click();
    await studentPage.getByRole('radio', { name }).check();
    await expectAccessible(`looks: ${name}, the sheet`, studentPage);
    await button(studentPage, 'Done').click();
    await expectAccessible(`looks: ${name}`, studentPage);
  }
  await button(studentPage, english.sitting.display).click();
  await studentPage.getByRole('radio', { name: '200%' }).check();
  await studentPage.getByRole('checkbox', { name: /^Show a few lines/ }).check();
  await button(studentPage, 'Done').click();
  expect(
    await studentPage.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    ),
  ).toBe(0);
  const guide = studentPage.getByRole('slider', { name: english.display.guide });
  await guide.focus();
  const before = (await guide.boundingBox())!.y;
  await studentPage.keyboard.press('ArrowDown');
  await expect.poll(async () => (await guide.boundingBox())!.y).toBeGreaterThan(before + 10);
  await studentPage.reload();
  await expect(guide).toBeVisible();
  await expect(studentPage.locator('html')).toHaveAttribute('data-theme', 'dark');
  await context.close();
});

test('without network the page opens again with everything, takes answers, and sends them when there is', async ({
  browser,
}) => {
  const { page: studentPage, context } = await student(browser, '6D', 'BRN6D4', 22);
  watch(studentPage, complaints);
  await row(studentPage, title)
    .getByRole('link', { name: /^(Begin|Continue)$/ })
    .click();
  await answerAnything(studentPage, 0);
  await expect(studentPage.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  await studentPage.evaluate(async () => void (await navigator.serviceWorker.ready));
  await studentPage.reload();
  await expect
    .poll(() => studentPage.evaluate(() => navigator.serviceWorker.controller !== null))
    .toBe(true);
  await question(studentPage, 1);
  await context.setOffline(true);
  await studentPage.reload();
  await question(studentPage, 1);
  await expect(step(studentPage, /^Question 1, answered/)).toBeVisible();
  await button(studentPage, 'Next').click();
  await answerAnything(studentPage, 1);
  await expect(studentPage.getByText(english.sitting.keptHere, { exact: true })).toBeVisible();
  // The battery gives out; the list of another page knows what is open here.
  await studentPage.goto('/seat');
  await expect(studentPage.getByRole('heading', { name: english.list.openHere })).toBeVisible();
  await expectAccessible('the list without network', studentPage);
  await studentPage
    .getByRole('listitem')
    .filter({ hasText: title })
    .getByRole('link', { name: english.list.continue })
    .click();
  await expect(step(studentPage, /^Question [12], answered/)).toHaveCount(2);
  await context.setOffline(false);
  await expect(studentPage.getByText(desk.tests.saved, { exact: true })).toBeVisible();
  const other = await student(browser, '6D', 'BRN6D4', 22);
  await row(other.page, title).getByRole('link', { name: english.list.continue }).click();
  await expect(step(other.page, /^Question [12], answered/)).toHaveCount(2);
  await other.context.close();
  await context.close();
});

test('a sound is played only as often as allowed, whichever device it is heard on', async ({
  browser,
}) => {
  const made = await page.evaluate(async () => {
    const { csrf } = await (await fetch('/api/session')).json();
    const send = async (path: string, body: unknown) =>
      (
        await fetch(path, {
          method: 'POST',
          headers: {
            'content-type': body instanceof Blob ? 'application/octet-stream' : 'application/json',
            'x-csrf-token': csrf,
          },
          body:
            body instanceof Blob
              ? body
              : JSON.stringify({ clientKey: crypto.randomUUID(), ...(body as object) }),
        })
      ).json();
    // A fifth of a second of silence, eight bits, 8,000 a second.
    const head = new DataView(new ArrayBuffer(44));
    const words: [at: number, text: string][] = [
      [0, 'RIFF'],
      [8, 'WAVEfmt '],
      [36, 'data'],
    ];
    for (const [position, text] of words)
      [...text].forEach((letter, n) => head.setUint8(position + n, letter.charCodeAt(0)));
    for (const [position, label] of [
      [4, 1636],
      [16, 16],
      [24, 8000],
      [28, 8000],
      [40, 1600],
    ] as const)
      head.setUint32(position, label, true);
    for (const [position, label] of [
      [20, 1],
      [22, 1],
      [32, 1],
      [34, 8],
    ] as const)
      head.setUint16(position, label, true);
    const { address } = await send(
      '/api/files?name=tone.wav&type=audio/wav&as=sound',
      new Blob([head, new Uint8Array(1600).fill(128)]),
    );
    const bank = (await (await fetch('/api/banks')).json()).banks.find(
      (candidate: { mine: boolean }) => candidate.mine,
    ).id;
    const content = {
      stem: `<p>What do you hear?</p><audio src="${address}" title="A tone" controls="" data-plays="2"></audio>`,
      parts: [
        { id: 'p', kind: 'true-false', key: true, rule: { rule: 'all-or-nothing', points: 1 } },
      ],
      explanation: '',
      hints: [],
      notes: '',
    };
    const facts = {
      subject: 'Music',
      grades: [6],
      standards: [],
      depth: 1,
      seconds: 30,
      tags: [],
      author: '',
      licence: '',
    };
    const { id } = await send('/api/items', { bank, folder: null, content, facts });
    const { id: testId } = await send('/api/tests', {
      title: 'Heard twice',
      kind: 'quiz',
      itemIds: [id],
    });
    return { id, testId };
  });
  await giveTo(24, `/tests/${made.testId}/assign`);
  const first = await student(browser, '6D', 'BRN6D4', 24);
  watch(first.page, complaints);
  await row(first.page, 'Heard twice').getByRole('link', { name: english.list.begin }).click();
  const play = (sitting: Page) => sitting.getByRole('button', { name: /: A tone$/ });
  await expect(play(first.page)).toHaveText(saidAtSeat('answer.play', { n: 2 }));
  await expectAccessible('a sound that can be played twice', first.page);
  await play(first.page).click();
  await expect(play(first.page)).toHaveText(saidAtSeat('answer.play', { n: 1 }));
  await first.context.close();
  const second = await student(browser, '6D', 'BRN6D4', 24, phone);
  watch(second.page, complaints);
  await row(second.page, 'Heard twice').getByRole('link', { name: english.list.continue }).click();
  await play(second.page).click();
  await expect(play(second.page)).toHaveText(english.answer.noPlaysLeft);
  await expect(play(second.page)).toBeDisabled();
  await second.page.reload();
  await expect(play(second.page)).toHaveText(english.answer.noPlaysLeft);
  await second.context.close();
  await takeOff(made.testId, made.id);
});

test('every kind of question on a phone, by touch: nothing runs over the edge, and each can be answered', async ({
  browser,
}) => {
  const kinds = await page.evaluate(
    async (kinds) => {
      const { csrf } = await (await fetch('/api/session')).json();
      const boxes = await Promise.all(
        kinds.map(
          async (kind) =>
            (await (await fetch(`/api/items?kind=${kind}`)).json()).items[0].id as number,
        ),
      );
      const body = JSON.stringify({
        clientKey: crypto.randomUUID(),
        title: 'One of every kind',
        kind: 'quiz',
        itemIds: boxes,
      });
      const { id } = await (
        await fetch('/api/tests', {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'x-csrf-token': csrf },
          body,
        })
      ).json();
      return id as number;
    },
    [...partKinds],
  );
  await giveTo(25, `/tests/${kinds}/assign`);
  const { page: studentPage, context } = await student(browser, '6D', 'BRN6D4', 25, {
    ...phone,
    hasTouch: true,
  });
  watch(studentPage, complaints);
  await row(studentPage, 'One of every kind').getByRole('link', { name: english.list.begin }).tap();
  const item = studentPage.locator('.item');
  const first = (role: Parameters<Page['getByRole']>[0], name?: RegExp | string) =>
    item.getByRole(role, { name }).first();
  const drag = async () => {
    await item.getByRole('list', { name: english.answer.cards }).getByRole('button').first().tap();
    await first('button', /^Put /).tap();
  };
  const written = async () => item.getByRole('textbox').first().fill('12');
  const picture = {
    name: 'work.png',
    mimeType: 'image/png',
    buffer: Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
  };
  const byTouch: Record<PartKind, () => Promise<unknown>> = {
    'single-choice': () => item.locator('label').first().tap(),
    'multiple-choice': () => item.locator('label').first().tap(),
    'true-false': () => item.locator('label').first().tap(),
    numeric: async () => {
      await item.getByRole('textbox').fill('32');
      // The cursor between the digits: the sign goes there.
      await studentPage.keyboard.press('ArrowLeft');
      await first('button', english.signs.open).tap();
      await item.getByRole('button', { name: '½ fraction' }).tap();
      await expect(item.getByRole('textbox')).toHaveValue('3½2');
    },
    expression: written,
    'short-text': written,
    'long-text': written,
    'inline-choice': () => first('combobox').selectOption({ index: 1 }),
    matching: drag,
    sorting: drag,
    ordering: () => first('button', /^Move down/).tap(),
    grid: () => first('radio').tap(),
    'words-in-text': () => first('checkbox').tap(),
    places: () => first('checkbox').tap(),
    'fill-table': written,
    steps: written,
    'number-line': () => first('button', english.board.setHere).tap(),
    // Two points of a line.
    'coordinate-plane': async () => {
      await first('button', english.board.setHere).tap();
      await first('button', english.board.right).tap();
      await first('button', english.board.setHere).tap();
    },
    plot: () => item.locator('svg.board').tap(),
    'fraction-model': () => first('checkbox').tap(),
    drawing: () => first('application').tap(),
    upload: () => item.locator('input[type=file]').setInputFiles(picture),
    survey: () => first('radio').tap(),
    information: async () => {},
  };
  for (const [n, kind] of partKinds.entries()) {
    await question(studentPage, n + 1);
    expect([
      kind,
      await studentPage.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      ),
    ]).toEqual([kind, 0]);
    await byTouch[kind]();
    await expect(
      step(
        studentPage,
        new RegExp(
          `^Question ${n + 1}, (${kind === 'information' ? desk.results.toRead : 'answered|partly answered'}), you are here`,
        ),
      ),
    ).toBeVisible();
    await expectAccessible(`${kind} on a phone`, studentPage);
    if (n < partKinds.length - 1) await button(studentPage, 'Next').tap();
  }
  await expect(studentPage.locator('.state', { hasText: desk.tests.saved })).toBeVisible();
  await context.close();
  await takeOff(kinds);
});

test('practice by keyboard alone: answer, check, hint or answer, on to the next', async ({
  browser,
}) => {
  await give(23, () => page.getByRole('radio', { name: 'practice' }).check());
  const { page: studentPage, context } = await begin(browser, 23, phone);
  const key = (name: string) => studentPage.keyboard.press(name);
  /** Tabs on to a control, as a hand without a mouse does. */
  const tabTo = async (to: ReturnType<Page['getByRole']>) => {
    for (let tab = 0; tab < 40; tab++) {
      if (await to.evaluateAll((all) => all.includes(document.activeElement as HTMLElement)))
        return;
      await key('Tab');
    }
    throw new Error('It cannot be reached by the Tab key.');
  };
  const help = studentPage.getByRole('region', { name: 'Help' });
  for (let n = 1; n <= 3; n++) {
    await question(studentPage, n);
    if (n < 3) {
      await tabTo(
        studentPage
          .getByRole('radio')
          .or(studentPage.getByRole('checkbox'))
          .or(studentPage.getByLabel(/^Your answer/)),
      );
      if (await studentPage.getByLabel(/^Your answer/).count())
        await studentPage.keyboard.type('12');
      else await key('Space');
      await tabTo(help.getByRole('button', { name: english.practice.check }));
      await key('Enter');
      await expect(help.getByRole('status')).toHaveText(/^Right|^Not right yet/);
    } else {
      await tabTo(help.getByRole('button', { name: english.practice.show }));
      await key('Enter');
      await tabTo(help.getByRole('button', { name: english.practice.showYes }));
      await key('Enter');
      await expect(help.getByText('The answer was shown', { exact: false })).toBeVisible();
    }
    await tabTo(button(studentPage, 'Next'));
    await key('Enter');
  }
  await question(studentPage, 4);
  // Handing in is reached by keys too, and the sheet asks.
  await tabTo(button(studentPage, desk.watching.handIn));
  await key('Enter');
  await tabTo(button(studentPage, 'Hand in now'));
  await key('Enter');
  await expect(studentPage.getByRole('heading', { name: desk.common.handedInTitle })).toBeVisible();
  await context.close();
});
