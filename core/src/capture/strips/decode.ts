/** What stands in a square: the cells between a dark frame and the light margin around it. */
import { shadeAt, type Gray } from '../gray';
import { projectionTo, type Projection, type Quad } from '../plane';
import { cellsAcross, cellCount, nearestCode, wordOf, type StripCode } from './dictionary';

/** A code with its frame: one cell of it on every side. */
export const squareAcross = cellsAcross + 2;
/** The light margin around the frame, in cells. */
export const marginAcross = 1;

/** Frame cells that may be covered, of 28. */
const framesMissing = 5;
/** Margin cells that may be covered, of 36. */
const marginsMissing = 12;
/** Twice the wrong cells and the unreadable ones together; two codes differ in twelve. */
const doubtsAllowed = 7;
const unreadableAllowed = 6;
/** Shades between dark and light, at least. */
const leastContrast = 22;

export interface Decoded extends StripCode {
  /** 1: every cell as it should be; 0: just good enough. */
  confidence: number;
}

interface Reading {
  u: number;
  v: number;
  shade: number;
}

/** Whether there may be a frame with its margin at all: looked at in a few places only. */
export function looksFramed(gray: Gray, quad: Quad): boolean {
  const project = projectionTo(quad);
  let framed = 0;
  for (let side = 0; side < 4; side++)
    for (const along of [0.3, 0.5, 0.7]) {
      const shadeOf = (inside: number) => {
        const across = side % 2 === 0 ? inside : 1 - inside;
        const { x, y } = side < 2 ? project(along, across) : project(across, along);
        return shadeAt(gray, x, y);
      };
      if (shadeOf(-0.5 / square) - shadeOf(0.5 / square) > leastContrast / 2) framed++;
    }
  return framed >= 8;
}

/** @returns null where there is no code */
export function decoded(gray: Gray, quad: Quad): Decoded | null {
  const project = projectionTo(quad);
  const frame = ring(gray, project, 0.5);
  const margin = ring(gray, project, -0.5);
  const dark = shadingOf(frame);
  const light = shadingOf(margin);
  if (!dark || !light) return null;
  const [center] = [squareAcross / 2];
  if (light(center, center) - dark(center, center) < leastContrast) return null;
  /** 0 dark to 1 light, whatever light falls on it there. */
  const lightness = ({ u, v, shade }: Reading) =>
    (shade - dark(u, v)) / Math.max(leastContrast / 2, light(u, v) - dark(u, v));
  const framesLight = frame.filter((reading) => lightness(reading) > 0.5).length;
  const marginsDark = margin.filter((reading) => lightness(reading) < 0.5).length;
  if (framesLight > framesMissing || marginsDark > marginsMissing) return null;
  return codeIn(cellsIn(gray, project).map(lightness), framesLight);
}

function codeIn(lightness: readonly number[], framesLight: number): Decoded | null {
  const sharp = sharpened(lightness);
  const isClear = (value: number) => Math.abs(value - 0.5) > 0.14 && value > -0.6 && value < 1.7;
  const unreadable = sharp.filter((value) => !isClear(value)).length;
  if (unreadable > unreadableAllowed) return null;
  const cells = wordOf(sharp.map((value) => value < 0.5));
  const { number, letter, wrong } = nearestCode(cells, wordOf(sharp.map(isClear)));
  const doubts = 2 * wrong + unreadable;
  if (doubts > doubtsAllowed) return null;
  return { number, letter, confidence: 1 - (doubts + framesLight / 2) / (doubtsAllowed + 4) };
}

/** A lens mixes a cell with its neighbors; this takes some of them out again. */
function sharpened(lightness: readonly number[]): number[] {
  return lightness.map((value, cell) => {
    const [row, column] = [Math.floor(cell / cellsAcross), cell % cellsAcross];
    const beside = [
      row > 0 ? (lightness[cell - cellsAcross] ?? 0) : 0,
      row < cellsAcross - 1 ? (lightness[cell + cellsAcross] ?? 0) : 0,
      column > 0 ? (lightness[cell - 1] ?? 0) : 0,
      column < cellsAcross - 1 ? (lightness[cell + 1] ?? 0) : 0,
    ];
    const around = beside.reduce((sum, neighbor) => sum + neighbor, 0) / beside.length;
    return value + 0.25 * (value - around);
  });
}

const square = squareAcross;
const seen = (gray: Gray, project: Projection, u: number, v: number): number => {
  let sum = 0;
  for (const [du, dv] of around) {
    const { x, y } = project((u + du) / square, (v + dv) / square);
    sum += shadeAt(gray, x, y);
  }
  return sum / around.length;
};
const around = [
  [0, 0],
  [-0.2, -0.2],
  [0.2, -0.2],
  [-0.2, 0.2],
  [0.2, 0.2],
] as const;

/** Cells of a ring, so many cells inside the edge of the frame. */
function ring(gray: Gray, project: Projection, inside: number): Reading[] {
  const readings: Reading[] = [];
  const far = square - inside;
  const add = (u: number, v: number) => readings.push({ u, v, shade: seen(gray, project, u, v) });
  for (let along = inside; along < far; along++) {
    add(along, inside);
    add(far, along);
    add(far + inside - along, far);
    add(inside, far + inside - along);
  }
  return readings;
}

function cellsIn(gray: Gray, project: Projection): Reading[] {
  return Array.from({ length: cellCount }, (_, cell) => {
    const u = 1.5 + (cell % cellsAcross);
    const v = 1.5 + Math.floor(cell / cellsAcross);
    return { u, v, shade: seen(gray, project, u, v) };
  });
}

/**
 * How the shade of what is all dark, or all light, changes over the square: a plane of least squares,
 * without what lies far off it.
 */
function shadingOf(readings: readonly Reading[]): ((u: number, v: number) => number) | null {
  let kept = readings;
  for (let round = 0; ; round++) {
    const plane = planeThrough(kept);
    if (!plane || round === 2) return plane;
    const off = kept.map(({ u, v, shade }) => Math.abs(shade - plane(u, v)));
    const typical = [...off].sort((a, b) => a - b)[Math.floor(off.length / 2)] ?? 0;
    kept = kept.filter((_, index) => (off[index] ?? 0) <= Math.max(6, 2.5 * typical));
  }
}

function planeThrough(readings: readonly Reading[]): ((u: number, v: number) => number) | null {
  const count = readings.length;
  if (count < 8) return null;
  const mean = (of: (reading: Reading) => number) =>
    readings.reduce((sum, reading) => sum + of(reading), 0) / count;
  const [mu, mv, ms] = [mean(({ u }) => u), mean(({ v }) => v), mean(({ shade }) => shade)];
  const uu = mean(({ u }) => (u - mu) ** 2);
  const vv = mean(({ v }) => (v - mv) ** 2);
  const uv = mean(({ u, v }) => (u - mu) * (v - mv));
  const us = mean(({ u, shade }) => (u - mu) * (shade - ms));
  const vs = mean(({ v, shade }) => (v - mv) * (shade - ms));
  const across = uu * vv - uv * uv;
  if (Math.abs(across) < 1e-9) return null;
  const [a, b] = [(us * vv - vs * uv) / across, (vs * uu - us * uv) / across];
  return (u, v) => ms + a * (u - mu) + b * (v - mv);
}
