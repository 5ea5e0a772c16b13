/** The words of a rich text; apart from its rules, so that a student's page loads nothing else for them. */
import { tokensOf, withoutEntities } from './tokens';

const signs: Record<string, string> = {
  times: '×',
  div: '÷',
  cdot: '·',
  pm: '±',
  le: '≤',
  ge: '≥',
  ne: '≠',
  pi: 'π',
  circ: '°',
};

/** A simple formula as one would type it: "3/4", "5 × 10^6". */
function typed(latex: string): string {
  return latex
    .replace(/\\d?frac\{([^{}]*)\}\{([^{}]*)\}/g, '$1/$2')
    .replace(/\\sqrt\{([^{}]*)\}/g, '√($1)')
    .replace(/\\[,;! ]/g, ' ')
    .replace(/\^\{([^{}]*)\}/g, '^$1')
    .replace(/\\([a-z]+)/g, (whole, name: string) => signs[name] ?? whole)
    .replace(/[{}]/g, '');
}

/** Elements at whose end the words of the next begin anew. */
const blocks = new Set(['p', 'li', 'tr', 'td', 'th', 'blockquote']);

/**
 * The words of a rich text on one line, without markup; a formula stands as it would be typed, a
 * picture as its words.
 */
export function plainText(html: string): string {
  const words: string[] = [];
  /** Within a gap or a formula: what stands in it is not what it says. */
  let replaced = false;
  for (const token of tokensOf(html)) {
    if (token.kind === 'text') {
      if (!replaced) words.push(withoutEntities(token.text));
    } else if (token.kind === 'broken') words.push('<');
    else if (token.kind === 'close') {
      if (token.name === 'span') replaced = false;
      if (blocks.has(token.name)) words.push(' ');
    } else {
      const { 'data-gap': gap, 'data-formula': formula, alt, title } = token.attributes;
      if (gap !== undefined) words.push(' ___ ');
      else if (formula !== undefined) words.push(typed(withoutEntities(formula)));
      replaced = gap !== undefined || formula !== undefined;
      if (token.name === 'br') words.push(' ');
      else {
        const described = alt ?? title;
        if (described !== undefined) words.push(` ${withoutEntities(described)} `);
      }
    }
  }
  return words.join('').replace(/\s+/g, ' ').trim();
}

/** How many words a text has, as a writer counts them. */
export const wordsIn = (text: string) => text.match(/[\p{L}\p{N}][\p{L}\p{N}’'-]*/gu)?.length ?? 0;
