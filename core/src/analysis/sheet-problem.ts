/** What is wrong with a table, in a sentence that names the place. */
export class SheetProblem extends Error {
  override name = 'SheetProblem';

  /** @param about what has to be mended: the table, or what is to become of empty rows */
  constructor(
    message: string,
    readonly about: 'table' | 'empty rows' = 'table',
  ) {
    super(message);
  }
}
