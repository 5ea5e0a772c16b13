import {
  deepestNesting,
  fileAddressPattern,
  formulaLimit,
  isAllowedAttribute,
  isAllowedElement,
  isEmptyElement,
  longestFormula,
  mostPlays,
} from './rules';
import { tokensOf, withoutEntities, type Attributes } from '../plain/tokens';

const sizes = ['small', 'large', 'larger'];
const placeId = /^[a-z0-9-]{1,24}$/;
const playsPattern = /^[1-9]\d?$/;

/** What an element's attributes have to say, beyond being allowed. */
const needs: Record<string, (attributes: Attributes) => string | null> = {
  img({ src = '', alt = '' }) {
    if (!fileAddressPattern.test(src)) return 'A picture must be one that was uploaded here.';
    return alt.trim() === '' ? 'A picture needs words for those who cannot see it.' : null;
  },
  audio: (attributes) => mediaProblem(attributes, 'A sound'),
  video: (attributes) => mediaProblem(attributes, 'A film'),
  span(attributes) {
    const formula = attributes['data-formula'];
    if (formula !== undefined) return formulaProblem(withoutEntities(formula));
    const size = attributes['data-size'];
    if (size !== undefined && !sizes.includes(size))
      return `There is no text size “${quoted(size)}”.`;
    const id = attributes['data-gap'] ?? attributes['data-words'];
    return id !== undefined && !placeId.test(id)
      ? `“${quoted(id)}” is not the name of a place in the text.`
      : null;
  },
};

function mediaProblem(
  { src = '', title = '', 'data-plays': plays }: Attributes,
  what: string,
): string | null {
  if (!fileAddressPattern.test(src)) return `${what} must be one that was uploaded here.`;
  if (title.trim() === '') return `${what} needs a title.`;
  return plays === undefined || (playsPattern.test(plays) && Number(plays) <= mostPlays)
    ? null
    : `A sound or film can be played from 1 to ${mostPlays} times.`;
}

function formulaProblem(latex: string): string | null {
  if (latex.trim() === '') return 'A formula is empty.';
  return latex.length > longestFormula
    ? `A formula is longer than ${longestFormula.toLocaleString('en')} characters.`
    : null;
}

/** A piece of what somebody wrote, short enough for a sentence. */
const quoted = (text: string) => (text.length > 60 ? `${text.slice(0, 60)} …` : text);

/**
 * The first thing in a rich text that it may not hold, as a sentence; null when there is none. It
 * is refused and named rather than dropped, so that an author never loses something without
 * knowing. Whether a formula can be set is not asked here: `formulasIn` gives them.
 */
export function markupProblem(html: string): string | null {
  let depth = 0;
  let formulas = 0;
  for (const token of tokensOf(html)) {
    if (token.kind === 'broken')
      return 'A “<” that is not part of the markup must be written as “&lt;”.';
    if (token.kind === 'text') continue;
    if (!isAllowedElement(token.name))
      return `<${quoted(token.name)}> is not allowed in a wording.`;
    if (token.kind === 'close') {
      depth--;
      continue;
    }
    if (!isEmptyElement(token.name) && ++depth > deepestNesting)
      return 'The text is nested too deeply.';
    const { name, attributes } = token;
    const wrong = Object.keys(attributes).find((attribute) => !isAllowedAttribute(name, attribute));
    if (wrong !== undefined) return `The attribute “${quoted(wrong)}” is not allowed in a wording.`;
    if ('data-formula' in attributes && ++formulas > formulaLimit)
      return `A text can hold at most ${formulaLimit} formulas.`;
    const problem = needs[name]?.(attributes) ?? null;
    if (problem !== null) return problem;
  }
  return null;
}

/** The formulas of a rich text, as LaTeX. */
export function formulasIn(html: string): string[] {
  const formulas: string[] = [];
  for (const token of tokensOf(html))
    if (token.kind === 'open' && token.attributes['data-formula'] !== undefined)
      formulas.push(withoutEntities(token.attributes['data-formula']));
  return formulas;
}
