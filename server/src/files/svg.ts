/** A drawing in SVG is shown as a picture only; whatever could run or fetch is refused all the same. */
import sanitizeHtml from 'sanitize-html';
import { sentence } from './sentences';

const elements = new Set(
  'svg g path rect circle ellipse line polyline polygon text tspan textpath defs lineargradient radialgradient stop clippath mask pattern title desc metadata use symbol marker switch style'.split(
    ' ',
  ),
);

const reachesOut = /@import|url\(\s*["']?(?!#)|expression\(|javascript:/i;

/** What stands in the style elements of a drawing, found in one pass. */
function stylesIn(text: string): string[] {
  const lower = text.toLowerCase();
  const styles: string[] = [];
  for (let from = lower.indexOf('<style'); from >= 0;) {
    const begin = lower.indexOf('>', from) + 1;
    if (begin === 0) return styles;
    const end = lower.indexOf('</style', begin);
    styles.push(text.slice(begin, end < 0 ? undefined : end));
    if (end < 0) return styles;
    from = lower.indexOf('<style', end);
  }
  return styles;
}

export function svgProblem(text: string): string | null {
  if (/<!DOCTYPE|<!ENTITY|<!\[CDATA\[/i.test(text))
    return sentence('drawingDeclaresEntitiesWhichIs');
  if (/<\?(?!xml\s)/i.test(text)) return sentence('drawingHoldsProcessingInstructionWhich');
  let problem: string | null = null;
  sanitizeHtml(text, {
    allowedTags: false,
    allowedAttributes: false,
    allowVulnerableTags: true,
    parser: { lowerCaseTags: true, lowerCaseAttributeNames: true },
    onOpenTag(name, attributes) {
      const local = name.replace(/^svg:/, '');
      if (!elements.has(local) && !/^(sodipodi|inkscape|rdf|cc|dc):/.test(name))
        problem ??= sentence('drawingHoldsWhichIsNot', { name });
      for (const [attribute, value] of Object.entries(attributes)) {
        const plain = value.replace(/[\s\u0000-\u001f]+/g, '').toLowerCase(); // eslint-disable-line no-control-regex
        if (attribute.startsWith('on'))
          problem ??= sentence('drawingHoldsScriptWhichIs', { attribute });
        if (/^(xlink:)?href$/.test(attribute) && !plain.startsWith('#'))
          problem ??= sentence('drawingPointsToSomethingOutside');
        if (
          /javascript:|data:text|expression\(|@import|url\((?!["']?#)/.test(plain) &&
          !attribute.startsWith('xmlns')
        )
          problem ??= sentence('drawingsIsNotAllowed', { attribute });
      }
    },
  });
  if (stylesIn(text).some((style) => reachesOut.test(style)))
    problem ??= sentence('drawingsStylePointsToSomething');
  return problem;
}
