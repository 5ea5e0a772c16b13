/** The letters of choices, on paper and where choices are spoken of. */

export const choiceLetter = (index: number): string =>
  'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[index] ?? String(index + 1);

/** The letter of a choice in the order in which the choices are shown. */
export const letterOf = (shown: readonly { id: string }[], id: string | undefined): string =>
  choiceLetter(shown.findIndex((choice) => choice.id === id));

/** The letters of some of the choices, in the order in which these are shown. */
export const lettersOf = (shown: readonly { id: string }[], ids: readonly string[]): string[] =>
  shown.flatMap(({ id }, index) => (ids.includes(id) ? choiceLetter(index) : []));
