import { drawDiagram, readDiagram, svgOfSketch } from '@oaken/core/diagrams';

/**
 * Draws each diagram in `place` over its words, which stay there for those who hear the page. One that cannot be drawn,
 * such as one whose numbers are still `[[…]]`, stays in words that are seen.
 */
export function drawDiagrams(place: HTMLElement): void {
  for (const element of place.querySelectorAll<HTMLElement>('[data-diagram]:not(:has(svg))')) {
    const diagram = readDiagram(element.dataset.diagram ?? '');
    const drawn = diagram && drawDiagram(diagram);
    if (!drawn?.ok) continue;
    const words = document.createElement('span');
    words.className = 'unseen';
    words.textContent = element.textContent;
    element.innerHTML = svgOfSketch(drawn.sketch);
    element.prepend(words);
  }
}
