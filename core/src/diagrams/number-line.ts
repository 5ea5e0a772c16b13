/** A number line with its ticks and marked points. */
import type Fraction from 'fraction.js';
import { marksBetween, writtenLike } from '../axes';
import { elementAt } from '../certain';
import { readNumber } from '../scoring';
import type { DiagramOf } from './diagram';
import { countIn, pointsIn, Undrawable } from './measures';
import { sentence } from './sentences';
import { letterSize, widthOf, type Mark, type Sketch } from './sketch';

const width = 480;
const edge = 34;
const axisAt = 40;

/** @throws Undrawable */
function exactIn(text: string): Fraction {
  const [reading] = readNumber(text, 'point');
  if (!reading) throw new Undrawable(sentence('noNumber', { text }));
  return reading.value;
}

/** Every how many ticks a number has room. */
function everyOf(labels: readonly string[], room: number): number {
  const widest = Math.max(...labels.map((label) => widthOf(label))) + 8;
  return [1, 2, 5, 10, 20, 50].find((every) => room * every >= widest) ?? labels.length;
}

/** @throws Undrawable where its fields make no line */
export function numberLine({
  from,
  to,
  step,
  every: given,
  points,
}: DiagramOf<'number-line'>): Sketch {
  const [low, high, by] = [from, to, step].map(exactIn) as [Fraction, Fraction, Fraction];
  const ticks = marksBetween(low, high, by);
  if (ticks.length < 2) throw new Undrawable(sentence('noLine'));
  const placeOf = (value: number) =>
    edge + ((width - 2 * edge) * (value - low.valueOf())) / high.sub(low).valueOf();
  const labels = ticks.map((tick) => writtenLike(tick, step).replace('-', '−'));
  const room = placeOf(elementAt(ticks, 1).valueOf()) - edge;
  const every = given === '' ? everyOf(labels, room) : countIn(given, 1, 200);
  const marks: Mark[] = [
    {
      kind: 'line',
      path: `M6 ${axisAt}H${width - 6}M14 ${axisAt - 6}L6 ${axisAt}L14 ${axisAt + 6}M${width - 14} ${axisAt - 6}L${width - 6} ${axisAt}L${width - 14} ${axisAt + 6}`,
    },
  ];
  for (const [index, tick] of ticks.entries()) {
    const x = placeOf(tick.valueOf());
    marks.push({ kind: 'line', path: `M${x} ${axisAt - 8}V${axisAt + 8}`, isThin: true });
    if (index % every === 0)
      marks.push({
        kind: 'words',
        x,
        y: axisAt + 28,
        text: elementAt(labels, index),
        anchor: 'middle',
      });
  }
  for (const { letter, value } of pointsIn(points)) {
    if (value < low.valueOf() || value > high.valueOf())
      throw new Undrawable(sentence('pointOutside', { value, from, to }));
    const x = placeOf(value);
    marks.push({ kind: 'dot', x, y: axisAt });
    if (letter) marks.push({ kind: 'words', x, y: axisAt - 16, text: letter, anchor: 'middle' });
  }
  return { width, height: axisAt + 28 + letterSize / 2, marks };
}
