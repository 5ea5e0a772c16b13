import type { MarkedBy, PartKind } from '../items';
import { sentence } from './sentences';

/** What the index knows of an item. */
export interface FindableItem {
  id: number;
  bank: number;
  /** Null when it lies in no folder of its bank. */
  folder: number | null;
  kind: PartKind;
  markedBy: MarkedBy;
  /** Sum of `mediaBits`. */
  media: number;
  hasPassage: boolean;
  subject: string;
  /** School years 0 to 30. */
  grades: readonly number[];
  /** Ids of standards; those above them are known from the tree. */
  standards: readonly number[];
  depth: number | null;
  tags: readonly string[];
  /** Answers seen, and the share of the points that they earned. */
  seenN: number;
  facility: number | null;
  /** Item-rest correlation over all work seen. */
  itemRestCorrelation: number | null;
  /** In how many tests it stands. */
  uses: number;
  createdAt: number;
  editedAt: number;
  /** Words of stem, choices and passage; tags are searched too. */
  text: { stem: string; choices: string; passage: string };
}

/** A band of a figure: its own name, and from which value (included) up to which (not included). */
export interface Band {
  id: string;
  title: string;
  from: number;
  to: number;
}

const bands = <Id extends string>(list: readonly (Band & { id: Id })[]) => list;

/**
 * Ebel and Frisbie (1991) call 0.30 and more good, below 0.20 poor; the bounds of difficulty are
 * common practice, no source.
 */
export const difficultyBands = bands([
  { id: 'easy', title: sentence('easy'), from: 0.7, to: Infinity },
  { id: 'middle', title: sentence('middle'), from: 0.4, to: 0.7 },
  { id: 'hard', title: sentence('hard'), from: -Infinity, to: 0.4 },
]);
export const itemRestCorrelationBands = bands([
  { id: 'good', title: sentence('good'), from: 0.3, to: Infinity },
  { id: 'fair', title: sentence('fair'), from: 0.2, to: 0.3 },
  { id: 'poor', title: sentence('poor'), from: -Infinity, to: 0.2 },
]);
export const usesBands = bands([
  { id: 'none', title: sentence('none'), from: 0, to: 1 },
  { id: 'some', title: sentence('some'), from: 1, to: 5 },
  { id: 'many', title: sentence('many'), from: 5, to: Infinity },
]);

/** The place of the band that a value lies in; -1 where there is none. */
export const bandOf = (list: readonly Band[], value: number) =>
  list.findIndex(({ from, to }) => value >= from && value < to);
