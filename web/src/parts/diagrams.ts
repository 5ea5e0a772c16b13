import { drawDiagram, readDiagram, svgOfSketch } from '@oaken/core/diagrams';

/**
 * Draws each diagram in `place` over its words, which become what a screen reader says. One that cannot be drawn, such
 * as one whose numbers are still `[[…]]`, stays in words.
 */
export function drawDiagrams(place: HTMLElement): void {
  for (const element of place.querySelectorAll<HTMLElement>('[data-diagram]:not(:has(svg))')) {
    const diagram = readDiagram(element.dataset.diagram ?? '');
    const drawn = diagram && drawDiagram(diagram);
    if (drawn?.ok) element.innerHTML = svgOfSketch(drawn.sketch, element.textContent ?? '');
  }
}
