/** Makes short answers comparable: what a key does not care about is folded away on both sides. */
export interface Folding {
  /** Upper and lower case are the same. */
  case: boolean;
  /** Runs of white space are one space, none stands at the ends, and none beside signs such as = or :. */
  space: boolean;
  /** Accented letters are their plain letters; œ, æ, ø and ł are oe, ae, o and l. */
  accents: boolean;
  /** Marks that only part or end words do not count. What carries meaning stays: −5, 3.5, C#, 2:3, 5!, x-y. */
  punctuation: boolean;
}

export const foldEverything: Folding = {
  case: true,
  space: true,
  accents: true,
  punctuation: true,
};

const raised = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const joinedLetters: Record<string, string> = {
  œ: 'oe',
  æ: 'ae',
  ø: 'o',
  ł: 'l',
  đ: 'd',
  Œ: 'Oe',
  Æ: 'Ae',
  Ø: 'O',
  Ł: 'L',
  Đ: 'D',
};

/** Signs that nobody sees, or that nobody can tell from each other, have one spelling. */
function oneSpelling(text: string): string {
  return (
    text
      .normalize('NFC')
      .replace(/[\u00AD\u200B-\u200D\u2060\uFEFF]/g, '')
      .replace(
        /[⁰¹²³⁴⁵⁶⁷⁸⁹]+/g,
        (digits) => `^${[...digits].map((digit) => raised.indexOf(digit)).join('')}`,
      )
      .replace(/(\d)([¼-¾⅐-⅞])/g, '$1 $2')
      // Ligatures, full-width letters, lowered digits and the like.
      .normalize('NFKC')
      .replace(/[‘’ʼ′]/g, "'")
      .replace(/[“”″]/g, '"')
      .replace(/[\u2010-\u2015\u2212\uFE63\uFF0D]/g, '-')
      .replace(/\u2044/g, '/')
  );
}

/**
 * Marks at the end of a word or sentence, quotes around words, apostrophes in words, hyphens and
 * dashes between words.
 */
function withoutMarks(text: string): string {
  return (
    text
      // Between numbers a comma parts a list or two coordinates, spaced or not.
      .replace(/(\d)([,;]) +(?=[-+]?\d)/g, '$1$2')
      // "5!" and "n!" are factorials, "5:" half a ratio.
      .replace(/([^\s\d.,;:!?…])[.,;:?…]+(?=\s|$)/gu, '$1')
      .replace(/([\p{L}\p{M}]{2}|")!+(?=\s|$)/gu, '$1')
      .replace(/(\d)[.,;?]+(?=\s|$)/gu, '$1')
      .replace(/(^|\s)[¡¿…]+(?=\S)/gu, '$1')
      .replace(/"([^"]*)"/g, '$1')
      .replace(/[«»„‹›]/g, '')
      .replace(/(^|\s)'([^']*)'(?=\s|$)/g, '$1$2')
      .replace(/(\p{L})'(?=\p{L})/gu, '$1')
      // U.S.A. is USA; example.com stays.
      .replace(/(?<=(?:^|[\s.])\p{L})\.(?=\p{L}(?:[\s.]|$))/gu, '')
      // Between words; x-y is a difference.
      .replace(/(\p{L}{2})-(?=\p{L})|(\p{L})-(?=\p{L}{2})/gu, '$1$2 ')
      .replace(/(\p{L}{2}) +- +(?=\p{L}{2})/gu, '$1 ')
  );
}

/** Folding may leave a mark that is only then at the end; so often it is looked at again. */
const rounds = 8;

function settled(text: string, step: (text: string) => string): string {
  for (let round = 0; round < rounds; round++) {
    const next = step(text);
    if (next === text) break;
    text = next;
  }
  return text;
}

const plainLetters = (text: string) =>
  text
    .normalize('NFD')
    .replace(/(\p{L})\p{Mn}+/gu, '$1')
    .normalize('NFC')
    .replace(/[œæøłđŒÆØŁĐ]/g, (letter) => joinedLetters[letter] ?? letter);
const oneSpace = (text: string) =>
  text
    .replace(/\s+/g, ' ')
    .replace(/ ?([=<>+:/×÷·]) ?/g, '$1')
    .trim();

/** A text as it is compared: without the differences that do not count. */
export const fold = (text: string, folding: Folding): string =>
  settled(oneSpelling(text), (spelling) => {
    let folded = spelling;
    if (folding.accents) folded = plainLetters(folded);
    if (folding.case) folded = folded.toLowerCase().replace(/ß/g, 'ss');
    if (folding.space) folded = oneSpace(folded);
    if (folding.punctuation) folded = withoutMarks(folded);
    if (folding.space) folded = oneSpace(folded);
    return folded;
  });
