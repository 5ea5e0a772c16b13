/** Reads the JSON of a request without ever holding the server up: what it would cost is known before it is parsed. */
import { problem } from '../problems/problem';

/** Deeper than anything that is sent on purpose; the database's own JSON ends at 32. */
const deepest = 24;
/** Values (numbers, texts, lists, objects) in one request. A whole roster or the answers of a class come to a tenth. */
const valueLimit = 60_000;

const quote = 0x22;
const backslash = 0x5c;
const comma = 0x2c;
const [openList, closeList, openObject, closeObject] = [0x5b, 0x5d, 0x7b, 0x7d];

/**
 * Counts in one pass how deep `text` is nested and how many values it holds.
 *
 * @throws Problem 422 when either is beyond measure
 */
function measure(text: string): void {
  let depth = 0;
  let values = 1;
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    if (code === quote) {
      index = text.indexOf('"', index + 1);
      while (index > 0 && isEscaped(text, index)) index = text.indexOf('"', index + 1);
      // A text that never ends is the parser's to refuse.
      if (index < 0) return;
    } else if (code === openList || code === openObject) {
      if (++depth > deepest) throw problem('nested-too-deeply');
      values++;
    } else if (code === closeList || code === closeObject) depth--;
    else if (code === comma && ++values > valueLimit) throw problem('too-many-values');
  }
}

/** Whether the character at `at` stands behind an odd number of backslashes. */
function isEscaped(text: string, index: number): boolean {
  let slashes = 0;
  while (text.charCodeAt(index - 1 - slashes) === backslash) slashes++;
  return slashes % 2 === 1;
}

/** An escaped backslash, a surrogate pair, or half of one. */
const escapes =
  /\\(?:\\|u[dD][89abAB][\da-fA-F]{2}(?:\\u[dD][c-fC-F][\da-fA-F]{2})?|u[dD][c-fC-F][\da-fA-F]{2})/g;
const halfPairLength = '\\ud800'.length;

/** Half of a surrogate pair, which no keyboard types and no database keeps, becomes the replacement character. */
const rescored = (text: string) =>
  !text.includes('\\')
    ? text
    : text.replace(escapes, (escape) => (escape.length === halfPairLength ? '\\ufffd' : escape));

/**
 * @param text the body as it was sent
 * @throws Problem 400 for what is no JSON, 422 for JSON that is nested or long beyond measure
 */
export function readJson(text: string): unknown {
  measure(text);
  try {
    return JSON.parse(rescored(text));
  } catch {
    throw problem('unreadable-json');
  }
}
