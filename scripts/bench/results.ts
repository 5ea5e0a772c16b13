/**
 * Results of a class of 35 and of a grade of 600 on a test of 40 items: until the page can be read,
 * sorting and filtering, and rescoring all of it. The floor of the page is a bare small document in
 * the same browser; that of rescoring is reading and writing as many scores as change, without
 * anything in between.
 */
import { type Page } from '@playwright/test';

import { entriesOf } from '@oaken/core/forms';
import { kindOf } from '@oaken/core/items';
import { randomFrom } from '@oaken/core/random';
import { largeTest } from './large-test';
import { launchBrowser } from './browser';
import { percentile, report } from './figure';
import { pool, prepareSchool, signInStaff, staffHeaders, startWithPages, studentIds } from './load';

const port = 4697;
const address = `http://127.0.0.1:${port}`;
const items = 40;
const runs = 7;
const grade = 600;
const oneClass = 35;
const random = randomFrom('results');

await prepareSchool(grade);
const { token: teacher, id: holloway } = await signInStaff('holloway');

const { edition, handedIn } = await largeTest(holloway, items, random);
const ids = studentIds(grade);
const small = await handedIn(ids.slice(0, oneClass));
const large = await handedIn(ids);

const server = await startWithPages(port);
const browser = await launchBrowser();
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
await context.addCookies([{ name: 'oaken', value: teacher, url: address }]);
const page = await context.newPage();

/** Milliseconds in the page's own clock from an act until `ready` holds and is drawn. */
async function timed(on: Page, act: string, ready: string): Promise<number> {
  await on.evaluate(`(() => {
    window.done_ = null;
    const began = performance.now();
    ${act};
    const look = () => ((${ready}) ? requestAnimationFrame(() => (window.done_ = performance.now() - began)) : requestAnimationFrame(look));
    requestAnimationFrame(look);
  })()`);
  for (let tries = 0; tries < 300; tries++) {
    const took = (await on.evaluate('window.done_')) as number | null;
    if (took !== null) return took;
    await on.waitForTimeout(20);
  }
  throw new Error(`Never ready: ${ready}`);
}
const floors: number[] = [];
for (let run = 0; run < runs; run++) {
  await page.goto(`${address}/leaf.svg`);
  floors.push(
    (await page.evaluate("performance.getEntriesByType('navigation')[0].duration")) as number,
  );
}
const floor = percentile(floors, 0.5);

/** From the list of results, where a teacher comes from, to the grid of students. */
async function opened(id: number, n: number): Promise<number> {
  const times: number[] = [];
  for (let run = 0; run <= runs; run++) {
    await page.goto(`${address}/results`);
    await page.waitForSelector(`a[href="/results/${id}"]`);
    // The first time loads the page's own code; a teacher who works has it.
    const ready = `document.querySelector('.footing b')?.innerText === '${n}' && document.querySelector('table')`;
    const took = await timed(
      page,
      `document.querySelector('a[href="/results/${id}"]').click()`,
      ready,
    );
    if (run > 0) times.push(took);
  }
  return percentile(times, 0.5);
}
const holds = (what: string, value: number, limit: number, against = floor) =>
  report({
    name: `results: ${what}`,
    value,
    unit: 'ms',
    floor: against,
    ratio: value / limit,
    holds: value <= limit,
  });
holds(
  `page of ${oneClass} x ${items} ready, median of ${runs}`,
  await opened(small, oneClass),
  300,
);
holds(`page of ${grade} x ${items} ready, median of ${runs}`, await opened(large, grade), 1_000);

await page.goto(`${address}/results/${large}/students`);
await page.waitForSelector('tbody th.name');
const sorts: number[] = [];
for (let run = 0; run < runs; run++)
  sorts.push(
    await timed(
      page,
      "document.querySelector('th.points button').click()",
      `document.querySelector('th.points').getAttribute('aria-sort') === '${run % 2 === 0 ? 'descending' : 'ascending'}'`,
    ),
  );
holds(
  `sorting ${grade} students, until it is drawn, median of ${runs}`,
  percentile(sorts, 0.5),
  100,
);
/** The longest time in which the page could not answer while a filter was on its way. */
const blocked: number[] = [];
for (let run = 0; run < runs; run++)
  blocked.push(
    (await page.evaluate(`new Promise((done) => {
      let longest = 0; let last = performance.now();
      const tick = () => { const now = performance.now(); longest = Math.max(longest, now - last); last = now; if (now - began < 1500) setTimeout(tick, 0); else done(longest); };
      const began = last;
      const field = document.querySelector('input[type=date]');
      field.value = '${run % 2 === 0 ? '2020-01-01' : ''}'; field.dispatchEvent(new Event('change'));
      tick();
    })`)) as number,
  );
holds(
  `filtering ${grade} students, longest time without an answer from the page, median of ${runs}`,
  percentile(blocked, 0.5),
  250,
);

// Rescoring: another key for one item.
const ask = async (path: string, body: unknown) => {
  const response = await fetch(address + path, {
    method: 'POST',
    headers: staffHeaders(teacher),
    body: JSON.stringify(body),
  });
  if (response.status !== 200) throw new Error(`${path}: ${await response.text()}`);
  return response.json();
};
const entry = entriesOf(edition).find(({ content }) => content.parts[0]!.kind === 'single-choice')!;
const [part] = entry.content.parts;
const others = kindOf(part!).options!(part!).map(({ id }) => id);
const rescored: number[] = [];
for (let run = 0; run < runs; run++) {
  const before = (part as unknown as { key: string[] }).key[0]!;
  const key = [run % 2 === 0 ? others.find((id) => id !== before)! : before];
  const change = { entry: entry.id, content: { ...entry.content, parts: [{ ...part, key }] } };
  const { edition: looked } = await ask(`/api/assignments/${large}/rescores/preview`, change);
  const began = performance.now();
  await ask(`/api/assignments/${large}/rescores`, {
    change,
    edition: looked,
    reason: '',
    tell: false,
  });
  rescored.push(performance.now() - began);
}
const writes: number[] = [];
const attempts: { id: number }[] = await pool.query(
  'SELECT id FROM attempts WHERE assignment_id = ?',
  [large],
);
for (let run = 0; run < runs; run++) {
  const began = performance.now();
  await pool.query(
    'SELECT r.* FROM attempts t JOIN answers r ON r.attempt_id = t.id WHERE t.assignment_id = ?',
    [large],
  );
  await pool.query(
    'SELECT s.* FROM attempts t JOIN scores s ON s.attempt_id = t.id WHERE t.assignment_id = ?',
    [large],
  );
  await pool.batch(
    'UPDATE scores SET points = points WHERE attempt_id = ? AND entry_id = ?',
    attempts.map(({ id }) => [id, entry.id]),
  );
  writes.push(performance.now() - began);
}
holds(
  `rescoring ${grade} attempts x ${items} items, median of ${runs}`,
  percentile(rescored, 0.5),
  2_000,
  percentile(writes, 0.5),
);
await browser.close();
server.kill('SIGTERM');
await pool.end();
