/** What is written to a student is written in the language that they chose. */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Post } from '../src/letters/post';
import { giveTest, openSchool, usualRules, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
let student: Visitor;
let assignmentId: number;

beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
  student = await school.student('6B', 0);
  await student.ok('PUT', '/api/session/language', { language: 'es' });
  // Nothing is sent here: what matters is what was written.
  school.app.context.post = { send: async () => {} } as Post;
  ({ assignmentId } = await giveTest(school, teacher, {
    change: {
      invite: true,
      rules: {
        ...usualRules,
        mode: 'practice',
        limitMinutes: 20,
        release: { ...usualRules.release, score: 'at-hand-in' },
      },
    },
  }));
  const path = `/api/seat/assignments/${assignmentId}/attempt` as const;
  const { id } = await student.ok('POST', path);
  await student.ok('POST', `/api/seat/attempts/${id}/hand-in`, { answers: [] });
});
afterAll(() => school.close());

const accountId = async () => (await student.ok('GET', '/api/session')).account!.id;

test('the language is kept at the account and told at once', async () => {
  expect((await student.ok('GET', '/api/session')).account).toMatchObject({ language: 'es' });
});

test('a language that there is not is refused', async () => {
  expect((await student.send('PUT', '/api/session/language', { language: 'xx' })).status).toBe(422);
});

test('nobody keeps a language without being signed in', async () => {
  const { status } = await school
    .visitor()
    .send('PUT', '/api/session/language', { language: 'es' });
  expect(status).toBe(401);
});

test('the invitation is in it, and those of the others in English', async () => {
  const letters = await school.database.models.Letter.findAll({ where: { assignmentId } });
  const mine = await accountId();
  const [own] = letters.filter((letter) => letter.accountId === mine);
  expect(own!.subject).toBe('Given: ya está abierta');
  expect(own!.body).toMatch(
    /Maren Holloway te dio la prueba corta “Given”: 6 preguntas\. Ya está abierta\. .* Tienes 20 minutos para trabajar\./,
  );
  expect(letters.filter(({ subject }) => subject === 'Given: open now')).toHaveLength(
    letters.length - 1,
  );
});

test('the report says in it what to make of each standard', async () => {
  const report = await student.ok('GET', `/api/seat/assignments/${assignmentId}/report`);
  expect(report.byStandard!.map(({ words }) => words)).toEqual(
    report.byStandard!.map(() => expect.stringMatching(/^0 de \d+ puntos? en \d+ preguntas?[.:]/)),
  );
});

test('a page in another language gets the report in that', async () => {
  const path = `/api/seat/assignments/${assignmentId}/report?language=en` as const;
  const report = await student.ok('GET', path);
  expect(report.byStandard![0]!.words).toMatch(/^0 of \d+ points? on \d+ questions?[.:]/);
});

test.each([
  ['', 'Por estándar'],
  ['?language=en', 'By standard'],
])('on paper with “%s” it says %s', async (query, head) => {
  const path = `/api/assignments/${assignmentId}/students/${await accountId()}/report.pdf${query}`;
  const response = await fetch(school.base + path, { headers: { cookie: teacher.cookie } });
  expect(response.status).toBe(200);
  const file = join(tmpdir(), `report-in-${process.pid}.pdf`);
  writeFileSync(file, Buffer.from(await response.arrayBuffer()));
  // Read back by Debian's poppler, where it is installed.
  const read = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  expect(read.error ? head : read.stdout).toContain(head);
});
