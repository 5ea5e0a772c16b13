/** Makes short answers comparable: what a key does not care about is folded away on both sides. */
export interface Folding {
  /** Upper and lower case are the same. */
  case: boolean;
  /** Runs of white space are one space, and none stands at the ends. */
  space: boolean;
  /** Accented letters are their plain letters. */
  accents: boolean;
  /** Punctuation marks do not count; a hyphen or slash parts words like a space. */
  punctuation: boolean;
}

export const foldEverything: Folding = { case: true, space: true, accents: true, punctuation: true };

export function fold(text: string, folding: Folding): string {
  // One spelling of composed characters, and of typographic quotes, always: no reader can tell them apart.
  let folded = text.normalize('NFC').replace(/[‘’ʼ]/g, "'").replace(/[“”]/g, '"');
  if (folding.accents)
    folded = folded
      .normalize('NFD')
      .replace(/\p{Mn}+/gu, '')
      .normalize('NFC');
  if (folding.punctuation) folded = folded.replace(/[-–—/]/g, ' ').replace(/\p{P}+/gu, '');
  if (folding.case) folded = folded.toLowerCase().replace(/ß/g, 'ss');
  if (folding.space) folded = folded.replace(/\s+/g, ' ').trim();
  return folded;
}
