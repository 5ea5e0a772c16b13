/** Strips to print: `npm run -s strips -- --numbers 1-30 --paper a4 --size two --out strips.pdf` */
import { highestNumber, paperNames, stripSizes } from '@oaken/core/capture';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { stripsPdf } from '../../server/src/paper/strips-pdf';
import { Misasked, runCommand } from './complain';

/** "1-30,35" as numbers, each once. */
function numbersIn(text: string): number[] {
  const numbers = text.split(',').flatMap((piece) => {
    const [, first, last = first] = /^(\d+)(?:-(\d+))?$/.exec(piece.trim()) ?? [];
    const [from, to] = [Number(first), Number(last)];
    if (!first || from < 1 || to > highestNumber || from > to)
      throw new Misasked(
        `Numbers are from 1 to ${highestNumber}, as in 1-30,35; “${piece}” is not.`,
      );
    return Array.from({ length: to - from + 1 }, (_, index) => from + index);
  });
  return [...new Set(numbers)];
}

function oneOf<Choice extends string>(
  name: string,
  value: string,
  choices: readonly Choice[],
): Choice {
  const choice = choices.find((other) => other === value);
  if (!choice) throw new Misasked(`--${name} is one of ${choices.join(', ')}.`);
  return choice;
}

await runCommand(async () => {
  const { values } = parseArgs({
    options: {
      numbers: { type: 'string', default: '1-30' },
      paper: { type: 'string', default: 'a4' },
      size: { type: 'string', default: 'two' },
      out: { type: 'string' },
    },
  });
  if (!values.out)
    throw new Misasked(
      'Say where to: npm run -s strips -- --numbers 1-30 --paper a4 --size two --out strips.pdf',
    );
  const owners = numbersIn(values.numbers).map((number) => ({ number }));
  const paper = oneOf('paper', values.paper, paperNames);
  const size = oneOf('size', values.size, stripSizes);
  await pipeline(stripsPdf(owners, { paper, size }), createWriteStream(values.out));
});
