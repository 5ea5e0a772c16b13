/** Places of variables in a formula that was entered as it looks: there brackets and signs become LaTeX. */

const brackets: [RegExp, string][] = [
  [/\\left\s*(\\lbrack|\[)/g, '['],
  [/\\right\s*(\\rbrack|\])/g, ']'],
  [/\\lbrack\s*/g, '['],
  [/\\rbrack\s*/g, ']'],
];

/** What a formula of a place is in everyday notation. */
const everyday = (latex: string) =>
  latex
    .replace(/\\d?frac\{([^{}]*)\}\{([^{}]*)\}/g, '(($1) / ($2))')
    .replace(/\\sqrt\{([^{}]*)\}/g, 'sqrt($1)')
    .replace(/\\(cdot|times)\s*/g, ' * ')
    .replace(/\\div\s*/g, ' / ')
    .replace(/\\left|\\right/g, '')
    .replace(/\^\{([^{}]*)\}/g, '^($1)')
    .replace(/\\(?:mathrm|operatorname|text)\{([^{}]*)\}/g, '$1')
    .replace(/[{}]/g, '');

/** The LaTeX with `[[…]]` as the formulas of a template are written; other formulas stay as they are. */
export function withPlaces(latex: string): string {
  const plain = brackets.reduce((text, [sign, bracket]) => text.replace(sign, bracket), latex);
  if (!plain.includes('[[')) return latex;
  return plain.replace(/\[\[(.+?)\]\]/g, (_, formula: string) => `[[${everyday(formula).trim()}]]`);
}
