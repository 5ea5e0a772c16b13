/** Everything that the figures of one sitting are made from, in one pass over its table. */
import { present } from '../certain';
import { groupSizeOf, groupWeights } from './groups';

export interface ScoreTable {
  students: number;
  items: number;
  /** students x items, row by row: points earned; NaN where the student did not reach the item. */
  points: Float64Array;
  /** items: the most points each can give. */
  maxPoints: Float64Array;
  /** students x items, row by row: bit k is set where choice k was chosen. At most 32 choices. */
  chosen?: Uint32Array;
  /** items: how many choices each has; 0 for items without. */
  choices?: Uint8Array;
  /** Students were given different items, by draw or form: reliability has no table to stand on. */
  differing?: boolean;
}

/** Of one choice of an item: how many took it, and the sum of what they earned on the other items. */
export interface OptionSums {
  n: number;
  rest: number;
}

/** Of one item. x is what a student earned on it, t the student's total. */
export interface ItemSums {
  maxPoints: number;
  /** Students who reached it. */
  n: number;
  x: number;
  xx: number;
  xt: number;
  /** The totals of those who reached it, and their squares. */
  t: number;
  tt: number;
  options: OptionSums[];
}

/** Of the whole table; odd is what a student earned on the items in odd places. */
export interface TableSums {
  students: number;
  totals: Float64Array;
  t: number;
  tt: number;
  odd: number;
  oddOdd: number;
  oddT: number;
  /** Every item was earned whole or not at all. */
  rightWrong: boolean;
  items: ItemSums[];
}

/** Calls `visit` with the optionIndex of each bit that is set, from 0. */
function eachBit(bits: number, visit: (optionIndex: number) => void): void {
  for (let left = bits; left !== 0; left &= left - 1) visit(31 - Math.clz32(left & -left));
}

/** @throws RangeError for a table whose arrays do not fit its size */
export function sumsOf(table: ScoreTable): TableSums {
  const { students, items: k, points, maxPoints, chosen, choices } = table;
  if (points.length !== students * k || maxPoints.length !== k)
    throw new RangeError(
      `A table of ${students} x ${k} needs ${students * k} points and ${k} maxima.`,
    );
  const items = Array.from(maxPoints, (most, i): ItemSums => {
    const options = (chosen && choices?.[i]) ?? 0;
    return {
      maxPoints: most,
      n: 0,
      x: 0,
      xx: 0,
      xt: 0,
      t: 0,
      tt: 0,
      options: Array.from({ length: options }, () => ({ n: 0, rest: 0 })),
    };
  });
  const sums: TableSums = {
    students,
    totals: new Float64Array(students),
    t: 0,
    tt: 0,
    odd: 0,
    oddOdd: 0,
    oddT: 0,
    rightWrong: true,
    items,
  };
  for (let s = 0; s < students; s++) addStudent(sums, table, s);
  return sums;
}

function addStudent(sums: TableSums, { items: k, points, chosen }: ScoreTable, s: number): void {
  const row = points.subarray(s * k, (s + 1) * k);
  let total = 0;
  let odd = 0;
  row.forEach((x, i) => {
    if (Number.isNaN(x)) return;
    total += x;
    if (i % 2 === 0) odd += x;
  });
  sums.totals[s] = total;
  sums.t += total;
  sums.tt += total * total;
  sums.odd += odd;
  sums.oddOdd += odd * odd;
  sums.oddT += odd * total;
  row.forEach((x, i) => {
    if (Number.isNaN(x)) return;
    const item = present(sums.items[i], 'item of the table');
    if (x !== 0 && x !== item.maxPoints) sums.rightWrong = false;
    addAnswer(item, x, total, chosen?.[s * k + i] ?? 0);
  });
}

function addAnswer(item: ItemSums, x: number, total: number, chosen: number): void {
  item.n++;
  item.x += x;
  item.xx += x * x;
  item.xt += x * total;
  item.t += total;
  item.tt += total * total;
  eachBit(chosen, (optionIndex) => {
    const option = item.options[optionIndex];
    if (!option) return;
    option.n++;
    option.rest += total - x;
  });
}

/** Of one item in a group: how many of the group reached it, what they earned, and how many took each choice. */
export interface GroupSums {
  n: number;
  x: number;
  options: number[];
}

export interface Groups {
  /** How many students are in each; 0 where there are too few for two groups. */
  size: number;
  /** By item; null without groups, because all totals are the same or there are too few students. */
  upper: GroupSums[] | null;
  lower: GroupSums[] | null;
}

/** The strong and the weak students; those tied at the cut count in part. */
export function groupsOf(table: ScoreTable, { totals, items }: TableSums): Groups {
  const sorted = totals.slice().sort();
  const size = groupSizeOf(table.students);
  if (size === 0 || sorted.at(0) === sorted.at(-1)) return { size, upper: null, lower: null };
  const side = (sign: 1 | -1): GroupSums[] => {
    const groups = items.map(({ options }) => ({ n: 0, x: 0, options: options.map(() => 0) }));
    groupWeights(totals, sorted, size, sign).forEach((weight, s) => {
      if (weight > 0) addToGroup(groups, table, s, weight);
    });
    return groups;
  };
  return { size, upper: side(1), lower: side(-1) };
}

function addToGroup(
  groups: GroupSums[],
  { items: k, points, chosen }: ScoreTable,
  s: number,
  weight: number,
): void {
  points.subarray(s * k, (s + 1) * k).forEach((x, i) => {
    const group = groups[i];
    if (!group || Number.isNaN(x)) return;
    group.n += weight;
    group.x += weight * x;
    const { options } = group;
    eachBit(chosen?.[s * k + i] ?? 0, (optionIndex) => {
      const count = options[optionIndex];
      if (count !== undefined) options[optionIndex] = count + weight;
    });
  });
}
