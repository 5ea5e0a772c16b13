/** The files that results leave in: each format of the registry is written, and OpenAPI says what it is. */
import { resultExports, type ResultExport } from '@oaken/contract/results';
import { strFromU8, unzipSync } from 'fflate';
import { openSchool, type School, type Visitor } from './support/school';
import { openApi } from './support/openapi';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const path = (format: string, query = '') =>
  `/api/assignments/1/exports/${format}${query}` as const;
const fetched = async (format: string) => {
  const response = await fetch(school.base + path(format), { headers: { cookie: teacher.cookie } });
  return { response, bytes: new Uint8Array(await response.arrayBuffer()) };
};
const formats = Object.keys(resultExports) as ResultExport[];

test.each(formats)('%s leaves as the media type that it is said to be', async (format) => {
  const { response } = await fetched(format);
  expect(response.status).toBe(200);
  expect(response.headers.get('content-type')).toContain(resultExports[format].media);
});

test.each(formats)('%s is saved under the name of the test and its own', async (format) => {
  const { response } = await fetched(format);
  const name = decodeURIComponent(response.headers.get('content-disposition') ?? '');
  expect(name).toContain(`${format}.${resultExports[format].extension}`);
});

test.each([
  ['students', 'No.,Student,'],
  ['items', 'No.,Question,Standards,Points possible,Students,Average score,'],
  ['standards', 'Standard,Statement,Who,Name,Class,'],
])('%s begin with the names of their columns', async (format, head) => {
  const { bytes } = await fetched(format);
  expect(strFromU8(bytes).replace('\uFEFF', '').startsWith(head)).toBe(true);
});

test('a file holds only the work that the filters leave', async () => {
  const { body } = await teacher.get(path('students', '?from=1&to=2'));
  const { body: all } = await teacher.get(path('students'));
  expect(body.trim().split('\r\n').length).toBeLessThan(all.trim().split('\r\n').length);
});

test('the gradebook is a zip with a manifest', async () => {
  const { bytes } = await fetched('gradebook');
  expect(Object.keys(unzipSync(bytes))).toContain('manifest.csv');
});

test('a format that there is not is refused', async () => {
  expect((await teacher.get(path('parchment'))).status).toBe(404);
});

test('OpenAPI names the media types of a file, and JSON for everything else', async () => {
  const { paths } = openApi.parse(await teacher.ok('GET', '/api/openapi.json'));
  const contentOf = (at: string) => Object.keys(paths[at]!.get!.responses[200]!.content ?? {});
  expect(contentOf('/api/assignments/{assignmentId}/exports/{format}')).toEqual([
    'text/csv',
    'application/zip',
  ]);
  expect(contentOf('/api/assignments/{assignmentId}/students/{studentId}/report.pdf')).toEqual([
    'application/pdf',
  ]);
  expect(contentOf('/api/assignments/{assignmentId}/results')).toEqual(['application/json']);
});
