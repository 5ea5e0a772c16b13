/**
 * What was filled in on answer sheets: `npm run -s read-sheets -- --layout layout.json scan.pdf …` prints one
 * JSON line a page, `{"file","page","sheet","number","answers":{"1":{"marks":["B"],"sure":true},…}}`; where a
 * page is no such sheet, `{"file","page","problem"}`.
 */
import type { Gray } from '@oaken/core/capture';
import { geometryOf, readPage, type ReadPage, type ReadRow } from '@oaken/core/capture/sheets';
import { parseArgs } from 'node:util';
import { pagesOf, Unreadable } from '../../server/src/paper/pictures';
import { Misasked, runCommand } from './complain';
import { readLayout } from './read-layout';

const share = (part: number) => Math.round(part * 10_000) / 10_000;

const reasons = {
  'no-picture': 'is not a picture that can be read: PDF, PNG, JPEG, HEIC, TIFF or WebP.',
  'no-pdf': 'is a PDF that cannot be read.',
  'too-many-pages': 'has more than 500 pages.',
  'too-much': 'takes too long to read.',
};

await runCommand(async () => {
  const { values, positionals } = parseArgs({
    options: { layout: { type: 'string' } },
    allowPositionals: true,
  });
  if (!values.layout || positionals.length === 0)
    throw new Misasked(
      'Say which layout, and name scans: npm run -s read-sheets -- --layout layout.json scan.pdf …',
    );
  const layout = readLayout(values.layout);
  const geometry = geometryOf(layout);
  const numbers = new Set(
    layout.questions.flatMap(({ kind, id }) => (kind === 'number' ? [id] : [])),
  );
  for (const file of positionals) {
    try {
      for await (const { position: page, picture } of pagesOf(file)) {
        process.stdout.write(
          `${JSON.stringify({ file, page, ...told(readPage(picture, geometry), picture, numbers) })}\n`,
        );
      }
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      throw new Misasked(`${file} ${reasons[error.why]}`);
    }
  }
});

/** Corners of fields are shares of the width and the height of the page's picture. */
function told(read: ReadPage, { width, height }: Gray, numbers: ReadonlySet<string>) {
  if (read.problem !== null) return { problem: read.problem };
  const { sheet, page: sheetPage, number, rows, fields } = read;
  const answers: Record<string, object> = {};
  for (const question of new Set(rows.map((row) => row.question)))
    answers[question] = answerOf(
      rows.filter((row) => row.question === question),
      numbers.has(question),
    );
  for (const { question, corners } of fields)
    answers[question] = { field: corners.map(({ x, y }) => [share(x / width), share(y / height)]) };
  return { sheet, sheetPage, number, answers };
}

/** Of several rows, what each says. */
function answerOf(rows: readonly ReadRow[], isNumber: boolean) {
  const sure = rows.every(({ doubt }) => doubt === null);
  const doubts = [...new Set(rows.flatMap(({ doubt }) => doubt ?? []))];
  const [only] = rows;
  const said = rows.map((row) => row.marks.join(''));
  // The places of a number belong together; the sign is written as typed.
  const whole = said.join('').replace('−', '-');
  const marks = rows.length === 1 && only ? only.marks : said;
  return {
    marks: isNumber ? [whole].filter(Boolean) : marks,
    sure,
    ...(doubts.length > 0 && { doubts }),
  };
}
