import { drawDiagram, readDiagram } from '../diagrams';
import {
  deepestNesting,
  diagramLimit,
  fileAddressPattern,
  formulaLimit,
  isAllowedAttribute,
  isAllowedElement,
  isEmptyElement,
  longestFormula,
  mostPlays,
  textColors,
  textSizes,
} from './rules';
import { tokensOf, withoutEntities, type Attributes } from '../plain/tokens';
import { sentence } from './sentences';

const isOneOf = (list: readonly string[], value: string) => list.includes(value);
const placeId = /^[a-z0-9-]{1,24}$/;
const playsPattern = /^[1-9]\d?$/;

/** What an element's attributes have to say, beyond being allowed. */
const needs: Record<string, (attributes: Attributes) => string | null> = {
  img({ src = '', alt = '' }) {
    if (!fileAddressPattern.test(src)) return sentence('pictureMustBeOneThat');
    return alt.trim() === '' ? sentence('pictureNeedsWordsForThose') : null;
  },
  audio: (attributes) => mediaProblem(attributes, sentence('aSound')),
  video: (attributes) => mediaProblem(attributes, sentence('aFilm')),
  span(attributes) {
    const formula = attributes['data-formula'];
    if (formula !== undefined) return formulaProblem(withoutEntities(formula));
    const diagram = attributes['data-diagram'];
    if (diagram !== undefined) return diagramProblem(withoutEntities(diagram));
    const size = attributes['data-size'];
    if (size !== undefined && !isOneOf(textSizes, size))
      return sentence('thereIsNoTextSize', { size: quoted(size) });
    const color = attributes['data-color'];
    if (color !== undefined && !isOneOf(textColors, color))
      return sentence('thereIsNoTextColor', { color: quoted(color) });
    const id = attributes['data-gap'] ?? attributes['data-words'];
    return id !== undefined && !placeId.test(id)
      ? sentence('isNotNamePlaceIn', { id: quoted(id) })
      : null;
  },
};

function mediaProblem(
  { src = '', title = '', 'data-plays': plays }: Attributes,
  what: string,
): string | null {
  if (!fileAddressPattern.test(src)) return sentence('mustBeOneThatWas', { what });
  if (title.trim() === '') return sentence('needsTitle', { what });
  return plays === undefined || (playsPattern.test(plays) && Number(plays) <= mostPlays)
    ? null
    : sentence('soundOrFilmCanBe', { mostPlays });
}

function formulaProblem(latex: string): string | null {
  if (latex.trim() === '') return sentence('formulaIsEmpty');
  return latex.length > longestFormula
    ? sentence('formulaIsLongerThanCharacters', {
        longestFormula: longestFormula.toLocaleString('en'),
      })
    : null;
}

function diagramProblem(kept: string): string | null {
  const diagram = readDiagram(kept);
  if (!diagram) return sentence('diagramCannotBeRead');
  // What has places is drawn once they have their values.
  if (kept.includes('[[')) return null;
  const drawn = drawDiagram(diagram);
  return drawn.ok ? null : drawn.problem;
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
  let diagrams = 0;
  for (const token of tokensOf(html)) {
    if (token.kind === 'broken') return sentence('thatIsNotPartMarkup');
    if (token.kind === 'text') continue;
    if (!isAllowedElement(token.name))
      return sentence('isNotAllowedInWording', { name: quoted(token.name) });
    if (token.kind === 'close') {
      depth--;
      continue;
    }
    if (!isEmptyElement(token.name) && ++depth > deepestNesting)
      return sentence('textIsNestedTooDeeply');
    const { name, attributes } = token;
    const wrong = Object.keys(attributes).find((attribute) => !isAllowedAttribute(name, attribute));
    if (wrong !== undefined) return sentence('attributeIsNotAllowedIn', { wrong: quoted(wrong) });
    if ('data-formula' in attributes && ++formulas > formulaLimit)
      return sentence('textCanHoldAtMost', { formulaLimit });
    if ('data-diagram' in attributes && ++diagrams > diagramLimit)
      return sentence('textHasManyDiagrams', { diagramLimit });
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
