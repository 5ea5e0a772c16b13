/**
 * The borders between dark and light: closed walks along the edges of pixels with the dark on the right
 * hand. A figure has one around it, and one around each hole.
 */
import type { Gray } from '../gray';
import type { Point } from '../plane';
import { darkPixels } from './dark';

/** A closed walk in steps of one pixel; the corners of pixels that it comes by, in order. */
export interface Border {
  xs: Int32Array;
  ys: Int32Array;
  left: number;
  top: number;
  width: number;
  height: number;
  /** What it encloses, in pixels; negative around a hole. */
  area: number;
}

/** Right, down, left, up. */
const dx = [1, 0, -1, 0];
const dy = [0, 1, 0, -1];

/** A dark pixel that a walk has come by. */
const walked = 2;

/** @param shortest walks of fewer steps are left out */
export function bordersIn(gray: Gray, shortest: number): Border[] {
  const row = gray.width + 2;
  const dark = darkPixels(gray);
  const walk = new Walk(dark, row);
  const borders: Border[] = [];
  for (let place = row; place < dark.length; place++)
    if (dark[place] === 1 && dark[place - row] === 0) {
      const steps = walk.around(place);
      if (steps >= shortest) borders.push(walk.border());
    }
  return borders;
}

class Walk {
  private xs = new Int32Array(4096);
  private ys = new Int32Array(4096);
  private length = 0;
  /** In each direction, the pixels ahead on the left and on the right hand, from the corner that is stood on. */
  private readonly ahead: readonly (readonly [left: number, right: number])[];

  constructor(
    /** 0 light, 1 dark, `walked` where a walk came along its upper edge. */
    private readonly dark: Uint8Array,
    private readonly row: number,
  ) {
    this.ahead = [
      [-row, 0],
      [0, -1],
      [-1, -row - 1],
      [-row - 1, -row],
    ];
  }

  /** @param start a dark pixel with a light one above @returns the number of steps */
  around(start: number): number {
    this.length = 0;
    let [place, direction] = [start, 0];
    // The frame of light pixels is none of the picture.
    let [x, y] = [(start % this.row) - 1, Math.floor(start / this.row) - 1];
    do {
      if (direction === 0) this.dark[place] = walked;
      this.stepFrom(x, y);
      const [right, down] = [dx[direction] ?? 0, dy[direction] ?? 0];
      x += right;
      y += down;
      place += right + down * this.row;
      direction = this.turnAt(place, direction);
    } while (place !== start || direction !== 0);
    return this.length;
  }

  /** To the right where it is light there: dark that touches at a corner only is not joined. */
  private turnAt(place: number, direction: number): number {
    const [left, right] = this.ahead[direction] ?? [0, 0];
    if (this.dark[place + right] === 0) return (direction + 1) % 4;
    return this.dark[place + left] === 0 ? direction : (direction + 3) % 4;
  }

  private stepFrom(x: number, y: number): void {
    if (this.length === this.xs.length) {
      this.xs = longer(this.xs);
      this.ys = longer(this.ys);
    }
    this.xs[this.length] = x;
    this.ys[this.length] = y;
    this.length++;
  }

  /** The walk that was gone last. */
  border(): Border {
    const xs = this.xs.slice(0, this.length);
    const ys = this.ys.slice(0, this.length);
    let [left, right, top, bottom, twice] = [1e6, 0, 1e6, 0, 0];
    let [beforeX, beforeY] = [xs.at(-1) ?? 0, ys.at(-1) ?? 0];
    for (let step = 0; step < xs.length; step++) {
      const [x, y] = [xs[step] ?? 0, ys[step] ?? 0];
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
      twice += beforeX * y - x * beforeY;
      [beforeX, beforeY] = [x, y];
    }
    return { xs, ys, left, top, width: right - left, height: bottom - top, area: twice / 2 };
  }
}

function longer(numbers: Int32Array): Int32Array<ArrayBuffer> {
  const twice = new Int32Array(2 * numbers.length);
  twice.set(numbers);
  return twice;
}

/** The corner of a pixel at a step; the walk is closed. */
export function pointAt({ xs, ys }: Border, step: number): Point {
  const index = (step + xs.length) % xs.length;
  return { x: xs[index] ?? 0, y: ys[index] ?? 0 };
}

/** Its outermost points from top to bottom, on either side. */
export function flanksOf({ xs, ys, top, height }: Border): { left: Point[]; right: Point[] } {
  const first = new Int32Array(height + 1).fill(1e6);
  const last = new Int32Array(height + 1);
  for (let step = 0; step < xs.length; step++) {
    const [x, index] = [xs[step] ?? 0, (ys[step] ?? 0) - top];
    if (x < (first[index] ?? 0)) first[index] = x;
    if (x > (last[index] ?? 0)) last[index] = x;
  }
  const points = (columns: Int32Array) =>
    Array.from(columns, (x, index): Point => ({ x, y: top + index }));
  return { left: points(first), right: points(last) };
}
