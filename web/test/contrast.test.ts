/** Text against every ground of every theme: 7:1 (WCAG 2.2, 1.4.6; contrast as its glossary defines it). */
import { textColors } from '@oaken/core/markup';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const css = readFileSync(join(__dirname, '../src/theme/tokens.css'), 'utf8');
type Colors = Record<string, string>;

function colorsOf(theme: string): Colors {
  const block = new RegExp(`\\[data-theme='${theme}'\\] \\{([^}]*)\\}`).exec(css)![1]!;
  return Object.fromEntries(
    [...block.matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, color]) => [name!, color!]),
  );
}
const light = colorsOf('light');

function luminance(color: string): number {
  const [red, green, blue] = [1, 3, 5].map((place) => {
    const channel = parseInt(color.slice(place, place + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}
function contrast(one: string, other: string): number {
  const [brighter, darker] = [luminance(one), luminance(other)].sort((a, b) => b - a);
  return (brighter! + 0.05) / (darker! + 0.05);
}

test('black on white is 21:1, one color on itself 1:1', () => {
  expect([contrast('#000000', '#ffffff'), contrast('#474d50', '#474d50')]).toEqual([21, 1]);
});

describe.each(['light', 'cream', 'dark', 'strong'])('%s', (theme) => {
  const colors: Colors = { ...light, ...colorsOf(theme) };
  const grounds = ['paper', 'sheet', 'wash', 'secure-wash', 'low-wash'];

  const ofText = textColors.map((color) => `text-${color}`);
  test.each(['ink', 'faded', 'oak', 'secure', 'partial-ink', 'low', ...ofText])('%s', (text) => {
    const weakest = Math.min(...grounds.map((ground) => contrast(colors[text]!, colors[ground]!)));
    expect(weakest).toBeGreaterThanOrEqual(7);
  });
  test('words on a main button', () => {
    expect(contrast(colors['on-oak']!, colors.oak!)).toBeGreaterThanOrEqual(7);
  });
});
