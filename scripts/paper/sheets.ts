/** Answer sheets to print: `npm run -s sheets -- --layout layout.json --out sheets.pdf` */
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { sheetsOf, sheetsPdf } from '../../server/src/paper/sheets-pdf';
import { Misasked, runCommand } from './complain';
import { readLayout } from './read-layout';

const usage = 'npm run -s sheets -- --layout layout.json --out sheets.pdf';

await runCommand(async () => {
  const { values } = parseArgs({
    options: { layout: { type: 'string' }, out: { type: 'string' } },
  });
  if (!values.layout || !values.out) throw new Misasked(`Say from what and where to: ${usage}`);
  const layout = readLayout(values.layout);
  if (layout.sheets.length === 0)
    throw new Misasked('The layout names no sheets: “sheets” says for whom they are printed.');
  await pipeline(sheetsPdf(layout.title, sheetsOf(layout)), createWriteStream(values.out));
});
