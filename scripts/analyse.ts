/** Figures of answers gathered elsewhere: `npm run -s analyse -- answers.csv [--key key.csv]` prints one JSON. */
import { analyseSheet, SheetProblem } from '@oaken/core/analysis';
import { parse } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';

function read(file: string): string[][] {
  // Rows of another length are told in our own words, with their number.
  return parse(readFileSync(file), {
    bom: true,
    relax_column_count: true,
    skip_empty_lines: true,
  }) as string[][];
}

try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { key: { type: 'string' } },
  });
  const [answers, ...more] = positionals;
  if (!answers || more.length > 0)
    throw new SheetProblem('Name one file: npm run -s analyse -- answers.csv [--key key.csv]');
  const result = analyseSheet(read(answers), values.key === undefined ? null : read(values.key));
  process.stdout.write(`${JSON.stringify(result)}\n`);
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  process.stderr.write(
    `${code === 'ENOENT' ? `There is no file ${(error as NodeJS.ErrnoException).path}.` : message}\n`,
  );
  process.exitCode = 1;
}
