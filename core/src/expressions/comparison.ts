/** What equations and inequalities consist of. */
import { lettersOf, type Term } from './term';

export const signs = ['=', '≠', '<', '≤', '>', '≥'] as const;
export type Sign = (typeof signs)[number];

export interface Comparison {
  left: Term;
  sign: Sign;
  right: Term;
}
/** All of its comparisons hold. */
export type Relation = readonly Comparison[];

/** Whether a sign holds, by how the left side compares with the right. */
export const holds: Readonly<Record<Sign, (order: number) => boolean>> = {
  '=': (order) => order === 0,
  '≠': (order) => order !== 0,
  '<': (order) => order < 0,
  '≤': (order) => order <= 0,
  '>': (order) => order > 0,
  '≥': (order) => order >= 0,
};
/** The sign when both sides change places. */
export const turned: Readonly<Record<Sign, Sign>> = {
  '=': '=',
  '≠': '≠',
  '<': '>',
  '≤': '≥',
  '>': '<',
  '≥': '≤',
};

/** The letters that relations speak of, each once, in order. */
export const lettersInRelations = (relations: readonly Relation[]): string[] =>
  [
    ...new Set(
      relations.flat().flatMap(({ left, right }) => [...lettersOf(left), ...lettersOf(right)]),
    ),
  ].sort();
