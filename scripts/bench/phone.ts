/**
 * A student's first question on a phone that has never been here: a processor four times slower,
 * and the "slow 4G" that browsers' own tools simulate (1.6 Mbit/s down, 750 kbit/s up, 150 ms;
 * values from memory). The floor is a bare small document on the same line.
 */
import { devices, type Browser } from '@playwright/test';
import { launchBrowser } from './browser';
import { percentile, report } from './figure';
import {
  firstStudent,
  makeClass,
  pool,
  prepareSchool,
  signInStaff,
  singleChoiceItems,
  staffHeaders,
  startWithPages,
  token,
} from './load';

const port = 4696;
const address = `http://127.0.0.1:${port}`;
const limit = 2_500;
const joinLimit = 3_000;
const askedClass = 900;
const runs = 7;
/** Open in the demonstration on whatever day; the other one’s first question has formulas, and is opened here. */
const plain = 7;
const withFormulas = 2;

/** Milliseconds from the click to the words on the page. */
async function once(browser: Browser, path: string, ready: string): Promise<number> {
  const context = await browser.newContext({ ...devices['Pixel 7'] });
  try {
    await context.addCookies([{ name: 'oaken', value: token(0), url: address }]);
    const page = await context.newPage();
    const wire = await context.newCDPSession(page);
    await wire.send('Network.enable');
    await wire.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 150,
      downloadThroughput: 200_000,
      uploadThroughput: 93_750,
    });
    await wire.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    // In the page's own words, so that the tool's way there and back does not count.
    await page.addInitScript(`(() => {
      const look = () => ((${ready}) ? requestAnimationFrame(() => (window.readable_ = performance.now())) : requestAnimationFrame(look));
      look();
    })()`);
    await page.goto(address + path);
    // The page's own policy forbids a waiting expression; asking again does as well.
    for (;;) {
      const readableAt = (await page.evaluate('window.readable_ ?? null')) as number | null;
      if (readableAt !== null) return readableAt;
      await page.waitForTimeout(100);
    }
  } finally {
    await context.close();
  }
}
async function median(browser: Browser, path: string, ready: string): Promise<number> {
  const times: number[] = [];
  for (let run = 0; run < runs; run++) times.push(await once(browser, path, ready));
  return percentile(times, 0.5);
}

await prepareSchool(1);
await pool.query(
  'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, NULL, 1000), (?, ?, NULL, 1000)',
  [plain, firstStudent, withFormulas, firstStudent],
);
await pool.query('UPDATE assignments SET closes_at = ? WHERE id = ?', [
  new Date(Date.now() + 3_600_000),
  withFormulas,
]);
const server = await startWithPages(port);
const browser = await launchBrowser();
const floor = await median(browser, '/leaf.svg', "document.readyState === 'complete'");
const words = "document.querySelector('.question .item')?.innerText.trim()";
for (const [what, id, ready] of [
  ['first question', plain, words],
  [
    'first question with formulas',
    withFormulas,
    `${words} && document.querySelector('.question .item .katex')`,
  ],
] as const) {
  const value = await median(browser, `/seat/sit/${id}`, ready);
  report({
    name: `phone: ${what}, median of ${runs}`,
    value,
    unit: 'ms',
    floor,
    ratio: value / limit,
    holds: value <= limit,
  });
}
await makeClass(askedClass, [firstStudent]);
const teacher = staffHeaders((await signInStaff('holloway')).token);
const from = { what: 'items', title: 'Bench', itemIds: await singleChoiceItems(1) };
const wanted = { clientKey: crypto.randomUUID(), classId: askedClass, from };
const begun = await fetch(`${address}/api/rounds`, {
  method: 'POST',
  headers: teacher,
  body: JSON.stringify(wanted),
});
const { id: roundId } = (await begun.json()) as { id: number };
const joined = await median(
  browser,
  `/seat/round/${roundId}`,
  "document.querySelector('main')?.innerText.includes('You are in')",
);
report({
  name: `phone: comes into a round, median of ${runs}`,
  value: joined,
  unit: 'ms',
  floor,
  ratio: joined / joinLimit,
  holds: joined <= joinLimit,
});
await browser.close();
server.kill('SIGTERM');
await pool.end();
