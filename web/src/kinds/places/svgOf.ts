import type { SittingPlaces } from '@oaken/core/items';

/** The element that draws an area of a picture, `is` its name, and what it needs besides its look. */
export function svgOf(area: SittingPlaces['places'][number]['area']) {
  switch (area.shape) {
    case 'rect':
      return { is: 'rect', x: area.x, y: area.y, width: area.width, height: area.height };
    case 'circle':
      return { is: 'circle', cx: area.x, cy: area.y, r: area.radius };
    case 'poly':
      return { is: 'polygon', points: area.points.join(' ') };
  }
}
