/**
 * How many statements each page asks of the database, on a simulated year: never more because the
 * year has gone on, and never many. Counted where they leave the server, after what is remembered
 * between requests is there.
 */
import { api, type AnswerOf, type Endpoint } from '@oaken/contract';
import { beginYear, type YearWriter } from '@oaken/demo/write-year';
import { createHash, randomBytes } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Connection } from 'mariadb';
import type { Options } from 'sequelize';
import { createApp } from '../src/app';
import { logTo } from '../src/log';
import { openSchool, reader, schoolMorning, type School } from './support/school';
import { connectionTo, row } from './support/sql';

/** Nothing asks for more than this; what a teacher opens all day asks for less. */
const usualLimit = 30;
const limits: Record<string, number> = {
  readToday: 15,
  listResults: 8,
  listAssignments: 8,
  listMarking: 10,
  readCalendar: 10,
  listSeat: 15,
  searchTests: 10,
  searchItems: 12,
  listBanks: 8,
  exportStudentReport: 40,
  // Piece by piece, so that no bank stands in memory as a whole.
  exportItems: 120,
};

/** Streams, and what a simulated year has none of. */
const notAsked = new Set([
  ...['roundEvents', 'roundScreenEvents', 'seatRoundEvents', 'watchEvents'],
  ...['readRound', 'suggestNext', 'listClassmates', 'readImport', 'readPassage'],
  ...['readPassageItems', 'readCurriculumLine', 'readSheet', 'readAgreement', 'readSecondMarking'],
  ...[
    'readShares',
    'readUnknown',
    'readDraft',
    'readSheetResults',
    'printStrips',
    'printSheets',
    'readReport',
  ],
]);

const weeks = 6;
let school: School;
let connection: Connection;
let year: YearWriter;
let server: Server;
let base: string;
let statements = 0;
const tokens = { teacher: '', student: '', administrator: '' };
const values: Record<string, string> = { format: 'students' };

beforeAll(async () => {
  school = await openSchool();
  connection = await connectionTo(school.database);
  year = await beginYear(connection, { students: 50, weeks, seed: 'counts' }, schoolMorning);
  await year.week(weeks);
  await year.figures();
  const { database } = school;
  (database as unknown as { options: Options }).options.logging = () => void (statements += 1);
  const { http } = createApp({
    ...{ database, now: () => school.clock.now, log: logTo({ write: () => {} }), reader },
    ...{ pages: null, checkAnswers: false },
  });
  server = createServer(http);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  await findPlaces();
});
afterAll(async () => {
  await new Promise((done) => server.close(done));
  await connection.end();
  await school.close();
});

/** A session for an account. @returns its token */
async function sessionOf(accountId: number): Promise<string> {
  const token = randomBytes(16).toString('hex');
  await connection.query(
    'INSERT INTO sessions (token_hash, account_id, csrf, created_at, expires_at) VALUES (?, ?, ?, ?, ?)',
    [
      ...[createHash('sha256').update(token).digest(), accountId, 'c'.repeat(32)],
      ...[new Date(schoolMorning), new Date(schoolMorning + 8 * 3_600_000)],
    ],
  );
  return token;
}

/** Who asks, and what about: the latest assignment of a teacher of the year. */
async function findPlaces(): Promise<void> {
  const places = (await row<Record<string, number | string>>(
    school.database,
    `SELECT a.id AS assignmentId, a.assigned_by AS teacher, e.test_id AS testId, c.class_id AS classId,
            t.student_id AS studentId, r.entry_id AS entryId, r.item_id AS itemId, r.revision_id AS revisionId,
            i.bank_id AS bankId, (SELECT MIN(id) FROM accounts WHERE role = 'administrator') AS administrator
       FROM assignments a JOIN editions e ON e.id = a.edition_id
       JOIN assignment_classes c ON c.assignment_id = a.id
       JOIN attempts t ON t.assignment_id = a.id
       JOIN edition_revisions r ON r.edition_id = e.id JOIN items i ON i.id = r.item_id
      ORDER BY a.id DESC, t.id, r.entry_id LIMIT 1`,
  ))!;
  for (const [name, value] of Object.entries(places)) values[name] = String(value);
  values.partId = 'a';
  tokens.teacher = await sessionOf(Number(places.teacher));
  tokens.student = await sessionOf(Number(places.studentId));
  tokens.administrator = await sessionOf(Number(places.administrator));
  const token = randomBytes(24).toString('base64url');
  await connection.query('UPDATE accounts SET calendar_token = ? WHERE id = ?', [
    token,
    places.teacher,
  ]);
  values.token = `${token}.ics`;
}

const asked = (Object.entries(api) as [string, Endpoint][]).filter(
  ([name, { method }]) => method === 'GET' && !notAsked.has(name),
);
const queries: Record<string, string> = {
  searchItems: '?words=the',
  findAnything: '?words=week',
  searchTests: '?words=week',
  readStandardResults: '?over=all',
  readFollowUp: '?over=all',
  readStudentsOverTime: '?code=MA.6.RAT.1',
};

/** Pages that were not answered; they would count for nothing. */
const refused = new Map<string, number>();

async function ask(name: string, { who, path }: Endpoint): Promise<number> {
  const token = who === 'student' || who === 'administrator' ? tokens[who] : tokens.teacher;
  const filled = path.replace(/:(\w+)/g, (_, param: string) => values[param] ?? `no-${param}`);
  const before = statements;
  const response = await fetch(`${base}${filled}${queries[name] ?? ''}`, {
    headers: { cookie: `oaken=${token}` },
  });
  const body = await response.text();
  if (response.status !== 200) refused.set(name, response.status);
  const asked = statements - before;
  // Finished tests that nobody looked at yet are looked at after the page was answered.
  const { footing } =
    name === 'readToday'
      ? (JSON.parse(body) as AnswerOf<typeof api.readToday>)
      : { footing: { unread: 0 } };
  return footing.unread > 0 ? ask(name, { who, path } as Endpoint) : asked;
}

/** What each page asks for once what it remembers is there. */
async function counts(): Promise<Map<string, number>> {
  const counted = new Map<string, number>();
  for (const [name, endpoint] of asked) {
    await ask(name, endpoint);
    counted.set(name, await ask(name, endpoint));
  }
  return counted;
}

test('no page asks for more than its share, and none for more because the year has gone on', async () => {
  const early = await counts();
  for (let week = weeks - 1; week > 0; week--) await year.week(week);
  await year.figures();
  const late = await counts();
  expect([...refused]).toEqual([]);
  const tooMany = [...late].filter(([name, n]) => n > (limits[name] ?? usualLimit));
  expect(tooMany).toEqual([]);
  const grown = [...late].filter(([name, n]) => n > (early.get(name) ?? 0));
  expect(grown.map(([name, n]) => [name, early.get(name), n])).toEqual([]);
});
