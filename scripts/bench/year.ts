/**
 * What teachers do all through a year, after 120,000, 600,000 and 2.4 million answers: time, queries
 * and the longest hold of the event loop, and by which power of the answers the time grows. Each
 * beside its floor: the one statement that reads what is shown, in the same run.
 */
import { createConnection } from 'mariadb';
import { present } from '@oaken/core/certain';
import { day } from '@oaken/core/timing';
import { randomFrom } from '@oaken/core/random';
import { beginYear, type WrittenYear } from '../../demo/src/year/write';
import { report } from './figure';
import { largeTest } from './large-test';
import {
  name,
  pool,
  prepareSchool,
  signInStaff,
  staffHeaders,
  startProbed,
  studentIds,
} from './load';
import { acts, askerOf, type Act, type Asker } from './year/acts';
import { openWork, startBystanders } from './year/bystander';
import { exponent, floorFor, measured, type Measured } from './year/measuring';
import { database, ofRenewal, renewAll } from './year/renewal';

const port = 4701;
const address = `http://127.0.0.1:${port}`;
const size = {
  students: Number(process.env.OAKEN_BENCH_STUDENTS ?? 2_000),
  weeks: 30,
  seed: 'year',
};
const runs = 9;
const grade = 600;
/** Which weeks are added before each round of measuring, and which part of the classes; the last weeks come first. */
const stages = [
  [{ week: 30 }, { week: 29, share: { from: 0, to: 0.5 } }],
  [
    { week: 29, share: { from: 0.5, to: 1 } },
    ...[28, 27, 26, 25, 24].map((week) => ({ week })),
    { week: 23, share: { from: 0, to: 0.5 } },
  ],
  [
    { week: 23, share: { from: 0.5, to: 1 } },
    ...Array.from({ length: 22 }, (_, index) => ({ week: 22 - index })),
  ],
];

await prepareSchool(grade);
await openWork();
const connection = await createConnection({
  socketPath: process.env.OAKEN_SOCKET!,
  user: 'root',
  database: name,
  timezone: 'Z',
});

/** A teacher of the demonstration with sixty assignments of 25 that ended within three weeks. */
const { token: sixtyToken, id: sixtyId } = await signInStaff('holloway');
const small = await largeTest(sixtyId, 20, randomFrom('sixty'));
for (let n = 0; n < 60; n++) {
  const id = await small.handedIn(studentIds(25));
  const closes = new Date(Date.now() - (1 + (n % 18)) * day);
  await pool.query('UPDATE assignments SET opens_at = ?, closes_at = ? WHERE id = ?', [
    new Date(closes.getTime() - day),
    closes,
    id,
  ]);
}
/** Another one with ten assignments of a grade of 600. */
const { token: gradeToken, id: gradeId } = await signInStaff('lindqvist');
const large = await largeTest(gradeId, 40, randomFrom('grade'));
for (let n = 0; n < 10; n++) await large.handedIn(studentIds(grade));

// It numbers its rows on from those that are there, so it is begun after them.
const year = await beginYear(connection, size, Date.now());

async function teachersOfYear(): Promise<Asker[]> {
  const accounts: { id: number; name: string }[] = await pool.query(
    "SELECT id, sign_in_name AS name FROM accounts WHERE sign_in_name LIKE 'year%' ORDER BY id LIMIT ?",
    [runs + 1],
  );
  const askers: Asker[] = [];
  for (const { id, name: signInName } of accounts)
    askers.push(await askerOf(`bench-${signInName}`, id));
  return askers;
}
const teacherNames: { name: string }[] = await pool.query(
  "SELECT sign_in_name AS name FROM accounts WHERE sign_in_name LIKE 'year%' ORDER BY id LIMIT ?",
  [runs + 1],
);
for (const { name: signInName } of teacherNames) await signInStaff(signInName);

async function get(path: string, token: string): Promise<number> {
  const response = await fetch(address + path, {
    headers: { ...staffHeaders(token), 'accept-encoding': 'identity' },
  });
  const { byteLength } = await response.arrayBuffer();
  if (response.status !== 200) throw new Error(`${path}: ${response.status}`);
  return byteLength;
}

let written: WrittenYear = { assignments: 0, attempts: 0, answers: 0 };
const seen = new Map<string, [number, number][]>();
for (const [stage, weeks] of stages.entries()) {
  const began = performance.now();
  const before = written.answers;
  for (const { week, ...share } of weeks) {
    const part = await year.week(week, 'share' in share ? share.share : undefined);
    written = {
      assignments: written.assignments + part.assignments,
      attempts: written.attempts + part.attempts,
      answers: written.answers + part.answers,
    };
  }
  report({
    name: 'year: answers written a second',
    value: ((written.answers - before) * 1000) / (performance.now() - began),
    unit: 'answers/s',
  });
  await year.figures();
  await renewAll();
  const last = stage === stages.length - 1;
  const { server, longestHold } = await startProbed(port);
  const askers: Record<Act['whose'], Asker[]> = {
    teachers: await teachersOfYear(),
    sixty: [await askerOf(sixtyToken, sixtyId)],
    grade: [await askerOf(gradeToken, gradeId)],
  };
  const when = `at ${Math.round(written.answers / 1000)},000 answers`;
  const tell = (
    act: Pick<Act, 'name' | 'limit' | 'mostQueries' | 'mostBytes'>,
    figures: Measured,
  ) => {
    const { median, floor, queries, hold: longest, bytes, first } = figures;
    const { limit = Infinity, mostQueries = Infinity, mostBytes = Infinity } = act;
    const limited = limit < Infinity || mostQueries < Infinity;
    report({
      name: `year: ${act.name}, ${when}`,
      value: median,
      unit: 'ms',
      floor,
      first,
      queries,
      hold: longest,
      bytes,
      ...(last &&
        limited && {
          holds: median <= limit && queries <= mostQueries && bytes <= mostBytes,
        }),
    });
    seen.set(act.name, [...(seen.get(act.name) ?? []), [written.answers, median]]);
  };
  const floors = new Map<Act, number>();
  for (const act of acts) floors.set(act, await floorFor(act, askers[act.whose]));
  const floorOfAct = (name: string) =>
    present(
      floors.get(
        present(
          acts.find((act) => act.name === name),
          'act',
        ),
      ),
      'floor of the act',
    );
  const bystanders = await startBystanders(port);
  for (const act of acts)
    tell(
      act,
      await measured(
        askers[act.whose],
        longestHold,
        (asker) => get(act.path(asker), asker.token),
        floorOfAct(act.name),
      ),
    );
  const feeds = new Map<string, string>();
  for (const { token } of askers.teachers) {
    const response = await fetch(`${address}/api/calendar`, {
      method: 'POST',
      headers: staffHeaders(token),
      body: JSON.stringify({ renew: false }),
    });
    feeds.set(token, ((await response.json()) as { path: string }).path);
  }
  tell(
    { name: 'calendar feed', limit: 60 },
    await measured(
      askers.teachers,
      longestHold,
      (asker) => get(present(feeds.get(asker.token), 'feed'), asker.token),
      floorOfAct('assignments'),
    ),
  );
  const { p99, saves, refused } = await bystanders.stop();
  report({
    name: `year: save beside all of these, p99 of ${saves}, ${when}`,
    value: p99,
    unit: 'ms',
    holds: p99 < 100 && refused === 0,
  });
  const reports = await pool.query(
    'SELECT student_id AS id FROM attempts WHERE assignment_id = ? LIMIT 30',
    [askers.grade[0]!.assignmentId],
  );
  const beside = await startBystanders(port);
  const from = performance.now();
  await Promise.all(
    reports.map(({ id }: { id: number }) =>
      get(
        `/api/assignments/${askers.grade[0]!.assignmentId}/students/${id}/report.pdf`,
        gradeToken,
      ),
    ),
  );
  const took = performance.now() - from;
  const others = await beside.stop();
  report({
    name: `year: thirty reports as PDF of 600 at once, ${when}`,
    value: took,
    unit: 'ms',
    holds: took < 10_000 && others.refused === 0,
  });
  report({
    name: `year: save beside thirty reports, p99 of ${others.saves}, ${when}`,
    value: others.p99,
    unit: 'ms',
    holds: others.p99 < 100,
  });
  server.kill('SIGTERM');
  tell(
    { name: 'figures renewed after a hand-in', limit: 50 },
    await ofRenewal(askers.teachers.map(({ assignmentId }) => assignmentId)),
  );
  tell(
    { name: 'figures renewed after a hand-in of 600 x 40', limit: 50 },
    await ofRenewal(Array.from({ length: 5 }, () => askers.grade[0]!.assignmentId)),
  );
}
for (const [act, points] of seen)
  report({ name: `year: growth of ${act}`, value: exponent(points), unit: 'power of the answers' });
await database.close();
await connection.end();
await pool.end();
process.exit();
