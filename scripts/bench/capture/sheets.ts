/**
 * Answer sheets that were filled in and scanned, of known truth (`core/test/support/scans.ts`): rows read wrongly
 * without being asked about, rows asked about, and the time of a page. Every second page went through JPEG at
 * quality 50. The floor of a page is one look at each of its pixels.
 */
import type { Gray } from '@oaken/core/capture';
import { geometryOf, readPage, sheetLayout } from '@oaken/core/capture/sheets';
import { randomFrom } from '@oaken/core/random';
import sharp from 'sharp';
import { scanOf, type ScanConditions } from '../../../core/test/support/scans';
import { percentile, report } from '../figure';

/** Fewer for a quick look: OAKEN_PAGES=20 npm run bench -- capture. */
const pages = Number(process.env.OAKEN_PAGES ?? 180);
const questions = [
  ...Array.from({ length: 100 }, (_, n) => ({
    ...{ id: String(n + 1), kind: 'choices', choices: 4 + (n % 2) },
  })),
  { id: '101', kind: 'number' },
  { id: '102', kind: 'grid', rows: 6, columns: 6 },
];
const geometry = geometryOf(sheetLayout.parse({ paper: 'a4', questions }));
const resolutions = [100, 150, 150, 200, 300];

async function compressed({ width, height, data }: Gray): Promise<Gray> {
  const jpeg = await sharp(data, { raw: { width, height, channels: 1 } })
    .jpeg({ quality: 50 })
    .toBuffer();
  return { width, height, data: await sharp(jpeg).toColourspace('b-w').raw().toBuffer() };
}
function sumOf(shades: Uint8Array): number {
  let sum = 0;
  for (let pixel = 0; pixel < shades.length; pixel++) sum += shades[pixel]!;
  return sum;
}

const random = randomFrom('scanners');
const [times, floor]: [number[], number[]] = [[], []];
let [bubbles, rows, wrong, asked, usualRows, usualAsked, unread] = [0, 0, 0, 0, 0, 0, 0];
for (let index = 0; index < pages; index++) {
  const photo = index % 6 === 5;
  const conditions: Partial<ScanConditions> = {
    dpi: photo ? 150 : resolutions[index % resolutions.length]!,
    turned: (random.next() - 0.5) * (index % 3 === 0 ? 20 : 6),
    noise: 3 + 5 * random.next(),
    blur: 0.5 + 0.7 * random.next(),
    streaks: index % 4 === 0 ? 2 : 0,
    shading: 0.02 + 0.2 * random.next(),
    photo,
  };
  const scan = scanOf(`page ${index}`, geometry, conditions);
  const picture = index % 2 === 0 ? scan.picture : await compressed(scan.picture);
  let from = performance.now();
  const page = readPage(picture, geometry);
  if (conditions.dpi === 150 && !photo) times.push(performance.now() - from);
  from = performance.now();
  sumOf(picture.data);
  floor.push(performance.now() - from);
  if (page.problem !== null || page.sheet === null) {
    unread++;
    continue;
  }
  scan.filled.forEach(({ row, means }, place) => {
    const { doubt, marks } = page.rows[place]!;
    rows++;
    bubbles += row.bubbles.length;
    usualRows += Number(conditions.dpi === 150);
    usualAsked += Number(conditions.dpi === 150 && doubt !== null);
    if (doubt !== null) asked++;
    else if (marks.join() !== means?.join()) wrong++;
  });
}

report({
  name: `capture: rows of sheets read wrongly and not asked about, of ${rows} with ${bubbles} bubbles`,
  value: wrong,
  unit: 'rows',
  holds: wrong === 0,
});
report({
  name: 'capture: rows asked about at 150 dpi',
  value: (100 * usualAsked) / usualRows,
  unit: '%',
  holds: usualAsked / usualRows <= 0.02,
});
report({
  name: 'capture: rows asked about at 100 to 300 dpi',
  value: (100 * asked) / rows,
  unit: '%',
});
report({
  name: `capture: pages not read, of ${pages}`,
  value: unread,
  unit: 'pages',
  holds: unread === 0,
});
const p95 = percentile(times, 0.95);
report({
  name: 'capture: a page at 150 dpi with 112 rows, p95',
  value: p95,
  median: percentile(times, 0.5),
  unit: 'ms',
  floor: percentile(floor, 0.5),
  ratio: p95 / 250,
  holds: p95 <= 250,
});
