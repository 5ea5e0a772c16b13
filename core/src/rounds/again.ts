/** A question that is asked a second time in a round is an entry of its own in the results. */

/** An entry's id has room for so many characters. */
const longestId = 24;
const mark = '-2';

/** The entry under which the second asking is filed. */
export const secondEntry = (entryId: string): string =>
  `${entryId.slice(0, longestId - mark.length)}${mark}`;

/** Whether an entry of a round's results is a second asking. */
export const askedAgain = (entryId: string): boolean => entryId.endsWith(mark);
