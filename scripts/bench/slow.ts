/**
 * Every main page of the desk on a processor four times slower, in a school of 2,000 students with
 * 300,000 items: when it can be used, and its longest task. The floor is the page of words, which asks for
 * nothing, on the same processor.
 */
import { present } from '@oaken/core/certain';
import { createConnection } from 'mariadb';
import { writeLarge } from '../../demo/src/write-large';
import { beginYear } from '../../demo/src/year/write';
import { launchBrowser } from './browser';
import { percentile, report } from './figure';
import { name, pool, prepareSchool, signInStaff, startWithPages } from './load';
import { openSlow, type Watched } from './slow/watched';
import { renewAll } from './year/renewal';
import { askerOf } from './year/acts';

const port = 4703;
const address = `http://127.0.0.1:${port}`;
const items = Number(process.env.OAKEN_BENCH_ITEMS ?? 300_000);
const students = Number(process.env.OAKEN_BENCH_STUDENTS ?? 2_000);
const rate = 4;
const usableLimit = 2_000;
const taskLimit = 200;
const runs = 3;

await prepareSchool(1);
const connection = await createConnection({
  socketPath: process.env.OAKEN_SOCKET!,
  user: 'root',
  database: name,
  timezone: 'Z',
});
const year = await beginYear(connection, { students, weeks: 30, seed: 'year' }, Date.now());
for (const week of [30, 29, 28, 27]) await year.week(week);
await year.figures();
await writeLarge(connection, items, Date.now(), () => undefined);
await connection.end();
await renewAll();

const [first]: { teacher: string }[] = await pool.query(
  "SELECT sign_in_name AS teacher FROM accounts WHERE sign_in_name LIKE 'year%' ORDER BY id LIMIT 1",
);
const { token, id } = await signInStaff(present(first, 'teacher of the year').teacher);
const { assignmentId, studentId } = await askerOf(token, id);
const [about]: { classId: number; testId: number; itemId: number }[] = await pool.query(
  `SELECT s.class_id AS classId, e.test_id AS testId, (SELECT MAX(id) FROM items) AS itemId
     FROM assignments a JOIN editions e ON e.id = a.edition_id
     JOIN assignment_students s ON s.assignment_id = a.id WHERE a.id = ? LIMIT 1`,
  [assignmentId],
);
const { classId, testId, itemId } = present(about, 'assignment of the year');
const work = `/results/${assignmentId}`;
const paths: Record<string, string> = {
  Today: '/',
  Banks: '/banks',
  Tests: '/tests',
  'a test being built': `/tests/${testId}`,
  'assigning a test': `/tests/${testId}/assign`,
  'an item': `/items/${itemId}`,
  'a class': `/classes/${classId}`,
  Schedule: '/schedule',
  'what is assigned': `/assignments/${assignmentId}/assigned`,
  Watch: `/watch/${assignmentId}`,
  'Ask the class': '/rounds',
  Marking: '/marking',
  Results: '/results',
  'results by item': `${work}/items`,
  'results by student': `${work}/students`,
  'results by standard': `${work}/standards`,
  'one student': `${work}/students/${studentId}`,
};

const server = await startWithPages(port);
const browser = await launchBrowser();
/** Everything is loaded before anything is measured. */
for (;;) {
  const answer = await fetch(`${address}/api/items?words=river`, {
    headers: { cookie: `oaken=${token}` },
  });
  if (((await answer.json()) as { coming?: number }).coming === 0) break;
  await new Promise((later) => setTimeout(later, 1_000));
}

const middle = (watched: Watched[], of: keyof Watched) =>
  percentile(
    watched.map((times) => times[of]),
    0.5,
  );
function tell(what: string, watched: Watched[], floor: number): void {
  const value = middle(watched, 'usable');
  const longest = middle(watched, 'longest');
  const holds = value <= usableLimit && longest <= taskLimit;
  report({ name: `slow: ${what}`, value, unit: 'ms', floor, hold: longest, holds });
}

const slow = await openSlow(browser, address, token, rate);
const timesOf = async (does: () => Promise<Watched>) => {
  const watched: Watched[] = [];
  for (let run = 0; run < runs; run++) watched.push(await does());
  return watched;
};
const floor = middle(await timesOf(() => slow.open('/glossary')), 'usable');
for (const [what, path] of Object.entries(paths)) {
  // The first opening compiles what later ones have ready.
  await slow.open(path);
  tell(what, await timesOf(() => slow.open(path)), floor);
}
await slow.close();
await browser.close();
server.kill('SIGTERM');
await pool.end();
process.exit();
