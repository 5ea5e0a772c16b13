/** The words of a rich text; apart from its rules, so that a student's page loads nothing else for them. */

const named: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'", nbsp: ' ' };

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

/** The words of a rich text on one line, without markup; a formula stands as it would be typed, a picture as its words. */
export function plainText(html: string): string {
  return html
    .replace(/<img[^>]*\salt="([^"]*)"[^>]*>/gi, ' $1 ')
    .replace(/<(?:audio|video)[^>]*\stitle="([^"]*)"[^>]*>/gi, ' $1 ')
    .replace(/<span[^>]*data-gap="[^"]*"[^>]*>.*?<\/span>/gs, ' ___ ')
    .replace(/<span[^>]*data-formula="([^"]*)"[^>]*>.*?<\/span>/gs, (_, latex: string) => typed(latex))
    .replace(/<(?:\/p|\/li|\/tr|\/td|\/th|br|\/blockquote)[^>]*>/gi, ' ')
    .replace(/<[^>]*>/g, '')
    .replace(/&(#x?[\da-f]+|\w+);/gi, (whole, code: string) => {
      if (code[0] !== '#') return named[code.toLowerCase()] ?? whole;
      const point = code[1]?.toLowerCase() === 'x' ? parseInt(code.slice(2), 16) : parseInt(code.slice(1), 10);
      return point > 0 && point <= 0x10ffff ? String.fromCodePoint(point) : '';
    })
    .replace(/\s+/g, ' ')
    .trim();
}

/** How many words a text has, as a writer counts them. */
export const wordsIn = (text: string) => text.match(/[\p{L}\p{N}][\p{L}\p{N}’'-]*/gu)?.length ?? 0;
