/** A part in the columns of a table, as a person fills it in. The columns are those of `core/interchange`. */

/** The columns that say a part beside its choices. */
export type PartColumn = 'right' | 'points' | 'rule' | 'tolerance' | 'units';

/** A row that is read. */
export interface PartRow {
  cell(column: PartColumn): string;
  /** Those of the choice columns that are filled in. */
  choices: { id: string; text: string }[];
  points: number;
  /** Ids of the choices whose numbers or letters stand in `right`; what is neither is said to be wrong. */
  rightChoices(): string[];
  /** Says what is wrong with a cell. */
  wrong(column: PartColumn, message: string): void;
}

/** A kind that a person can write in a table. */
export interface InTable<P> {
  /**
   * A part from a row. What it gives is checked as everything else that is sent, so it need not be right.
   *
   * @param blank a new part of the kind
   */
  read(row: PartRow, blank: P): unknown;
  /** The cells that say the part, beside its choices and points. */
  write(part: P): Partial<Record<PartColumn, string>>;
  /** The column in which a mistake is said that no other column is about; `kind` where it is left out. */
  otherwise?: PartColumn;
}

/** What stands in a cell, parted by a sign. */
export const listOf = (text: string, sign: string): string[] =>
  text
    .split(sign)
    .map((element) => element.trim())
    .filter(Boolean);

/** The numbers of the right choices, counted from 1, as a cell has them. */
export const choiceNumbers = (choices: readonly { id: string }[], ids: readonly string[]): string =>
  ids.map((id) => choices.findIndex((choice) => choice.id === id) + 1).join(';');

/** The usual rule of a row that gives only points. */
export const allOrNothingFor = (points: number) => ({ rule: 'all-or-nothing', points });
