/**
 * Codes of strips in pictures: `npm run -s read-strips -- picture.png …` prints one JSON line a picture,
 * `{"file","codes":[{"number","letter","corners":[[x,y],…],"confidence"}]}`, the codes by their numbers.
 */
import { readStrips } from '@oaken/core/capture';
import { parseArgs } from 'node:util';
import sharp from 'sharp';
import { readFileSync } from 'node:fs';
import { Misasked, runCommand } from './complain';

const rounded = (value: number) => Math.round(value * 100) / 100;

await runCommand(async () => {
  const { positionals } = parseArgs({ allowPositionals: true });
  if (positionals.length === 0)
    throw new Misasked('Name pictures: npm run -s read-strips -- picture.png …');
  for (const file of positionals) {
    const picture = sharp(readFileSync(file)).rotate().grayscale().raw();
    const { data, info } = await picture.toBuffer({ resolveWithObject: true }).catch(() => {
      throw new Misasked(`${file} is not a picture that can be read: PNG, JPEG, TIFF or WebP.`);
    });
    const { width, height, channels } = info;
    // Gray with a channel for what is see-through.
    const gray = channels === 1 ? data : data.filter((_, index) => index % channels === 0);
    const codes = readStrips({ width, height, data: gray })
      .sort((a, b) => a.number - b.number)
      .map(({ number, letter, corners, confidence }) => ({
        number,
        letter,
        corners: corners.map(({ x, y }) => [rounded(x), rounded(y)]),
        confidence: rounded(confidence),
      }));
    process.stdout.write(`${JSON.stringify({ file, codes })}\n`);
  }
});
