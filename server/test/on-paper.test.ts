/** A test on paper, in the same results as on screens: sheets are printed, filled in, and brought back. */
import { Readable } from 'node:stream';
import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { takeFromFolder } from '../src/paper/folder';
import {
  answer,
  giveTest,
  openSchool,
  usualRules,
  type School,
  type Visitor,
} from './support/school';
import { OnPaper, parts } from './support/paper';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const two = [parts.choice('a'), parts.choice('b')];
const open = { release: { ...usualRules.release, score: 'at-hand-in', marks: 'at-hand-in' } };
const begin = async (asked: readonly object[] = two, change: object = {}, spares = 0) => {
  const paper = await OnPaper.begin(school, teacher, asked, {
    rules: { ...usualRules, ...change },
  });
  await paper.print(spares);
  return paper;
};
/** A scan of the sheets of students with these numbers, all of them right. */
async function pdfOf(paper: OnPaper, numbers: readonly number[]): Promise<Buffer> {
  const pdf = new PDFDocument({ autoFirstPage: false });
  for (const number of numbers) {
    const picture = await (await paper.sheetOf(number)).filled({ 1: 'A', 2: 'B' });
    pdf.addPage({ size: 'LETTER', margin: 0 }).image(picture, 0, 0, { width: 612 });
  }
  pdf.end();
  return buffer(Readable.from(pdf));
}
const workOf = async (paper: OnPaper, number: number) => {
  const { id } = await paper.student(number);
  return teacher.ok('GET', `/api/assignments/${paper.assignmentId}/students/${id}`);
};
const problems = async (paper: OnPaper) =>
  (await paper.overview()).pages.map(({ problem, waiting }) =>
    waiting ? problem : `(${problem})`,
  );

describe('a sheet', () => {
  test('is its student’s work: what is filled in stands in the results', async () => {
    const paper = await begin();
    await paper.sit(3, { 1: 'A', 2: 'C' });
    expect(await paper.student(3)).toMatchObject({
      ...{ state: 'handed-in', handedInBy: 'paper', points: 1, maxPoints: 2 },
      // Nobody knows how long it took.
      seconds: null,
    });
  });

  test('has the questions in the order of the booklet that belongs to it', async () => {
    const paper = await OnPaper.begin(school, teacher, two, {
      rules: { ...usualRules, shuffleChoices: true, order: 'shuffled' },
    });
    await paper.print(0, true);
    const sheet = await paper.sheetOf(4);
    const keys = sheet.questions.map(({ part }) => {
      if (part.kind !== 'single-choice') throw new Error(part.kind);
      return 'ABCD'[part.choices.findIndex(({ id }) => id === part.key[0])]!;
    });
    await paper.bring(await sheet.filled({ 1: keys[0]!, 2: keys[1]! }));
    expect(await paper.student(4)).toMatchObject({ points: 2 });
  });

  test('is made once for each student, and those who come later get theirs', async () => {
    const paper = await OnPaper.begin(school, teacher, two);
    const students = (await paper.results()).students.length;
    expect([await paper.print(2), await paper.print(2), await paper.print(3)]).toEqual([
      students + 2,
      0,
      1,
    ]);
  });

  test('is printed with all others as PDF', async () => {
    const paper = await begin();
    const reply = await teacher.send(
      'GET',
      `/api/assignments/${paper.assignmentId}/sheets?paper=letter`,
    );
    expect(reply.headers.get('content-type')).toBe('application/pdf');
    expect(String(reply.body).startsWith('%PDF')).toBe(true);
  });

  test('is not made for practice, which tells at once what is right', async () => {
    const paper = await OnPaper.begin(school, teacher, two, {
      rules: { ...usualRules, mode: 'practice' },
    });
    const path = `/api/assignments/${paper.assignmentId}/sheets` as const;
    const reply = await teacher.post(path, { paper: 'letter', spares: 0, shuffled: false });
    expect(reply.status).toBe(409);
  });

  test('belongs to those who run the assignment', async () => {
    const paper = await begin();
    const colleague = await school.staff('nwosu');
    const reply = await colleague.get(`/api/assignments/${paper.assignmentId}/paper`);
    expect(reply.status).toBe(404);
  });
});

describe('scans', () => {
  test('come as a PDF of many pages, in any order', async () => {
    const paper = await begin();
    await paper.bring(await pdfOf(paper, [7, 5, 6]), 'class.pdf');
    for (const number of [5, 6, 7]) expect((await paper.student(number)).points).toBe(2);
  });

  test('the backs of sheets are passed over', async () => {
    const paper = await begin();
    const blank = { width: 850, height: 1100, channels: 3 as const, background: '#f4f4f0' };
    await paper.bring(await sharp({ create: blank }).jpeg().toBuffer());
    expect(await problems(paper)).toEqual([]);
  });

  test('go on with the page after the last one that was read', async () => {
    const paper = await begin();
    await paper.send(await pdfOf(paper, [3, 4]));
    // As if the server had gone away between the two.
    await school.database.query(`UPDATE scans SET read_count = 1, page_count = 2
      WHERE assignment_id = ${paper.assignmentId}`);
    await school.jobs();
    expect((await paper.student(3)).state).toBe('not-begun');
    expect((await paper.student(4)).points).toBe(2);
  });

  test.each([
    ['nothing', Buffer.alloc(0), 422],
    ['what is no picture', Buffer.from('words and no picture'), 200],
  ])('of %s are refused in words', async (_name, bytes, status) => {
    const paper = await begin();
    expect(await paper.bring(bytes)).toBe(status);
    if (status !== 200) return;
    const [scan] = (await paper.overview()).scans;
    expect(scan).toMatchObject({
      state: 'failed',
      message: 'This is no picture and no PDF that can be read.',
    });
  });

  test('that a copier puts into its folder find their assignments by themselves', async () => {
    const paper = await begin();
    const folder = mkdtempSync(join(tmpdir(), 'oaken-copier-'));
    const file = join(folder, 'Scan 12.jpg');
    writeFileSync(file, await (await paper.sheetOf(3)).filled({ 1: 'A', 2: 'B' }));
    // One that is still being written.
    writeFileSync(join(folder, 'Scan 13.jpg'), 'half');
    const minute = 60_000;
    utimesSync(file, new Date(Date.now() - minute), new Date(Date.now() - minute));
    await takeFromFolder(school.app.context, folder);
    await school.jobs();
    expect((await paper.student(3)).points).toBe(2);
    expect((await paper.overview()).scans).toMatchObject([{ name: 'Scan 12.jpg', by: '' }]);
    expect(readdirSync(folder).sort()).toEqual(['Scan 13.jpg', 'taken']);
    rmSync(folder, { recursive: true });
  });

  test('can be stopped', async () => {
    const paper = await begin();
    const name = 'stopped.jpg';
    const id = 'A'.repeat(22);
    await school.database.query(
      `INSERT INTO scans (id, school_id, brought_by, assignment_id, name, state, page_count, created_at)
       VALUES ('${id}', 1, 1, ${paper.assignmentId}, '${name}', 'reading', 4, NOW())`,
    );
    await teacher.ok('POST', `/api/scans/${id}/cancel`, {});
    await school.jobs();
    expect((await paper.overview()).scans[0]).toMatchObject({ name, state: 'cancelled' });
  });
});

describe('what is not sure', () => {
  test('is no answer and no blank, and waits for a person', async () => {
    const paper = await begin();
    await paper.sit(3, { 1: 'A+B', 2: 'B' });
    const { rows: unclear } = await paper.unclear();
    expect(unclear).toMatchObject([
      { question: '1', doubt: 'two-marks', says: ['A', 'B', 'C', 'D'] },
    ]);
    const { points, cells } = await paper.student(3);
    expect([points, cells[0]!.needsMarking]).toEqual([1, true]);
  });

  test('counts as a person says, and who said it is kept', async () => {
    const paper = await begin();
    const { id } = await paper.sit(3, { 1: 'A+B', 2: 'B' });
    const [unclear] = (await paper.unclear()).rows;
    const path = `/api/scanned-pages/${unclear!.pageId}/rows/${unclear!.row}` as const;
    await teacher.ok('PUT', path, { marks: ['A'] });
    expect((await paper.student(3)).points).toBe(2);
    const sheet = await teacher.ok('GET', `/api/printed-sheets/${id}`);
    expect(sheet.decisions).toMatchObject([{ label: '1', became: 'A', by: 'Maren Holloway' }]);
    expect((await paper.overview()).toLookAt).toBe(0);
  });

  test('a mark that the row does not have is refused', async () => {
    const paper = await begin();
    await paper.sit(3, { 1: 'A+B', 2: 'B' });
    const [unclear] = (await paper.unclear()).rows;
    const path = `/api/scanned-pages/${unclear!.pageId}/rows/${unclear!.row}`;
    for (const marks of [['E'], ['A', 'B']])
      expect((await teacher.send('PUT', path, { marks })).status).toBe(422);
  });
});

describe('a page that has no place', () => {
  const decide = (page: number, decision: object) =>
    teacher.send('PUT', `/api/scanned-pages/${page}`, decision);

  test('without its code is known by the number of its student', async () => {
    const paper = await begin();
    await paper.sit(8, { 1: 'A', 2: 'B' }, { torn: true });
    expect((await paper.student(8)).points).toBe(2);
  });

  test('of a spare is the student’s whose number is filled in', async () => {
    const paper = await begin(two, {}, 1);
    await paper.sit({ spare: 0 }, { 1: 'A', 2: 'B' }, { bubbled: 9 });
    expect((await paper.student(9)).points).toBe(2);
  });

  test('of a spare without a number is placed by hand', async () => {
    const paper = await begin(two, {}, 1);
    const { id: sheetId } = await paper.sit({ spare: 0 }, { 1: 'A', 2: 'B' });
    expect(await problems(paper)).toEqual(['whose']);
    const { pages, students } = await paper.unclear();
    const { id: studentId } = await paper.student(5);
    expect(students.map(({ id }) => id)).toContain(studentId);
    const { pageId, page } = pages[0]!;
    await decide(pageId, { as: 'taken', sheetId, page: page ?? 1, studentId });
    expect((await paper.student(5)).points).toBe(2);
  });

  test('of another assignment is named by it, and changes nothing here', async () => {
    const paper = await begin();
    const other = await begin();
    await paper.bring(await (await other.sheetOf(3)).filled({ 1: 'A', 2: 'B' }));
    const [page] = (await paper.overview()).pages;
    expect(page).toMatchObject({ problem: 'foreign', elsewhere: 'On paper' });
    expect((await paper.student(3)).state).toBe('not-begun');
    expect((await other.student(3)).state).toBe('not-begun');
  });

  test('without any sheet is left out when a person says so', async () => {
    const paper = await begin();
    const dots = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="850" height="1100"><circle cx="400" cy="500" r="200"/></svg>',
    );
    await paper.bring(await sharp(dots).flatten({ background: '#fff' }).jpeg().toBuffer());
    const { pages } = await paper.unclear();
    expect(pages).toMatchObject([{ problem: 'no-sheet' }]);
    await decide(pages[0]!.pageId, { as: 'left-out' });
    expect(await problems(paper)).toEqual(['(no-sheet)']);
    expect((await decide(pages[0]!.pageId, { as: 'left-out' })).status).toBe(409);
  });
});

describe('nothing is scored twice', () => {
  test('the same page again is passed over', async () => {
    const paper = await begin();
    const sheet = await paper.sit(3, { 1: 'A', 2: 'C' });
    await paper.bring(await sheet.filled({ 1: 'A', 2: 'C' }));
    expect(await problems(paper)).toEqual(['(same-again)']);
    expect((await paper.student(3)).attempts).toBe(1);
  });

  test('a page that says something else waits, and takes the first one’s place if a person wants it', async () => {
    const paper = await begin();
    const sheet = await paper.sit(3, { 1: 'A', 2: 'C' });
    await paper.bring(await sheet.filled({ 1: 'A', 2: 'B' }));
    expect((await paper.student(3)).points).toBe(1);
    const [page] = (await paper.unclear()).pages;
    expect(page!.changes).toEqual([{ label: '2', was: 'C', now: 'B' }]);
    const path = `/api/scanned-pages/${page!.pageId}` as const;
    await teacher.ok('PUT', path, { as: 'taken' });
    expect(await paper.student(3)).toMatchObject({ points: 2, attempts: 1 });
  });

  test('who answered on a screen has a further attempt only if a person says so', async () => {
    const paper = await begin(two, { attempts: 1, counts: 'best' });
    const student = await school.student('6B', 2);
    const attempt = await student.ok(
      'POST',
      `/api/seat/assignments/${paper.assignmentId}/attempt`,
      {},
    );
    await student.ok('POST', `/api/seat/attempts/${attempt.id}/hand-in`, { answers: [] });
    await paper.sit(3, { 1: 'A', 2: 'B' });
    expect((await paper.student(3)).points).toBe(0);
    const [page] = (await paper.unclear()).pages;
    expect(page!.problem).toBe('answered');
    await teacher.ok('PUT', `/api/scanned-pages/${page!.pageId}` as const, { as: 'taken' });
    expect(await paper.student(3)).toMatchObject({ points: 2, attempts: 2 });
  });
});

describe('several pages', () => {
  // Two frames that no page has room for together.
  const long = [parts.essay, parts.essay, parts.essay, parts.choice('a')];

  test('are one work, whichever comes first; what is missing is told', async () => {
    const paper = await begin(long);
    const sheet = await paper.sheetOf(3);
    const last = sheet.geometry.pages.length;
    expect(last).toBeGreaterThan(1);
    await paper.bring(await sheet.filled({ 4: 'A' }, { page: last }));
    const line = async () => (await paper.overview()).sheets.find(({ id }) => id === sheet.id)!;
    expect((await line()).read).toEqual([last]);
    await paper.bring(await sheet.filled({}, { page: 1, written: { 1: 'A first thought' } }));
    expect((await line()).read).toEqual([1, last]);
    expect((await paper.student(3)).attempts).toBe(1);
  });
});

describe('what is written into a frame', () => {
  test('comes to marking as a picture, whatever its kind, and its points count', async () => {
    const paper = await begin([parts.word, parts.essay]);
    await paper.sit(3, {}, { written: { 1: 'mean', 2: 'Because it is the same everywhere' } });
    const { waiting } = await teacher.ok('GET', '/api/marking');
    const mine = waiting.filter(({ assignmentId }) => assignmentId === paper.assignmentId);
    expect(mine.map(({ unmarked }) => unmarked)).toEqual([1, 1]);
    const { answers } = await teacher.ok('GET', `/api/marking/${paper.assignmentId}`);
    for (const { attemptId, entry, part, response } of answers) {
      const { handwritten } = response as { handwritten: string[] };
      const picture = await teacher.get(handwritten[0]!);
      expect(picture.headers.get('content-type')).toBe('image/jpeg');
      const path = `/api/marking/${paper.assignmentId}/${entry}/${part}` as const;
      await teacher.ok('PUT', path, {
        ...{ attempts: [{ attemptId, version: 0 }], points: 1, levels: null, comment: '' },
      });
    }
    expect((await paper.student(3)).points).toBe(2);
  });

  test('an empty frame is no answer', async () => {
    const paper = await begin([parts.essay, parts.choice('a')]);
    await paper.sit(3, { 2: 'A' });
    const { cells } = await paper.student(3);
    expect(cells[0]).toMatchObject({ needsMarking: false, responseText: '' });
  });
});

describe('afterwards', () => {
  test('results are not complete while sheets are out or something is not sure', async () => {
    const hour = 3_600_000;
    const closesAt = school.clock.now + hour;
    const paper = await OnPaper.begin(school, teacher, two, { closesAt });
    await paper.print();
    const { length } = (await paper.results()).students;
    await paper.sit(3, { 1: 'A+B', 2: 'B' });
    school.clock.now += 2 * hour;
    const { complete, onPaper } = await paper.results();
    school.clock.now -= 2 * hour;
    expect([complete, onPaper]).toEqual([false, { out: length - 1, toLookAt: 1 }]);
  });

  test('the student sees the picture of their sheet, and nobody else’s', async () => {
    const paper = await begin(two, open);
    await paper.sit(3, { 1: 'A', 2: 'B' });
    const student = await school.student('6B', 2);
    const path = `/api/seat/assignments/${paper.assignmentId}/report` as const;
    const { sheet } = await student.ok('GET', path);
    expect(sheet).toHaveLength(1);
    expect((await student.get(sheet[0]!)).status).toBe(200);
    const other = await school.student('6B', 3);
    expect((await other.get(sheet[0]!)).status).toBe(404);
  });

  test('a key that is repaired counts for paper too, and a sheet that comes later is still read', async () => {
    const paper = await begin([parts.number, parts.choice('a')]);
    const late = await paper.sheetOf(4);
    await paper.sit(3, { 1: '1 5 . 2 5', 2: 'A' });
    expect((await paper.student(3)).points).toBe(1);
    const { entry } = (await workOf(paper, 3)).entries[0]!;
    const path = `/api/assignments/${paper.assignmentId}/rescores` as const;
    const change = { entry, accept: { part: 'p', response: '15.25' } };
    const { edition } = await teacher.ok('POST', `${path}/preview`, change);
    await teacher.ok('POST', path, { change, edition, reason: '', tell: false });
    expect((await paper.student(3)).points).toBe(2);
    await paper.bring(await late.filled({ 1: '1 2', 2: 'A' }));
    expect((await paper.student(4)).points).toBe(2);
  });
});

test('a device cannot say that its answer stands on paper', async () => {
  const { assignmentId } = await giveTest(school, teacher);
  const student = await school.student('6B', 1);
  const attempt = await student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`, {});
  const [entry] = attempt.form.sections[0]!.entries;
  const claimed = answer(entry!.id, 1, { [entry!.item.parts[0]!.id]: { unclear: true } });
  const reply = await student.send('PUT', `/api/seat/attempts/${attempt.id}/answers`, {
    answers: [claimed],
  });
  expect(reply.status).toBe(422);
});
