import katex from 'katex';
import 'katex/dist/katex.min.css';

/**
 * Draws each formula in `place` from its LaTeX, with MathML for screen readers; one that does not
 * parse stays as typed.
 */
export function drawFormulas(place: HTMLElement): void {
  for (const element of place.querySelectorAll<HTMLElement>('[data-formula]')) {
    const latex = element.dataset.formula ?? '';
    try {
      // Fractions in full size: in running text they would be hard to read for a child.
      katex.render(`\\displaystyle ${latex}`, element, {
        throwOnError: true,
        output: 'htmlAndMathml',
      });
    } catch {
      element.textContent = latex;
    }
  }
}
