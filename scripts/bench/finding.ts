/** Search over 100,000 items as a teacher's page asks for it, beside the bare SQL that answers the same question. */
import { createPool } from 'mariadb';
import { fork, type ChildProcess } from 'node:child_process';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fill } from '../../demo/src/write';
import { writeLarge } from '../../demo/src/write-large';
import { findingAnything } from './anything';
import { percentile, report } from './figure';
import { scrolling } from './scrolling';

const socketPath = process.env.OAKEN_SOCKET!;
const name = 'finding';
const port = 4695;
const items = 100_000;
const limit = 60;
const pool = createPool({
  socketPath,
  user: 'root',
  database: name,
  connectionLimit: 4,
  timezone: 'Z',
});

function start(args: string[]): Promise<ChildProcess> {
  const child = fork(join(process.cwd(), 'server/dist/main.mjs'), args, {
    env: {
      ...process.env,
      OAKEN_DATABASE: name,
      OAKEN_PORT: String(port),
      OAKEN_PAGES: join(process.cwd(), 'web/dist'),
    },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((ready, fail) => {
    child.once('message', () => ready(child));
    child.once('exit', (code) =>
      code === 0 ? ready(child) : fail(new Error(`The server ended with ${code}.`)),
    );
  });
}

interface Case {
  name: string;
  /** Of the page's address. */
  query: string;
  /** Conditions that find the same items with nothing but SQL. */
  joins: string;
  where: string;
  order: string;
  threeFilters?: true;
}

async function cases(): Promise<Case[]> {
  const [strand] = await pool.query("SELECT id FROM standards WHERE code = 'MA.RAT'");
  const below = `(SELECT id FROM standards WHERE id = ${strand.id} OR parent_id = ${strand.id})`;
  const standard = `JOIN revision_standards rs ON rs.revision_id = r.id AND rs.standard_id IN ${below}`;
  const grade = (list: string) =>
    `JOIN revision_grades rg ON rg.revision_id = r.id AND rg.grade IN (${list})`;
  const words = (...list: string[]) =>
    list.map((text) => `CONCAT(r.words, ' ', r.choice_words) LIKE '%${text}%'`).join(' AND ');
  return [
    {
      name: 'grade, strand and kind',
      query: `grades=6&standard=${strand.id}&kind=single-choice`,
      joins: `${standard} ${grade('6')}`,
      where: "r.kind = 'single-choice'",
      order: 'i.answer_count DESC, i.id',
      threeFilters: true,
    },
    {
      name: 'grades, depth and a word',
      query: 'grades=6,7&depth=2&words=lighthouse',
      joins: grade('6, 7'),
      where: `r.depth = 2 AND ${words('lighthouse')}`,
      order: 'i.answer_count DESC, i.id',
      threeFilters: true,
    },
    {
      name: 'strand, difficulty and two words',
      query: `standard=${strand.id}&difficulty=hard&words=river%20bridge`,
      joins: standard,
      where: `i.answer_count > 0 AND i.average_score < 0.4 AND ${words('river', 'bridge')}`,
      order: 'i.answer_count DESC, i.id',
      threeFilters: true,
    },
    {
      name: 'kind, depth and the hardest first',
      query: 'kind=numeric&depth=3&grades=8&sort=hardest',
      joins: grade('8'),
      where: "r.kind = 'numeric' AND r.depth = 3",
      order: 'i.answer_count = 0, i.average_score, i.id',
      threeFilters: true,
    },
    {
      name: 'one common word',
      query: 'words=river',
      joins: '',
      where: words('river'),
      order: 'i.answer_count DESC, i.id',
    },
    {
      name: 'three letters',
      query: 'words=har',
      joins: '',
      where: words('har'),
      order: 'i.answer_count DESC, i.id',
    },
    {
      name: 'a word with a mistake in it',
      query: 'words=lighthuose',
      joins: '',
      where: words('lighthuose'),
      order: 'i.answer_count DESC, i.id',
    },
    {
      name: 'nothing but all',
      query: '',
      joins: '',
      where: 'TRUE',
      order: 'i.answer_count DESC, i.id',
    },
    {
      name: 'far down the list',
      query: 'sort=newest&from=60000',
      joins: '',
      where: 'TRUE',
      order: 'i.created_at DESC, i.id',
    },
  ];
}

/** The bare floor: how many, the page, and one count, each a statement; no rights, no other counts, no HTTP. */
async function bare({ joins, where, order, query }: Case): Promise<void> {
  const from = `FROM items i JOIN revisions r ON r.id = i.revision_id ${joins} WHERE i.retired_at IS NULL AND ${where}`;
  const skip = Number(new URLSearchParams(query).get('from') ?? 0);
  await Promise.all([
    pool.query(`SELECT COUNT(DISTINCT i.id) AS n ${from}`),
    pool.query(`SELECT r.kind, COUNT(DISTINCT i.id) AS n ${from} GROUP BY r.kind`),
    pool.query(
      `SELECT DISTINCT i.id, r.content, r.kind, r.points, r.subject, r.depth, i.answer_count, i.average_score, i.created_at ${from} ORDER BY ${order} LIMIT ${skip}, 50`,
    ),
  ]);
}

async function timed(times: number, act: () => Promise<unknown>): Promise<number[]> {
  const list: number[] = [];
  for (let n = 0; n < times; n++) {
    const from = performance.now();
    await act();
    list.push(performance.now() - from);
  }
  return list;
}

async function main(): Promise<void> {
  await start(['prepare']);
  await fill(socketPath, name, Date.now());
  const connection = await pool.getConnection();
  await writeLarge(connection, items, Date.now(), () => undefined);
  await connection.query('ANALYZE TABLE items, revisions, revision_standards, revision_grades');
  await connection.release();
  const token = 'finding-token';
  const now = new Date();
  await pool.query(
    'INSERT INTO sessions (token_hash, account_id, csrf, created_at, expires_at) VALUES (?, 1, ?, ?, ?)',
    [
      createHash('sha256').update(token).digest(),
      'c'.repeat(32),
      now,
      new Date(now.getTime() + 3_600_000),
    ],
  );
  const server = await start([]);
  const ask = async (query: string) => {
    const response = await fetch(`http://127.0.0.1:${port}/api/items?${query}`, {
      headers: { cookie: `oaken=${token}` },
    });
    if (response.status !== 200) throw new Error(`${query}: ${response.status}`);
    return (await response.json()) as { total: number };
  };
  try {
    const filled = performance.now();
    await ask('');
    report({
      name: 'search: index of 100,000 items filled',
      value: performance.now() - filled,
      unit: 'ms',
    });
    const ours: number[] = [];
    const floors: number[] = [];
    const list = await cases();
    // A server that has answered for a while, as a school's has: its code is compiled, and the filling is long over.
    for (let round = 0; round < 20; round++) for (const { query } of list) await ask(query);
    for (const search of list) {
      const mine: number[] = [];
      const floor: number[] = [];
      // Turn and turn about, so that what else the machine does falls on both.
      for (let round = 0; round < 8; round++) {
        mine.push(...(await timed(5, () => ask(search.query))));
        floor.push(...(await timed(2, () => bare(search))));
      }
      const p95 = percentile(mine, 0.95);
      report({
        name: `search: ${search.name}, p95`,
        value: p95,
        median: percentile(mine, 0.5),
        unit: 'ms',
        floor: percentile(floor, 0.95),
        holds: p95 <= limit,
      });
      if (search.threeFilters) {
        ours.push(...mine);
        floors.push(...floor);
      }
    }
    const p95 = percentile(ours, 0.95);
    const floor = percentile(floors, 0.95);
    report({
      name: 'search with three filters, p95',
      value: p95,
      median: percentile(ours, 0.5),
      unit: 'ms',
      floor,
      holds: p95 <= limit && p95 <= 1.5 * floor,
    });
    await findingAnything(pool, `http://127.0.0.1:${port}`, token);
    await scrolling(`http://127.0.0.1:${port}`, token);
  } finally {
    server.kill();
    await pool.end();
  }
}

main().catch((error: Error) => {
  process.stderr.write(`${error.stack}\n`);
  process.exit(1);
});
