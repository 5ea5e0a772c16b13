/** What a diagram shows, for those who cannot see it; it stands in the wording and can be changed there. */
import type { Diagram } from './diagram';
import { sentence } from './sentences';

const known = (text: string) => (text === '' || text === '?' ? sentence('unknown') : text);

/** Places for values stay in it as they stand in the fields. */
export function diagramInWords(diagram: Diagram): string {
  switch (diagram.shape) {
    case 'number-line': {
      const { from, to, step, points } = diagram;
      const line = sentence('line', { from, to, step });
      return points === '' ? line : sentence('lineWithPoints', { line, points });
    }
    case 'bar': {
      const { parts, shaded, whole, part } = diagram;
      return [
        sentence('bar', { parts }),
        ...(shaded === '' ? [] : [sentence('barShaded', { shaded })]),
        ...(whole === '' ? [] : [sentence('barWhole', { whole })]),
        ...(part === '' ? [] : [sentence('barPart', { part })]),
      ].join(', ');
    }
    case 'rectangle':
      return sentence('rectangle', {
        width: known(diagram.width),
        height: known(diagram.height),
      });
    case 'right-triangle':
      return sentence('rightTriangle', {
        base: known(diagram.base),
        height: known(diagram.height),
        slant: known(diagram.slant),
      });
  }
}
