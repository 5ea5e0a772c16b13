/** A question with the values of whoever sits it. */
import { variantOf, type Realised } from '../items';
import { randomFrom } from '../random';
import { variantInWords } from '../templates';
import type { EditionEntry } from './edition';

/** What is drawn for the student of this seed; null where nothing can be. */
export const drawnFor = (
  { id, content }: Pick<EditionEntry, 'id' | 'content'>,
  seed: string,
): Realised | null => variantOf(content, randomFrom(`${seed}/variant/${id}`));

/**
 * The entry as the student of this seed has it. Its stream is named after the entry alone, so that the order, the form
 * and the deal of a test change no number in it.
 */
export function entryFor<Entry extends Pick<EditionEntry, 'id' | 'content' | 'variant'>>(
  entry: Entry,
  seed: string,
): Entry {
  const { template } = entry.content;
  if (!template) return entry;
  const drawn = drawnFor(entry, seed);
  if (!drawn) return entry;
  return { ...entry, content: drawn.content, variant: variantInWords(template, drawn.values) };
}

/** The entry as it is shown where it is no student's: in a result of a class, in a key for the teacher. */
export const exampleEntry = <Entry extends Pick<EditionEntry, 'id' | 'content' | 'variant'>>(
  entry: Entry,
): Entry => entryFor(entry, 'example');
