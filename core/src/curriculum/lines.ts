/**
 * A curriculum as an ordered outline: lines from top to bottom, each with its level. What stands below a
 * line with a higher level belongs to it, as in a table of contents.
 */
import { z } from 'zod';
import { elementAt } from '../certain';
import { sentence } from './sentences';

export const lineKinds = ['course', 'unit', 'week', 'lesson', 'topic'] as const;
export type LineKind = (typeof lineKinds)[number];

/** Levels run from 0 to one less than this. */
export const deepest = 5;
export const mostLines = 1000;
export const longestTitle = 200;

export const curriculumLine = z.strictObject({
  title: z.string().trim().min(1, sentence('giveTitle')).max(longestTitle),
  kind: z.enum(lineKinds),
  level: z
    .int()
    .min(0)
    .max(deepest - 1),
  /** The day on which it begins, where it has one: `2026-09-01`. */
  startsOn: z.iso.date().nullable(),
});
export type CurriculumLine = z.infer<typeof curriculumLine>;

/** What is asked of a line by whatever moves it. */
type Leveled = Pick<CurriculumLine, 'level'>;

/** Why lines are no outline, in words; null when they are one. */
export function outlineProblem(lines: readonly Leveled[]): string | null {
  const index = lines.findIndex(
    ({ level }, place) => level > (place === 0 ? 0 : elementAt(lines, place - 1).level + 1),
  );
  if (index < 0) return null;
  return index === 0
    ? sentence('firstLineMustBeAtTop')
    : sentence('lineSkipsLevel', { number: index + 1 });
}

/** Behind the last line that belongs to the one at `index`. */
export function endOf(lines: readonly Leveled[], index: number): number {
  const { level } = elementAt(lines, index);
  const next = lines.findIndex((line, place) => place > index && line.level <= level);
  return next < 0 ? lines.length : next;
}

/** Indexes of the lines that the one at `index` belongs to, the nearest first. */
export function aboveOf(lines: readonly Leveled[], index: number): number[] {
  const above: number[] = [];
  let { level } = elementAt(lines, index);
  for (let place = index - 1; place >= 0 && level > 0; place--)
    if (elementAt(lines, place).level < level) {
      above.push(place);
      ({ level } = elementAt(lines, place));
    }
  return above;
}

/** Whatever a change leaves too deep below the line above it is drawn up to it. */
function settled<Line extends Leveled>(lines: readonly Line[]): Line[] {
  let above = -1;
  return lines.map((line) => {
    const level = Math.min(line.level, above + 1);
    above = level;
    return level === line.level ? line : { ...line, level };
  });
}

/** One level deeper or higher with all that belongs to it; null where that is not possible. */
export function shifted<Line extends Leveled>(
  lines: readonly Line[],
  index: number,
  by: 1 | -1,
): Line[] | null {
  const end = endOf(lines, index);
  const moving = lines.slice(index, end);
  const { level } = elementAt(lines, index);
  const limit = index === 0 ? 0 : elementAt(lines, index - 1).level + 1;
  const isDeeper = level + by > limit || moving.some((line) => line.level + by >= deepest);
  if (level + by < 0 || isDeeper) return null;
  return settled(
    lines.map((line, place) =>
      place >= index && place < end ? { ...line, level: line.level + by } : line,
    ),
  );
}

/**
 * With all that belongs to it, before the line at `to` (or behind the last one) at a level.
 *
 * @returns null where it would stand within itself
 */
export function moved<Line extends Leveled>(
  lines: readonly Line[],
  from: number,
  to: number,
  level: number,
): Line[] | null {
  const end = endOf(lines, from);
  if (to > from && to < end) return null;
  const by = level - elementAt(lines, from).level;
  const moving = lines
    .slice(from, end)
    .map((line) => ({ ...line, level: Math.min(deepest - 1, line.level + by) }));
  const before = lines.slice(0, to).filter((_, place) => place < from || place >= end);
  const after = lines.filter((_, place) => place >= to && (place < from || place >= end));
  return settled([...before, ...moving, ...after]);
}

/** Past its neighbor of the same level above or below; null where there is none. */
export function stepped<Line extends Leveled>(
  lines: readonly Line[],
  index: number,
  by: 1 | -1,
): Line[] | null {
  const { level } = elementAt(lines, index);
  if (by === 1) {
    const next = endOf(lines, index);
    if (next >= lines.length || elementAt(lines, next).level < level) return null;
    return moved(lines, index, endOf(lines, next), level);
  }
  const before = lines.slice(0, index).findLastIndex((line) => line.level <= level);
  if (before < 0 || elementAt(lines, before).level < level) return null;
  return moved(lines, index, before, level);
}

/** Without the line and all that belongs to it. */
export const without = <Line extends Leveled>(lines: readonly Line[], index: number): Line[] => [
  ...lines.slice(0, index),
  ...lines.slice(endOf(lines, index)),
];

/**
 * Where a class is by the dates of the lines: the last one that has begun.
 *
 * @param today as `2026-09-01`
 * @returns its index; -1 before the first, or where no line has a date
 */
export function lineOfDay(lines: readonly CurriculumLine[], today: string): number {
  return lines.findLastIndex(({ startsOn }) => startsOn !== null && startsOn <= today);
}

/** The next line that nothing belongs to, behind the one at `index`; -1 when there is none. */
export const nextLeaf = (lines: readonly Leveled[], index: number): number =>
  lines.findIndex((_, place) => place > index && endOf(lines, place) === place + 1);
