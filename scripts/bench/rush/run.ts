/**
 * A school at once: everybody begins within a while, works, and hands in within another; a teacher
 * watches, and sees within a second who has begun and handed in.
 */
import { setTimeout as wait } from 'node:timers/promises';
import { askerAt, type Reply } from '../asking';
import { elementAt } from '@oaken/core/certain';
import { percentile, report } from '../figure';
import {
  bodyOf,
  firstStudent,
  headersOf,
  name,
  pool,
  prepareSchool,
  signInStaff,
  staffHeaders,
  start,
  studentIds,
} from '../load';

export interface Rush {
  /** In the names of its figures. */
  name: string;
  students: number;
  /** Assignments that they sit, each as many of them. */
  assignments: number;
  /** All begin within so many ms, work for so long, and hand in within so many more. */
  beginWithin: number;
  workFor: number;
  rushWithin: number;
  /** The 99th percentiles that hold, in ms. */
  limits: { begin: number; save: number; sign: number; 'hand-in': number };
}

const saveEvery = 3_000;
/** As often as a page says that it is there. */
const signEvery = 8_000;
const port = 4695;
/** Open in the demonstration on whatever day. */
const first = 7;

/** Assignments like the one of the demonstration, and who sits which: the first one is watched. */
async function giveAll({ students, assignments }: Rush): Promise<(n: number) => number> {
  const ids = [first];
  while (ids.length < assignments) {
    const { insertId } = await pool.query(
      `INSERT INTO assignments (school_id, edition_id, assigned_by, title, kind, opens_at, closes_at, rules,
                                client_key, created_at)
       SELECT school_id, edition_id, assigned_by, title, kind, opens_at, closes_at, rules, UUID(), created_at
         FROM assignments WHERE id = ?`,
      [first],
    );
    ids.push(Number(insertId));
  }
  const assignmentOf = (n: number) => elementAt(ids, n % ids.length);
  await pool.batch(
    'INSERT INTO assignment_students (assignment_id, student_id, class_id, seat) VALUES (?, ?, NULL, ?)',
    studentIds(students).map((id, n) => [assignmentOf(n), id, 1_000 + n]),
  );
  await pool.query(
    "UPDATE assignments SET rules = JSON_SET(rules, '$.limitMinutes', 60) WHERE id IN (?)",
    [ids],
  );
  return assignmentOf;
}

export async function runRush(rush: Rush): Promise<void> {
  const { students, beginWithin, workFor, rushWithin, limits } = rush;
  await prepareSchool(students);
  const assignmentOf = await giveAll(rush);
  const { ask: askAs, listen, close } = askerAt(port, students);
  const ask = (method: string, path: string, n: number, body: string) =>
    askAs(method, path, headersOf(n), body);

  const times = {
    begin: [] as number[],
    save: [] as number[],
    sign: [] as number[],
    'hand-in': [] as number[],
  };
  const errors = { begin: 0, save: 0, sign: 0, 'hand-in': 0 };
  async function timed(what: keyof typeof times, reply: Promise<Reply>): Promise<Reply> {
    const response = await reply;
    times[what].push(response.milliseconds);
    if (response.status !== 200) errors[what]++;
    return response;
  }

  /** When each student was first seen in a state by whoever watches, and when the server had told the student so. */
  const seen = new Map<string, number>();
  const known = new Map<string, number>();
  function watch(token: string): () => void {
    const path = `/api/assignments/${first}/watch/events`;
    const stream = listen(path, staffHeaders(token), ({ students: sitting = [] }) => {
      for (const { studentId, state } of sitting as { studentId: number; state: string }[])
        if (!seen.has(`${studentId} ${state}`))
          seen.set(`${studentId} ${state}`, performance.now());
    });
    return () => void stream.destroy();
  }

  /** One student: begins at a moment of the first while, saves every three seconds, hands in within the rush. */
  async function sit(n: number, from: number): Promise<void> {
    const until = (index: number) => wait(Math.max(0, from + index - performance.now()));
    await until((beginWithin * n) / students);
    const begun = await timed(
      'begin',
      ask('POST', `/api/seat/assignments/${assignmentOf(n)}/attempt`, n, '{}'),
    );
    if (begun.status !== 200) return;
    known.set(`${firstStudent + n} working`, performance.now());
    const attempt = JSON.parse(begun.body) as {
      id: number;
      form: { sections: { entries: { id: string }[] }[] };
    };
    const entries = attempt.form.sections.flatMap((section) => section.entries.map(({ id }) => id));
    let working = true;
    void (async () => {
      for (let index = 0; working; index++) {
        await timed(
          'sign',
          ask(
            'POST',
            `/api/seat/attempts/${attempt.id}/heartbeat`,
            n,
            JSON.stringify({
              entry: entries[index % entries.length],
              hidden: false,
              left: 0,
              heard: 0,
              page: 'benchpage0',
              spent: [{ entry: entries[index % entries.length], ms: (index + 1) * 1_000 }],
            }),
          ),
        );
        await wait(signEvery);
      }
    })();
    let number = 0;
    const end = beginWithin + workFor + (rushWithin * ((n * 7) % students)) / students;
    for (
      let next = performance.now() - from + saveEvery;
      next < beginWithin + workFor;
      next += saveEvery
    ) {
      await until(next);
      number++;
      await timed(
        'save',
        ask(
          'PUT',
          `/api/seat/attempts/${attempt.id}/answers`,
          n,
          bodyOf(entries[number % entries.length]!, number),
        ),
      );
    }
    await until(end);
    working = false;
    await timed(
      'hand-in',
      ask('POST', `/api/seat/attempts/${attempt.id}/hand-in`, n, '{"answers":[]}'),
    );
    known.set(`${firstStudent + n} handed-in`, performance.now());
  }

  const server = await start('server/dist/main.mjs', [], {
    OAKEN_DATABASE: name,
    OAKEN_PORT: String(port),
  });
  const leave = watch((await signInStaff('holloway')).token);
  const from = performance.now();
  await Promise.all(Array.from({ length: students }, (_, n) => sit(n, from)));

  await wait(3_000);
  leave();
  const lags = [...known]
    .filter(([what]) => assignmentOf(Number.parseInt(what) - firstStudent) === first)
    .map(([what, changedAt]) => Math.max(0, (seen.get(what) ?? Infinity) - changedAt));
  const lag = percentile(lags, 0.99);
  report({
    name: `${rush.name}: until the teacher sees it, p99 of ${lags.length}`,
    value: lag,
    median: percentile(lags, 0.5),
    unit: 'ms',
    ratio: lag / 1_000,
    holds: lag <= 1_000,
  });
  for (const what of ['begin', 'save', 'sign', 'hand-in'] as const) {
    const p99 = percentile(times[what], 0.99);
    report({
      name: `${rush.name}: ${what}, p99`,
      value: p99,
      median: percentile(times[what], 0.5),
      unit: 'ms',
      ratio: p99 / limits[what],
      holds: p99 <= limits[what],
    });
    report({
      name: `${rush.name}: ${what}, errors of ${times[what].length}`,
      value: errors[what],
      unit: 'requests',
      holds: errors[what] === 0,
    });
  }
  const [{ open, twice }] = await pool.query(
    `SELECT SUM(handed_in_at IS NULL) AS open, COUNT(*) - COUNT(DISTINCT student_id) AS twice
       FROM attempts WHERE student_id >= ?`,
    [firstStudent],
  );
  report({
    name: `${rush.name}: attempts left open or made twice`,
    value: Number(open) + Number(twice),
    unit: 'attempts',
    holds: Number(open) + Number(twice) === 0,
  });
  close();
  server.kill('SIGTERM');
  await pool.end();
}
