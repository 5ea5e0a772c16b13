/** Bars in equal parts, rectangles and right triangles, with what is written at their sides. */
import type { DiagramOf } from './diagram';
import { countIn, sizeIn, Undrawable } from './measures';
import { sentence } from './sentences';
import { letterSize, widthOf, type Mark, type Sketch } from './sketch';

const mostParts = 40;
const barWidth = 440;
const barHeight = 46;
const edge = 6;

const words = (
  text: string,
  x: number,
  y: number,
  anchor: 'start' | 'middle' | 'end' = 'middle',
): Mark[] => (text === '' ? [] : [{ kind: 'words', x, y, text, anchor }]);

/** A line over a width with its ends turned down, under what it is worth. @param y of the line */
const span = (text: string, from: number, to: number, y: number): Mark[] =>
  text === ''
    ? []
    : [
        ...words(text, (from + to) / 2, y - 8),
        { kind: 'line', path: `M${from} ${y + 7}V${y}H${to}V${y + 7}`, isThin: true },
      ];

/** @throws Undrawable where its fields make no bar */
export function bar({ parts, shaded, whole, part }: DiagramOf<'bar'>): Sketch {
  const count = countIn(parts, 1, mostParts);
  const filled = shaded === '' ? 0 : countIn(shaded, 0, count);
  const each = barWidth / count;
  const top = whole === '' ? edge : 40;
  const marks: Mark[] = Array.from({ length: count }, (_, index) => ({
    kind: 'field',
    x: edge + index * each,
    y: top,
    width: each,
    height: barHeight,
    isShaded: index < filled,
  }));
  marks.push(...span(whole, edge, edge + barWidth, top - 12));
  // Words that are wider than one part stand at its beginning.
  const isWide = widthOf(part) > each;
  marks.push(
    ...words(
      part,
      isWide ? edge : edge + each / 2,
      top + barHeight + 22,
      isWide ? 'start' : 'middle',
    ),
  );
  return {
    width: barWidth + 2 * edge,
    height: top + barHeight + (part === '' ? edge : 30),
    marks,
  };
}

/** The sides in proportion, but none so short that it could not be seen. */
function sidesOf(across: string, down: string): [width: number, height: number] {
  const [width, height] = [sizeIn(across), sizeIn(down)];
  for (const [size, text] of [
    [width, across],
    [height, down],
  ] as const)
    if (size !== null && size <= 0) throw new Undrawable(sentence('noLength', { text }));
  const ratio = Math.min(
    5,
    Math.max(0.2, width !== null && height !== null ? width / height : 1.6),
  );
  return ratio >= 1.5 ? [270, 270 / ratio] : [180 * ratio, 180];
}

/** @throws Undrawable where a side has no length */
export function rectangle({ width: across, height: down }: DiagramOf<'rectangle'>): Sketch {
  const [width, height] = sidesOf(across, down);
  const left = Math.max(edge, widthOf(across) / 2 - width / 2 + edge);
  return {
    width: left + width + 12 + widthOf(down) + edge,
    height: edge + height + (across === '' ? edge : 30),
    marks: [
      { kind: 'field', x: left, y: edge, width, height, isShaded: false },
      ...words(across, left + width / 2, edge + height + 22),
      ...words(down, left + width + 10, edge + height / 2 + letterSize / 3, 'start'),
    ],
  };
}

/** The right angle stands at the bottom left. @throws Undrawable where a side has no length */
export function rightTriangle({ base, height: up, slant }: DiagramOf<'right-triangle'>): Sketch {
  const [width, height] = sidesOf(base, up);
  const left = edge + widthOf(up) + 10;
  const bottom = edge + height;
  return {
    width: left + width + Math.max(edge, widthOf(slant) - width / 2 + 20),
    height: bottom + (base === '' ? edge : 30),
    marks: [
      { kind: 'line', path: `M${left} ${edge}V${bottom}H${left + width}Z` },
      { kind: 'line', path: `M${left} ${bottom - 12}H${left + 12}V${bottom}`, isThin: true },
      ...words(base, left + width / 2, bottom + 22),
      ...words(up, left - 8, edge + height / 2 + letterSize / 3, 'end'),
      ...words(slant, left + width / 2 + 10, edge + height / 2 - 6, 'start'),
    ],
  };
}
