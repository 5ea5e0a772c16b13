/** A diagram as it is drawn, or why it cannot be. */
import type { Diagram } from './diagram';
import { Undrawable } from './measures';
import { numberLine } from './number-line';
import { bar, rectangle, rightTriangle } from './shapes';
import { letterSize, type Mark, type Sketch } from './sketch';

export type DrawnDiagram =
  | { ok: true; sketch: Sketch }
  /** @property problem a sentence that says what to change */
  | { ok: false; problem: string };

function sketchOf(diagram: Diagram): Sketch {
  switch (diagram.shape) {
    case 'number-line':
      return numberLine(diagram);
    case 'bar':
      return bar(diagram);
    case 'rectangle':
      return rectangle(diagram);
    case 'right-triangle':
      return rightTriangle(diagram);
  }
}

/** Draws a diagram whose fields have their values. */
export function drawDiagram(diagram: Diagram): DrawnDiagram {
  try {
    return { ok: true, sketch: sketchOf(diagram) };
  } catch (error) {
    if (!(error instanceof Undrawable)) throw error;
    return { ok: false, problem: error.message };
  }
}

const escaped = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const short = (size: number) => String(Math.round(size * 10) / 10);

function svgOfMark(mark: Mark): string {
  switch (mark.kind) {
    case 'line': {
      const path = mark.path.replace(/\d+\.\d+/g, (size) => short(Number(size)));
      return `<path d="${path}" fill="none" stroke="currentColor" stroke-width="${mark.isThin ? 1.5 : 2}"/>`;
    }
    case 'field':
      return `<rect x="${short(mark.x)}" y="${short(mark.y)}" width="${short(mark.width)}" height="${short(mark.height)}" fill="${mark.isShaded ? 'currentColor' : 'none'}" fill-opacity="0.28" stroke="currentColor" stroke-width="2"/>`;
    case 'dot':
      return `<circle cx="${short(mark.x)}" cy="${short(mark.y)}" r="6" fill="currentColor"/>`;
    case 'words':
      return `<text x="${short(mark.x)}" y="${short(mark.y)}" text-anchor="${mark.anchor}" font-size="${mark.size ?? letterSize}" fill="currentColor">${escaped(mark.text)}</text>`;
  }
}

/**
 * A sketch as SVG, in the color and the letters of what stands around it.
 *
 * @param label what it shows, for those who cannot see it; none where that stands beside it
 */
export function svgOfSketch({ width, height, marks }: Sketch, label?: string): string {
  const said =
    label === undefined ? 'aria-hidden="true"' : `role="img" aria-label="${escaped(label)}"`;
  const inside = marks.map(svgOfMark).join('');
  const [across, down] = [Math.ceil(width), Math.ceil(height)];
  return `<svg class="diagram" ${said} viewBox="0 0 ${across} ${down}" width="${across}" height="${down}">${inside}</svg>`;
}
