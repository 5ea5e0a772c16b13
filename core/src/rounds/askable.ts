/** Which questions a class can be asked in the room. */
import { withFewerChoices, type EditionEntry, type EditionSection } from '../forms';
import type { ItemContent } from '../items';
import { randomFrom } from '../random';

/** What is right in an entry has been told. */
export const isKeyed = ({ override }: Pick<EditionEntry, 'override'>): boolean =>
  override !== 'dropped';

type Section = Pick<EditionSection, 'entries'> & { draw?: EditionSection['draw'] | undefined };

/** Everybody gets it, and it is answered on the page: nobody is waited for who looks for a file. */
export const canBeAsked = ({ parts }: ItemContent): boolean =>
  parts.every(({ kind }) => kind !== 'upload');

/** What a class can be asked, in its order: items that everybody gets, without those that ask for a file. */
export const askable = (sections: readonly Section[]): EditionEntry[] =>
  sections
    .filter(({ draw }) => (draw ?? null) === null)
    .flatMap(({ entries }) => entries.filter(({ content }) => canBeAsked(content)));

/** How many entries of the same sections a class cannot be asked. */
export const leftOut = (sections: readonly Section[]): number =>
  sections.reduce((sum, { entries }) => sum + entries.length, 0) - askable(sections).length;

/**
 * An entry as somebody reads it who has at most so many choices; the same for all who do. Before it
 * is told what is right, a choice that is left out could be the right one.
 *
 * @param most null: all of them
 */
export const withMostChoices = <Entry extends Pick<EditionEntry, 'id' | 'content' | 'override'>>(
  entry: Entry,
  most: number | null,
): Entry =>
  most === null || !isKeyed(entry)
    ? entry
    : withFewerChoices(entry, most, (name) => randomFrom(`support/${name}`));
