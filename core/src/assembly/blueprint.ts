/** How many items or points a test should give to each standard and depth, and what else it should keep to. */
import { elementAt } from '../certain';
import { z } from 'zod';
import { count } from '../text';
import { levels } from './ladder';
import { sentence } from './sentences';

const id = z.int().positive();
export const depths = [1, 2, 3, 4] as const;
export const mostRows = 60;

export const blueprintRow = z.strictObject({
  /** A standard, or a strand for everything below it. */
  standard: id,
  /** For depths 1 to 4, or one figure for any depth. */
  wants: z
    .array(z.number(sentence('cellHoldsNumber')).min(0, sentence('cellCannotBeBelowZero')).max(500))
    .min(1)
    .max(4),
});

export const blueprint = z.strictObject({
  /** What the cells count. */
  measure: z.enum(['items', 'points']),
  /** Whether each row has a cell for every depth, or one for all. */
  byDepth: z.boolean(),
  rows: z.array(blueprintRow).max(mostRows, sentence('blueprintHoldsAtMostRows', { mostRows })),
  /** At most so long, in minutes. */
  minutes: z.number().positive(sentence('timeMustBeLongerThan')).max(1440).nullable(),
  /** Share of the points that students should earn, 0 to 1. */
  facility: z
    .number()
    .min(0.05, sentence('whatStudentsShouldEarnIs'))
    .max(0.95, sentence('whatStudentsShouldEarnIs'))
    .nullable(),
  /** Whether items whose difficulty nobody knows yet may be taken where a mean is aimed at. */
  unknownToo: z.boolean(),
  /** Which of the items of each cell are taken by how hard they are: all, a third of them, or some of each third. */
  level: z.enum(['any', ...levels]).default('any'),
  /** Only items with other numbers for each student. */
  variantsOnly: z.boolean().default(false),
  /** At most so many items that a teacher marks by hand. */
  byHand: z.int(sentence('soManyMustBeWhole')).min(0).max(200).nullable(),
  /** From these banks; all that I may use when there is none. */
  banks: z.array(id).max(100),
  /** Only what is placed in this line of a curriculum or below it; null: wherever it is placed. */
  curriculumLine: id.nullable().default(null),
  /** For these grades; any when there is none. */
  grades: z.array(z.int().min(0).max(13)).max(14),
  /** Items to keep out. */
  without: z.array(id).max(1000),
});
export type Blueprint = z.infer<typeof blueprint>;

/** A blueprint that asks for nothing yet. */
export const emptyBlueprint = (): Blueprint => ({
  measure: 'items',
  byDepth: true,
  rows: [],
  minutes: null,
  facility: null,
  unknownToo: false,
  level: 'any',
  variantsOnly: false,
  byHand: null,
  banks: [],
  curriculumLine: null,
  grades: [],
  without: [],
});

/** An item as a blueprint looks at it. */
export interface PlannedItem {
  id: number;
  /** For each of its standards: that standard and those above it, from below. */
  standards: readonly (readonly number[])[];
  depth: number | null;
  points: number;
  seconds: number;
  /** Share of the points earned by those who met it; null while nobody has. */
  facility: number | null;
  /** Item-rest correlation over all work seen; null while too few have met it. */
  itemRestCorrelation: number | null;
  byHand: boolean;
}

export interface Cell {
  row: number;
  column: number;
}

/**
 * The cell that an item counts in: once, in the row nearest to one of its standards, the upper one of equals.
 *
 * @returns null when no row has its standard, or the rows part depths and it has none
 */
export function cellOf(
  { rows, byDepth }: Blueprint,
  item: Pick<PlannedItem, 'standards' | 'depth'>,
): Cell | null {
  if (byDepth && item.depth === null) return null;
  const column = byDepth && item.depth !== null ? item.depth - 1 : 0;
  let farthest: { row: number; far: number } | null = null;
  rows.forEach(({ standard }, row) => {
    for (const chain of item.standards) {
      const far = chain.indexOf(standard);
      if (far >= 0 && (!farthest || far < farthest.far)) farthest = { row, far };
    }
  });
  return farthest === null ? null : { row: (farthest as { row: number }).row, column };
}

export interface CellState extends Cell {
  want: number;
  have: number;
}

/** What each cell wants and has, row by row; cells without either are there too. */
export function cellStates(plan: Blueprint, items: readonly PlannedItem[]): CellState[] {
  const columns = plan.byDepth ? depths.length : 1;
  const states = plan.rows.flatMap(({ wants }, row) =>
    Array.from({ length: columns }, (_, column): CellState => ({
      row,
      column,
      want: wants[column] ?? 0,
      have: 0,
    })),
  );
  for (const item of items) {
    const cell = cellOf(plan, item);
    if (cell)
      elementAt(states, cell.row * columns + cell.column).have +=
        plan.measure === 'items' ? 1 : item.points;
  }
  return states;
}

/** The sum of all cells, in items or points as the blueprint counts. */
export const totalWanted = ({ rows }: Blueprint) =>
  rows.reduce((sum, { wants }) => sum + wants.reduce((all, want) => all + want, 0), 0);

/** What makes a blueprint contradict itself, in words; empty when it may be tried. */
export function blueprintProblems(plan: Blueprint, limit: number): string[] {
  const problems: string[] = [];
  if (plan.rows.length === 0) problems.push(sentence('blueprintHasNoRowsAdd'));
  else if (totalWanted(plan) === 0) problems.push(sentence('blueprintWantsNothingYetWrite'));
  const twice = plan.rows.find(
    ({ standard }, index) => plan.rows.findIndex((row) => row.standard === standard) !== index,
  );
  if (twice) problems.push(sentence('sameStandardHasTwoRows'));
  if (plan.measure === 'items') {
    const uneven = plan.rows.some(({ wants }) => wants.some((want) => !Number.isInteger(want)));
    if (uneven) problems.push(sentence('cellsThatCountItemsHold'));
    const total = totalWanted(plan);
    if (total > limit)
      problems.push(sentence('blueprintWantsTestHoldsAt', { items: count(total, 'item'), limit }));
  }
  return problems;
}
