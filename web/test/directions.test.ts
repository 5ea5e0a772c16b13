/** Pages can be written from right to left: styles speak of start and end, never of left and right. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const source = join(__dirname, '../src');
const files = readdirSync(source, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(css|vue)$/.test(file))
  .sort();

/** The styles of a file; of a component, what stands in its style elements. */
function stylesIn(file: string): string {
  const text = readFileSync(join(source, file), 'utf8');
  if (file.endsWith('.css')) return text;
  return [...text.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map(([, css]) => css).join('\n');
}

const sided = /(margin|padding|border)-(left|right)|text-align: (left|right)|^\s*(left|right):/;
/** The same where a component sets a style itself. */
const sidedBinding = /\b(margin|padding|border)(Left|Right)\b/;
/** Four values of which the right one and the left one differ. */
const unevenBox = /(?:margin|padding): \S+ (\S+) \S+ (\S+);/;

function linesWithSides(file: string): string[] {
  return stylesIn(file)
    .split('\n')
    .filter((line) => {
      const [, right, left] = unevenBox.exec(line) ?? [];
      return sided.test(line) || right !== left;
    });
}

test('there are styles to look at', () => {
  expect(files.filter((file) => stylesIn(file) !== '').length).toBeGreaterThan(100);
});

test.each(files)('%s names no side', (file) => {
  expect(linesWithSides(file)).toEqual([]);
  expect(readFileSync(join(source, file), 'utf8')).not.toMatch(sidedBinding);
});
