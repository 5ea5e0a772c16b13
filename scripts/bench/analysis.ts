/** Analysis of 5,000 students x 100 items against a hand-written pass over typed arrays that gives the same outputs. */
import { analyse, type ScoreTable } from '@oaken/core/analysis';
import { randomFrom } from '@oaken/core/random';
import { percentile, report } from './figure';

const students = 5_000;
const items = 100;
const choices = 4;

function simulated(): ScoreTable {
  const random = randomFrom('bench');
  const points = new Float64Array(students * items);
  const chosen = new Uint32Array(students * items);
  for (let s = 0; s < students; s++) {
    const ability = random.normal();
    for (let i = 0; i < items; i++) {
      const right = random.next() < 1 / (1 + Math.exp((i - 50) / 20 - ability));
      points[s * items + i] = right ? 1 : 0;
      chosen[s * items + i] = 1 << (right ? 0 : 1 + random.below(choices - 1));
    }
  }
  return {
    students,
    items,
    points,
    maxPoints: new Float64Array(items).fill(1),
    chosen,
    choices: new Uint8Array(items).fill(choices),
  };
}

/** No missing answers, no reasons, no care: only the sums and the figures, into flat arrays. */
function byHand({ points, chosen }: ScoreTable) {
  const n = students;
  const k = items;
  const totals = new Float64Array(n);
  const x = new Float64Array(k);
  const xx = new Float64Array(k);
  const xt = new Float64Array(k);
  const counts = new Int32Array(k * choices);
  const rests = new Float64Array(k * choices);
  let t = 0,
    tt = 0,
    o = 0,
    oo = 0,
    ot = 0;
  for (let s = 0; s < n; s++) {
    const row = s * k;
    let total = 0;
    let odd = 0;
    for (let i = 0; i < k; i++) {
      total += points[row + i]!;
      if ((i & 1) === 0) odd += points[row + i]!;
    }
    totals[s] = total;
    t += total;
    tt += total * total;
    o += odd;
    oo += odd * odd;
    ot += odd * total;
    for (let i = 0; i < k; i++) {
      const p = points[row + i]!;
      x[i]! += p;
      xx[i]! += p * p;
      xt[i]! += p * total;
      const option = i * choices + 31 - Math.clz32(chosen![row + i]!);
      counts[option]!++;
      rests[option]! += total - p;
    }
  }
  const sorted = totals.slice().sort();
  const g = Math.round(0.27 * n);
  const groupX = new Float64Array(2 * k);
  const groupOption = new Float64Array(2 * k * choices);
  for (let side = 0; side < 2; side++) {
    const cut = side === 0 ? sorted[n - g]! : sorted[g - 1]!;
    let beyond = 0,
      tied = 0;
    for (let s = 0; s < n; s++) {
      if (side === 0 ? totals[s]! > cut : totals[s]! < cut) beyond++;
      else if (totals[s] === cut) tied++;
    }
    const part = (g - beyond) / tied;
    for (let s = 0; s < n; s++) {
      const w =
        totals[s] === cut ? part : (side === 0 ? totals[s]! > cut : totals[s]! < cut) ? 1 : 0;
      if (w === 0) continue;
      for (let i = 0; i < k; i++) {
        groupX[side * k + i]! += w * points[s * k + i]!;
        groupOption[side * k * choices + i * choices + 31 - Math.clz32(chosen![s * k + i]!)]! += w;
      }
    }
  }
  const totalSquares = tt - (t * t) / n;
  let itemSquares = 0;
  for (let i = 0; i < k; i++) itemSquares += xx[i]! - (x[i]! * x[i]!) / n;
  const figures = new Float64Array(k * 6);
  const correlations = new Float64Array(k * choices);
  for (let i = 0; i < k; i++) {
    const variance = xx[i]! - (x[i]! * x[i]!) / n;
    const shared = xt[i]! - (x[i]! * t) / n;
    const restSquares = totalSquares + variance - 2 * shared;
    const rest = t - x[i]!;
    figures.set(
      [
        x[i]! / n,
        Math.sqrt(variance / (n - 1)),
        shared / Math.sqrt(variance * totalSquares),
        (shared - variance) / Math.sqrt(variance * restSquares),
        (groupX[i]! - groupX[k + i]!) / g,
        ((k - 1) / (k - 2)) * (1 - (itemSquares - variance) / restSquares),
      ],
      i * 6,
    );
    for (let c = 0; c < choices; c++) {
      const m = counts[i * choices + c]!;
      correlations[i * choices + c] =
        (rests[i * choices + c]! - (m * rest) / n) / Math.sqrt((m - (m * m) / n) * restSquares);
    }
  }
  const even = t - o;
  const half =
    (ot - oo - (o * even) / n) /
    Math.sqrt((oo - (o * o) / n) * (tt - 2 * ot + oo - (even * even) / n));
  const alpha = (k / (k - 1)) * (1 - itemSquares / totalSquares);
  const mean = t / n;
  const sd = Math.sqrt(totalSquares / (n - 1));
  return {
    figures,
    correlations,
    groupOption,
    alpha,
    mean,
    sd,
    median: (sorted[(n - 1) >> 1]! + sorted[n >> 1]!) / 2,
    quartiles: [sorted[n >> 2], sorted[(3 * n) >> 2]],
    kr21: (k / (k - 1)) * (1 - (mean * (k - mean)) / k / (totalSquares / n)),
    split: (2 * half) / (1 + half),
    error: sd * Math.sqrt(1 - alpha),
  };
}

const table = simulated();
const ours = analyse(table);
const theirs = byHand(table);
const differs = ours.items.some(
  (item, i) =>
    Math.abs(item.itemRest.value! - theirs.figures[i * 6 + 3]!) > 1e-9 ||
    Math.abs(item.upperLower.value! - theirs.figures[i * 6 + 4]!) > 1e-9,
);
if (differs || Math.abs(ours.reliability.splitHalf.value! - theirs.split) > 1e-9)
  throw new Error('The two do not give the same outputs.');

const time = (work: () => unknown) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const mine: number[] = [];
const floor: number[] = [];
for (let round = 0; round < 60; round++) {
  mine.push(time(() => analyse(table)));
  floor.push(time(() => byHand(table)));
}
const [value, hand] = [percentile(mine.slice(10), 0.5), percentile(floor.slice(10), 0.5)];
report({
  name: 'analysis of 5,000 x 100, median',
  value,
  unit: 'ms',
  floor: hand,
  holds: value <= 3 * hand,
});
