/** Whatever the pages of students may be refused has Spanish words. */
import { problemKinds } from '@oaken/contract/problems';
import { spanishProblems } from '@oaken/words/spanish';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

const source = join(__dirname, '../src');
/** What students' requests run through: signing in, sitting, files, joining, and what every request does. */
const onTheirWay = [
  'attempts',
  'sign-in',
  'files',
  'http',
  'problems',
  'app.ts',
  'classes/joining.ts',
  'assignments/guests.ts',
];

function* filesIn(path: string): Generator<string> {
  if (statSync(path).isFile()) yield path;
  else for (const name of readdirSync(path)) yield* filesIn(join(path, name));
}
const raised = new Set(
  onTheirWay.flatMap((part) =>
    [...filesIn(join(source, part))].flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(/problem\(\s*'([a-z-]+)'/g)].map(([, code]) => code!),
    ),
  ),
);
/** Raised beside those, but by what staff do alone. */
const staffOnly = ['school-begun', 'link-ended', 'cannot-block-self'];

test('the places where problems are raised are still there', () => {
  expect(raised.size).toBeGreaterThan(30);
});
test.each([...raised].filter((code) => !staffOnly.includes(code)))('%s', (code) => {
  expect(problemKinds).toHaveProperty([code]);
  expect(spanishProblems[code]?.title).toMatch(/\.$/);
});
